import {
  actsOfEntries,
  type CheckFacts,
  type CheckId,
  gateOf,
  jointSays,
  looksOfNow,
  type ObservationAnswer,
  type Outcome,
  type OutcomeTone,
  outcomesFor,
  type Tap,
} from '@brendik/core'
import { type ReactNode, useState } from 'react'
import { newId } from '../../lib/newId.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText } from '../../lib/time.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { checkName, howText, outcomeMeans, outcomeWord } from '../../words/cardText.ts'
import { observedText } from '../../words/observedText.ts'
import { GateNotice, keepLooks, type Space } from '../visit/index.ts'
import { SeenBefore } from './SeenBefore.tsx'

export const TONE_ON: Record<OutcomeTone, string> = {
  good: 'border-good bg-good text-face',
  watch: 'border-watch bg-watch text-face',
  stop: 'border-stop bg-stop text-face',
  plain: 'border-ink bg-ink text-face',
}

/** What stands of a check, newest last. */
export function keptLooks(space: Space, check: CheckFacts, tap: Tap | null): ObservationAnswer[] {
  return space.visit.observations.filter((o) => o.check === check.id && (tap === null || o.tap === tap))
}

/** One check: its name, its outcomes as targets, or its reading; what it means; and why it cannot be made now. */
export function CheckRow({
  space,
  check,
  tap,
  pass,
  tellsWhy,
  onNumber,
  verdict = null,
  afreshFromMs = Number.NEGATIVE_INFINITY,
}: {
  space: Space
  check: CheckFacts
  tap: Tap | null
  pass: (act: CheckFacts['act'], then: () => void) => void
  /** Whether the reasons stand here when it cannot be made: with several of one kind they stand at the first. */
  tellsWhy: boolean
  onNumber: () => void
  /** What a reading says, where something computes it. */
  verdict?: ReactNode
  /** A look that is made once more from here on is answered by itself; what was seen before stands beside it. */
  afreshFromMs?: number | undefined
}) {
  const { units } = usePrefs()
  const kept = keptLooks(space, check, tap)
  // A choice made before something was done to its part stays as it was said: it is asked anew of the machine as it is now.
  const all = check.kind === 'choice' ? looksOfNow(kept, actsOfEntries(space.visit.entries)) : kept
  const seen = all.filter((o) => o.atMs >= afreshFromMs)
  const last = seen.at(-1)
  const several = check.kind === 'choice' && check.several
  const conflict = check.kind === 'choice' && !several && seen.some((o) => o.value !== last?.value)
  const gate = check.act ? gateOf(check.act, space.visit.machine.spec, space.state, Date.now()) : null
  const shut = gate !== null && !gate.open
  const name = `${checkName(check.id)}${tap ? `, ${t(`word.tap.${tap}`)}` : ''}`
  const how = howText(check.id)
  // Many outcomes take the whole breadth, under the name.
  const wide = check.kind === 'choice' && check.outcomes.length > 8
  const outcomes = outcomesFor(check, space.visit.machine.spec)
  const meaning =
    check.kind === 'choice' && !check.several
      ? meansOf(
          check.id,
          outcomes.find((outcome) => outcome.value === last?.value),
        )
      : null
  const set = (value: string) =>
    pass(check.act, () => {
      const takeBack = (o: ObservationAnswer) => ({
        type: 'withdrawn' as const,
        id: newId(),
        atMs: Date.now(),
        targetId: o.id,
      })
      const same = seen.filter((o) => o.value === value)
      const others = seen.filter((o) => o.value !== value)
      // Two answers at once: the one pressed stands, the others go.
      if (conflict && same.length > 0) return keepLooks(space.visit.id, others.map(takeBack))
      // Pressed again it is taken back; another choice takes the place of what was seen here.
      if (same.length > 0) return keepLooks(space.visit.id, same.map(takeBack))
      const observed = {
        type: 'observed' as const,
        id: newId(),
        atMs: Date.now(),
        check: check.id,
        value,
        tap,
        levelMm: null,
      }
      keepLooks(space.visit.id, [...(several ? [] : others.map(takeBack)), observed])
    })
  return (
    <li id={`check-${check.id}${tap ? `-${tap}` : ''}`} className="scroll-mt-4 border-t border-line py-2.5">
      <div className={`grid items-center gap-x-5 gap-y-1.5 ${wide ? '' : 'md:grid-cols-[13rem_1fr]'}`}>
        <div className="leading-tight">
          <span className="block font-semibold" id={`name-${check.id}-${tap}`}>
            {name}
          </span>
          {last && (
            <span className="text-sm text-soft">
              {dateText(last.atMs, 'time')}, {last.by}
            </span>
          )}
        </div>
        <SeenBefore space={space} before={all.filter((o) => o.atMs < afreshFromMs)} />
        {check.kind === 'choice' ? (
          <Outcomes
            check={check.id}
            outcomes={outcomes}
            folds={check.id === 'complaint'}
            labelledBy={`name-${check.id}-${tap}`}
            seen={seen}
            shut={shut}
            onSet={set}
          />
        ) : (
          <Readings
            space={space}
            seen={seen}
            name={name}
            shut={shut}
            onNumber={() => pass(check.act, onNumber)}
          />
        )}
        {!last && how && (
          <p className={`max-w-prose text-sm leading-snug text-soft ${wide ? '' : 'md:col-start-2'}`}>
            {how}
          </p>
        )}
      </div>
      {conflict && (
        <Notice tone="watch" className="mt-1.5 px-3 py-1.5 md:ml-[14.25rem]">
          {t('checkRow.twoAnswersStandPressThe', {
            seen: seen.map((o) => `${observedText(o, units)} (${o.by})`).join(', '),
          })}
        </Notice>
      )}
      {meaning && !conflict && <p className="mt-1.5 leading-snug md:ml-[14.25rem]">{meaning}</p>}
      {check.id === 'hose-off-at-pump' && last && <Joint space={space} seen={last} />}
      {verdict && <div className="mt-1.5 md:ml-[14.25rem]">{verdict}</div>}
      {shut && !tellsWhy && (
        <p className="mt-1 text-sm text-stop md:ml-[14.25rem]">{t('checkRow.notNowAsAbove')}</p>
      )}
      {shut && tellsWhy && (
        <div className="mt-2 md:ml-[14.25rem]">
          <GateNotice gate={gate} space={space} />
        </div>
      )}
    </li>
  )
}

/** The last readings of a check, each to be taken back, and the way to another. */
function Readings({
  space,
  seen,
  name,
  shut,
  onNumber,
}: {
  space: Space
  seen: readonly ObservationAnswer[]
  name: string
  shut: boolean
  onNumber: () => void
}) {
  const { units } = usePrefs()
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
      {seen.slice(-3).map((o) => (
        <span key={o.id} className="flex items-center gap-1">
          <span className="small-figure text-2xl">{observedText(o, units)}</span>
          <Button
            aria-label={t('checkRow.takeBack', { name })}
            look="word"
            className="px-2 text-sm text-soft"
            onClick={() =>
              keepLooks(space.visit.id, [
                { type: 'withdrawn', id: newId(), atMs: Date.now(), targetId: o.id },
              ])
            }
          >
            {t('ui.takeBack2')}
          </Button>
        </span>
      ))}
      <Button
        aria-label={`${seen.length > 0 ? t('ui.measureAgain') : t('checkRow.enterTheReading')}: ${name}`}
        disabled={shut}
        className="px-4 disabled:text-soft disabled:opacity-60"
        onClick={onNumber}
      >
        {seen.length > 0 ? t('ui.measureAgain') : t('checkRow.enterTheReading')}
      </Button>
    </div>
  )
}

const JOINT_WORD = {
  downstream: t('checkRow.theBlockageIsDownstreamHose'),
  upstream: t('checkRow.littleReachesThePumpSump'),
} as const

/** A joint pulled off says something only with the side that gushed and water inside. */
function Joint({ space, seen }: { space: Space; seen: ObservationAnswer }) {
  const tell = (more: { side?: 'pump' | 'hose'; waterInside?: boolean }) =>
    keepLooks(space.visit.id, [
      { type: 'withdrawn', id: newId(), atMs: Date.now(), targetId: seen.id },
      {
        type: 'observed',
        id: newId(),
        atMs: seen.atMs,
        check: 'hose-off-at-pump',
        value: seen.value,
        tap: null,
        levelMm: seen.levelMm,
        side: seen.side,
        waterInside: seen.waterInside,
        beganAtMs: seen.beganAtMs,
        changesMin: seen.changesMin,
        ...more,
      },
    ])
  const says = jointSays({ value: String(seen.value), side: seen.side, waterInside: seen.waterInside })
  return (
    <div className="mt-2 grid gap-2 md:ml-[14.25rem]">
      <Choice
        label={t('checkRow.itCameFrom')}
        value={seen.side ?? ''}
        options={[
          { value: 'pump', text: t('checkRow.thePumpsSide') },
          { value: 'hose', text: t('checkRow.theHosesSide') },
        ]}
        onChange={(side) => tell({ side: side as 'pump' | 'hose' })}
      />
      <Choice
        label={t('checkRow.waterWasInside')}
        value={seen.waterInside === null ? '' : seen.waterInside ? 'yes' : 'no'}
        options={[
          { value: 'yes', text: t('checkRow.waterWasInside') },
          { value: 'no', text: t('checkRow.itWasEmpty') },
        ]}
        onChange={(inside) => tell({ waterInside: inside === 'yes' })}
      />
      <p className="leading-snug">
        {says
          ? JOINT_WORD[says]
          : seen.side !== null && seen.waterInside !== null
            ? t('checkRow.thatTellsNothingAStanding')
            : t('checkRow.bothAreNeededBeforeIt')}
      </p>
    </div>
  )
}

const meansOf = (check: CheckId, outcome: Outcome | undefined) =>
  outcome ? outcomeMeans(check, outcome.value, outcome.as) : null

function Outcomes({
  check,
  outcomes,
  folds,
  labelledBy,
  seen,
  shut,
  onSet,
}: {
  check: CheckId
  outcomes: readonly Outcome[]
  /** A long list shows what was pressed, and the rest on demand: what follows from it then stands right below. */
  folds: boolean
  labelledBy: string
  seen: readonly ObservationAnswer[]
  shut: boolean
  onSet: (value: string) => void
}) {
  const [open, setOpen] = useState(false)
  const chosen = outcomes.filter((outcome) => seen.some((o) => o.value === outcome.value))
  const shown = folds && !open && chosen.length > 0 ? chosen : outcomes
  return (
    // biome-ignore lint/a11y/useSemanticElements: a fieldset cannot be laid out as a wrapping row
    <div role="group" aria-labelledby={labelledBy} className="flex flex-wrap gap-1.5">
      {shown.map((outcome) => {
        const on = seen.some((o) => o.value === outcome.value)
        return (
          <button
            key={outcome.value}
            type="button"
            aria-pressed={on}
            // What stands can always be taken back.
            disabled={shut && !on}
            onClick={() => onSet(outcome.value)}
            className={`min-h-12 cursor-pointer border px-3.5 disabled:cursor-default disabled:text-soft disabled:opacity-60 ${on ? `font-semibold ${TONE_ON[outcome.tone]}` : 'border-line bg-face'}`}
          >
            {outcomeWord(check, outcome.value, outcome.as)}
          </button>
        )
      })}
      {folds && chosen.length > 0 && (
        <Button aria-expanded={open} onClick={() => setOpen(!open)} look="word" className="px-3 text-water">
          {open ? t('checkRow.onlyThese') : t('checkRow.anotherToo')}
        </Button>
      )}
    </div>
  )
}

/** A range in the user's units, for a message. */
export function rangeText(check: CheckFacts, units: 'metric' | 'us'): string {
  if (check.kind !== 'number') return ''
  const [low, high] = check.range
  return t('common.range', {
    from: withUnit(units, check.quantity, low),
    to: withUnit(units, check.quantity, high),
  })
}
