import {
  aboveMm,
  asText,
  isHorizontal,
  type NumberCheck,
  type ObservationEvent,
  type Tap,
} from '@brendik/core'
import * as v from 'valibot'
import { newId } from '../../lib/newId.ts'
import { usePrefs } from '../../lib/prefs.ts'
import type { UnitSystem } from '../../lib/units.ts'
import { read, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import { checkName, howText } from '../../words/cardText.ts'
import { CatchFields } from '../protocol/index.ts'
import { BucketFields } from '../rates/index.ts'
import { keepLooks, type Space } from '../visit/index.ts'
import { rangeText } from './CheckRow.tsx'

interface Values {
  value: number | null
  levelMm: number | null
  tempC: number | null
}
const { QuantityField } = fieldsOf<Values>()

function schemaOf(check: NumberCheck, units: UnitSystem) {
  const [low, high] = check.range
  const expected = t('readingSheet.expected', { figure: rangeText(check, units) })
  return v.object({
    value: v.pipe(v.number(expected), v.minValue(low, expected), v.maxValue(high, expected)),
    levelMm:
      check.quantity === 'hourly' ? v.pipe(v.number(asText('expected.something')), v.finite()) : v.any(),
    tempC: v.nullable(v.pipe(v.number(), v.finite())),
  })
}

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
  const needsLevel = check.quantity === 'hourly'
  const winding = check.canBeOpen
  const form = useCheckedForm<Values>(schemaOf(check, units), { value: null, levelMm: null, tempC: null })
  const caught = (flow: number | null) =>
    form.setValue('value', flow, { shouldValidate: form.formState.isSubmitted })
  const problem = form.formState.errors.value?.message
  const mayBeBeyond = check.id === 'drain.lift-stop'
  const keep = (written: number | string, { levelMm, tempC }: Omit<Values, 'value'>) => {
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
      <Form
        form={form}
        className="mt-3 grid gap-3"
        onSend={(values) => values.value !== null && keep(values.value, values)}
      >
        {howText(check.id) && <p className="leading-snug">{howText(check.id)}</p>}
        {check.quantity === 'flow' ? (
          <BucketFields onFlow={caught} />
        ) : needsLevel ? (
          <>
            <CatchFields onFlow={caught} />
            <QuantityField needed name="levelMm" label={t('readingSheet.atTheLevel')} quantity="level" />
          </>
        ) : (
          <QuantityField needed name="value" label={t('readingSheet.reading')} quantity={check.quantity} />
        )}
        {winding && (
          <QuantityField
            name="tempC"
            label={t('readingSheet.temperatureOfTheWinding')}
            quantity="temperature"
            hint={t('readingSheet.emptyAsTheRoomHot', {
              isHorizontal: isHorizontal(space.visit.machine.spec.family) ? 'yes' : 'no',
            })}
          />
        )}
        {problem && (check.quantity === 'flow' || needsLevel) && (
          <Notice tone="watch" alert>
            {read(problem)}
          </Notice>
        )}
        <Button type="submit" look="solid" size="big">
          {t('ui.keep')}
        </Button>
        {mayBeBeyond && (
          <Button
            size="tall"
            onClick={form.handleSubmit((values) => keep(aboveMm(values.value ?? Number.NaN), values))}
          >
            {t('stepLookSheet.stillRunsThere')}
          </Button>
        )}
        {winding && (
          <Button size="tall" onClick={() => keep('open', form.getValues())}>
            {t('readingSheet.openCircuitNoReading')}
          </Button>
        )}
        <Button onClick={onClose}>{t('ui.cancel')}</Button>
      </Form>
    </Sheet>
  )
}
