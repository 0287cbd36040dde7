import { Link } from 'react-router'
import { say, t } from '../../lib/words.ts'
import { actText } from '../../words/cardText.ts'
import type { Space } from '../visit/index.ts'
import { LiveFrame } from './LiveFrame.tsx'
import { useProposed, useWeigh } from './useWeigh.ts'

const MOST = 6

/** What the plan of the visit begins with, under the complaint that called for it; each is begun by one tap. */
export function WorthDoing({ space }: { space: Space }) {
  const { visit } = space
  const view = useWeigh(space)
  const { first, others, stop, tryFirst } = useProposed(space, view)
  if (!view?.seen && !visit.observations.some(({ check }) => check === 'complaint'))
    return (
      <p className="pb-5 leading-snug text-soft max-md:border-t max-md:border-line max-md:pt-4">
        {t('worthDoing.chooseAComplaint')}
      </p>
    )
  const page = `/visits/${visit.id}/weigh`
  const act = stop ?? tryFirst
  const looks = (stop ? [] : [...(first ? [first] : []), ...others]).slice(0, MOST)
  return (
    <section
      aria-label={t('worthDoing.worthDoing')}
      className="border-ink pb-3 max-md:mt-2 max-md:border-t-2 max-md:pt-3"
    >
      <h2 className="pb-1 text-sm font-semibold text-soft">{t('worthDoing.worthDoing')}</h2>
      <LiveFrame space={space} />
      {view === null && <p className="text-soft">{t('weigh.weighing')}</p>}
      {act && (
        <Link to={page} className="plate block py-2 text-xl leading-tight">
          {stop
            ? t('weigh.stripAct', { act: actText(stop) })
            : t('weigh.stripTry', { act: actText(act), minutes: act.minutes })}
        </Link>
      )}
      {view && !act && looks.length === 0 && (
        <p className="leading-snug">
          {visit.closedAtMs !== null
            ? t('weigh.theVisitIsClosed')
            : view.goingOn
              ? t('weigh.nothingBesideIt', { minutes: view.goingOn.leftMin })
              : t('weigh.noLookWouldChangeIt')}
        </p>
      )}
      <ol>
        {looks.map((look, i) => (
          <li key={look.id} className="border-t border-hair">
            <Link
              to={page}
              state={{ start: look.id }}
              className="grid min-h-12 grid-cols-[1fr_auto] items-baseline gap-x-4 py-2"
            >
              <span
                className={i === 0 && !act ? 'plate text-xl leading-tight' : 'leading-tight font-semibold'}
              >
                {say(look.name)}
              </span>
              <span className="text-soft">{t('weigh.minutes', { minutes: look.minutes })}</span>
              <span className="text-sm leading-snug text-soft">{say(look.why)}</span>
            </Link>
          </li>
        ))}
      </ol>
    </section>
  )
}
