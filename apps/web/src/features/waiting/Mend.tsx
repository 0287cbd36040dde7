import { checkFacts } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Quantity } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import type { Fact, Kept } from '../../outbox/keptFact.ts'
import { mend } from '../../outbox/outbox.ts'
import { Field } from '../../ui/Field.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { checkName } from '../../words/cardText.ts'
import { type Appointment, AppointmentFields } from '../visit/index.ts'

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
      <button type="button" className={PRESS} onClick={() => setOpen(true)}>
        {t('mend.putItRight')}
      </button>
    )
  return <MendForm part={part} onSave={(mended) => mend(kept.id, mended)} />
}

/** What of a fact is typed anew, and the fact with it. */
type Part =
  | { kind: 'text'; label: string; value: string; with: (value: string) => Fact }
  | { kind: 'number'; label: string; quantity: Quantity; value: number; with: (value: number) => Fact }
  | { kind: 'agreed'; value: Appointment; with: (value: Appointment) => Fact }

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

function MendForm({ part, onSave }: { part: Part; onSave: (mended: Fact) => void }) {
  const [ready, setReady] = useState<Fact | null>(null)
  return (
    <form
      className="w-full"
      onSubmit={(event) => {
        event.preventDefault()
        if (ready) onSave(ready)
      }}
    >
      <MendField part={part} onChange={setReady} />
      <button type="submit" disabled={!ready} className={`${PRESS} disabled:opacity-40`}>
        {t('mend.saveAndSend')}
      </button>
    </form>
  )
}

/** @param onChange - Told the fact as it would be sent; null = not fit to be sent. */
function MendField({ part, onChange }: { part: Part; onChange: (mended: Fact | null) => void }) {
  const [value, setValue] = useState<string | number | Appointment | null>(part.value)
  if (part.kind === 'number')
    return (
      <QuantityInput
        label={part.label}
        quantity={part.quantity}
        base={value as number | null}
        onChange={(base) => {
          setValue(base)
          onChange(base === null || Number.isNaN(base) ? null : part.with(base))
        }}
      />
    )
  if (part.kind === 'agreed')
    return (
      <AppointmentFields
        tall
        value={value as Appointment}
        onChange={(agreed) => {
          setValue(agreed)
          onChange(part.with(agreed))
        }}
      />
    )
  return (
    <Field label={part.label}>
      {(props) => (
        <textarea
          {...props}
          className={`${props.className} py-2`}
          rows={5}
          value={value as string}
          onChange={(event) => {
            setValue(event.target.value)
            onChange(event.target.value.trim() === '' ? null : part.with(event.target.value))
          }}
        />
      )}
    </Field>
  )
}
