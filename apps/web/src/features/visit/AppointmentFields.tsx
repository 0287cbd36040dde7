import { t } from '../../lib/words.ts'
import { fieldsOf } from '../../ui/fields.tsx'

export interface Appointment {
  complaint: string
  /** Null = now. */
  dueAtMs: number | null
}
export interface AppointmentValues {
  agreed: Appointment
}
/** A visit that begins now, with no complaint yet. */
export const NOTHING_AGREED: AppointmentValues = { agreed: { complaint: '', dueAtMs: null } }
const { TextField, DueField } = fieldsOf<AppointmentValues>()

/** What was agreed of a visit, the complaint in the customer's words and when it is due: the part `agreed` of the form around it. */
export function AppointmentFields({
  tall = false,
}: {
  /** A complaint of several lines; else Enter in it saves the form. */
  tall?: boolean
}) {
  return (
    <div className={`grid gap-x-4 ${tall ? '' : 'md:grid-cols-[1fr_16rem]'}`}>
      <TextField
        name="agreed.complaint"
        label={t('appointmentFields.complaintInTheCustomersWords')}
        maxLength={2000}
        {...(tall ? { rows: 3 } : {})}
      />
      <DueField name="agreed.dueAtMs" />
    </div>
  )
}
