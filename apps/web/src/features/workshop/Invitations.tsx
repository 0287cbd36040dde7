import { invitationSchema, type Role } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import * as v from 'valibot'
import { changesQuery, deleteInvitation, invitationsQuery, postInvitation } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { newId } from '../../lib/newId.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import { Secret } from './Secret.tsx'

interface Values {
  name: string
}
const { TextField } = fieldsOf<Values>()

/** Links that let new people in, each for one who is named, until it is used, taken back or over. */
export function Invitations() {
  const { data = [] } = useQuery(invitationsQuery)
  const inviting = useAct(postInvitation, [invitationsQuery, changesQuery])
  const ending = useAct(deleteInvitation, [invitationsQuery, changesQuery])
  const form = useCheckedForm<Values>(v.pick(invitationSchema, ['name']), { name: '' })
  const invite = (role: Role) =>
    form.handleSubmit(({ name }) =>
      inviting.mutate({ id: newId(), name, role }, { onSuccess: () => form.reset() }),
    )()
  return (
    <>
      <Problem of={[inviting, ending]} />
      <Form form={form} className="mt-3 grid grid-cols-2 gap-2" onSend={() => invite('technician')}>
        <div className="col-span-full">
          <TextField
            name="name"
            label={t('people.nameOfTheNewPerson')}
            hint={t('people.theLinkIsForOne')}
            autoComplete="off"
          />
        </div>
        {(['technician', 'owner'] as const).map((role) => (
          <Button
            key={role}
            look="strong"
            size="tall"
            className="px-3"
            disabled={inviting.isPending}
            onClick={() => invite(role)}
          >
            {t('people.inviteAnOwner', { role: role === 'owner' ? 'yes' : 'no' })}
          </Button>
        ))}
      </Form>
      {inviting.data && (
        <Secret
          label={t('people.linkForOnePersonGood', { name: inviting.variables?.name ?? '' })}
          text={`${location.origin}/join/${inviting.data.token}`}
        />
      )}
      <ul>
        {data.map(({ id, name, role, expiresAtMs }) => (
          <li
            key={id}
            className="mt-2 flex min-h-12 items-center justify-between gap-3 border-t border-hair leading-tight"
          >
            <span>
              {t('people.openLinkForAnOwner', {
                name: name || '–',
                role: role === 'owner' ? 'yes' : 'no',
                date: dateText(expiresAtMs, 'dayTime'),
              })}
            </span>
            <Button
              look="word"
              className="shrink-0 px-2"
              aria-label={t('people.takeBackTheLinkOf', { name: name || '–' })}
              onClick={() => ending.mutate(id)}
            >
              {t('ui.takeBack')}
            </Button>
          </li>
        ))}
      </ul>
    </>
  )
}
