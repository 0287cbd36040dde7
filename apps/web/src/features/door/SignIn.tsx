import type { SessionAnswer } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { setUpWorkshop, signIn, signInToDemo } from '../../api/queries.ts'
import { speak } from '../../lib/prefs.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { LanguageChoice } from '../../ui/LanguageChoice.tsx'
import { Notice } from '../../ui/Notice.tsx'
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
  const [email, setEmail] = useState('')
  const [password, setPassword] = useState('')
  return (
    <form
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        onSignIn(email, password)
      }}
    >
      <Field label={t('ui.eMailAddress')}>
        {(props) => (
          <input
            {...props}
            required
            type="email"
            autoComplete="username"
            value={email}
            onChange={(event) => setEmail(event.target.value)}
          />
        )}
      </Field>
      <Field label={t('ui.password')}>
        {(props) => (
          <input
            {...props}
            required
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
        )}
      </Field>
      <Button look={main ? 'solid' : 'plain'} size="wide" type="submit" disabled={busy}>
        {t('ui.signIn')}
      </Button>
    </form>
  )
}

function SetUp({
  busy,
  onSetUp,
}: {
  busy: boolean
  onSetUp: (person: typeof NOBODY & { workshopName: string }) => void
}) {
  const [workshopName, setWorkshopName] = useState('')
  const [person, setPerson] = useState(NOBODY)
  return (
    <form
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        onSetUp({ ...person, workshopName })
      }}
    >
      <Field label={t('signIn.nameOfTheWorkshop')}>
        {(props) => (
          <input
            {...props}
            required
            autoComplete="organization"
            value={workshopName}
            onChange={(event) => setWorkshopName(event.target.value)}
          />
        )}
      </Field>
      <PersonFields person={person} onChange={setPerson} />
      <Button look="solid" size="wide" type="submit" disabled={busy}>
        {t('signIn.setItUp')}
      </Button>
    </form>
  )
}
