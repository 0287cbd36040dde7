import type { ReactNode } from 'react'

/** A whole-width target outside the action bar. */
export function BigButton({
  main = false,
  submit = false,
  disabled = false,
  onPress,
  children,
}: {
  main?: boolean
  submit?: boolean
  disabled?: boolean
  onPress?: () => void
  children: ReactNode
}) {
  return (
    <button
      type={submit ? 'submit' : 'button'}
      disabled={disabled}
      onClick={onPress}
      className={`min-h-14 w-full cursor-pointer px-5 text-xl font-semibold disabled:cursor-default disabled:opacity-40 ${main ? 'bg-ink text-face' : 'border border-line bg-face'}`}
    >
      {children}
    </button>
  )
}
