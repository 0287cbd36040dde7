import { type Contender, checkFacts, type Reason, type WeighView } from '@brendik/core'
import { Link } from 'react-router'
import { percent } from '../../lib/percent.ts'
import { say, t } from '../../lib/words.ts'
import { Notice } from '../../ui/Notice.tsx'
import { faultName } from '../../words/cardText.ts'
import { STRENGTH_WORD } from '../../words/locateText.ts'
import type { Space } from '../visit/index.ts'
import { useWeigh } from './useWeigh.ts'

/** Below this a fault is not worth a line of its own; from here on one leads; from here on it is as good as sure. */
const LISTED = 0.03
const LEADS = 0.35
const SURE = 0.9
/** Reasons of one side that are written out. */
const REASONS = 3
const LOOKS = 2

/** What is wrong, over the whole catalogue: the likeliest in large, the others, what speaks for and against, and what would tell more. */
export function Weigh({ space }: { space: Space }) {
  const view = useWeigh(space)
  if (!view || (!view.seen && space.visit.observations.length === 0)) return null
  return <Weighed view={view} space={space} />
}

function Weighed({ view, space }: { view: WeighView; space: Space }) {
  const [first, ...others] = view.contenders.filter((one, n) => n === 0 || one.present >= LISTED)
  if (!first) return null
  const fine = view.none > first.present
  const leads = first.present >= LEADS
  return (
    <section
      aria-label={t('weigh.whatIsWrong')}
      className="border-t border-line py-4 print:break-inside-avoid"
    >
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="plate text-3xl leading-tight">
          {fine ? t('weigh.nothingWrong') : leads ? faultName(first.fault) : t('weigh.notToldApartYet')}
        </h2>
        {(fine || leads) && (
          <span className="small-figure shrink-0 text-4xl">{percent(fine ? view.none : first.present)}</span>
        )}
      </div>
      {view.conflict && (
        <Notice tone="watch" className="mt-3 p-3">
          <p className="font-semibold">{t('weigh.theseTwoCannotBoth')}</p>
          <p>
            {say(view.conflict[0])} {say(view.conflict[1])}
          </p>
        </Notice>
      )}
      <ul className="pt-2">
        {[first, ...others].map((one, n) => (
          <Line key={one.fault} one={one} named={n > 0 || fine || !leads} open={n === 0 && !fine} />
        ))}
      </ul>
      <p className="pt-2 text-sm text-soft">
        {t('weigh.hatchedFromTheComplaint')}{' '}
        {t('weigh.outsideNoneElse', {
          outside: percent(view.outside),
          none: percent(view.none),
          unlisted: percent(view.unlisted),
        })}
      </p>
      {space.visit.closedAtMs === null && <Next view={view} space={space} />}
    </section>
  )
}

/** One fault: hatched from the complaint alone, ink as it is now, and its reasons. */
function Line({ one, named, open }: { one: Contender; named: boolean; open: boolean }) {
  const reasons = one.speaksFor.length + one.speaksAgainst.length > 0
  return (
    <li className="py-2">
      {named && (
        <p className="flex items-baseline justify-between gap-3 text-lg leading-tight">
          <span className="font-semibold">
            {faultName(one.fault)}
            {one.outside && (
              <span className="pl-2 text-sm font-normal text-soft">{t('weigh.notTheMachine')}</span>
            )}
          </span>
          <span className="small-figure shrink-0 text-2xl">{percent(one.present)}</span>
        </p>
      )}
      <div className="relative mt-1 h-3 w-full border-b border-line" aria-hidden="true">
        <div className="hatched absolute inset-y-0 left-0" style={{ width: `${100 * one.fromComplaint}%` }} />
        <div className="absolute bottom-0 left-0 h-1.5 bg-ink" style={{ width: `${100 * one.present}%` }} />
      </div>
      {open ? (
        <>
          <Reasons side="for" reasons={one.speaksFor} />
          <Reasons side="against" reasons={one.speaksAgainst} />
        </>
      ) : (
        reasons && (
          <details className="text-[15px]">
            <summary className="inline-flex min-h-12 cursor-pointer items-center text-water">
              {t('weigh.why')}
              <span className="sr-only">: {faultName(one.fault)}</span>
            </summary>
            <Reasons side="for" reasons={one.speaksFor} />
            <Reasons side="against" reasons={one.speaksAgainst} />
          </details>
        )
      )}
    </li>
  )
}

function Reasons({ side, reasons }: { side: 'for' | 'against'; reasons: readonly Reason[] }) {
  if (reasons.length === 0) return null
  return (
    <p className={`pt-1 text-[15px] leading-snug ${side === 'against' ? 'text-soft' : ''}`}>
      <span className="font-semibold">{t(`word.${side}`)}: </span>
      {reasons
        .slice(0, REASONS)
        .map(({ says, strength }) => `${say(says).replace(/\.$/, '')} (${STRENGTH_WORD[strength]}).`)
        .join(' ')}
    </p>
  )
}

/** What would tell more, each one touch away. */
function Next({ view, space }: { view: WeighView; space: Space }) {
  // As good as sure: nothing is proposed but the proof. And only what could come out in favour of another fault.
  const looks = view.looks.filter(({ why }) => why.id === 'look.points-to-two').slice(0, LOOKS)
  if (looks.length === 0 || Math.max(view.none, view.contenders[0]?.present ?? 0) >= SURE) return null
  return (
    <div className="pt-4 print:hidden">
      <h3 className="text-sm font-semibold text-soft">{t('weigh.tellsMostNext')}</h3>
      <ul>
        {looks.map(({ id, what, name, minutes, why }) => (
          <li key={id} className="border-t border-line first:border-t-0">
            <Link
              to={`/visits/${space.visit.id}/${what.kind === 'phase' ? 'locate' : checkFacts(what.check).stage}`}
              className="block min-h-12 py-2"
            >
              <span className="flex items-baseline justify-between gap-3 text-lg font-semibold">
                {say(name)}
                <span className="small-figure text-base text-soft">{t('weigh.minutes', { minutes })}</span>
              </span>
              <span className="block leading-snug">{say(why)}</span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  )
}
