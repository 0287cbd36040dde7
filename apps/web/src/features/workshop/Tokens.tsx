import { personalTokenSchema } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import * as v from 'valibot'
import { deleteToken, postToken, tokensQuery } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { newId } from '../../lib/newId.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import { Secret } from './Secret.tsx'

interface Values {
  label: string
}
const { TextField } = fieldsOf<Values>()
/** How long a token is good, days. */
const DAYS = [7, 90, 365] as const

/** Tokens by which a person's own programs ask in their name. */
export function Tokens() {
  const { data = [] } = useQuery(tokensQuery)
  const making = useAct(postToken, [tokensQuery])
  const ending = useAct(deleteToken, [tokensQuery])
  const form = useCheckedForm<Values>(v.pick(personalTokenSchema, ['label']), { label: '' })
  const [records, setRecords] = useState(false)
  const [days, setDays] = useState<number>(90)
  return (
    <section aria-label={t('token.title')}>
      <h2 className="plate pb-1 text-2xl">{t('token.title')}</h2>
      <p className="pb-2 text-soft">{t('token.hint')}</p>
      <Problem of={[making, ending]} />
      <ul>
        {data.map(({ id, label, records: mayRecord, untilMs }) => (
          <li key={id} className="flex min-h-12 items-center justify-between gap-3 border-t border-hair py-1">
            <span className="min-w-0">
              <span className="block font-semibold break-words">{label}</span>
              <span className="block text-sm text-soft">
                {t('token.line', { records: mayRecord ? 'yes' : 'no', date: dateText(untilMs, 'date') })}
              </span>
            </span>
            <Button
              look="word"
              className="px-2 text-sm"
              aria-label={`${t('token.end')}: ${label}`}
              onClick={() => ending.mutate(id)}
            >
              {t('token.end')}
            </Button>
          </li>
        ))}
      </ul>
      <Form
        form={form}
        className="mt-2 grid gap-3"
        onSend={({ label }) =>
          making.mutate({ id: newId(), label, records, days }, { onSuccess: () => form.reset() })
        }
      >
        <TextField name="label" label={t('token.name')} maxLength={200} />
        <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
          <label className="inline-flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-6 accent-ink"
              checked={records}
              onChange={(event) => setRecords(event.target.checked)}
            />
            {t('token.records')}
          </label>
          <label className="inline-flex min-h-12 items-center gap-3">
            {t('token.days')}
            <select
              className="min-h-12 border border-line bg-face px-3"
              value={days}
              onChange={(event) => setDays(Number(event.target.value))}
            >
              {DAYS.map((n) => (
                <option key={n} value={n}>
                  {n}
                </option>
              ))}
            </select>
          </label>
          <Button type="submit" look="strong" className="px-4" disabled={making.isPending}>
            {t('token.make')}
          </Button>
        </div>
      </Form>
      {making.data && <Secret label={t('token.once')} text={making.data.token} />}
    </section>
  )
}
