import type { FlowValue, Interval } from '../../numeric/interval.ts'
import { median } from '../../numeric/quantile.ts'
import { studentT975 } from '../../numeric/studentT.ts'
import type { FlowEstimate } from './estimateFlow.ts'

/** Scatter of a turbine meter's gain, one standard deviation. Estimate: 1–3 %. */
const METER_GAIN_SE = 0.02

/** The flow that the levels give, L/min. */
export function levelFlow(estimate: FlowEstimate): FlowValue {
  const half = Math.hypot(estimate.t975 * estimate.readingsSe, 1.96 * estimate.geometrySe)
  return {
    value: estimate.flowLMin,
    lo: estimate.flowLMin - half,
    hi: estimate.flowLMin + half,
    se: Math.hypot((estimate.t975 / 1.96) * estimate.readingsSe, estimate.geometrySe),
  }
}

/** The flow a meter gives, L/min: the median of what it read while water ran; null below three such readings. */
export function meterFlow(flowLMin: Float64Array): FlowValue | null {
  const flowing = flowLMin.filter((v) => v > 0.05)
  if (flowing.length < 3) return null
  const value = median(flowing)
  const spread = 1.4826 * median(flowing.map((v) => Math.abs(v - value)))
  // A stream's neighbours share their noise: no more than 20 of them are counted.
  const n = Math.min(20, flowing.length)
  const se = Math.hypot(METER_GAIN_SE * value, (1.253 * Math.max(spread, 0.02 * value)) / Math.sqrt(n))
  const half = studentT975(n) * se
  return { value, lo: value - half, hi: value + half, se }
}

/** The level decides; a meter that agrees helps only where the level is poor, since a fouled meter reads low and steadily. */
export function combine(level: FlowValue | null, meter: FlowValue | null): FlowValue | null {
  if (!level) return meter
  if (!meter || level.se < 0.05 * Math.abs(level.value)) return level
  const apart = Math.abs(level.value - meter.value)
  if (apart > 2 * Math.hypot(level.se, meter.se)) return level
  const [wl, wm] = [1 / level.se ** 2, 1 / meter.se ** 2]
  const value = (wl * level.value + wm * meter.value) / (wl + wm)
  const se = 1 / Math.sqrt(wl + wm)
  return { value, lo: value - 1.96 * se, hi: value + 1.96 * se, se }
}

/** One flow divided by another, with the interval of both. */
export function ratioInterval(top: FlowValue, bottom: FlowValue): Interval {
  const value = top.value / bottom.value
  const half = 1.96 * Math.hypot(top.se / top.value, bottom.se / bottom.value)
  return { value, lo: value * Math.exp(-half), hi: value * Math.exp(half) }
}
