import {
  judgedRuns,
  observationsOf,
  type PlannedNext,
  PROTOCOL_IDS,
  PROTOCOLS,
  type ProtocolId,
  protocolProgress,
  protocolsFor,
  type VisitAnswer,
} from '@brendik/core'
import { Link } from 'react-router'
import { t } from '../../lib/words.ts'
import { protocolName } from '../../words/cardText.ts'
import { protocolTells } from './protocolTells.ts'

/**
 * Ways to make runs and looks so that they tell more: those by which the plan goes on, in its order, and those that were begun; the others lie
 * folded below.
 */
export function ProtocolLinks({
  visit,
  planned,
  among = PROTOCOL_IDS,
}: {
  visit: VisitAnswer
  planned: readonly PlannedNext[]
  among?: readonly ProtocolId[]
}) {
  const judged = judgedRuns(visit)
  const observations = observationsOf(visit)
  const all = among
    .filter((id) => protocolTells(visit, id))
    .map((id) => {
      const { steps, next } = protocolProgress(PROTOCOLS[id], visit.machine.spec, judged, observations)
      return { id, steps, next, made: steps.filter((step) => step.done).length }
    })
  const wanted = protocolsFor((id) => all.find((one) => one.id === id)?.next ?? null, planned)
  // Those begun come first, those done last.
  const rank = ({ id, next, made }: (typeof all)[0]) =>
    next === null ? PROTOCOL_IDS.length + 1 : made > 0 ? -1 : wanted.indexOf(id)
  const shown = all.filter((p) => wanted.includes(p.id) || p.made > 0).sort((a, b) => rank(a) - rank(b))
  const others = all.filter((p) => !shown.includes(p))
  return (
    <section className="pb-6">
      <h2 className="font-semibold">{t('ui.whatTellsMore')}</h2>
      {shown.length === 0 && <p className="py-2 text-soft">{t('protocolLinks.nothingThatTakesAProtocol')}</p>}
      <ul className="mt-1">
        {shown.map((p) => (
          <ProtocolLine key={p.id} visitId={visit.id} progress={p} />
        ))}
      </ul>
      {others.length > 0 && (
        <details className="border-t border-hair">
          <summary className="flex min-h-12 cursor-pointer items-center text-sm text-water underline underline-offset-4">
            {t('protocolLinks.otherProtocol', { others: others.length })}
          </summary>
          <ul>
            {others.map((p) => (
              <ProtocolLine key={p.id} visitId={visit.id} progress={p} />
            ))}
          </ul>
        </details>
      )}
    </section>
  )
}

function ProtocolLine({
  visitId,
  progress: { id, steps, next, made },
}: {
  visitId: string
  progress: Pick<ReturnType<typeof protocolProgress>, 'steps' | 'next'> & {
    id: ProtocolId
    made: number
  }
}) {
  const minutes = steps.filter((step) => !step.done).reduce((sum, { step }) => sum + step.minutes, 0)
  return (
    <li className="border-t border-hair">
      <Link
        to={`/visits/${visitId}/protocols/${id}`}
        className="flex min-h-12 items-center justify-between gap-3 py-1.5 leading-tight"
      >
        <span>
          {protocolName(id)}
          <span className="block text-sm text-soft">
            {t('protocolLinks.tellsApart', { what: t(`protocol.${id}.separates`) })}
          </span>
        </span>
        <span className={`shrink-0 text-sm ${next ? 'text-soft' : 'text-good'}`}>
          {next
            ? made > 0
              ? t('protocolLinks.ofMin', { made, steps: steps.length, minutes })
              : t('ui.min', { minutes })
            : t('ui.done')}
        </span>
      </Link>
    </li>
  )
}
