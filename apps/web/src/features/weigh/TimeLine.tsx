import type { PlannedTime } from '@brendik/core'
import { say, t } from '../../lib/words.ts'

/** The visit as it is likely to go: what the hands do, what goes on by itself, what is done meanwhile. */
export function TimeLine({ steps }: { steps: readonly PlannedTime[] }) {
  const end = Math.max(...steps.map(({ endsMin }) => endsMin), 1)
  const at = (minutes: number) => `${(100 * minutes) / end}%`
  if (steps.length < 2) return null
  return (
    <section aria-label={t('weigh.timeLine')} className="border-t border-line py-4">
      <h2 className="pb-2 text-sm font-semibold text-soft">{t('weigh.timeLine')}</h2>
      <ol className="grid gap-2">
        {steps.map(({ id, name, startsMin, endsMin, handsFreeFromMin, meanwhile }) => (
          <li key={`${id} ${startsMin}`} className="grid grid-cols-[1fr_auto] gap-x-3 leading-tight">
            <span className={meanwhile ? 'pl-4' : ''}>
              {say(name)}
              {meanwhile && <span className="text-soft"> {t('weigh.meanwhile')}</span>}
            </span>
            <span className="small-figure text-soft">
              {t('weigh.fromTo', { from: Math.round(2 * startsMin) / 2, to: Math.round(2 * endsMin) / 2 })}
            </span>
            <span className="relative col-span-2 mt-1 h-2 bg-hair" aria-hidden="true">
              <span
                className="absolute inset-y-0 bg-ink"
                style={{ left: at(startsMin), width: at((handsFreeFromMin ?? endsMin) - startsMin) }}
              />
              {handsFreeFromMin !== null && (
                <span
                  className="hatched absolute inset-y-0"
                  style={{ left: at(handsFreeFromMin), width: at(endsMin - handsFreeFromMin) }}
                />
              )}
            </span>
          </li>
        ))}
      </ol>
      <p className="pt-2 text-sm text-soft">{t('weigh.likeliestAnswers')}</p>
    </section>
  )
}
