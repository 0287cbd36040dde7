import { PASSWORD_LEAST, recoverySchema } from '@brendik/core'
import { Link } from 'react-router'
import { recover } from '../api/queries.ts'
import { DoorFrame, useEnter } from '../features/door/index.ts'
import { t } from '../lib/words.ts'
import { Button } from '../ui/Button.tsx'
import { Form } from '../ui/Form.tsx'
import { fieldsOf } from '../ui/fields.tsx'
import { Notice } from '../ui/Notice.tsx'
import { useCheckedForm } from '../ui/useCheckedForm.ts'

interface Values {
  code: string
  password: string
}
const { TextField } = fieldsOf<Values>()

/** A new password for somebody who forgot theirs: by a code from an owner, or by the one they printed. */
export function RecoverPage() {
  const form = useCheckedForm<Values>(recoverySchema, { code: '', password: '' })
  const { problem, busy, enter } = useEnter()
  return (
    <DoorFrame title={t('ui.newPassword')}>
      <p className="text-soft">{t('recoverPage.anOwnerOfYourWorkshop')}</p>
      {problem && (
        <Notice tone="stop" alert>
          {problem}
        </Notice>
      )}
      <Form
        form={form}
        className="grid gap-2"
        onSend={({ code, password }) => enter(() => recover(code, password))}
      >
        <TextField
          name="code"
          label={t('recoverPage.code')}
          hint={t('recoverPage.25SignsLargeOrSmall')}
          autoComplete="off"
          autoCapitalize="characters"
          spellCheck={false}
        />
        <TextField
          name="password"
          label={t('ui.newPassword')}
          hint={t('recoverPage.atLeastCharactersEveryDevice', { least: PASSWORD_LEAST })}
          type="password"
          autoComplete="new-password"
        />
        <Button look="solid" size="wide" type="submit" disabled={busy}>
          {t('recoverPage.setItAndSignIn')}
        </Button>
      </Form>
      <Link to="/" className="flex min-h-12 items-center text-water underline underline-offset-4">
        {t('ui.toSignIn')}
      </Link>
    </DoorFrame>
  )
}
