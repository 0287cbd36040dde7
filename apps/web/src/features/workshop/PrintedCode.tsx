import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { printCode, printedCodeQuery } from '../../api/queries.ts'
import { dateText } from '../../lib/time.ts'
import { BigButton } from '../../ui/BigButton.tsx'
import { Field } from '../../ui/Field.tsx'
import { useWho } from '../door/index.ts'

/** An owner's way back in for the day on which they forget their password: a code on paper. Nobody else could give them one. */
export function PrintedCode() {
  const who = useWho()
  const client = useQueryClient()
  const { data } = useQuery(printedCodeQuery)
  const [password, setPassword] = useState('')
  const [code, setCode] = useState<string | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  if (code)
    return (
      <section aria-label="Code on paper">
        <div className="on-paper border-l-4 border-water bg-band p-3">
          <p className="font-semibold">
            Brendik, {who.workshopName}: a new password for {who.name}
          </p>
          <p className="small-figure py-2 text-2xl">{code}</p>
          <p className="text-sm">
            Enter it at {location.host}/recover. Good once, until another is made. Whoever holds this paper
            can get in: keep it where the cash is kept.
          </p>
          <p className="text-sm">Made {dateText(Date.now(), 'date')}.</p>
        </div>
        <p className="pt-1 text-sm">It is shown only now.</p>
        <div className="mt-2 grid grid-cols-2 gap-2">
          <BigButton main onPress={() => print()}>
            Print it
          </BigButton>
          <BigButton onPress={() => setCode(null)}>I have it</BigButton>
        </div>
      </section>
    )
  return (
    <section aria-label="Code on paper">
      <h3 className="border-t border-line pt-3 font-semibold">If you forget your password</h3>
      <p className="pb-1 text-soft">
        {data?.madeAtMs
          ? `A code on paper of ${dateText(data.madeAtMs, 'date')} lets you set a new one. A new code replaces it.`
          : 'Another owner can make you a code. If you are alone, make one now and keep it on paper where the cash is kept.'}
      </p>
      {problem && (
        <p role="alert" className="my-2 border-l-4 border-stop bg-stop-face p-3">
          {problem}
        </p>
      )}
      <form
        className="grid gap-1"
        onSubmit={(event) => {
          event.preventDefault()
          setProblem(null)
          printCode(password)
            .then((made) => {
              setCode(made.code)
              setPassword('')
              return client.invalidateQueries({ queryKey: printedCodeQuery.queryKey })
            })
            .catch((error: Error) => setProblem(error.message))
        }}
      >
        <Field label="Your password, to make a code">
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
        <BigButton submit>Make a code</BigButton>
      </form>
    </section>
  )
}
