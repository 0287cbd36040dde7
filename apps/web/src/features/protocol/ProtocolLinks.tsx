import { PROTOCOL_IDS, PROTOCOLS, protocolProgress, type VisitAnswer } from '@brendik/core'
import { Link } from 'react-router'
import { judgedRuns, observationsOf } from '../together/index.ts'
import { protocolTells } from './minutesLeft.ts'

/** Ways to make runs and looks so that they tell more, each with what it tells apart. */
export function ProtocolLinks({ visit }: { visit: VisitAnswer }) {
  const judged = judgedRuns(visit)
  const observations = observationsOf(visit)
  const progress = PROTOCOL_IDS.filter((id) => protocolTells(visit, id)).map((id) => {
    const { steps, next } = protocolProgress(PROTOCOLS[id], visit.machine.spec, judged, observations)
    return { id, steps, next, made: steps.filter((step) => step.done).length }
  })
  // Those begun come first, those done last.
  const rank = (p: (typeof progress)[0]) => (p.next === null ? 2 : p.made > 0 ? 0 : 1)
  const byUse = (a: (typeof progress)[0], b: (typeof progress)[0]) => rank(a) - rank(b)
  return (
    <section className="pb-6">
      <h2 className="font-semibold">What tells more</h2>
      <ul className="mt-1">
        {[...progress].sort(byUse).map(({ id, steps, next, made }) => {
          const protocol = PROTOCOLS[id]
          const minutes = steps.filter((step) => !step.done).reduce((sum, { step }) => sum + step.minutes, 0)
          return (
            <li key={id} className="border-t border-hair">
              <Link
                to={`/visits/${visit.id}/protocols/${id}`}
                className="flex min-h-12 items-center justify-between gap-3 py-1.5 leading-tight"
              >
                <span>{protocol.name}</span>
                <span className={`shrink-0 text-sm ${next ? 'text-soft' : 'text-good'}`}>
                  {next
                    ? made > 0
                      ? `${made} of ${steps.length}, ${minutes} min`
                      : `${minutes} min`
                    : 'done'}
                </span>
              </Link>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
