import type { LeakView, PartId, Reason, Suspect } from '@brendik/core'
import { percent } from '../../lib/percent.ts'
import { say, t } from '../../lib/words.ts'
import { faultName } from '../../words/cardText.ts'
import { lowerFirst } from '../../words/firstLetter.ts'
import { STRENGTH_WORD } from '../../words/locateText.ts'

/** Below this a suspect is not worth a line of its own. */
const LISTED = 0.03
/** Reasons of one side that are written out. */
const REASONS = 3

/** Whether anything was seen that speaks of a place or a phase. */
export const someSeen = (view: LeakView): boolean =>
  view.found.places.length > 0 || Object.values(view.found.phases).some((s) => s === 'wet' || s === 'dry')

/** The likeliest source in large, then the others, each with what speaks for and against it. */
export function Suspects({
  view,
  chosen,
  onChoose,
}: {
  view: LeakView
  chosen: PartId | null
  onChoose: (part: PartId) => void
}) {
  const [first, ...others] = view.suspects.filter((s, i) => i === 0 || s.present >= LISTED)
  const untold = !someSeen(view)
  if (!first) return null
  const noneLeads = view.none > first.present
  return (
    <section aria-label={t('suspects.suspects')}>
      {untold ? (
        <div className="pb-3">
          <p className="plate text-3xl leading-tight">{t('suspects.nothingSeenYet')}</p>
          <p className="pt-1 text-soft">{t('suspects.dryEverythingThenWatchIt')}</p>
        </div>
      ) : noneLeads ? (
        <div className="border-b border-line pb-3">
          <div className="flex items-baseline justify-between gap-3">
            <p className="plate text-3xl leading-tight text-good">{t('ui.noLeak')}</p>
            <p className="small-figure text-3xl">{percent(view.none)}</p>
          </div>
          <p className="pt-1 leading-snug">{t('suspects.whatWasWatchedStayedDry')}</p>
        </div>
      ) : null}
      {!untold && <One suspect={first} large={!noneLeads} chosen={chosen} onChoose={onChoose} />}
      <ul>
        {(untold ? [first, ...others] : others).map((suspect) => (
          <li key={suspect.fault}>
            <One suspect={suspect} large={false} chosen={chosen} onChoose={onChoose} />
          </li>
        ))}
      </ul>
      {!noneLeads && !untold && (
        <p className="border-t border-line pt-2 text-sm text-soft">
          {t('suspects.noLeakOfTheMachine', {
            percent: percent(view.notALeak + view.none),
            percent2: percent(view.notALeak),
          })}
        </p>
      )}
    </section>
  )
}

function One({
  suspect,
  large,
  chosen,
  onChoose,
}: {
  suspect: Suspect
  large: boolean
  chosen: PartId | null
  onChoose: (part: PartId) => void
}) {
  const { fault, part, present, speaksFor, speaksAgainst } = suspect
  return (
    <article className={`border-t border-line py-2.5 first:border-t-0 ${large ? 'pt-0' : ''}`}>
      <button
        type="button"
        aria-pressed={part !== null && part.id === chosen}
        disabled={part === null}
        onClick={() => part && onChoose(part.id)}
        className="flex min-h-12 w-full cursor-pointer items-center justify-between gap-3 text-left disabled:cursor-default"
      >
        <span className={large ? 'plate text-2xl leading-tight' : 'text-lg leading-tight font-semibold'}>
          {faultName(fault)}
        </span>
        <span className={`small-figure shrink-0 ${large ? 'text-4xl' : 'text-2xl'}`}>{percent(present)}</span>
      </button>
      <div className="h-2 w-full bg-hair" aria-hidden="true">
        <div className={`h-full ${large ? 'bg-ink' : 'bg-soft'}`} style={{ width: `${100 * present}%` }} />
      </div>
      {suspect.with && (
        <p className="pt-1.5 font-semibold">
          {t('suspects.togetherWith', {
            fault: lowerFirst(faultName(suspect.with.fault)),
            percent: percent(suspect.with.probability),
          })}
        </p>
      )}
      <Reasons side="for" reasons={speaksFor} />
      <Reasons side="against" reasons={speaksAgainst} />
    </article>
  )
}

function Reasons({ side, reasons }: { side: 'for' | 'against'; reasons: readonly Reason[] }) {
  if (reasons.length === 0) return null
  return (
    <p className={`pt-1 text-[15px] leading-snug ${side === 'against' ? 'text-soft' : ''}`}>
      <span className="font-semibold">{t(`word.${side}`)}: </span>
      {reasons.slice(0, REASONS).map((reason, i) => (
        <span key={say(reason.says)}>
          {i > 0 && ' '}
          {say(reason.says).replace(/\.$/, '')} ({STRENGTH_WORD[reason.strength]}).
        </span>
      ))}
    </p>
  )
}
