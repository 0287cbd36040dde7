import { type FoundInvitationAnswer, newPersonSchema } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { invitationQuery, type NewPerson, takeInvitation } from '../api/queries.ts'
import { DoorFrame, NOBODY, PersonFields, useEnter } from '../features/door/index.ts'
import { t } from '../lib/words.ts'
import { Button } from '../ui/Button.tsx'
import { Form } from '../ui/Form.tsx'
import { Notice } from '../ui/Notice.tsx'
import { useCheckedForm } from '../ui/useCheckedForm.ts'

/** Where a link leads: name, address, password, and one is in. */
export function InvitationPage() {
  const { token = '' } = useParams()
  const { data, error } = useQuery(invitationQuery(token))
  const { problem, busy, enter } = useEnter()
  return (
    <DoorFrame
      title={
        data
          ? t('invitationPage.join', { workshopName: data.workshopName })
          : t('invitationPage.joinAWorkshop')
      }
    >
      {(problem ?? error) && (
        <Notice tone="stop" alert>
          {problem ?? error?.message}
        </Notice>
      )}
      {data ? (
        <Join found={data} busy={busy} onJoin={(person) => enter(() => takeInvitation(token, person))} />
      ) : (
        <Link to="/" className="flex min-h-12 items-center text-water underline underline-offset-4">
          {t('ui.toSignIn')}
        </Link>
      )}
    </DoorFrame>
  )
}

function Join({
  found,
  busy,
  onJoin,
}: {
  found: FoundInvitationAnswer
  busy: boolean
  onJoin: (person: NewPerson) => void
}) {
  const form = useCheckedForm<NewPerson>(newPersonSchema, { ...NOBODY, name: found.name })
  return (
    <Form form={form} className="grid gap-2" onSend={onJoin}>
      <p className="text-soft">
        {t('invitationPage.asAnOwner', { role: found.role === 'owner' ? 'yes' : 'no' })}
      </p>
      <PersonFields />
      <Button look="solid" size="wide" type="submit" disabled={busy}>
        {t('invitationPage.join2')}
      </Button>
    </Form>
  )
}
