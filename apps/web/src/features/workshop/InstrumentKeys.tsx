import { instrumentKeySchema } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import * as v from 'valibot'
import { changesQuery, deleteKey, keysQuery, postKey } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { newId } from '../../lib/newId.ts'
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

/** Keys by which loggers and meters stream into this workshop's runs. */
export function InstrumentKeys() {
  const { data = [] } = useQuery(keysQuery)
  const making = useAct(postKey, [keysQuery, changesQuery])
  const revoking = useAct(deleteKey, [keysQuery, changesQuery])
  const form = useCheckedForm<Values>(v.pick(instrumentKeySchema, ['label']), { label: '' })
  return (
    <section aria-label={t('instrumentKeys.instruments')}>
      <h2 className="plate pb-1 text-2xl">{t('instrumentKeys.instruments')}</h2>
      <p className="pb-2 text-soft">{t('instrumentKeys.aLoggerOrMeterShows')}</p>
      <Problem of={[making, revoking]} />
      <ul>
        {data.map((key) => (
          <li key={key.id} className="flex min-h-12 items-center justify-between gap-3 border-t border-hair">
            <span className="font-semibold">{key.label}</span>
            <Button look="word" className="px-2 text-sm" onClick={() => revoking.mutate(key.id)}>
              {t('instrumentKeys.revokeTheKey')}
            </Button>
          </li>
        ))}
      </ul>
      <Form
        form={form}
        className="mt-2 grid grid-cols-[1fr_auto] items-start gap-2"
        onSend={({ label }) => making.mutate({ id: newId(), label }, { onSuccess: () => form.reset() })}
      >
        <TextField name="label" label={t('instrumentKeys.nameOfTheInstrument')} maxLength={200} />
        <Button type="submit" look="strong" className="mt-6 px-4" disabled={making.isPending}>
          {t('instrumentKeys.makeAKey')}
        </Button>
      </Form>
      {making.data && <Secret label={t('instrumentKeys.keyOfTheInstrumentIt')} text={making.data.token} />}
    </section>
  )
}
