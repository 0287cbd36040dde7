import { type ActId, gateOf } from '@brendik/core'
import { type ReactNode, useState } from 'react'
import { Sheet } from '../../ui/Sheet.tsx'
import { StepGate } from '../protocol/index.ts'
import type { Space } from '../visit/index.ts'

export const ACT_NAME: Record<ActId, string> = {
  'open-panel': 'Take a panel off',
  'open-filter-cap': 'Open the filter cap',
  'pull-pump-hose': 'Pull the hose off the pump',
  'unscrew-fill-hose': 'Unscrew a fill hose',
  tip: 'Tip it',
  'hands-at-pump': 'Reach in at the pump',
  'measure-dead': 'Measure, unplugged',
  'measure-live': 'Measure live',
  'measure-live-pump': 'Measure live at the pump',
  'open-door': 'Open the door',
  'run-pump': 'Run the pump',
  'let-water-in': 'Let water in',
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
        <button
          type="button"
          disabled={!ready}
          className="min-h-16 cursor-pointer bg-ink text-xl font-semibold text-face disabled:opacity-40"
          onClick={() => {
            setRead(new Set([...read, asked.act]))
            setAsked(null)
            // The state may have changed under the sheet: someone else may have filled it.
            if (gate(asked.act).open) asked.then()
          }}
        >
          Go on
        </button>
        <button
          type="button"
          className="min-h-12 cursor-pointer border border-line"
          onClick={() => setAsked(null)}
        >
          Not now
        </button>
      </div>
    </Sheet>
  )
  return { pass, sheet }
}
