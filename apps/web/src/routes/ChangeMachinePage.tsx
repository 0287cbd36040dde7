import type { MachineRecord, MachineSpec } from '@brendik/core'
import { useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { MachineForm, machineProblems } from '../features/forms/MachineForm.tsx'
import { RecordForm, recordProblems } from '../features/forms/RecordForm.tsx'
import { useSave } from '../features/forms/useSave.ts'
import { keepMachine } from '../features/records/recordFacts.ts'
import { useMachine } from '../features/records/useRecords.ts'
import { FormPage } from '../ui/FormPage.tsx'
import { Message } from '../ui/Message.tsx'

/** What is known of one machine. Runs already made keep the machine as it was known then. */
export function ChangeMachinePage() {
  const { machineId = '' } = useParams()
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const { machine: data, error } = useMachine(machineId)
  const [draft, setDraft] = useState<MachineSpec | null>(null)
  const [record, setRecord] = useState<MachineRecord | null>(null)
  const { problem, save } = useSave()
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
      onCancel={back}
      onSave={() =>
        save(problems, () => {
          keepMachine(machineId, spec, facts)
          back()
        })
      }
    >
      <MachineForm spec={spec} problems={machineProblems(spec)} onChange={setDraft} />
      <RecordForm record={facts} problems={recordProblems(facts)} onChange={setRecord} />
    </FormPage>
  )
}
