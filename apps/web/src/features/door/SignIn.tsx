import { newWorkshopSchema, type SessionAnswer, signInSchema } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { type NewPerson, setUpWorkshop, signIn, signInToDemo } from '../../api/queries.ts'
import { speak } from '../../lib/prefs.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { LanguageChoice } from '../../ui/LanguageChoice.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import { DoorFrame } from './DoorFrame.tsx'
import { NOBODY, PersonFields } from './PersonFields.tsx'
import { useEnter } from './useEnter.ts'

/** Sign-in; on the very first start, the set-up of the workshop; in the demo, one click. */
export function SignIn({ session }: { session: SessionAnswer }) {
  const [settingUp, setSettingUp] = useState(session.firstStart && !session.demo)
  return (
    <DoorFrame title={settingUp ? t('signIn.setUpTheWorkshop') : t('ui.signIn')}>
      <WaysIn session={session} settingUp={settingUp} onSettingUp={setSettingUp} />
    </DoorFrame>
  )
}

/** The ways in. @param onStay - Called instead of opening the day, when there is a page under it to go on with. */
export function WaysIn({
  session,
  settingUp = false,
  onSettingUp,
  onStay,
}: {
  session: SessionAnswer
  settingUp?: boolean
  onSettingUp?: (next: boolean) => void
  onStay?: () => void
}) {
  const { problem, busy, enter } = useEnter(onStay)
  const mayPutUp = onSettingUp !== undefined && (session.firstStart || session.openSignUp)
  return (
    <>
      {session.demo && !settingUp && (
        <section aria-label={t('signIn.demo')} className="grid gap-3 border-b border-line pb-6">
          <Button look="solid" size="wide" disabled={busy} onClick={() => enter(() => signInToDemo('owner'))}>
            {t('signIn.openTheDemo')}
          </Button>
          <Button
            disabled={busy}
            look="word"
            className="text-water"
            onClick={() => enter(() => signInToDemo('technician'))}
          >
            {t('signIn.openItAsTheDemos')}
          </Button>
          <p className="text-soft">{t('signIn.inventedVisitsAndPeopleNo')}</p>
        </section>
      )}
      {problem && (
        <Notice tone="stop" alert>
          {problem}
        </Notice>
      )}
      {settingUp ? (
        <SetUp busy={busy} onSetUp={(person) => enter(() => setUpWorkshop(person))} />
      ) : (
        <PasswordForm
          busy={busy}
          main={!session.demo}
          onSignIn={(email, password) => enter(() => signIn(email, password))}
        />
      )}
      {!settingUp && !onStay && (
        <Link to="/recover" className="flex min-h-12 items-center text-water underline underline-offset-4">
          {t('signIn.thePasswordIsForgotten')}
        </Link>
      )}
      {mayPutUp && (
        <Button look="word" className="text-water" onClick={() => onSettingUp(!settingUp)}>
          {settingUp ? t('signIn.iHaveAnAccountSign') : t('signIn.setUpAWorkshopOf')}
        </Button>
      )}
      {!onStay && <LanguageChoice onChoose={speak} />}
      {!mayPutUp && !session.demo && !onStay && <p className="text-soft">{t('signIn.newHereTheOwnerOf')}</p>}
    </>
  )
}

interface Known {
  email: string
  password: string
}
const { TextField } = fieldsOf<Known>()

function PasswordForm({
  busy,
  main,
  onSignIn,
}: {
  busy: boolean
  /** Whether this is what most people come for. */
  main: boolean
  onSignIn: (email: string, password: string) => void
}) {
  const form = useCheckedForm<Known>(signInSchema, { email: '', password: '' })
  return (
    <Form form={form} className="grid gap-2" onSend={({ email, password }) => onSignIn(email, password)}>
      <TextField name="email" label={t('ui.eMailAddress')} type="email" autoComplete="username" />
      <TextField name="password" label={t('ui.password')} type="password" autoComplete="current-password" />
      <Button look={main ? 'solid' : 'plain'} size="wide" type="submit" disabled={busy}>
        {t('ui.signIn')}
      </Button>
    </Form>
  )
}

type Founder = NewPerson & { workshopName: string }
const { TextField: FounderField } = fieldsOf<Founder>()

function SetUp({ busy, onSetUp }: { busy: boolean; onSetUp: (person: Founder) => void }) {
  const form = useCheckedForm<Founder>(newWorkshopSchema, { ...NOBODY, workshopName: '' })
  return (
    <Form form={form} className="grid gap-2" onSend={onSetUp}>
      <FounderField name="workshopName" label={t('signIn.nameOfTheWorkshop')} autoComplete="organization" />
      <PersonFields />
      <Button look="solid" size="wide" type="submit" disabled={busy}>
        {t('signIn.setItUp')}
      </Button>
    </Form>
  )
}
