import type { ComponentProps } from 'react'

/** How much a button asks to be pressed: the one thing to do, a strong second, one of several, or a word in a line. */
const LOOK = {
  solid: 'bg-ink font-semibold text-face',
  strong: 'border border-ink bg-face font-semibold',
  plain: 'border border-line bg-face',
  word: 'text-left underline underline-offset-4',
} as const
/** Heights that a wet thumb hits; a word keeps the size of its line. */
const SIZE = {
  row: 'min-h-12',
  tall: 'min-h-14 text-lg',
  big: 'min-h-16 text-xl',
  wide: 'min-h-14 w-full px-5 text-xl font-semibold',
} as const

/** A button of the app: nothing is submitted by it unless it says so. */
export function Button({
  look = 'plain',
  size = 'row',
  type = 'button',
  className = '',
  ...rest
}: ComponentProps<'button'> & { look?: keyof typeof LOOK; size?: keyof typeof SIZE }) {
  return (
    <button
      type={type}
      className={`cursor-pointer disabled:cursor-default disabled:opacity-40 ${LOOK[look]} ${SIZE[size]} ${className}`}
      {...rest}
    />
  )
}
