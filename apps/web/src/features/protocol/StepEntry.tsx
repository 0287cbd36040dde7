import {
  checkFacts,
  type LookStep,
  type MachineSpec,
  outcomesFor,
  type ProtocolId,
  type Tap,
} from '@brendik/core'
import { t } from '../../lib/words.ts'
import { Choice } from '../../ui/Choice.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { outcomeWord, stepText } from '../../words/cardText.ts'
import { BucketFields } from '../rates/index.ts'
import { CatchFields } from './CatchFields.tsx'

/** What has been put in so far. */
interface Entered {
  value: string | number | null
  tap: Tap
  /** Whether the stream stopped at the height, or still ran there. */
  bound: 'stops' | 'beyond'
  levelMm: number | null
}

/** The fields that one step takes, as few as there can be. */
export function StepEntry({
  protocol,
  step,
  machine,
  entered: { value, tap, bound, levelMm },
  onValue,
  onTap,
  onBound,
  onLevel,
}: {
  protocol: ProtocolId
  step: LookStep
  machine: MachineSpec
  entered: Entered
  onValue: (value: string | number | null) => void
  onTap: (tap: Tap) => void
  onBound: (bound: Entered['bound']) => void
  onLevel: (mm: number | null) => void
}) {
  const choices = outcomesFor(checkFacts(step.check), machine)
  const text = stepText(protocol, step)
  const level = (label: string, hint?: string) => (
    <QuantityInput label={label} quantity="level" base={levelMm} hint={hint} onChange={onLevel} />
  )
  return (
    <>
      {step.entry === 'bucket' && (
        <>
          <Choice
            label={t('stepLookSheet.tap')}
            value={tap}
            options={[
              { value: 'cold', text: t('ui.cold') },
              { value: 'hot', text: t('ui.hot') },
            ]}
            onChange={onTap}
          />
          <BucketFields onFlow={onValue} />
        </>
      )}
      {step.entry === 'height' && (
        <>
          <Choice
            label={t('stepLookSheet.whatTheStreamDid')}
            value={bound}
            options={[
              { value: 'stops', text: t('stepLookSheet.stopsAtThisHeight') },
              { value: 'beyond', text: t('stepLookSheet.stillRunsThere') },
            ]}
            onChange={onBound}
          />
          <QuantityInput
            label={t('ui.hoseEndAboveFloor')}
            quantity="height"
            base={typeof value === 'number' ? value : null}
            onChange={onValue}
          />
          {level(t('stepLookSheet.levelInTheTub'), t('stepLookSheet.ifRead'))}
        </>
      )}
      {step.entry === 'stop-level' && (
        <QuantityInput
          label={t('stepLookSheet.levelAtWhichNoDrop')}
          quantity="level"
          base={typeof value === 'number' ? value : null}
          onChange={onValue}
        />
      )}
      {step.entry === 'catch' && (
        <>
          <CatchFields onFlow={onValue} />
          {level(t('readingSheet.atTheLevel'))}
        </>
      )}
      {step.entry === 'litres' && (
        <QuantityInput
          label={t('ui.ranBack')}
          quantity="volume"
          base={typeof value === 'number' ? value : null}
          onChange={onValue}
        />
      )}
      {step.entry === 'choice' && (
        <Choice
          label={text.title}
          value={String(value ?? '')}
          options={choices.map((outcome) => ({
            value: outcome.value,
            text: outcomeWord(step.check, outcome.value, outcome.as),
          }))}
          onChange={onValue}
        />
      )}
    </>
  )
}
