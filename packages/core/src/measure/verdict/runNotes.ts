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
  if (fit.gain.hi < 0.2)
    analysis.notes.push(
      'The water moves and the indicated level does not: the pressure tube or its sensor is blocked, off or dead.',
    )
  else if (fit.gain.lo > 1.04 || fit.gain.hi < 0.96)
    analysis.notes.push(
      `The indicated level moves ${fit.gain.value.toFixed(2)} mm for each mm of water: the level sensing is off.`,
    )
  if (fit.gain.lo > 0.5 && (fit.offsetMm.lo > 4 || fit.offsetMm.hi < -4))
    analysis.notes.push(
      `The indicated level stands ${Math.abs(fit.offsetMm.value).toFixed(0)} mm ${fit.offsetMm.value < 0 ? 'below' : 'above'} the water at the port.`,
    )
  if (fit.lagS && fit.lagS.lo > 5)
    analysis.notes.push(
      `The indicated level follows the water only after about ${fit.lagS.value.toFixed(0)} s: look into the air dome.`,
    )
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
    analysis.notes.push(
      `The flow fluctuates by about ${Math.round(100 * unsteadiness.value)} % of itself: look for foam or air at the hose end.`,
    )
  else if (wanders && plan.kind === 'drain')
    analysis.notes.push('The flow is not steady: look for foam or air at the hose end.')
  if (slows)
    analysis.notes.push(
      plan.kind === 'fill'
        ? `Its late half ran ${Math.round(100 * slowing.value)} % slower than its early half.`
        : `Its late half ran ${Math.round(100 * slowing.value)} % slower than the falling level explains: the house drain may be backing up, or the pump is tiring.`,
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
export function gapNotes(series: LevelSeries, source: ReadingSource): string[] {
  if (source !== 'stream' || series.tS.length < 10) return []
  const { tS } = series
  const mean = ((tS[tS.length - 1] as number) - (tS[0] as number)) / (tS.length - 1)
  const notes: string[] = []
  for (let i = 0; i + 1 < tS.length && notes.length < MOST_GAPS_TOLD; i++) {
    const step = (tS[i + 1] as number) - (tS[i] as number)
    if (step > Math.max(3, 5 * mean))
      notes.push(
        `The stream stopped at ${(tS[i] as number).toFixed(0)} s and came back ${step.toFixed(0)} s later; the time between counts, its levels are not known.`,
      )
  }
  return notes
}
const MOST_GAPS_TOLD = 3

/** Which of ruler and display was taken, and what the other said. */
export function chosenNotes({ from, others, display, series }: ChosenLevels): string[] {
  if (others === 0) return []
  const shown =
    display === null
      ? 'the display was never read beside it'
      : display.moves !== null && Math.abs(display.moves) < 0.3
        ? 'the display hardly moved while the water did'
        : `the display showed ${Math.abs(display.offMm).toFixed(0)} mm ${display.offMm < 0 ? 'less' : 'more'}`
  if (from === 'indicated')
    return display?.agrees
      ? [`The display agrees with the ruler within 5 mm, so its ${series.tS.length} readings are used.`]
      : [`Levels were taken from the display; the ruler was read ${others === 1 ? 'once' : 'twice'}.`]
  return [
    display?.agrees
      ? 'Levels were taken from the ruler; the display agrees with it.'
      : `Levels were taken from the ruler alone; ${shown}.`,
  ]
}

/** A finger that came later than the water's own end. */
export function lateNotes(window: RunWindow): string[] {
  return window.lateMarkS === null
    ? []
    : [
        `The level stood still from ${window.toS.toFixed(0)} s on; the mark came ${(window.lateMarkS - window.toS).toFixed(0)} s later. The time is taken from the levels.`,
      ]
}
