import type { ReactNode } from 'react'

/** A part of the page with its head. */
export function LogPart({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="plate pb-2 text-2xl">{title}</h2>
      {children}
    </section>
  )
}
