import { PASSWORD_LEAST } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { recover } from '../api/queries.ts'
import { DoorFrame, useEnter } from '../features/door/index.ts'
import { BigButton } from '../ui/BigButton.tsx'
import { Field } from '../ui/Field.tsx'

/** A new password for somebody who forgot theirs: by a code from an owner, or by the one they printed. */
export function RecoverPage() {
  const [code, setCode] = useState('')
  const [password, setPassword] = useState('')
  const { problem, busy, enter } = useEnter()
  return (
    <DoorFrame title="New password">
      <p className="text-soft">
        An owner of your workshop makes you a code, under Workshop, People. An owner who is alone has printed
        one.
      </p>
      {problem && (
        <p role="alert" className="border-l-4 border-stop bg-stop-face p-3">
          {problem}
        </p>
      )}
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          enter(() => recover(code, password))
        }}
      >
        <Field label="Code" hint="25 signs; large or small, with or without strokes">
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
          label="New password"
          hint={`At least ${PASSWORD_LEAST} characters; every device that was signed in is out`}
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
        <BigButton main submit disabled={busy}>
          Set it and sign in
        </BigButton>
      </form>
      <Link to="/" className="flex min-h-12 items-center text-water underline underline-offset-4">
        To sign-in
      </Link>
    </DoorFrame>
  )
}
