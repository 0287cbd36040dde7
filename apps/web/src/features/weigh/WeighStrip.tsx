import type { VisitView } from '@brendik/core'
import { Link } from 'react-router'
import { percent } from '../../lib/percent.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { say, t } from '../../lib/words.ts'
import { actText } from '../../words/cardText.ts'
import type { Space } from '../visit/index.ts'
import { inShort, leadingOf } from './leading.ts'
import { begunOf } from './proposed.ts'
import { useBegun, useProposed, useWeigh } from './useWeigh.ts'

/** Faults named in the line: as many as there is room for. */
const NAMED = 2

/**
 * One line on every stage: the leading faults and how likely each is, which leads to the page that says why; and what to do next with its
 * minutes, which one tap starts. It keeps its place from the first moment, so that nothing moves under a finger when there is something to say.
 */
export function WeighStrip({ space }: { space: Space }) {
  const view = useWeigh(space)
  const said = view !== null && (view.seen || space.visit.observations.length > 0)
  const page = `/visits/${space.visit.id}/weigh`
  return (
    <nav
      aria-label={t('weigh.stripWhatIsWrong')}
      className={`flex h-12 shrink-0 border-b border-line leading-tight print:hidden ${view?.conflict ? 'bg-watch-face' : 'bg-face'}`}
    >
      <Link to={page} className="flex min-w-0 flex-1 items-center gap-5 px-4">
        {said ? <Leading view={view} /> : <span className="text-soft">{t('weigh.nothingYet')}</span>}
      </Link>
      {said && <Next space={space} view={view} page={page} />}
    </nav>
  )
}

function Leading({ view }: { view: VisitView }) {
  const leading = leadingOf(view)
  if (leading.kind === 'nothing')
    return <Named first name={leading.name} share={percent(leading.probability)} />
  return inShort(view, NAMED).map(({ name, share }, n) => (
    <Named key={name} first={n === 0} name={name} share={share} />
  ))
}

/** What to do next: two findings to settle, an act, or the look worth most for its minutes. */
function Next({ space, view, page }: { space: Space; view: VisitView; page: string }) {
  const underWay = useBegun(space, view)
  const nowMs = useNowMs(15_000, underWay !== null)
  const { first, stop, tryFirst } = useProposed(space, view)
  if (space.visit.closedAtMs !== null) return null
  const [text, minutes] = view.conflict
    ? [t('weigh.twoCannotBothBeRight')]
    : underWay && first && begunOf(view, underWay)
      ? [underWayText(say(first.name), nowMs - underWay.sinceMs)]
      : stop
        ? [t('weigh.stripAct', { act: actText(stop) })]
        : tryFirst
          ? [t('weigh.stripTry', { act: actText(tryFirst) }), tryFirst.minutes]
          : view.goingOn
            ? first
              ? [t('weigh.stripMeanwhile', { look: say(first.name) }), first.minutes]
              : [t('weigh.stripWaits', { look: say(view.goingOn.name), minutes: view.goingOn.leftMin })]
            : first
              ? [t('weigh.stripNext', { look: say(first.name) }), first.minutes]
              : []
  if (text === undefined) return null
  return (
    <Link
      to={page}
      state={view.conflict || stop || tryFirst || !first ? null : { start: true }}
      className="flex max-w-[54%] min-w-0 items-center gap-2 border-l border-line px-4 font-semibold max-md:px-3"
    >
      <span className={`line-clamp-2 text-sm md:text-base ${view.conflict ? 'text-watch' : ''}`}>{text}</span>
      {/* Of their own: a long name is cut, its minutes are not. */}
      <span className="flex shrink-0 items-center gap-2 max-md:flex-col max-md:gap-0 short:flex-row short:gap-2">
        {minutes !== undefined && (
          <span className="small-figure text-sm md:text-base">{t('weigh.minutes', { minutes })}</span>
        )}
        <span className="text-soft" aria-hidden="true">
          ▸
        </span>
      </span>
    </Link>
  )
}

/** A check under way, with how long it has been: from its first minute on. */
function underWayText(look: string, sinceMs: number): string {
  const minutes = Math.floor(sinceMs / 60_000)
  return minutes < 1 ? t('weigh.stripBegun', { look }) : t('weigh.stripUnderWay', { look, minutes })
}

function Named({ first, name, share }: { first: boolean; name: string; share: string }) {
  return (
    <span
      className={`flex min-w-0 items-baseline gap-2 ${first ? 'font-semibold' : 'text-soft max-md:hidden'}`}
    >
      <span className="line-clamp-2 text-sm md:truncate md:text-base">{name}</span>
      <span className={`small-figure shrink-0 ${first ? 'text-xl' : 'text-base'}`}>{share}</span>
    </span>
  )
}
