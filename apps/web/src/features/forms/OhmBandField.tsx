import { useController } from 'react-hook-form'
import { t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'
import { useProblem } from '../../ui/fields.tsx'
import type { RecordValues } from './schemas.ts'

/** Lowest and highest ohms of the tech sheet; both empty = not stated. */
export function OhmBandField({
  name,
  of,
}: {
  name: 'record.techSheet.pumpOhm' | 'record.techSheet.valveOhm'
  of: string
}) {
  const { field } = useController<RecordValues, typeof name>({ name })
  const band = field.value
  return (
    <Field
      label={t('recordForm.ohmsByTheSheet', { name: of })}
      hint={t('recordForm.suchAs165195')}
      error={useProblem(name)}
    >
      {(props) => (
        <input
          {...props}
          ref={field.ref}
          onBlur={field.onBlur}
          defaultValue={band ? (band[0] === band[1] ? String(band[0]) : `${band[0]} - ${band[1]}`) : ''}
          onChange={(event) => field.onChange(bandIn(event.target.value))}
        />
      )}
    </Field>
  )
}

/** One figure or two, with whatever stands between them; null = none. */
function bandIn(typed: string): [number, number] | null {
  const figures =
    typed
      .replaceAll(',', '.')
      .match(/\d+(\.\d+)?/g)
      ?.map(Number) ?? []
  const [lo, hi = lo] = figures
  return lo === undefined || hi === undefined ? null : [lo, hi]
}
