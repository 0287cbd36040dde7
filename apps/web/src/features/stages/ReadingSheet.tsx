import { isHorizontal, type NumberCheck, type ObservationEvent, type Tap } from '@brendik/core'
import { useState } from 'react'
import { newId } from '../../lib/newId.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { checkName } from '../../words/cardText.ts'
import { CatchFields } from '../protocol/index.ts'
import { BucketFields } from '../rates/index.ts'
import { keepLooks, type Space } from '../visit/index.ts'
import { rangeText } from './CheckRow.tsx'

/** A reading: the number, what it was taken at, and nothing else. */
export function ReadingSheet({
  space,
  check,
  tap,
  onClose,
}: {
  space: Space
  check: NumberCheck
  tap: Tap | null
  onClose: () => void
}) {
  const { units } = usePrefs()
  const [value, setValue] = useState<number | null>(null)
  const [levelMm, setLevelMm] = useState<number | null>(null)
  const [tempC, setTempC] = useState<number | null>(null)
  const [low, high] = check.range
  const inRange = value !== null && Number.isFinite(value) && value >= low && value <= high
  const needsLevel = check.quantity === 'hourly'
  const winding = check.canBeOpen
  const good = inRange && (!needsLevel || (levelMm !== null && Number.isFinite(levelMm)))
  const keep = (written: number | string) => {
    const observed: ObservationEvent = {
      type: 'observed',
      id: newId(),
      atMs: Date.now(),
      check: check.id,
      value: written,
      tap,
      levelMm: needsLevel ? levelMm : null,
      tempC: winding && tempC !== null && Number.isFinite(tempC) ? tempC : null,
    }
    keepLooks(space.visit.id, [observed])
    onClose()
  }
  return (
    <Sheet open title={`${checkName(check.id)}${tap ? `, ${tap}` : ''}`} onClose={onClose}>
      <form
        className="mt-3 grid gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          if (good && value !== null) keep(value)
        }}
      >
        {check.quantity === 'flow' ? (
          <BucketFields onFlow={setValue} />
        ) : needsLevel ? (
          <>
            <CatchFields onFlow={setValue} />
            <QuantityInput label="At the level" quantity="level" base={levelMm} onChange={setLevelMm} />
          </>
        ) : (
          <QuantityInput
            label="Reading"
            quantity={check.quantity}
            base={value}
            error={
              value !== null && Number.isFinite(value) && !inRange
                ? `expected ${rangeText(check, units)}`
                : undefined
            }
            onChange={setValue}
          />
        )}
        {winding && (
          <QuantityInput
            label="Temperature of the winding"
            quantity="temperature"
            base={tempC}
            hint={`Empty = as the room. Hot copper reads higher${isHorizontal(space.visit.machine.spec.family) ? '' : ', and a pump that ran is hot'}.`}
            onChange={setTempC}
          />
        )}
        <button
          type="submit"
          disabled={!good}
          className="min-h-16 cursor-pointer bg-ink text-xl font-semibold text-face disabled:opacity-40"
        >
          Keep
        </button>
        {winding && (
          <button
            type="button"
            className="min-h-14 cursor-pointer border border-line text-lg"
            onClick={() => keep('open')}
          >
            Open circuit: no reading
          </button>
        )}
        <button type="button" className="min-h-12 cursor-pointer border border-line" onClick={onClose}>
          Cancel
        </button>
      </form>
    </Sheet>
  )
}
