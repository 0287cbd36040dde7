import type { MachineRecord, MachineSpec } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { machineQuery, putMachine } from '../api/queries.ts'
import { MachineForm, machineProblems } from '../features/forms/MachineForm.tsx'
import { RecordForm, recordProblems } from '../features/forms/RecordForm.tsx'
import { useSave } from '../features/forms/useSave.ts'
import { FormPage } from '../ui/FormPage.tsx'
import { Message } from '../ui/Message.tsx'

/** What is known of one machine. Runs already made keep the machine as it was known then. */
export function ChangeMachinePage() {
  const { machineId = '' } = useParams()
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const { data, error } = useQuery(machineQuery(machineId))
  const [draft, setDraft] = useState<MachineSpec | null>(null)
  const [record, setRecord] = useState<MachineRecord | null>(null)
  const { busy, problem, save } = useSave()
  if (error && !data) return <Message problem>{error.message}</Message>
  if (!data) return <Message>Opening the machine.</Message>
  const spec = draft ?? data.spec
  const facts = record ?? data.record
  const problems = { ...machineProblems(spec), ...recordProblems(facts) }
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
        save(problems, async () => {
          await putMachine(machineId, spec, facts)
          back()
        })
      }
    >
      <MachineForm spec={spec} problems={machineProblems(spec)} onChange={setDraft} />
      <RecordForm record={facts} problems={recordProblems(facts)} onChange={setRecord} />
    </FormPage>
  )
}
