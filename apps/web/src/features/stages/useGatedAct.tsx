import { type ActId, gateOf } from '@brendik/core'
import { type ReactNode, useState } from 'react'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { StepGate } from '../protocol/index.ts'
import type { Space } from '../visit/index.ts'

export const ACT_NAME: Record<ActId, string> = {
  'open-panel': t('useGatedAct.takeAPanelOff'),
  'open-filter-cap': t('useGatedAct.openTheFilterCap'),
  'pull-pump-hose': t('useGatedAct.pullTheHoseOffThe'),
  'unscrew-fill-hose': t('useGatedAct.unscrewAFillHose'),
  tip: t('useGatedAct.tipIt'),
  'hands-at-pump': t('useGatedAct.reachInAtThePump'),
  'measure-dead': t('useGatedAct.measureUnplugged'),
  'measure-live': t('useGatedAct.measureLive'),
  'measure-live-pump': t('useGatedAct.measureLiveAtThePump'),
  'open-door': t('useGatedAct.openTheDoor'),
  'run-pump': t('useGatedAct.runThePump'),
  'let-water-in': t('useGatedAct.letWaterIn'),
}

/** Lets an act through: at once where nothing is to be read, else after every caution was ticked, once for each opening of a stage. */
export function useGatedAct(space: Space): {
  pass: (act: ActId | null, then: () => void) => void
  sheet: ReactNode
} {
  const [read, setRead] = useState<ReadonlySet<ActId>>(new Set())
  const [asked, setAsked] = useState<{ act: ActId; then: () => void } | null>(null)
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const gate = (act: ActId) => gateOf(act, space.visit.machine.spec, space.state, Date.now())
  const pass = (act: ActId | null, then: () => void) => {
    if (act === null) return then()
    const { open, cautions } = gate(act)
    if (!open) return
    if (cautions.length === 0 || read.has(act)) return then()
    setTicked(new Set())
    setAsked({ act, then })
  }
  const cautions = asked ? gate(asked.act).cautions : []
  const ready = cautions.every((caution) => ticked.has(caution))
  const sheet = asked && (
    <Sheet open title={ACT_NAME[asked.act]} onClose={() => setAsked(null)}>
      <div className="mt-3 grid gap-4">
        <StepGate
          first={[]}
          cautions={cautions}
          ticked={ticked}
          onTick={(caution) =>
            setTicked((old) => {
              const next = new Set(old)
              if (!next.delete(caution)) next.add(caution)
              return next
            })
          }
        />
        <Button
          disabled={!ready}
          look="solid"
          size="big"
          onClick={() => {
            setRead(new Set([...read, asked.act]))
            setAsked(null)
            // The state may have changed under the sheet: someone else may have filled it.
            if (gate(asked.act).open) asked.then()
          }}
        >
          {t('useGatedAct.goOn')}
        </Button>
        <Button onClick={() => setAsked(null)}>{t('useGatedAct.notNow')}</Button>
      </div>
    </Sheet>
  )
  return { pass, sheet }
}
