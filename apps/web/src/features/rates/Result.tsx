import type { ReactNode } from 'react'

/** One result: the figure large, its range and meaning beside it; the other system underneath. */
export function Result({
  figure,
  unit,
  range,
  also,
  tone = 'plain',
  children,
}: {
  figure: string
  unit: string
  range?: string | undefined
  /** The same in the other system of units. */
  also?: string | undefined
  tone?: 'plain' | 'good' | 'watch' | 'stop'
  children?: ReactNode
}) {
  const colour = { plain: '', good: 'text-good', watch: 'text-watch', stop: 'text-stop' }[tone]
  return (
    <div className="border-t-2 border-ink pt-3" aria-live="polite">
      <p className={`figure text-6xl lg:text-7xl ${colour}`}>
        {figure} <span className="text-2xl font-medium text-soft md:text-3xl">{unit}</span>
      </p>
      {range && <p className="mt-2 text-lg">{range}</p>}
      {also && <p className="mt-1 text-base text-soft">{also}</p>}
      {children && <div className="mt-2 max-w-prose text-lg leading-snug">{children}</div>}
    </div>
  )
}
