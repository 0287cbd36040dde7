import { PASSWORD_LEAST } from '@brendik/core'
import { useState } from 'react'
import { changePassword, chooseLanguage } from '../../api/queries.ts'
import { speak } from '../../lib/prefs.ts'
import { t } from '../../lib/words.ts'
import { useOutbox } from '../../outbox/useOutbox.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { LanguageChoice } from '../../ui/LanguageChoice.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { leave, useWho } from '../door/index.ts'
import { OwnSessions } from './OwnSessions.tsx'
import { PrintedCode } from './PrintedCode.tsx'

/** Who is signed in, the password, and the way out. */
export function Me() {
  const who = useWho()
  const [problem, setProblem] = useState<string | null>(null)
  const [changed, setChanged] = useState(false)
  const [before, setBefore] = useState('')
  const [after, setAfter] = useState('')
  const waiting = useOutbox().filter((kept) => kept.state !== 'sent').length
  return (
    <section aria-label={t('me.you')}>
      <h2 className="plate text-2xl">{who.name}</h2>
      <p className="pb-3 text-soft">
        {who.role === 'owner' ? t('me.owner') : t('me.technician')}, {who.workshopName}
      </p>
      {waiting > 0 && (
        <Notice tone="watch" className="mb-3 p-3">
          {t('me.entryIsNotSentYet', { waiting })}
        </Notice>
      )}
      {problem && (
        <Notice tone="stop" alert className="mb-3 p-3">
          {problem}
        </Notice>
      )}
      <Button size="wide" onClick={() => leave().catch((error: Error) => setProblem(error.message))}>
        {t('me.signOut')}
      </Button>
      {!who.demo && (
        <form
          className="mt-5 grid gap-1"
          onSubmit={(event) => {
            event.preventDefault()
            setProblem(null)
            changePassword(before, after)
              .then(() => {
                setChanged(true)
                setBefore('')
                setAfter('')
              })
              .catch((error: Error) => setProblem(error.message))
          }}
        >
          <Field label={t('me.passwordNow')}>
            {(props) => (
              <input
                {...props}
                required
                type="password"
                autoComplete="current-password"
                value={before}
                onChange={(event) => setBefore(event.target.value)}
              />
            )}
          </Field>
          <Field
            label={t('ui.newPassword')}
            hint={t('me.atLeastCharactersEveryOther', { least: PASSWORD_LEAST })}
          >
            {(props) => (
              <input
                {...props}
                required
                minLength={PASSWORD_LEAST}
                type="password"
                autoComplete="new-password"
                value={after}
                onChange={(event) => setAfter(event.target.value)}
              />
            )}
          </Field>
          <Button size="wide" type="submit">
            {t('me.changeThePassword')}
          </Button>
          {changed && (
            <p role="status" className="text-good">
              {t('me.changed')}
            </p>
          )}
        </form>
      )}
      <div className="mt-5 grid gap-5">
        <LanguageChoice
          onChoose={(language) =>
            chooseLanguage(language)
              .then(() => speak(language))
              .catch((error: Error) => setProblem(error.message))
          }
        />
        <OwnSessions />
        {!who.demo && who.role === 'owner' && <PrintedCode />}
      </div>
    </section>
  )
}
