import { figureOf, type Message, message } from '../../message.ts'
import { median } from '../../numeric/quantile.ts'
import type { Readings } from './readings.ts'

/** A step of the clock of at least this is looked at, s. */
const LEAST_JUMP_S = 20

/**
 * Takes out jumps of the clock that wrote the readings (an instrument that set its clock during the run): one step back after which time goes on
 * as before, or one step far ahead across which the level did not move on. Single late readings are left for sorting.
 * @returns The readings with jumps closed, and a note for each.
 */
export function straightenClock(readings: Readings): { readings: Readings; notes: Message[] } {
  const { tS } = readings
  const n = tS.length
  if (n < 8) return { readings, notes: [] }
  const steps = new Float64Array(n - 1)
  for (let i = 0; i + 1 < n; i++) steps[i] = (tS[i + 1] ?? Number.NaN) - (tS[i] ?? Number.NaN)
  const onwards = steps.filter((s) => s > 0)
  // Written newest first, or all at one time: nothing jumped.
  if (onwards.length < n / 4) return { readings, notes: [] }
  const usual = median(onwards)
  const level = (i: number) =>
    Number.isFinite(readings.rulerMm[i])
      ? (readings.rulerMm[i] ?? Number.NaN)
      : (readings.levelMm[i] ?? Number.NaN)
  const jumps: { at: number; byS: number }[] = []
  for (let i = 0; i + 1 < n; i++) {
    const step = steps[i] ?? Number.NaN
    const back = step < -Math.max(LEAST_JUMP_S, 3 * usual) && onward(steps, i)
    const ahead =
      step > Math.max(LEAST_JUMP_S, 8 * usual) && onward(steps, i) && !movedOn(level, tS, i, usual)
    if (back || ahead) jumps.push({ at: i + 1, byS: step - usual })
  }
  if (jumps.length === 0 || jumps.length > MOST_JUMPS) return { readings, notes: [] }
  const straight = Float64Array.from(tS)
  for (const { at, byS } of jumps)
    for (let i = at; i < n; i++) straight[i] = (straight[i] ?? Number.NaN) - byS
  return {
    readings: { ...readings, tS: straight },
    notes: jumps.map(({ at, byS }) =>
      message('note.clock-jump', {
        by: figureOf('time', byS),
        at: figureOf('time', tS[at - 1] ?? Number.NaN),
      }),
    ),
  }
}
const MOST_JUMPS = 3

/** Three ordinary steps on each side: a jump, not a reading that came late. */
function onward(steps: Float64Array, i: number): boolean {
  const around = [i - 3, i - 2, i - 1, i + 1, i + 2, i + 3]
    .map((k) => steps[k])
    .filter((s) => s !== undefined)
  return around.length >= 4 && around.every((s) => s >= 0 && s < LEAST_JUMP_S)
}

/** Whether the level across a gap moved by about what it moved per second around it. True also where it hardly moves at all. */
function movedOn(level: (i: number) => number, tS: Float64Array, i: number, usual: number): boolean {
  const from = Math.max(0, i - 6)
  const to = Math.min(tS.length - 1, i + 7)
  const rate =
    (level(i) - level(from) + (level(to) - level(i + 1))) /
    Math.max(
      1e-9,
      (tS[i] ?? Number.NaN) - (tS[from] ?? Number.NaN) + ((tS[to] ?? Number.NaN) - (tS[i + 1] ?? Number.NaN)),
    )
  const gap = (tS[i + 1] ?? Number.NaN) - (tS[i] ?? Number.NaN)
  const due = rate * gap
  const went = level(i + 1) - level(i)
  // Only a movement that would have been unmistakable tells a jump from a pause of the stream.
  return !(Math.abs(due) > 30 && Math.abs(went) < 0.25 * Math.abs(due) && Math.abs(went - rate * usual) < 15)
}
