import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { printCode, printedCodeQuery } from '../../api/queries.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Notice } from '../../ui/Notice.tsx'
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
      <section aria-label={t('printedCode.codeOnPaper')}>
        <Notice tone="note" className="on-paper p-3">
          <p className="font-semibold">
            {t('printedCode.brendikANewPasswordFor', { workshopName: who.workshopName, whoName: who.name })}
          </p>
          <p className="small-figure py-2 text-2xl">{code}</p>
          <p className="text-sm">{t('printedCode.enterItAtRecoverGood', { host: location.host })}</p>
          <p className="text-sm">{t('printedCode.made', { date: dateText(Date.now(), 'date') })}</p>
        </Notice>
        <p className="pt-1 text-sm">{t('printedCode.itIsShownOnlyNow')}</p>
        <div className="mt-2 grid grid-cols-2 gap-2">
          <Button look="solid" size="wide" onClick={() => print()}>
            {t('printedCode.printIt')}
          </Button>
          <Button size="wide" onClick={() => setCode(null)}>
            {t('printedCode.iHaveIt')}
          </Button>
        </div>
      </section>
    )
  return (
    <section aria-label={t('printedCode.codeOnPaper')}>
      <h3 className="border-t border-line pt-3 font-semibold">{t('printedCode.ifYouForgetYourPassword')}</h3>
      <p className="pb-1 text-soft">
        {data?.madeAtMs
          ? t('printedCode.aCodeOnPaperOf', { date: dateText(data.madeAtMs, 'date') })
          : t('printedCode.anotherOwnerCanMakeYou')}
      </p>
      {problem && (
        <Notice tone="stop" alert className="my-2 p-3">
          {problem}
        </Notice>
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
        <Field label={t('printedCode.yourPasswordToMakeA')}>
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
        <Button size="wide" type="submit">
          {t('printedCode.makeACode')}
        </Button>
      </form>
    </section>
  )
}
