import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useShort } from '../../lib/useShort.ts'
import { t } from '../../lib/words.ts'
import { Scroll } from '../../ui/Scroll.tsx'
import { TopBar } from '../../ui/TopBar.tsx'

/** The run screen's frame: plate, gauge glass, the one huge thing, chart, what it says, actions under the thumb. */
export function RunFrame({
  visitId,
  named,
  title,
  subtitle,
  state,
  glass,
  head,
  strip = null,
  chart,
  side,
  actions,
}: {
  visitId: string | null
  /** What kind of run it is. */
  named: string
  title: string
  subtitle: string
  state: ReactNode
  glass: ReactNode
  head: ReactNode
  /** The step of a protocol under way. */
  strip?: ReactNode
  chart: ReactNode
  side: ReactNode
  actions: ReactNode
}) {
  const short = useShort()
  return (
    <div className="flex h-full flex-col">
      <TopBar title={`${named}, ${title}`} switchesOnPhone={false}>
        <Link
          to={visitId ? `/visits/${visitId}` : '/'}
          className="flex min-h-12 min-w-0 flex-1 flex-col justify-center self-stretch md:flex-row md:items-center md:justify-start md:gap-3"
        >
          <span className="truncate font-semibold">{title}</span>
          <span className="truncate text-sm text-soft md:text-base">{subtitle}</span>
        </Link>
        {state}
      </TopBar>
      <div className="flex min-h-0 flex-1">
        {glass}
        <main className="flex min-h-0 min-w-0 flex-1">
          <Scroll
            label={t('runFrame.run')}
            className="flex min-h-0 min-w-0 flex-1 flex-col overflow-y-auto md:flex-row md:overflow-visible short:flex-row-reverse short:overflow-hidden"
          >
            <div className="flex min-w-0 shrink-0 flex-col px-4 pt-3 md:min-h-0 md:shrink md:flex-1 md:px-7 md:pt-4 short:min-h-0 short:shrink short:flex-1 short:px-3 short:pt-1">
              {!short && head}
              {!short && strip}
              <div className="relative h-72 md:h-auto md:min-h-0 md:flex-1 short:h-auto short:min-h-0 short:flex-1">
                {chart}
              </div>
            </div>
            <Scroll
              label={t('runFrame.whatTheRunSays')}
              className="shrink-0 border-line bg-face px-4 py-4 max-md:border-t md:w-[316px] md:overflow-y-auto md:border-l short:w-[46%] short:overflow-y-auto short:border-t-0 short:border-r short:border-l-0 short:px-3 short:py-1"
            >
              {short && head}
              {short && strip}
              {side}
            </Scroll>
          </Scroll>
        </main>
      </div>
      {actions}
    </div>
  )
}

/** One cell of the state strip. */
export function StateCell({ name, value }: { name: string; value: string }) {
  return (
    <span className="hidden flex-col justify-center self-stretch border-l border-line px-3 leading-tight lg:flex">
      <span className="text-xs text-soft">{name}</span>
      <span className="text-sm font-semibold whitespace-nowrap">{value}</span>
    </span>
  )
}
