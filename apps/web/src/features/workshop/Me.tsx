import { PASSWORD_LEAST, passwordChangeSchema } from '@brendik/core'
import { changePassword, chooseLanguage, ownSessionsQuery } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { speak } from '../../lib/prefs.ts'
import { t } from '../../lib/words.ts'
import { useOutbox } from '../../outbox/useOutbox.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { LanguageChoice } from '../../ui/LanguageChoice.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import { leave, useWho } from '../door/index.ts'
import { OwnSessions } from './OwnSessions.tsx'
import { PrintedCode } from './PrintedCode.tsx'
import { SingleKeys } from './SingleKeys.tsx'

interface Words {
  before: string
  after: string
}
const { TextField } = fieldsOf<Words>()

/** Who is signed in, the password, and the way out. */
export function Me() {
  const who = useWho()
  const leaving = useAct(leave)
  const choosing = useAct(chooseLanguage)
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
      <Problem of={[leaving, choosing]} />
      <Button size="wide" onClick={() => leaving.mutate(undefined)}>
        {t('me.signOut')}
      </Button>
      {!who.demo && <PasswordChange />}
      <div className="mt-5 grid gap-5">
        <LanguageChoice
          onChoose={(language) => choosing.mutate(language, { onSuccess: () => speak(language) })}
        />
        <SingleKeys />
        <OwnSessions />
        {!who.demo && who.role === 'owner' && <PrintedCode />}
      </div>
    </section>
  )
}

function PasswordChange() {
  const changing = useAct(changePassword, [ownSessionsQuery])
  const form = useCheckedForm<Words>(passwordChangeSchema, { before: '', after: '' })
  return (
    <>
      <Problem of={[changing]} />
      <Form
        form={form}
        className="mt-5 grid gap-1"
        onSend={(words) => changing.mutate(words, { onSuccess: () => form.reset() })}
      >
        <TextField
          name="before"
          label={t('me.passwordNow')}
          type="password"
          autoComplete="current-password"
        />
        <TextField
          name="after"
          label={t('ui.newPassword')}
          hint={t('me.atLeastCharactersEveryOther', { least: PASSWORD_LEAST })}
          type="password"
          autoComplete="new-password"
        />
        <Button size="wide" type="submit" disabled={changing.isPending}>
          {t('me.changeThePassword')}
        </Button>
        {changing.isSuccess && (
          <p role="status" className="text-good">
            {t('me.changed')}
          </p>
        )}
      </Form>
    </>
  )
}
