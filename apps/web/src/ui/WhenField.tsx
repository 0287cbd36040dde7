import { format } from 'date-fns'
import { t } from '../lib/words.ts'
import { Field } from './Field.tsx'

/** When something is due; empty = now. */
export function WhenField({
  atMs,
  onChange,
}: {
  atMs: number | null
  onChange: (atMs: number | null) => void
}) {
  return (
    <Field label={t('ui.when')} hint={t('whenField.emptyNow')}>
      {(props) => (
        <input
          {...props}
          type="datetime-local"
          value={atMs === null ? '' : format(atMs, "yyyy-MM-dd'T'HH:mm")}
          onChange={(event) => {
            const typed = new Date(event.target.value).getTime()
            onChange(Number.isFinite(typed) ? typed : null)
          }}
        />
      )}
    </Field>
  )
}
