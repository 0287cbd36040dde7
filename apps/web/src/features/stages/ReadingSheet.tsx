import { isHorizontal, type NumberCheck, type ObservationEvent, type Tap } from '@brendik/core'
import { useState } from 'react'
import { newId } from '../../lib/newId.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { checkName, howText } from '../../words/cardText.ts'
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
    <Sheet open title={`${checkName(check.id)}${tap ? `, ${t(`word.tap.${tap}`)}` : ''}`} onClose={onClose}>
      <form
        className="mt-3 grid gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          if (good && value !== null) keep(value)
        }}
      >
        {howText(check.id) && <p className="leading-snug">{howText(check.id)}</p>}
        {check.quantity === 'flow' ? (
          <BucketFields onFlow={setValue} />
        ) : needsLevel ? (
          <>
            <CatchFields onFlow={setValue} />
            <QuantityInput
              label={t('readingSheet.atTheLevel')}
              quantity="level"
              base={levelMm}
              onChange={setLevelMm}
            />
          </>
        ) : (
          <QuantityInput
            label={t('readingSheet.reading')}
            quantity={check.quantity}
            base={value}
            error={
              value !== null && Number.isFinite(value) && !inRange
                ? t('readingSheet.expected', { figure: rangeText(check, units) })
                : undefined
            }
            onChange={setValue}
          />
        )}
        {winding && (
          <QuantityInput
            label={t('readingSheet.temperatureOfTheWinding')}
            quantity="temperature"
            base={tempC}
            hint={t('readingSheet.emptyAsTheRoomHot', {
              isHorizontal: isHorizontal(space.visit.machine.spec.family) ? 'yes' : 'no',
            })}
            onChange={setTempC}
          />
        )}
        <Button type="submit" disabled={!good} look="solid" size="big">
          {t('ui.keep')}
        </Button>
        {winding && (
          <Button size="tall" onClick={() => keep('open')}>
            {t('readingSheet.openCircuitNoReading')}
          </Button>
        )}
        <Button onClick={onClose}>{t('ui.cancel')}</Button>
      </form>
    </Sheet>
  )
}
