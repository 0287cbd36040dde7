import { type RunAnalysis, type RunKind, type RunPhase, type Saying, sayRun } from '@brendik/core'
import { clockText } from '../../lib/time.ts'
import { figure, type UnitSystem, withUnit } from '../../lib/units.ts'

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
      return { text: `${saying.longerPercent} % slower than expected`, tone: 'watch' }
    case 'fast':
      return { text: `${-saying.longerPercent} % quicker than expected`, tone: 'watch' }
    case 'stalled':
      return { text: `Stopped draining at ${clockText(saying.atS)}`, tone: 'stop' }
    case 'no-flow':
      return { text: 'No flow', tone: 'stop' }
    case 'throttled':
      return { text: 'Measured, not judged', tone: 'plain' }
    default:
      return { text: phase === 'running' ? 'Too early to tell' : 'Cannot be told', tone: 'plain' }
  }
}

export function sentence(saying: Saying, units: UnitSystem): string {
  return sayRun(
    saying,
    (lMin) => withUnit(units, 'flow', lMin),
    (mm) => withUnit(units, 'level', mm),
  )
}

/** A line for lists: "13.8 L/min, 47 % slower". */
export function shortResult(analysis: RunAnalysis | null, units: UnitSystem): string {
  if (!analysis) return 'running'
  const flow = analysis.quantities.flowLMin
  const head = headline(analysis.saying, 'stopped')
  const words = head.text.replace(' than expected', '')
  const verdict = analysis.verdict === 'within' ? 'within' : words.charAt(0).toLowerCase() + words.slice(1)
  return flow && analysis.verdict !== 'no-flow'
    ? `${figure(units, 'flow', flow.value)} ${withUnit(units, 'flow', 0).split(' ')[1]}, ${verdict}`
    : verdict
}

export const KIND_WORD: Record<RunKind, string> = { fill: 'Fill', drain: 'Drain' }
export const START_WORD: Record<RunKind, string> = { fill: 'valve open', drain: 'pump on' }
export const STOP_WORD: Record<RunKind, string> = { fill: 'valve closed', drain: 'pump off' }

export const TONE_TEXT: Record<Headline['tone'], string> = {
  good: 'text-good',
  watch: 'text-watch',
  stop: 'text-stop',
  plain: 'text-ink',
}
