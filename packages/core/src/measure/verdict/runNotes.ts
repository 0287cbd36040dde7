import { figureOf, type Message, message } from '../../message.ts'
import type { Interval } from '../../numeric/interval.ts'
import type { SensorFit } from '../../physics/sensing/sensorFit.ts'
import { evenness } from '../estimate/evenness.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import type { ChosenLevels } from '../readings/chooseLevels.ts'
import { keepWhere, type LevelSeries, type ReadingSource } from '../readings/readings.ts'
import type { RunWindow } from '../readings/runWindow.ts'
import type { Disturbance, RunAnalysis } from './runAnalysis.ts'

/** A flow that fluctuates or slows by more than this beyond doubt is worth a word. */
const UNEVEN = {
  unsteadiness: { hand: 0.25, stream: 0.11 },
  wanderMm: { hand: 4.8, stream: 1.55 },
  slowing: 0.03,
} as const

/** What the display showed against the ruler, as figures and in words. */
export function tellSensor(analysis: RunAnalysis, fit: SensorFit): void {
  analysis.quantities.sensorGain = fit.gain
  analysis.quantities.sensorOffsetMm = fit.offsetMm
  if (fit.lagS) analysis.quantities.sensorLagS = fit.lagS
  if (fit.gain.hi < 0.2) analysis.notes.push(message('note.sensor-dead'))
  else if (fit.gain.lo > 1.04 || fit.gain.hi < 0.96)
    analysis.notes.push(message('note.sensor-gain', { gain: { number: fit.gain.value, digits: 2 } }))
  if (fit.gain.lo > 0.5 && (fit.offsetMm.lo > 4 || fit.offsetMm.hi < -4))
    analysis.notes.push(
      message('note.sensor-offset', {
        offset: figureOf('level', Math.abs(fit.offsetMm.value)),
        side: fit.offsetMm.value < 0 ? 'below' : 'above',
      }),
    )
  if (fit.lagS && fit.lagS.lo > 5)
    analysis.notes.push(message('note.sensor-lag', { lag: figureOf('time', fit.lagS.value) }))
}

/** Fluctuation and slowing of the flow, as figures and in words. */
export function tellEvenness(
  analysis: RunAnalysis,
  plan: RunPlan,
  levels: LevelSeries,
  source: ReadingSource,
): void {
  if (plan.kind === 'fill' && plan.laundry !== 'none') return
  const aboveAir = plan.kind === 'fill' ? levels : keepWhere(levels, (mm) => mm > 14)
  const { unsteadiness, slowing, wanderMm } = evenness(plan, aboveAir, source)
  if (unsteadiness) analysis.quantities.unsteadiness = unsteadiness
  if (slowing) analysis.quantities.slowing = slowing
  const wanders = wanderMm !== null && wanderMm > UNEVEN.wanderMm[source]
  const fluctuates = unsteadiness !== null && unsteadiness.lo > UNEVEN.unsteadiness[source]
  const slows = slowing !== null && slowing.lo > UNEVEN.slowing
  if (plan.kind === 'drain' && analysis.basis?.of === 'flow')
    analysis.basis.disturbed = disturbance(unsteadiness, slowing, wanderMm, source)
  if (fluctuates)
    analysis.notes.push(message('note.flow-fluctuates', { percent: Math.round(100 * unsteadiness.value) }))
  else if (wanders && plan.kind === 'drain') analysis.notes.push(message('note.flow-unsteady'))
  if (slows)
    analysis.notes.push(
      message(plan.kind === 'fill' ? 'note.fill-slows' : 'note.drain-slows', {
        percent: Math.round(100 * slowing.value),
      }),
    )
}

/** A flow is left out of the weighing beyond these only: a hand's readings wander by themselves. Settled on the study. */
const DISTURBED = {
  hand: { unsteadiness: 0.35, wanderMm: 6.5, slowing: 0.14 },
  stream: { unsteadiness: 0.14, wanderMm: 1.7, slowing: 0.05 },
} as const

function disturbance(
  unsteadiness: Interval | null,
  slowing: Interval | null,
  wanderMm: number | null,
  source: ReadingSource,
): Disturbance | null {
  const limit = DISTURBED[source]
  if ((wanderMm ?? 0) > limit.wanderMm || (unsteadiness?.lo ?? 0) > limit.unsteadiness) return 'unsteady'
  return (slowing?.lo ?? 0) > limit.slowing ? 'slowing' : null
}

/** A stream that stopped for longer than five of its mean steps and 3 s, and came back. */
export function gapNotes(series: LevelSeries, source: ReadingSource): Message[] {
  if (source !== 'stream' || series.tS.length < 10) return []
  const { tS } = series
  const mean = ((tS[tS.length - 1] ?? Number.NaN) - (tS[0] ?? Number.NaN)) / (tS.length - 1)
  const notes: Message[] = []
  for (let i = 0; i + 1 < tS.length && notes.length < MOST_GAPS_TOLD; i++) {
    const step = (tS[i + 1] ?? Number.NaN) - (tS[i] ?? Number.NaN)
    if (step > Math.max(3, 5 * mean))
      notes.push(
        message('note.stream-gap', {
          at: figureOf('time', tS[i] ?? Number.NaN),
          gap: figureOf('time', step),
        }),
      )
  }
  return notes
}
const MOST_GAPS_TOLD = 3

/** Which of ruler and display was taken, and what the other said. */
export function chosenNotes({ from, others, display, series }: ChosenLevels): Message[] {
  if (others === 0) return []
  if (from === 'indicated')
    return display?.agrees
      ? [message('note.display-agrees', { readings: series.tS.length })]
      : [message('note.levels-from-display', { times: others })]
  if (display?.agrees) return [message('note.levels-from-ruler')]
  if (display === null) return [message('note.ruler-alone')]
  if (display.moves !== null && Math.abs(display.moves) < 0.3) return [message('note.ruler-display-stuck')]
  return [
    message('note.ruler-display-off', {
      off: figureOf('level', Math.abs(display.offMm)),
      side: display.offMm < 0 ? 'below' : 'above',
    }),
  ]
}

/** A finger that came later than the water's own end. */
export function lateNotes(window: RunWindow): Message[] {
  return window.lateMarkS === null
    ? []
    : [
        message('note.late-mark', {
          at: figureOf('time', window.toS),
          late: figureOf('time', window.lateMarkS - window.toS),
        }),
      ]
}
