import { type ReactNode, useId } from 'react'

/** A labelled input; the error stands where the eye is. */
export function Field({
  label,
  unit,
  hint,
  error,
  children,
}: {
  label: string
  unit?: string | undefined
  hint?: string | undefined
  error?: string | undefined
  children: (props: {
    id: string
    className: string
    'aria-invalid': boolean
    'aria-describedby': string
  }) => ReactNode
}) {
  const id = useId()
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-sm text-soft">
        {label}
        {unit ? `, ${unit}` : ''}
      </label>
      {children({
        id,
        className: `mt-1 min-h-12 w-full border bg-face px-3 text-lg text-ink ${error ? 'border-stop' : 'border-line'}`,
        'aria-invalid': error !== undefined,
        'aria-describedby': `${id}-note`,
      })}
      <p id={`${id}-note`} className={`mt-1 text-sm ${error ? 'text-stop' : 'text-soft'}`}>
        {error ?? hint ?? ''}
      </p>
    </div>
  )
}
