import {
  BLANK_RECORD,
  type MachineAnswer,
  type MachineRecord,
  type MachineSpec,
  machineRecordSchema,
} from '@brendik/core'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import * as v from 'valibot'
import {
  MachineForm,
  type MachineValues,
  machineFormSchema,
  machineValues,
  RecordForm,
  type RecordValues,
  useRecordForm,
} from '../features/forms/index.ts'
import { keepMachine, Rivals, useMachine, useRefused } from '../features/records/index.ts'
import { t } from '../lib/words.ts'
import { mend } from '../outbox/outbox.ts'
import { FormPage } from '../ui/FormPage.tsx'
import { Message } from '../ui/Message.tsx'

/** What is known of one machine. Runs already made keep the machine as it was known then. */
export function ChangeMachinePage() {
  const { machineId = '' } = useParams()
  const [params] = useSearchParams()
  const { machine, error } = useMachine(machineId)
  const refused = useRefused(params.get('mend'), 'machine')
  if (refused) {
    const { id, fact } = refused
    const said = { id: machineId, spec: fact.spec, record: fact.record ?? BLANK_RECORD }
    return <ChangeMachine machine={said} onSave={(now) => mend(id, { ...fact, ...now })} />
  }
  if (machine)
    return <ChangeMachine machine={machine} onSave={(now, was) => keepMachine(machine.id, now, was)} />
  return error ? <Message problem>{error.message}</Message> : <Message>{t('ui.openingTheMachine')}</Message>
}

const schema = v.object({ spec: machineFormSchema, record: machineRecordSchema })

function ChangeMachine({
  machine,
  onSave,
}: {
  machine: MachineAnswer
  onSave: (now: { spec: MachineSpec; record: MachineRecord }, was: MachineAnswer) => void
}) {
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const { form, was } = useRecordForm<MachineValues & RecordValues>(schema, {
    ...machineValues(machine.spec),
    record: machine.record,
  })
  const back = () => navigate(params.get('back') ?? '/')
  return (
    <FormPage
      title={t('ui.machine')}
      save={t('changeMachinePage.saveTheMachine')}
      saveHint={t('ui.earlierRunsStay')}
      form={form}
      onCancel={back}
      onSave={(now) => {
        onSave(now, { id: machine.id, ...was() })
        back()
      }}
    >
      <Rivals of={[machine.id]} />
      <MachineForm />
      <RecordForm />
    </FormPage>
  )
}
