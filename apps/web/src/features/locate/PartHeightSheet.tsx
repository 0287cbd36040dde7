import type { Part } from '@brendik/core'
import { useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { partName } from '../../words/cardText.ts'
import { lowerFirst } from '../../words/firstLetter.ts'
import { keepMachine } from '../records/index.ts'
import type { Space } from '../visit/index.ts'

/** Where a part lies in this machine, as measured: it goes into the machine's record and narrows every later verdict. */
export function PartHeightSheet({ space, part, onClose }: { space: Space; part: Part; onClose: () => void }) {
  const { units } = usePrefs()
  const { machine } = space.visit
  const [lo, setLo] = useState<number | null>(part.measured ? part.bandMm[0] : null)
  const [hi, setHi] = useState<number | null>(part.measured ? part.bandMm[1] : null)
  const ready = lo !== null && hi !== null && Number.isFinite(lo) && Number.isFinite(hi) && lo < hi
  const keep = (partHeightsMm: NonNullable<typeof machine.spec.partHeightsMm>) => {
    keepMachine(machine.id, { spec: { ...machine.spec, partHeightsMm }, record: machine.record }, machine)
    onClose()
  }
  return (
    <Sheet
      open
      title={t('partHeightSheet.heightOf', { part: lowerFirst(partName(part.id)) })}
      onClose={onClose}
    >
      <div className="mt-3 grid gap-3">
        <p className="leading-snug">
          {t('partHeightSheet.aboveTheLevelPortBelow', {
            level: withUnit(units, 'level', part.bandMm[0]),
            level2: withUnit(units, 'level', part.bandMm[1]),
          })}
        </p>
        <QuantityInput label={t('partHeightSheet.lowestPlace')} quantity="level" base={lo} onChange={setLo} />
        <QuantityInput
          label={t('partHeightSheet.highestPlace')}
          quantity="level"
          base={hi}
          error={
            lo !== null && hi !== null && lo >= hi
              ? t('partHeightSheet.expectedAboveTheLowestPlace')
              : undefined
          }
          onChange={setHi}
        />
        <Button
          look="solid"
          size="wide"
          disabled={!ready}
          onClick={() => ready && keep({ ...machine.spec.partHeightsMm, [part.id]: [lo, hi] })}
        >
          {t('ui.keep')}
        </Button>
        {part.measured && (
          <Button
            size="wide"
            onClick={() => {
              const { [part.id]: _gone, ...others } = machine.spec.partHeightsMm ?? {}
              keep(others)
            }}
          >
            {t('partHeightSheet.backToTheUsual')}
          </Button>
        )}
        <Button size="wide" onClick={onClose}>
          {t('ui.cancel')}
        </Button>
      </div>
    </Sheet>
  )
}
