import {
  aboveMm,
  checkFacts,
  gateOf,
  type LookStep,
  type ObservationEvent,
  type ProtocolId,
  type Tap,
} from '@brendik/core'
import { useState } from 'react'
import { newId } from '../../lib/newId.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { stepText } from '../../words/cardText.ts'
import { GateNotice, type Space } from '../visit/index.ts'
import { StepEntry } from './StepEntry.tsx'
import { StepGate } from './StepGate.tsx'

type Observed = Extract<ObservationEvent, { type: 'observed' }>

/** One thing looked at or measured for a step: the gate first, then as few fields as it takes. */
export function StepLookSheet({
  protocol,
  step,
  space,
  slowTap,
  onSave,
  onClose,
}: {
  protocol: ProtocolId
  step: LookStep
  space: Space
  /** The side that a bucket is held under unless another is chosen. */
  slowTap: Tap
  onSave: (observation: ObservationEvent) => void
  onClose: () => void
}) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const [value, setValue] = useState<string | number | null>(null)
  const [levelMm, setLevelMm] = useState<number | null>(null)
  const [bound, setBound] = useState<'stops' | 'beyond'>('stops')
  const [tap, setTap] = useState<Tap>(step.tap ?? slowTap)
  const check = checkFacts(step.check)
  const { act } = check
  const text = stepText(protocol, step)
  const gate = act ? gateOf(act, space.visit.machine.spec, space.state, Date.now()) : null
  const cautions = [...new Set([...step.cautions, ...(gate?.cautions ?? [])])]
  const gated = gate?.open === false || cautions.some((caution) => !ticked.has(caution))
  const needsLevel = step.entry === 'catch'
  const ready =
    !gated &&
    value !== null &&
    !(typeof value === 'number' && !Number.isFinite(value)) &&
    (!needsLevel || (levelMm !== null && Number.isFinite(levelMm)))
  const save = () => {
    if (!ready) return
    const written = step.entry === 'height' && bound === 'beyond' ? aboveMm(Number(value)) : value
    const observed: Observed = {
      type: 'observed',
      id: newId(),
      atMs: Date.now(),
      check: step.check as Observed['check'],
      value: written,
      tap: step.entry === 'bucket' || step.entry === 'pressure' ? tap : null,
      levelMm: step.entry === 'height' || needsLevel ? levelMm : null,
    }
    onSave(observed)
  }
  return (
    <Sheet open title={text.title} onClose={onClose}>
      <div className="mt-3 grid gap-4">
        <StepGate
          first={text.first}
          cautions={gate?.open === false ? [] : cautions}
          ticked={ticked}
          onTick={(caution) =>
            setTicked((old) => {
              const next = new Set(old)
              if (!next.delete(caution)) next.add(caution)
              return next
            })
          }
        />
        {gate?.open === false && <GateNotice gate={gate} space={space} />}
        <p className="text-lg leading-snug">{text.act}</p>
        <StepEntry
          protocol={protocol}
          step={step}
          machine={space.visit.machine.spec}
          entered={{ value, tap, bound, levelMm }}
          onValue={setValue}
          onTap={setTap}
          onBound={setBound}
          onLevel={setLevelMm}
        />
        <div className="grid grid-cols-[1fr_2fr] gap-3">
          <Button onClick={onClose} size="big">
            {t('ui.cancel')}
          </Button>
          <Button disabled={!ready} onClick={save} look="solid" size="big">
            {t('ui.keep')}
          </Button>
        </div>
      </div>
    </Sheet>
  )
}
