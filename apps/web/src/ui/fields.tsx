import type { InputHTMLAttributes, ReactNode } from 'react'
import { type FieldPath, type FieldValues, useController } from 'react-hook-form'
import type { Quantity } from '../lib/units.ts'
import { read } from '../lib/words.ts'
import { Field } from './Field.tsx'
import { QuantityInput } from './QuantityInput.tsx'
import { WhenField } from './WhenField.tsx'

interface Named {
  name: string
  label: string
  hint?: string | undefined
}
type TextProps = Named & {
  /** Several lines of text. */
  rows?: number
  type?: 'text' | 'email' | 'password' | 'tel' | 'search'
} & Pick<
    InputHTMLAttributes<HTMLInputElement>,
    'autoComplete' | 'inputMode' | 'maxLength' | 'autoCapitalize' | 'spellCheck'
  >
type QuantityProps = Named & {
  quantity: Quantity
  /** Nothing typed is refused, instead of being taken as not known. */
  needed?: boolean
}
type SelectProps = Named & {
  options: readonly { value: string; text: string }[]
  /** What is kept for the option chosen, where that is not its own word. */
  read?: (value: string) => unknown
  shown?: (kept: unknown) => string
}

/** The first thing said against a field or a part of it. */
function problemIn(error: unknown): string | undefined {
  if (typeof error !== 'object' || error === null) return undefined
  const { message } = error as { message?: unknown }
  if (typeof message === 'string') return message
  return Object.entries(error).flatMap(([key, part]) => (key === 'ref' ? [] : (problemIn(part) ?? [])))[0]
}

/** What stands against a field of the form around it, once it was left or the form was sent. */
export function useProblem(name: string): string | undefined {
  const problem = problemIn(useController({ name }).fieldState.error)
  return problem === undefined ? undefined : read(problem)
}

/** A field of the form around it, by its name. */
function useField(name: string) {
  return { field: useController({ name }).field, error: useProblem(name) }
}

function TextField({ name, label, hint, rows, type = 'text', ...rest }: TextProps) {
  const { field, error } = useField(name)
  const value = field.value ?? ''
  return (
    <Field label={label} hint={hint} error={error}>
      {(props) =>
        rows ? (
          <textarea
            {...props}
            {...field}
            value={value}
            rows={rows}
            maxLength={rest.maxLength}
            className={`${props.className} py-2`}
          />
        ) : (
          <input {...props} {...rest} {...field} type={type} value={value} />
        )
      }
    </Field>
  )
}

function QuantityField({ name, label, hint, quantity, needed = false }: QuantityProps) {
  const { field, error } = useField(name)
  return (
    <QuantityInput
      label={label}
      hint={hint}
      error={error}
      quantity={quantity}
      base={field.value ?? null}
      inputRef={field.ref}
      onLeave={field.onBlur}
      onChange={(base) => field.onChange(base === null && needed ? Number.NaN : base)}
    />
  )
}

function SelectField({
  name,
  label,
  hint,
  options,
  read: readOption = (value) => value,
  shown = (kept) => String(kept ?? ''),
}: SelectProps) {
  const { field, error } = useField(name)
  return (
    <Field label={label} hint={hint} error={error}>
      {(props) => (
        <select
          {...props}
          {...field}
          value={shown(field.value)}
          onChange={(event) => field.onChange(readOption(event.target.value))}
        >
          {options.map(({ value, text }) => (
            <option key={value} value={value}>
              {text}
            </option>
          ))}
        </select>
      )}
    </Field>
  )
}

function DueField({ name }: Pick<Named, 'name'>) {
  const { field } = useField(name)
  return <WhenField atMs={field.value} onChange={field.onChange} />
}

type Of<T extends FieldValues, P extends { name: string }> = (
  props: Omit<P, 'name'> & { name: FieldPath<T> },
) => ReactNode

/** The fields of a form whose values are of one type: a name that it does not have is no name. */
export const fieldsOf = <T extends FieldValues>() =>
  ({ TextField, QuantityField, SelectField, DueField }) as {
    TextField: Of<T, TextProps>
    QuantityField: Of<T, QuantityProps>
    SelectField: Of<T, SelectProps>
    DueField: Of<T, Pick<Named, 'name'>>
  }
