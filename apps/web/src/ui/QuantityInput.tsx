import { type Ref, useEffect, useState } from 'react'
import { usePrefs } from '../lib/prefs.ts'
import { readNumber } from '../lib/readNumber.ts'
import { type Quantity, typedFigure, type UnitSystem, unitOf } from '../lib/units.ts'
import { t } from '../lib/words.ts'
import { Field } from './Field.tsx'

/** A length in mm below this with decimals is hardly one: metres or inches were in mind. */
const HARDLY_MM = 10

/** What is asked about a typed figure; null = nothing. */
function problemOf(text: string, unit: string, quantity: Quantity, units: UnitSystem): string | null {
  if (text.trim() === '') return null
  const number = readNumber(text)
  if ('asked' in number)
    return number.asked === 'not-a-number'
      ? t('quantityInput.expectedANumberInGot', { unit, text })
      : t('quantityInput.thousandsOrDecimals', { text, whole: text.replace(/[.,]/, '') })
  const { value } = number
  const inMm = units === 'metric' && (quantity === 'level' || quantity === 'height')
  return inMm && Math.abs(value) < HARDLY_MM && !Number.isInteger(value)
    ? t('quantityInput.hardlyMm', { text })
    : null
}

/** A number kept in base units, typed and shown in the user's; empty = not known. */
export function QuantityInput({
  label,
  quantity,
  base,
  hint,
  error,
  inputRef,
  onLeave,
  onChange,
}: {
  label: string
  quantity: Quantity
  base: number | null
  hint?: string | undefined
  error?: string | undefined
  inputRef?: Ref<HTMLInputElement>
  onLeave?: () => void
  onChange: (base: number | null) => void
}) {
  const { units } = usePrefs()
  const { unit, read } = unitOf(units, quantity)
  const shown =
    base === null || Number.isNaN(base) ? '' : typedFigure(units, quantity, base).replace(/[.,]0+$/, '')
  const [text, setText] = useState(shown)
  // A change from outside (another machine, other units) replaces what stands here; typing does not.
  const [from, setFrom] = useState({ base, units })
  useEffect(() => {
    if (!Object.is(from.base, base) || from.units !== units) {
      setFrom({ base, units })
      setText(shown)
    }
  }, [base, units, from, shown])
  const problem = problemOf(text, unit, quantity, units)
  return (
    <Field label={label} unit={unit} hint={hint} error={problem ?? error}>
      {(props) => (
        <input
          {...props}
          ref={inputRef}
          onBlur={onLeave}
          inputMode="decimal"
          autoComplete="off"
          value={text}
          onChange={(event) => {
            const typed = event.target.value
            setText(typed)
            const number = readNumber(typed)
            const fits = 'value' in number && problemOf(typed, unit, quantity, units) === null
            const next = typed.trim() === '' ? null : fits ? read(number.value) : Number.NaN
            setFrom({ base: next, units })
            onChange(next)
          }}
        />
      )}
    </Field>
  )
}
