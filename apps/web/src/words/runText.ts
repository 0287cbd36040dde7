import type { RunKind, RunPhase, RunSummary, Saying } from '@brendik/core'
import { sayRun, timesAsLong } from '@brendik/words'
import { durationText } from '../lib/time.ts'
import { figure, type UnitSystem, withUnit } from '../lib/units.ts'
import { words } from '../lib/words.ts'

/** Few words for a verdict, and how it is coloured. */
export interface Headline {
  text: string
  tone: 'good' | 'watch' | 'stop' | 'plain'
}

export function headline(saying: Saying, phase: RunPhase): Headline {
  switch (saying.code) {
    case 'within':
      return { text: 'Within what is expected', tone: 'good' }
    case 'slow':
      return { text: `Takes ${timesAsLong(words(), saying.longerPercent)} × as long`, tone: 'watch' }
    case 'fast':
      return { text: `Too quick: ${timesAsLong(words(), saying.longerPercent)} × the time`, tone: 'watch' }
    case 'stalled':
      return { text: `Stopped draining after ${durationText(saying.atS)}`, tone: 'stop' }
    case 'no-flow':
      return { text: 'No flow', tone: 'stop' }
    case 'throttled':
      return { text: 'Measured, not judged', tone: 'plain' }
    case 'steady':
      return { text: 'The level stays', tone: 'good' }
    case 'falling':
      return { text: 'The level falls', tone: 'watch' }
    case 'rising':
      return { text: 'The level rises', tone: 'watch' }
    case 'tube-leak':
      return { text: 'Only the display falls', tone: 'watch' }
    case 'run-back':
      return { text: 'Water runs back', tone: 'watch' }
    case 'no-run-back':
      return { text: 'Nothing runs back', tone: 'good' }
    case 'overfilled':
      return { text: 'It overfills', tone: 'watch' }
    case 'weak-supply':
      return { text: 'The supply is too weak', tone: 'watch' }
    case 'slip':
      return { text: 'A question first', tone: 'watch' }
    case 'empty-tub':
      return { text: 'No water to hold', tone: 'plain' }
    case 'timed-undecided':
      return { text: 'Time alone does not tell', tone: 'plain' }
    default:
      return { text: phase === 'running' ? 'Too early to tell' : 'Cannot be told', tone: 'plain' }
  }
}

export function sentence(saying: Saying, units: UnitSystem): string {
  return sayRun(words(units), saying)
}

/** A line for lists: "13.8 L/min, 1.5 × as long". */
export function shortResult({ analysis, stoppedAtMs }: RunSummary, units: UnitSystem): string {
  if (!analysis) return stoppedAtMs === null ? 'running' : 'being analysed'
  const flow = analysis.quantities.flowLMin
  const leak = analysis.quantities.leakLH
  const head = headline(analysis.saying, 'stopped')
  const words = head.text.replace(/^Takes /, '')
  const verdict = analysis.verdict === 'within' ? 'within' : words.charAt(0).toLowerCase() + words.slice(1)
  if (leak && analysis.verdict === 'falling') return `loses ${withUnit(units, 'hourly', leak.value)}`
  return flow && analysis.verdict !== 'no-flow'
    ? `${figure(units, 'flow', flow.value)} ${withUnit(units, 'flow', 0).split(' ')[1]}, ${verdict}`
    : verdict
}

export const KIND_WORD: Record<RunKind, string> = {
  idle: 'Idle',
  fill: 'Fill',
  hold: 'Hold',
  motion: 'Motion',
  drain: 'Drain',
  'after-drain': 'Run-back',
  siphon: 'Gravity run',
  spin: 'Spin',
}
export const START_WORD: Record<RunKind, string> = {
  idle: 'taps open, machine off',
  fill: 'valve open',
  hold: 'water standing',
  motion: 'drum turning',
  drain: 'pump on',
  'after-drain': 'pump off',
  siphon: 'water running',
  spin: 'spinning',
}
export const STOP_WORD: Record<RunKind, string> = {
  idle: 'end of watch',
  fill: 'valve closed',
  hold: 'end of hold',
  motion: 'drum still',
  drain: 'pump off',
  'after-drain': 'end of watch',
  siphon: 'stream breaks',
  spin: 'drum still',
}

export const TONE_TEXT: Record<Headline['tone'], string> = {
  good: 'text-good',
  watch: 'text-watch',
  stop: 'text-stop',
  plain: 'text-ink',
}
