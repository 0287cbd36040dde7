import { asText, checkFacts } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import * as v from 'valibot'
import type { Quantity } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import type { Fact, Kept } from '../../outbox/keptFact.ts'
import { mend } from '../../outbox/outbox.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import { checkName } from '../../words/cardText.ts'
import { AppointmentFields, type AppointmentValues, NOTHING_AGREED } from '../visit/index.ts'

const PRESS = 'inline-flex min-h-12 cursor-pointer items-center border border-ink bg-face px-4 font-semibold'

/** What the server did not take, put right where it stands: opened by a press, sent again when it is saved. Nothing where there is nothing to put right. */
export function Mend({ kept, onLeave }: { kept: Kept; onLeave: () => void }) {
  const [open, setOpen] = useState(false)
  const { fact } = kept
  if (fact.kind === 'machine' || fact.kind === 'site')
    return (
      <Link
        to={
          fact.kind === 'machine'
            ? `/machines/${fact.machineId}/change?mend=${kept.id}`
            : `/sites/${fact.siteId}?mend=${kept.id}`
        }
        onClick={onLeave}
        className={PRESS}
      >
        {t('mend.putItRight')}
      </Link>
    )
  const part = partOf(fact)
  if (!part) return null
  if (!open)
    return (
      <Button look="strong" className="px-4" onClick={() => setOpen(true)}>
        {t('mend.putItRight')}
      </Button>
    )
  return <MendForm part={part} onSave={(mended) => mend(kept.id, mended)} />
}

/** What of a fact is typed anew, and the fact with it. */
type Part =
  | { kind: 'text'; label: string; value: string; with: (value: string) => Fact }
  | { kind: 'number'; label: string; quantity: Quantity; value: number; with: (value: number) => Fact }
  | { kind: 'agreed'; value: Agreed; with: (value: Agreed) => Fact }
type Agreed = AppointmentValues['agreed']

function partOf(fact: Fact): Part | null {
  switch (fact.kind) {
    case 'look': {
      const { said } = fact
      if (said.type !== 'observed' || typeof said.value !== 'number') return null
      const check = checkFacts(said.check)
      if (check.kind === 'choice') return null
      return {
        kind: 'number',
        label: checkName(check.id),
        quantity: check.quantity,
        value: said.value,
        with: (value) => ({ ...fact, said: { ...said, value } }),
      }
    }
    case 'entry': {
      const { said } = fact
      if (typeof said.value !== 'string') return null
      return {
        kind: 'text',
        label: t('mend.asItShouldBe'),
        value: said.value,
        with: (value) => ({ ...fact, said: { ...said, value } }),
      }
    }
    case 'run': {
      const { event } = fact
      if (event.type === 'levelRead')
        return {
          kind: 'number',
          label: t('ui.level'),
          quantity: 'level',
          value: event.levelMm,
          with: (levelMm) => ({ ...fact, event: { ...event, levelMm } }),
        }
      if (event.type === 'flowRead')
        return {
          kind: 'number',
          label: t('ui.flow'),
          quantity: 'flow',
          value: event.flowLMin,
          with: (flowLMin) => ({ ...fact, event: { ...event, flowLMin } }),
        }
      return null
    }
    case 'visit':
      return {
        kind: 'agreed',
        value: fact.visit,
        with: ({ complaint, dueAtMs }) => ({
          ...fact,
          visit: { ...fact.visit, complaint, dueAtMs: dueAtMs ?? Date.now() },
        }),
      }
    case 'customer':
      return {
        kind: 'text',
        label: t('mend.nameOfTheCustomer'),
        value: fact.customer.name,
        with: (name) => ({ ...fact, customer: { ...fact.customer, name } }),
      }
    default:
      return null
  }
}

/** One of the three is asked for. */
interface Values extends AppointmentValues {
  text: string
  number: number | null
}
const { TextField, QuantityField } = fieldsOf<Values>()

/** Nothing is not sent again in place of what was refused. */
const NEEDED = {
  text: v.looseObject({ text: v.pipe(v.string(), v.trim(), v.minLength(1, asText('expected.something'))) }),
  number: v.looseObject({ number: v.pipe(v.number(asText('expected.something')), v.finite()) }),
  agreed: v.looseObject({}),
}

function MendForm({ part, onSave }: { part: Part; onSave: (mended: Fact) => void }) {
  const form = useCheckedForm<Values>(NEEDED[part.kind], {
    ...(part.kind === 'agreed' ? { agreed: part.value } : NOTHING_AGREED),
    text: part.kind === 'text' ? part.value : '',
    number: part.kind === 'number' ? part.value : null,
  })
  return (
    <Form
      form={form}
      className="w-full"
      onSend={({ text, number, agreed }) => {
        if (part.kind === 'text') onSave(part.with(text))
        else if (part.kind === 'agreed') onSave(part.with(agreed))
        else if (number !== null) onSave(part.with(number))
      }}
    >
      {part.kind === 'text' && <TextField name="text" label={part.label} rows={5} />}
      {part.kind === 'number' && (
        <QuantityField name="number" label={part.label} quantity={part.quantity} needed />
      )}
      {part.kind === 'agreed' && <AppointmentFields tall />}
      <Button type="submit" look="strong" className="px-4">
        {t('mend.saveAndSend')}
      </Button>
    </Form>
  )
}
