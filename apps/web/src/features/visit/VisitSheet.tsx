import type { VisitAnswer } from '@brendik/core'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { putVisit } from '../../api/queries.ts'
import { BigButton } from '../../ui/BigButton.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { type Agreed, AgreedFields } from './AgreedFields.tsx'

/** Changes what was agreed of a visit. */
export function VisitSheet({ visit, onClose }: { visit: VisitAnswer; onClose: () => void }) {
  const client = useQueryClient()
  const [agreed, setAgreed] = useState<Agreed>({ complaint: visit.complaint, dueAtMs: visit.dueAtMs })
  const [problem, setProblem] = useState<string | null>(null)
  const save = () => {
    setProblem(null)
    putVisit(visit.id, {
      machineId: visit.machine.id,
      siteId: visit.site.id,
      dueAtMs: agreed.dueAtMs ?? Date.now(),
      complaint: agreed.complaint,
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
        <AgreedFields tall value={agreed} onChange={setAgreed} />
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
