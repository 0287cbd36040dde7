import type { Decision, Option } from '@brendik/core'
import { useState } from 'react'
import * as v from 'valibot'
import { numberTyped, typedNumber } from '../../lib/typedNumber.ts'
import { numberText, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import type { Space } from '../visit/index.ts'
import { bill } from './optionText.ts'
import { usePrices } from './useDecision.ts'

interface Row {
  topic: string
  name: string
  value: number
  shown: string
  note: string
  least: number
  most: number
}

/** What the arithmetic rests on, each to be changed in its place for this visit. */
export function Assumed({ space, decision, option }: { space: Space; decision: Decision; option: Option }) {
  const [changing, setChanging] = useState<Row | null>(null)
  const { prices } = usePrices()
  const { currency, taxPercent, yearsLeft, newMachine, ageKnown } = decision
  const isOwn = (topic: string) => typeof space.said.get(topic)?.latest.value === 'number'
  const row = (
    topic: string,
    name: string,
    value: number,
    shown: string,
    note: string,
    [least, most]: readonly [number, number],
  ): Row => ({ topic, name, value, shown, note: isOwn(topic) ? t('decide.own') : note, least, most })
  const rows = [
    row(
      'decide:years-left',
      t('decide.yearsLeft'),
      yearsLeft,
      t('decide.years', { years: Math.round(10 * yearsLeft) / 10 }),
      ageKnown ? '' : t('decide.yearsGuess'),
      [0.1, 40],
    ),
    row(
      'decide:new-machine',
      t('decide.newMachine'),
      newMachine,
      bill(newMachine, currency),
      t('decide.beforeTax'),
      [0, 1e7],
    ),
    ...(option.keep && option.act === 'replace'
      ? [
          row(
            `decide:part:${option.id}`,
            t('decide.partPrice'),
            option.partPrice / (1 + taxPercent / 100),
            bill(option.partPrice / (1 + taxPercent / 100), currency),
            t('decide.beforeTax'),
            [0, 1e7],
          ),
        ]
      : []),
    ...(option.keep
      ? [
          row(
            `decide:minutes:${option.id}`,
            t('decide.minutes'),
            option.minutes,
            t('weigh.minutes', { minutes: Math.round(option.minutes) }),
            t('prices.hourly').concat(' ', bill(prices.hourly, currency)),
            [1, 2000],
          ),
        ]
      : []),
  ]
  return (
    <section aria-label={t('decide.assumed')}>
      <h2 className="pb-1 text-sm font-semibold text-soft">{t('decide.assumed')}</h2>
      <ul>
        {rows.map((one) => (
          <li
            key={one.topic}
            className="flex min-h-12 items-center justify-between gap-2 border-t border-hair"
          >
            <span className="leading-tight">
              {one.name}
              <span className="block text-sm text-soft">{one.note}</span>
            </span>
            <Button
              look="word"
              className="small-figure px-2 text-right"
              aria-label={t('decide.changeOne', { name: one.name })}
              onClick={() => setChanging(one)}
            >
              {one.shown}
            </Button>
          </li>
        ))}
      </ul>
      {changing && <AssumeSheet space={space} row={changing} onClose={() => setChanging(null)} />}
    </section>
  )
}

interface Values {
  value: string
}
const { TextField } = fieldsOf<Values>()

function AssumeSheet({ space, row, onClose }: { space: Space; row: Row; onClose: () => void }) {
  const schema = v.object({
    value: typedNumber(row.least, row.most, t('decide.expectedNumber', { least: row.least, most: row.most })),
  })
  const digits = Number.isInteger(row.value) ? 0 : 2
  const form = useCheckedForm<Values>(schema, { value: numberText(row.value, digits) })
  return (
    <Sheet open title={row.name} onClose={onClose}>
      <Form
        form={form}
        className="grid gap-2 pt-2"
        onSend={({ value }) => {
          const typed = numberTyped(value)
          if (typed !== null) space.say(row.topic, typed)
          onClose()
        }}
      >
        <TextField name="value" label={row.name} hint={row.note} inputMode="decimal" />
        <Button look="solid" size="tall" type="submit">
          {t('ui.keepIt')}
        </Button>
        <Button
          size="tall"
          onClick={() => {
            space.say(row.topic, null)
            onClose()
          }}
        >
          {t('decide.asReckoned')}
        </Button>
      </Form>
    </Sheet>
  )
}
