import type { MachineAnswer } from '@brendik/core'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { MachineForm, machineProblems } from '../features/forms/MachineForm.tsx'
import { RecordForm, recordProblems } from '../features/forms/RecordForm.tsx'
import { useDraft } from '../features/forms/useDraft.ts'
import { useSave } from '../features/forms/useSave.ts'
import { Rivals } from '../features/records/Rivals.tsx'
import { keepMachine } from '../features/records/recordFacts.ts'
import { useMachine } from '../features/records/useRecords.ts'
import { FormPage } from '../ui/FormPage.tsx'
import { Message } from '../ui/Message.tsx'

/** What is known of one machine. Runs already made keep the machine as it was known then. */
export function ChangeMachinePage() {
  const { machineId = '' } = useParams()
  const { machine, error } = useMachine(machineId)
  if (machine) return <ChangeMachine machine={machine} />
  return error ? <Message problem>{error.message}</Message> : <Message>Opening the machine.</Message>
}

function ChangeMachine({ machine }: { machine: MachineAnswer }) {
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const { now, was, change } = useDraft(machine)
  const { problem, save } = useSave()
  const { spec, record } = now
  const problems = { ...machineProblems(spec), ...recordProblems(record) }
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
          keepMachine(machine.id, { spec, record }, was)
          back()
        })
      }
    >
      <Rivals of={[machine.id]} />
      <MachineForm spec={spec} problems={machineProblems(spec)} onChange={(next) => change({ spec: next })} />
      <RecordForm
        record={record}
        problems={recordProblems(record)}
        onChange={(next) => change({ record: next })}
      />
    </FormPage>
  )
}
