import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { deleteKey, keysQuery, postKey } from '../../api/queries.ts'
import { newId } from '../../lib/newId.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Notice } from '../../ui/Notice.tsx'
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
        <Notice tone="stop" alert className="my-2 p-3">
          {problem}
        </Notice>
      )}
      <ul>
        {data.map((key) => (
          <li key={key.id} className="flex min-h-12 items-center justify-between gap-3 border-t border-hair">
            <span className="font-semibold">{key.label}</span>
            <Button look="word" className="px-2 text-sm" onClick={() => work(deleteKey(key.id))}>
              {t('instrumentKeys.revokeTheKey')}
            </Button>
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
        <Button type="submit" look="strong" className="mt-6 px-4">
          {t('instrumentKeys.makeAKey')}
        </Button>
      </form>
      {secret && <Secret label={t('instrumentKeys.keyOfTheInstrumentIt')} text={secret} />}
    </section>
  )
}
