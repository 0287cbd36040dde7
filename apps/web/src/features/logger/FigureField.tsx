import { useState } from 'react'
import { readNumber } from '../../lib/readNumber.ts'
import { t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'

/** A figure in the unit of the file, typed with either decimal mark; what is no number, or too small or large, changes nothing and is told. */
export function FigureField({
  label,
  unit,
  value,
  least = Number.NEGATIVE_INFINITY,
  most = Number.POSITIVE_INFINITY,
  onChange,
}: {
  label: string
  unit: string
  value: number
  least?: number
  most?: number
  onChange: (value: number) => void
}) {
  const [text, setText] = useState(String(value))
  const [from, setFrom] = useState(value)
  // A change from outside replaces what stands here; typing does not.
  if (from !== value) {
    setFrom(value)
    setText(String(value))
  }
  const number = readNumber(text)
  const fits = 'value' in number && number.value >= least && number.value <= most
  return (
    <Field label={label} unit={unit} error={fits ? undefined : t('log.expectedFigure', { text })}>
      {(props) => (
        <input
          {...props}
          inputMode="decimal"
          autoComplete="off"
          value={text}
          onChange={(event) => {
            const typed = event.target.value
            setText(typed)
            const read = readNumber(typed)
            if (!('value' in read) || read.value < least || read.value > most) return
            setFrom(read.value)
            onChange(read.value)
          }}
        />
      )}
    </Field>
  )
}
