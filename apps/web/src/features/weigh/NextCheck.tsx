import {
  expectedTime,
  type PlannedNext,
  type PlannedStop,
  type PlannedTry,
  type VisitView,
} from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { ownTimesQuery } from '../../api/queries.ts'
import { percent } from '../../lib/percent.ts'
import { say, t, words } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { actText, faultTitle } from '../../words/cardText.ts'
import { upperFirst } from '../../words/firstLetter.ts'
import { GateNotice, type Space } from '../visit/index.ts'
import { leadingOf } from './leading.ts'
import { begunOf, type Proposed } from './proposed.ts'
import { useBegun } from './useWeigh.ts'

const OTHERS = 3
/** Nothing is certain, %. */
const MOST_SURE = 99

/** The one thing that is huge: the check worth most for its minutes, or what to do once acting is worth more. */
export function NextCheck({
  space,
  view,
  proposed: { first, gate, others, stop, tryFirst },
  onOpen,
}: {
  space: Space
  view: VisitView
  proposed: Proposed
  onOpen: (look: PlannedNext) => void
}) {
  const leading = leadingOf(view)
  const underWay = useBegun(space, view)
  if (stop) return <Stop stop={stop} view={view} />
  if (tryFirst)
    return <Try what={tryFirst} looks={first && !gate ? [first, ...others] : others} onOpen={onOpen} />
  if (!first)
    return (
      <section aria-label={t('weigh.whatIsWrong')} className="py-5">
        <Huge name={leading.name} figure={String(Math.round(100 * leading.probability))} unit="%" />
        <p className="pt-2 text-lg leading-snug">
          {space.visit.closedAtMs !== null
            ? t('weigh.theVisitIsClosed')
            : view.conflict
              ? t('weigh.settleTheConflict')
              : view.goingOn
                ? t('weigh.nothingBesideIt', { minutes: view.goingOn.leftMin })
                : t('weigh.noLookWouldChangeIt')}
        </p>
      </section>
    )
  return (
    <section aria-label={t('weigh.nextWorthMost')} className="py-5">
      <p className="pb-1 text-sm font-semibold text-soft">
        {first === begunOf(view, underWay)
          ? t('weigh.underWay')
          : view.goingOn
            ? t('weigh.meanwhileWorthMost')
            : t('weigh.nextWorthMost')}
      </p>
      <Huge
        name={say(first.name)}
        figure={words().number(first.minutes, Number.isInteger(first.minutes) ? 0 : 1)}
        unit={t('weigh.min')}
      />
      <p className="pt-2 text-lg leading-snug">{say(first.why)}</p>
      <First look={first} />
      <OwnTimes look={first} />
      <Button look="word" onClick={() => space.say(`not-here:${first.id}`, true)}>
        {t('weigh.cannotBeMadeHere')}
      </Button>
      {gate && (
        <div className="pt-3">
          <GateNotice gate={gate} space={space} />
        </div>
      )}
      <Others looks={others} onOpen={onOpen} />
    </section>
  )
}

/** What goes on by itself, with what is left of it; a check that is read at its end opens by a tap. */
export function GoingOn({ view, onOpen }: { view: VisitView; onOpen: (look: PlannedNext) => void }) {
  const { goingOn } = view
  if (!goingOn) return null
  const { name, leftMin, look } = goingOn
  const line = (
    <>
      <span>{say(name)}</span>
      <span className="small-figure shrink-0">{t('weigh.minutesToGo', { minutes: leftMin })}</span>
    </>
  )
  const row = 'flex min-h-12 w-full items-center justify-between gap-4 text-left leading-tight'
  return (
    <section aria-label={t('weigh.goesOnByItself')} className="border-b border-line pt-4 pb-2">
      <h2 className="text-sm font-semibold text-soft">{t('weigh.goesOnByItself')}</h2>
      {look?.what.kind === 'check' ? (
        <button type="button" onClick={() => onOpen(look)} className={`${row} cursor-pointer`}>
          {line}
        </button>
      ) : (
        <p className={row}>{line}</p>
      )}
    </section>
  )
}

/** What else may be looked at as the machine stands. */
function Others({ looks, onOpen }: { looks: readonly PlannedNext[]; onOpen: (look: PlannedNext) => void }) {
  if (looks.length === 0) return null
  return (
    <ul className="pt-3" aria-label={t('weigh.orElse')}>
      {looks.slice(0, OTHERS).map((look) => (
        <li key={look.id} className="border-t border-hair">
          <button
            type="button"
            onClick={() => onOpen(look)}
            className="flex min-h-12 w-full cursor-pointer items-center justify-between gap-4 text-left leading-tight"
          >
            <span>{say(look.name)}</span>
            <span className="small-figure shrink-0 text-soft">
              {t('weigh.minutes', { minutes: look.minutes })}
            </span>
          </button>
        </li>
      ))}
    </ul>
  )
}

/** Doing it is sooner than knowing; what could be looked at instead stands below. */
function Try({
  what,
  looks,
  onOpen,
}: {
  what: PlannedTry
  looks: readonly PlannedNext[]
  onOpen: (look: PlannedNext) => void
}) {
  return (
    <section aria-label={t('weigh.doItFirst')} className="py-5">
      <p className="pb-1 text-sm font-semibold text-soft">{t('weigh.doItFirst')}</p>
      <Huge
        name={actText(what)}
        figure={words().number(what.minutes, Number.isInteger(what.minutes) ? 0 : 1)}
        unit={t('weigh.min')}
      />
      <p className="pt-2 text-lg leading-snug">{t('weigh.tryWorthMore', { cured: percent(what.cured) })}</p>
      {what.changes.length > 0 && (
        <p className="pt-1 text-soft">{t('weigh.before', { changes: changesText(what.changes) })}</p>
      )}
      <Others looks={looks} onOpen={onOpen} />
    </section>
  )
}

/** Looks that were said to be impossible here, each to be taken back. */
export function NotHere({ space, view }: { space: Space; view: VisitView }) {
  if (view.notHere.length === 0 || space.visit.closedAtMs !== null) return null
  return (
    <section aria-label={t('weigh.notHere')} className="border-t border-line py-3">
      <h2 className="text-sm font-semibold text-soft">{t('weigh.notHere')}</h2>
      <ul>
        {view.notHere.map(({ id, name }) => (
          <li key={id} className="flex items-center justify-between gap-3 border-t border-hair leading-tight">
            <span>{say(name)}</span>
            <Button look="word" onClick={() => space.say(`not-here:${id}`, null)}>
              {t('weigh.takeBack')}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What has to be done to the machine before the look, each with its minutes. */
function First({ look: { changes, doingMin, by } }: { look: PlannedNext }) {
  if (changes.length === 0) return by ? <p className="pt-1 text-soft">{upperFirst(say(by))}.</p> : null
  return (
    <p className="pt-1 text-soft">
      {t('weigh.firstChanges', {
        changes: changesText(changes),
        minutes: doingMin,
      })}
    </p>
  )
}

const changesText = (changes: PlannedNext['changes']): string =>
  changes.map(({ name, minutes }) => t('weigh.changeMinutes', { change: say(name), minutes })).join(' · ')

/** What its minutes rest on, where somebody of the workshop took some. */
function OwnTimes({ look: { what } }: { look: PlannedNext }) {
  const { data: times } = useQuery(ownTimesQuery)
  if (what.kind !== 'check' || !times) return null
  const { shopN, ownN, tableMin } = expectedTime(what.check, times)
  if (shopN === 0) return null
  return (
    <p className="pt-1 text-sm text-soft">
      {t('weigh.ownTimes', {
        mine: ownN === 0 ? 'none' : 'some',
        own: ownN,
        shop: shopN,
        minutes: tableMin,
      })}
    </p>
  )
}

/** Acting is worth more than looking on. */
function Stop({ stop, view }: { stop: PlannedStop; view: VisitView }) {
  const leading = leadingOf(view)
  const second = stop.also && view.contenders[1]
  return (
    <section aria-label={t('weigh.stopLooking')} className="py-5">
      <p className="pb-1 text-sm font-semibold text-soft">{t('weigh.stopLooking')}</p>
      <Huge
        name={actText(stop)}
        figure={String(Math.min(MOST_SURE, Math.round(100 * stop.cured)))}
        unit="%"
      />
      <p className="pt-2 text-lg leading-snug">
        {stop.act === 'close-up'
          ? leading.kind === 'fault'
            ? t('weigh.notOfTheMachine', { fault: leading.name })
            : t('weigh.nothingToRepair')
          : t(stop.also && second ? 'weigh.bothWorthMore' : 'weigh.actWorthMore', {
              fault: leading.name,
              ...(second ? { other: faultTitle(second.fault) } : {}),
              cured: percent(stop.cured),
              minutes: Math.round(stop.minutes),
            })}
      </p>
    </section>
  )
}

function Huge({ name, figure, unit }: { name: string; figure: string; unit: string }) {
  return (
    <div className="flex items-start justify-between gap-6">
      <h1 className="plate text-[34px] leading-[1.05] md:text-[44px]">{name}</h1>
      <p className="small-figure flex shrink-0 items-baseline gap-1.5 leading-none">
        <span className="text-[64px] md:text-[88px]">{figure}</span>
        <span className="text-2xl text-soft">{unit}</span>
      </p>
    </div>
  )
}
