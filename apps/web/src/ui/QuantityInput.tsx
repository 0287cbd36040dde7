import { useEffect, useState } from 'react'
import { usePrefs } from '../lib/prefs.ts'
import { type Quantity, typedFigure, unitOf } from '../lib/units.ts'
import { Field } from './Field.tsx'

/** A number kept in base units, typed and shown in the user's; empty = not known. */
export function QuantityInput({
  label,
  quantity,
  base,
  hint,
  error,
  onChange,
}: {
  label: string
  quantity: Quantity
  base: number | null
  hint?: string | undefined
  error?: string | undefined
  onChange: (base: number | null) => void
}) {
  const { units } = usePrefs()
  const { unit, read } = unitOf(units, quantity)
  const shown =
    base === null || Number.isNaN(base) ? '' : typedFigure(units, quantity, base).replace(/\.0+$/, '')
  const [text, setText] = useState(shown)
  // A change from outside (another machine, other units) replaces what stands here; typing does not.
  const [from, setFrom] = useState({ base, units })
  useEffect(() => {
    if (!Object.is(from.base, base) || from.units !== units) {
      setFrom({ base, units })
      setText(shown)
    }
  }, [base, units, from, shown])
  const wrong = text.trim() !== '' && !Number.isFinite(Number(text.replace(',', '.')))
  return (
    <Field
      label={label}
      unit={unit}
      hint={hint}
      error={wrong ? `expected a number in ${unit}, got ${text}` : error}
    >
      {(props) => (
        <input
          {...props}
          inputMode="decimal"
          autoComplete="off"
          value={text}
          onChange={(event) => {
            const typed = event.target.value
            setText(typed)
            const value = Number(typed.replace(',', '.'))
            const next = typed.trim() === '' ? null : Number.isFinite(value) ? read(value) : Number.NaN
            setFrom({ base: next, units })
            onChange(next)
          }}
        />
      )}
    </Field>
  )
}
