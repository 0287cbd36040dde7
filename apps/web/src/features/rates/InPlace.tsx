import type { CalculatorId, MachineSpec, SiteSpec } from '@brendik/core'
import { useState } from 'react'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { CALCULATOR_BODY } from './bodies.ts'

/** Calculators offered where a run or a check needs them: they open over the screen, on this machine and place. */
export function InPlace({
  ids,
  machine,
  site,
}: {
  ids: readonly CalculatorId[]
  machine: MachineSpec
  site: SiteSpec
}) {
  const [open, setOpen] = useState<CalculatorId | null>(null)
  const Body = open ? CALCULATOR_BODY[open] : null
  return (
    <>
      <div className="flex flex-wrap gap-x-5">
        {ids.map((id) => (
          <Button key={id} look="word" className="text-water" onClick={() => setOpen(id)}>
            {t(`calculator.${id}`)}
          </Button>
        ))}
      </div>
      {open && Body && (
        <Sheet open title={t(`calculator.${open}`)} onClose={() => setOpen(null)}>
          <div className="mt-3 grid gap-4">
            <Body subject={{ machine, site, name: machine.label }} />
            <p className="border-t border-hair pt-2 text-sm text-soft">
              {t(`calculator.${open}.formula`)}. {t(`calculator.${open}.source`)}
            </p>
            <Button size="tall" onClick={() => setOpen(null)}>
              {t('ui.back')}
            </Button>
          </div>
        </Sheet>
      )}
    </>
  )
}
