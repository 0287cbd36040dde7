import type { VisitAnswer } from '@brendik/core'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { putVisit } from '../../api/queries.ts'
import { BigButton } from '../../ui/BigButton.tsx'
import { Field } from '../../ui/Field.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { WhenField } from '../../ui/WhenField.tsx'

/** What was agreed of a visit: the complaint in the customer's words, and when it is due. */
export function VisitSheet({ visit, onClose }: { visit: VisitAnswer; onClose: () => void }) {
  const client = useQueryClient()
  const [complaint, setComplaint] = useState(visit.complaint)
  const [dueAtMs, setDueAtMs] = useState<number | null>(visit.dueAtMs)
  const [problem, setProblem] = useState<string | null>(null)
  const save = () => {
    setProblem(null)
    putVisit(visit.id, {
      machineId: visit.machine.id,
      siteId: visit.site.id,
      dueAtMs: dueAtMs ?? Date.now(),
      complaint,
    })
      .then(() => client.invalidateQueries())
      .then(onClose)
      .catch((error: Error) => setProblem(error.message))
  }
  return (
    <Sheet open title="The visit" onClose={onClose}>
      <form
        className="mt-3 grid gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          save()
        }}
      >
        <Field label="Complaint, in the customer’s words">
          {(props) => (
            <textarea
              {...props}
              className={`${props.className} py-2`}
              rows={3}
              maxLength={2000}
              value={complaint}
              onChange={(event) => setComplaint(event.target.value)}
            />
          )}
        </Field>
        <WhenField atMs={dueAtMs} onChange={setDueAtMs} />
        {problem && (
          <p role="alert" className="border-l-4 border-watch bg-watch-face p-2">
            {problem}
          </p>
        )}
        <BigButton main submit>
          Save
        </BigButton>
        <BigButton onPress={onClose}>Cancel</BigButton>
      </form>
    </Sheet>
  )
}
