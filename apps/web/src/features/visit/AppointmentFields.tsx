import type { ChangeEvent } from 'react'
import { t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'
import { WhenField } from '../../ui/WhenField.tsx'

export interface Appointment {
  complaint: string
  /** Null = now. */
  dueAtMs: number | null
}

/** What was agreed of a visit: the complaint in the customer's words, and when it is due. */
export function AppointmentFields({
  value,
  tall = false,
  onChange,
}: {
  value: Appointment
  /** A complaint of several lines; else Enter in it saves the form. */
  tall?: boolean
  onChange: (value: Appointment) => void
}) {
  const said = {
    maxLength: 2000,
    value: value.complaint,
    onChange: (event: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) =>
      onChange({ ...value, complaint: event.target.value }),
  }
  return (
    <div className={`grid gap-x-4 ${tall ? '' : 'md:grid-cols-[1fr_16rem]'}`}>
      <Field label={t('appointmentFields.complaintInTheCustomersWords')}>
        {(props) =>
          tall ? (
            <textarea {...props} {...said} className={`${props.className} py-2`} rows={3} />
          ) : (
            <input {...props} {...said} />
          )
        }
      </Field>
      <WhenField atMs={value.dueAtMs} onChange={(dueAtMs) => onChange({ ...value, dueAtMs })} />
    </div>
  )
}
