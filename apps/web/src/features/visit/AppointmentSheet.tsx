import type { VisitAnswer } from '@brendik/core'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { keepVisit } from '../records/index.ts'
import { AppointmentFields, type AppointmentValues } from './AppointmentFields.tsx'

/** Changes what was agreed of a visit. */
export function AppointmentSheet({ visit, onClose }: { visit: VisitAnswer; onClose: () => void }) {
  const form = useForm<AppointmentValues>({
    defaultValues: { agreed: { complaint: visit.complaint, dueAtMs: visit.dueAtMs } },
  })
  // As it was when the sheet opened: what somebody else changes meanwhile is theirs.
  const [was] = useState({
    machineId: visit.machine.id,
    siteId: visit.site.id,
    dueAtMs: visit.dueAtMs,
    complaint: visit.complaint,
  })
  const save = ({ agreed: { complaint, dueAtMs } }: AppointmentValues) => {
    keepVisit(visit.id, { ...was, complaint, dueAtMs: dueAtMs ?? Date.now() }, was)
    onClose()
  }
  return (
    <Sheet open title={t('ui.theVisit')} onClose={onClose}>
      <Form form={form} className="mt-3 grid gap-3" onSend={save}>
        <AppointmentFields tall />
        <Button look="solid" size="wide" type="submit">
          {t('appointmentSheet.save')}
        </Button>
        <Button size="wide" onClick={onClose}>
          {t('ui.cancel')}
        </Button>
      </Form>
    </Sheet>
  )
}
