import {
  type BoardMark,
  type Message,
  message,
  type RunKind,
  type RunPhase,
  type RunPlan,
  type RunSummary,
  type Saying,
} from '@brendik/core'
import { KIND_ID, timesAsLong } from '@brendik/words/lean'
import { durationText } from '../lib/time.ts'
import { type UnitSystem, withUnit } from '../lib/units.ts'
import { t, words } from '../lib/words.ts'
import { lowerFirst } from './firstLetter.ts'

/** Few words for a verdict, and how it is coloured. */
export interface Headline {
  text: string
  tone: 'good' | 'watch' | 'stop' | 'plain'
}

export function headline(saying: Saying, phase: RunPhase): Headline {
  switch (saying.code) {
    case 'within':
      return { text: t('runText.withinWhatIsExpected'), tone: 'good' }
    case 'slow':
      return {
        text: t('runText.takesAsLong', { timesAsLong: timesAsLong(words(), saying.longerPercent) }),
        tone: 'watch',
      }
    case 'fast':
      return {
        text: t('runText.tooQuickTheTime', { timesAsLong: timesAsLong(words(), saying.longerPercent) }),
        tone: 'watch',
      }
    case 'stalled':
      return { text: t('runText.stoppedDrainingAfter', { time: durationText(saying.atS) }), tone: 'stop' }
    case 'no-flow':
      return { text: t('runText.noFlow'), tone: 'stop' }
    case 'throttled':
      return { text: t('runText.measuredNotJudged'), tone: 'plain' }
    case 'steady':
      return { text: t('runText.theLevelStays'), tone: 'good' }
    case 'falling':
      return { text: t('runText.theLevelFalls'), tone: 'watch' }
    case 'rising':
      return { text: t('runText.theLevelRises'), tone: 'watch' }
    case 'tube-leak':
      return { text: t('runText.onlyTheDisplayFalls'), tone: 'watch' }
    case 'run-back':
      return { text: t('runText.waterRunsBack'), tone: 'watch' }
    case 'no-run-back':
      return { text: t('runText.nothingRunsBack'), tone: 'good' }
    case 'cycle':
      return cycleHeadline(saying, phase)
    case 'overfilled':
      return { text: t('runText.itOverfills'), tone: 'watch' }
    case 'weak-supply':
      return { text: t('runText.theSupplyIsTooWeak'), tone: 'watch' }
    case 'slip':
      return { text: t('runText.aQuestionFirst'), tone: 'watch' }
    case 'empty-tub':
      return { text: t('runText.noWaterToHold'), tone: 'plain' }
    case 'timed-undecided':
      return { text: t('runText.timeAloneDoesNotTell'), tone: 'plain' }
    default:
      return {
        text: phase === 'running' ? t('runText.tooEarlyToTell') : t('runText.cannotBeTold'),
        tone: 'plain',
      }
  }
}

function cycleHeadline(
  { stopsIn, long, spun }: Extract<Saying, { code: 'cycle' }>,
  phase: RunPhase,
): Headline {
  // What is under way is no fault: it may go on.
  if (phase === 'running' && stopsIn !== null) return { text: MARK_WORD[stopsIn], tone: 'plain' }
  if (stopsIn !== null) return { text: t('runText.leftStanding'), tone: 'stop' }
  if (long)
    return { text: t('runText.takesTooLong', { phase: lowerFirst(MARK_WORD[long.phase]) }), tone: 'watch' }
  return spun
    ? { text: t('runText.ranToItsEnd'), tone: 'good' }
    : { text: t('runText.didNotSpin'), tone: 'watch' }
}

/** A line for lists: "13.8 L/min, 1.5 × as long". */
export function shortResult({ analysis, stoppedAtMs }: RunSummary, units: UnitSystem): string {
  if (!analysis) return stoppedAtMs === null ? t('runText.running') : t('runText.beingAnalysed')
  const flow = analysis.quantities.flowLMin
  const leak = analysis.quantities.leakLH
  const { saying } = analysis
  const verdict =
    saying.code === 'slow'
      ? t('runText.asLong', { times: timesAsLong(words(), saying.longerPercent) })
      : analysis.verdict === 'within'
        ? t('runText.within')
        : lowerFirst(headline(saying, 'stopped').text)
  if (leak && analysis.verdict === 'falling')
    return t('runText.loses', { hourly: withUnit(units, 'hourly', leak.value) })
  return flow && analysis.verdict !== 'no-flow'
    ? `${withUnit(units, 'flow', flow.value)}, ${verdict}`
    : verdict
}

/** A kind of run as part of a sentence. */
export const kindMessage = (kind: RunKind): Message => message(KIND_ID[kind])

export const KIND_WORD = Object.fromEntries(
  Object.entries(KIND_ID).map(([kind, id]) => [kind, t(id)]),
) as Record<RunKind, string>
export const START_WORD: Record<RunKind, string> = {
  idle: t('runText.tapsOpenMachineOff'),
  fill: t('runText.valveOpen'),
  hold: t('runText.waterStanding'),
  motion: t('runText.drumTurning'),
  drain: t('runText.pumpOn'),
  'after-drain': t('runText.pumpOff'),
  siphon: t('runText.waterRunning'),
  spin: t('ui.spinning'),
  cycle: t('runText.cycleBegins'),
}
export const STOP_WORD: Record<RunKind, string> = {
  idle: t('runText.endOfWatch'),
  fill: t('runText.valveClosed'),
  hold: t('runText.endOfHold'),
  motion: t('runText.drumStill'),
  drain: t('runText.pumpOff'),
  'after-drain': t('runText.endOfWatch'),
  siphon: t('runText.streamBreaks'),
  spin: t('runText.drumStill'),
  cycle: t('runText.endOfWatch'),
}

export const TONE_TEXT: Record<Headline['tone'], string> = {
  good: 'text-good',
  watch: 'text-watch',
  stop: 'text-stop',
  plain: 'text-ink',
}

export const MARK_WORD: Record<BoardMark, string> = {
  fill: t('cycleMark.fill'),
  wash: t('cycleMark.wash'),
  pause: t('cycleMark.pause'),
  drain: t('cycleMark.drain'),
  spin: t('cycleMark.spin'),
  end: t('cycleMark.end'),
  'air-drawn': t('ui.airDrawn'),
  'pump-silent': t('entryLog.pumpSilent'),
  'leak-seen': t('ui.leakSeen'),
  'leak-stopped': t('entryLog.leakStopped'),
  'valve-closed': t('ui.valveClosed'),
}

/** Taps in words: one, or both. */
/** How a run was set up, as far as it changes what may be expected of it: by which tap, or with the hose end where. */
export const setUpText = (
  { kind, taps, hoseEndMm }: Pick<RunPlan, 'kind' | 'taps' | 'hoseEndMm'> | RunSummary,
  units: UnitSystem,
): string =>
  kind === 'fill'
    ? t('runList.tap', { taps: tapsWord(taps) })
    : hoseEndMm === null
      ? t('runList.hoseEndGuessed')
      : t('runList.hoseEnd', { height: withUnit(units, 'height', hoseEndMm) })

export const tapsWord = (taps: readonly string[]): string =>
  taps.length > 1 ? t('word.tap.both') : t(taps[0] === 'hot' ? 'word.tap.hot' : 'word.tap.cold')
