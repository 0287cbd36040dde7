import { AGREED_TOPIC, agreedOf, agreedValue, asText, type Decision, type Option } from '@brendik/core'
import * as v from 'valibot'
import { dateText } from '../../lib/time.ts'
import { numberTyped, typedNumber } from '../../lib/typedNumber.ts'
import { numberText, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import type { Space } from '../visit/index.ts'
import { bill, optionName, optionNameOf } from './optionText.ts'

/** The yes that stands: to what, by whom, when. */
export function Agreed({ space }: { space: Space }) {
  const agreed = agreedOf(space.said)
  if (!agreed) return null
  return (
    <section aria-label={t('decide.yesTitle')} className="border-t border-line pt-3">
      <p className={`leading-snug ${agreed.conflict ? 'text-watch' : 'text-good'}`}>
        {agreed.conflict
          ? t('decide.agreedTwo')
          : t('decide.agreed', {
              name: agreed.name,
              price: bill(agreed.amount, agreed.currency),
              time: dateText(agreed.atMs, 'time'),
              option: optionNameOf(agreed.option),
              by: agreed.by,
            })}
      </p>
      {space.visit.closedAtMs === null && (
        <Button look="word" className="text-sm text-soft" onClick={() => space.say(AGREED_TOPIC, null)}>
          {t('decide.takeBack')}
        </Button>
      )}
    </section>
  )
}

interface Values {
  name: string
  amount: string
}
const { TextField } = fieldsOf<Values>()
const MOST = 1e7
const schema = v.object({
  name: v.pipe(v.string(), v.trim(), v.nonEmpty(asText('expected.something')), v.maxLength(100)),
  amount: typedNumber(0, MOST, asText('expected.amount')),
})

/** A customer says yes to a price before work begins: by name, with the amount. */
export function AgreeSheet({
  space,
  decision: { currency },
  option,
  onClose,
}: {
  space: Space
  decision: Decision
  option: Option
  onClose: () => void
}) {
  const form = useCheckedForm<Values>(schema, { name: '', amount: numberText(option.price, 2) })
  return (
    <Sheet open title={t('decide.yesTitle')} onClose={onClose}>
      <Form
        form={form}
        className="grid gap-2 pt-2"
        onSend={({ name, amount }) => {
          const agreed = numberTyped(amount)
          if (agreed !== null)
            space.say(AGREED_TOPIC, agreedValue({ amount: agreed, currency, option: option.id, name }))
          onClose()
        }}
      >
        <p className="text-lg font-semibold">{optionName(option)}</p>
        <p className="text-soft">{t('decide.yesWhy')}</p>
        <TextField name="name" label={t('decide.who')} autoComplete="off" maxLength={100} />
        <TextField name="amount" label={t('decide.amount', { currency })} inputMode="decimal" />
        <Button look="solid" size="tall" type="submit">
          {t('decide.writeDown')}
        </Button>
      </Form>
    </Sheet>
  )
}
