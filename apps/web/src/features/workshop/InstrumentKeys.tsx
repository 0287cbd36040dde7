import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { deleteKey, keysQuery, postKey } from '../../api/queries.ts'
import { newId } from '../../lib/newId.ts'
import { t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'
import { Secret } from './Secret.tsx'

/** Keys by which loggers and meters stream into this workshop's runs. */
export function InstrumentKeys() {
  const client = useQueryClient()
  const { data = [] } = useQuery(keysQuery)
  const [label, setLabel] = useState('')
  const [secret, setSecret] = useState<string | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const work = (doing: Promise<unknown>) => {
    setProblem(null)
    doing.then(() => client.invalidateQueries()).catch((error: Error) => setProblem(error.message))
  }
  return (
    <section aria-label={t('instrumentKeys.instruments')}>
      <h2 className="plate pb-1 text-2xl">{t('instrumentKeys.instruments')}</h2>
      <p className="pb-2 text-soft">{t('instrumentKeys.aLoggerOrMeterShows')}</p>
      {problem && (
        <p role="alert" className="my-2 border-l-4 border-stop bg-stop-face p-3">
          {problem}
        </p>
      )}
      <ul>
        {data.map((key) => (
          <li key={key.id} className="flex min-h-12 items-center justify-between gap-3 border-t border-hair">
            <span className="font-semibold">{key.label}</span>
            <button
              type="button"
              className="min-h-12 cursor-pointer px-2 text-sm underline underline-offset-4"
              onClick={() => work(deleteKey(key.id))}
            >
              {t('instrumentKeys.revokeTheKey')}
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-2 grid grid-cols-[1fr_auto] items-start gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          work(
            postKey(newId(), label).then(({ token }) => {
              setSecret(token)
              setLabel('')
            }),
          )
        }}
      >
        <Field label={t('instrumentKeys.nameOfTheInstrument')}>
          {(props) => (
            <input
              {...props}
              required
              maxLength={200}
              value={label}
              onChange={(event) => setLabel(event.target.value)}
            />
          )}
        </Field>
        <button
          type="submit"
          className="mt-6 min-h-12 cursor-pointer border border-ink bg-face px-4 font-semibold"
        >
          {t('instrumentKeys.makeAKey')}
        </button>
      </form>
      {secret && <Secret label={t('instrumentKeys.keyOfTheInstrumentIt')} text={secret} />}
    </section>
  )
}
