import type { VisitAnswer } from '@brendik/core'
import { useState } from 'react'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { keepVisit } from '../records/index.ts'
import { type Appointment, AppointmentFields } from './AppointmentFields.tsx'

/** Changes what was agreed of a visit. */
export function AppointmentSheet({ visit, onClose }: { visit: VisitAnswer; onClose: () => void }) {
  const [agreed, setAgreed] = useState<Appointment>({ complaint: visit.complaint, dueAtMs: visit.dueAtMs })
  // As it was when the sheet opened: what somebody else changes meanwhile is theirs.
  const [was] = useState({
    machineId: visit.machine.id,
    siteId: visit.site.id,
    dueAtMs: visit.dueAtMs,
    complaint: visit.complaint,
  })
  const save = () => {
    const { complaint, dueAtMs } = agreed
    keepVisit(visit.id, { ...was, complaint, dueAtMs: dueAtMs ?? Date.now() }, was)
    onClose()
  }
  return (
    <Sheet open title={t('ui.theVisit')} onClose={onClose}>
      <form
        className="mt-3 grid gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          save()
        }}
      >
        <AppointmentFields tall value={agreed} onChange={setAgreed} />
        <Button look="solid" size="wide" type="submit">
          {t('appointmentSheet.save')}
        </Button>
        <Button size="wide" onClick={onClose}>
          {t('ui.cancel')}
        </Button>
      </form>
    </Sheet>
  )
}
