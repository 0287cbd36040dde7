import type { MachineSpec } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { machinesQuery, putMachine } from '../api/queries.ts'
import { MachineForm, machineProblems } from '../features/forms/MachineForm.tsx'
import { useSave } from '../features/forms/useSave.ts'
import { FormPage } from '../ui/FormPage.tsx'
import { Message } from '../ui/Message.tsx'

/** What is known of one machine. Runs already made keep the machine as it was known then. */
export function MachinePage() {
  const { machineId = '' } = useParams()
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const { data, error } = useQuery(machinesQuery)
  const [draft, setDraft] = useState<MachineSpec | null>(null)
  const { busy, problem, save } = useSave()
  const kept = data?.find((machine) => machine.id === machineId)
  if (error) return <Message problem>{error.message}</Message>
  if (!data) return <Message>Opening the machine.</Message>
  if (!kept) return <Message problem>This machine is not known.</Message>
  const spec = draft ?? kept.spec
  const back = () => navigate(params.get('back') ?? '/')
  return (
    <FormPage
      title="Machine"
      save="Save the machine"
      saveHint="runs made before keep their verdict"
      problem={problem}
      busy={busy}
      onCancel={back}
      onSave={() =>
        save(machineProblems(spec), async () => {
          await putMachine(machineId, spec)
          back()
        })
      }
    >
      <MachineForm spec={spec} problems={machineProblems(spec)} onChange={setDraft} />
    </FormPage>
  )
}
