import type { ReactNode } from 'react'

/** A part of the screen that scrolls by itself, with all that is hidden in it; the keyboard must be able to reach it even when nothing in it takes focus. */
export function Scroll({
  label,
  className,
  children,
}: {
  label: string
  className: string
  children: ReactNode
}) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region has to be focusable for the arrow keys
    <section aria-label={label} tabIndex={0} className={`relative ${className}`}>
      {children}
    </section>
  )
}
