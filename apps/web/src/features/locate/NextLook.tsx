import type { Gate, PlannedNext, PlannedStop } from '@brendik/core'
import { Link } from 'react-router'
import { say, t } from '../../lib/words.ts'
import { actText } from '../../words/cardText.ts'
import { upperFirst } from '../../words/firstLetter.ts'
import { GateNotice, type Space } from '../visit/index.ts'

/** The plan of the visit, as far as it is shown beside the ladder. */
export interface Plan {
  first: PlannedNext | null
  /** What stands in the way of the first. */
  gate: Gate | null
  others: readonly PlannedNext[]
  stop: PlannedStop | null
}
const OTHERS = 3

/** The next look of the visit, with what stands in its way; after it the others that may be made as the machine stands. */
export function NextLook({
  space,
  plan: { first, gate, others, stop },
  onOpen,
}: {
  space: Space
  plan: Plan
  onOpen: (look: PlannedNext) => void
}) {
  return (
    <section aria-label={t('ui.nextLook')} className="border-t border-line pt-3">
      <h2 className="text-sm font-semibold text-soft">{stop ? t('weigh.stopLooking') : t('ui.nextLook')}</h2>
      {stop ? (
        <Link to={`/visits/${space.visit.id}/weigh`} className="plate block py-2 text-xl leading-tight">
          {actText(stop)}
        </Link>
      ) : first ? (
        <First look={first} gate={gate} space={space} onOpen={onOpen} />
      ) : (
        <p className="py-1 leading-snug">{t('nextLook.noLookWouldChangeMuch')}</p>
      )}
      {!stop && (
        <ul className="pt-2">
          {others.slice(0, OTHERS).map((look) => (
            <li key={look.id} className="border-t border-hair">
              <button
                type="button"
                className="flex min-h-12 w-full cursor-pointer items-center justify-between gap-3 text-left leading-tight"
                onClick={() => onOpen(look)}
              >
                <span>{say(look.name)}</span>
                <span className="shrink-0 text-sm text-soft">{t('ui.min', { minutes: look.minutes })}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

function First({
  look,
  gate,
  space,
  onOpen,
}: {
  look: PlannedNext
  gate: Gate | null
  space: Space
  onOpen: (look: PlannedNext) => void
}) {
  const name = <span className="plate text-xl leading-tight">{say(look.name)}</span>
  const minutes = <span className="shrink-0 text-soft">{t('ui.min', { minutes: look.minutes })}</span>
  return (
    <>
      {gate ? (
        <p className="flex min-h-12 items-center justify-between gap-3">
          {name}
          {minutes}
        </p>
      ) : (
        <button
          type="button"
          className="flex min-h-12 w-full cursor-pointer items-center justify-between gap-3 text-left underline decoration-1 underline-offset-4"
          onClick={() => onOpen(look)}
        >
          {name}
          {minutes}
        </button>
      )}
      <p className="leading-snug">
        {say(look.why)}
        {look.by ? ` ${upperFirst(say(look.by))}.` : ''}
      </p>
      {gate && (
        <div className="pt-2">
          <GateNotice gate={gate} space={space} />
        </div>
      )}
    </>
  )
}
