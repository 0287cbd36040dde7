import type { ReactNode } from 'react'
import { Scroll } from './Scroll.tsx'

/** The pane beside the work: what belongs to it. */
export function SidePane({
  label,
  width = 'md:w-[316px]',
  children,
}: {
  label: string
  width?: string
  children: ReactNode
}) {
  return (
    <Scroll
      label={label}
      className={`shrink-0 border-line bg-face px-4 py-4 max-md:border-t md:overflow-y-auto md:border-l print:hidden ${width}`}
    >
      {children}
    </Scroll>
  )
}

/** The work, and what belongs to it beside it; on a phone below it. On the desk each scrolls by itself. */
export function TwoPanes({
  label,
  side,
  sideLabel,
  sideWidth,
  children,
}: {
  label: string
  side: ReactNode
  sideLabel: string
  sideWidth?: string
  children: ReactNode
}) {
  return (
    <div className="relative flex min-h-0 flex-1 flex-col overflow-y-auto md:flex-row md:overflow-visible">
      <main className="min-w-0 flex-1 md:min-h-0">
        <Scroll label={label} className="px-4 pb-6 md:h-full md:overflow-y-auto md:px-7">
          {children}
        </Scroll>
      </main>
      <SidePane label={sideLabel} {...(sideWidth ? { width: sideWidth } : {})}>
        {side}
      </SidePane>
    </div>
  )
}
