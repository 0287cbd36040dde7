import type { VisitView } from '@brendik/core'
import { Link } from 'react-router'
import { percent } from '../../lib/percent.ts'
import { say, t } from '../../lib/words.ts'
import type { Space } from '../visit/index.ts'
import { inShort, leadingOf } from './leading.ts'
import { stopName } from './NextCheck.tsx'
import { useWeigh } from './useWeigh.ts'

/** Faults named in the line: as many as there is room for. */
const NAMED = 3

/**
 * One line on every stage: the leading faults, how likely each is, and what would change that. It leads to the page that says why. It keeps
 * its place from the first moment, so that nothing moves under a finger when there is something to say.
 */
export function WeighStrip({ space }: { space: Space }) {
  const view = useWeigh(space)
  const said = view !== null && (view.seen || space.visit.observations.length > 0)
  return (
    <nav
      aria-label={t('weigh.stripWhatIsWrong')}
      className={`shrink-0 border-b border-line print:hidden ${view?.conflict ? 'bg-watch-face' : 'bg-face'}`}
    >
      <Link
        to={`/visits/${space.visit.id}/weigh`}
        className="flex h-12 items-center gap-5 px-4 leading-tight"
      >
        {said ? <Line view={view} /> : <span className="text-soft">{t('weigh.nothingYet')}</span>}
        <span
          className={`text-soft ${said && !view.conflict ? 'max-md:ml-auto' : 'ml-auto'}`}
          aria-hidden="true"
        >
          ▸
        </span>
      </Link>
    </nav>
  )
}

function Line({ view }: { view: VisitView }) {
  const leading = leadingOf(view)
  const [next] = view.looks
  const faults = leading.kind === 'nothing' ? [] : inShort(view, NAMED)
  return (
    <>
      {leading.kind === 'nothing' && <Named first name={leading.name} share={percent(leading.probability)} />}
      {faults.map(({ name, share }, n) => (
        <Named key={name} first={n === 0} name={name} share={share} />
      ))}
      <span className="ml-auto max-w-[46%] truncate text-sm text-soft max-md:hidden">
        {view.conflict ? (
          <span className="font-semibold text-watch">{t('weigh.twoCannotBothBeRight')}</span>
        ) : view.stop ? (
          t('weigh.stripAct', { act: stopName(view.stop) })
        ) : next ? (
          t('weigh.stripNext', { look: say(next.name), minutes: next.minutes })
        ) : (
          ''
        )}
      </span>
      {view.conflict && (
        <span className="ml-auto font-semibold text-watch md:hidden">{t('weigh.conflictShort')}</span>
      )}
    </>
  )
}

function Named({ first, name, share }: { first: boolean; name: string; share: string }) {
  return (
    <span
      className={`flex min-w-0 items-baseline gap-2 ${first ? 'font-semibold' : 'text-soft max-md:hidden'}`}
    >
      <span className="truncate">{name}</span>
      <span className={`small-figure shrink-0 ${first ? 'text-xl' : 'text-base'}`}>{share}</span>
    </span>
  )
}
