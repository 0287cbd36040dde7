import { PASSWORD_LEAST } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { recover } from '../api/queries.ts'
import { DoorFrame, useEnter } from '../features/door/index.ts'
import { t } from '../lib/words.ts'
import { Button } from '../ui/Button.tsx'
import { Field } from '../ui/Field.tsx'
import { Notice } from '../ui/Notice.tsx'

/** A new password for somebody who forgot theirs: by a code from an owner, or by the one they printed. */
export function RecoverPage() {
  const [code, setCode] = useState('')
  const [password, setPassword] = useState('')
  const { problem, busy, enter } = useEnter()
  return (
    <DoorFrame title={t('ui.newPassword')}>
      <p className="text-soft">{t('recoverPage.anOwnerOfYourWorkshop')}</p>
      {problem && (
        <Notice tone="stop" alert>
          {problem}
        </Notice>
      )}
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          enter(() => recover(code, password))
        }}
      >
        <Field label={t('recoverPage.code')} hint={t('recoverPage.25SignsLargeOrSmall')}>
          {(props) => (
            <input
              {...props}
              required
              autoComplete="off"
              autoCapitalize="characters"
              spellCheck={false}
              value={code}
              onChange={(event) => setCode(event.target.value)}
            />
          )}
        </Field>
        <Field
          label={t('ui.newPassword')}
          hint={t('recoverPage.atLeastCharactersEveryDevice', { least: PASSWORD_LEAST })}
        >
          {(props) => (
            <input
              {...props}
              required
              minLength={PASSWORD_LEAST}
              type="password"
              autoComplete="new-password"
              value={password}
              onChange={(event) => setPassword(event.target.value)}
            />
          )}
        </Field>
        <Button look="solid" size="wide" type="submit" disabled={busy}>
          {t('recoverPage.setItAndSignIn')}
        </Button>
      </form>
      <Link to="/" className="flex min-h-12 items-center text-water underline underline-offset-4">
        {t('ui.toSignIn')}
      </Link>
    </DoorFrame>
  )
}
