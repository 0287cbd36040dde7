import type { Message } from '../../message.ts'
import type { Interval } from '../../numeric/interval.ts'
import type { Saying } from './saying.ts'

/** Every quantity a run or a visit can give, with its id in the visit file; the unit is in both names. */
export const QUANTITIES = {
  flowLMin: 'flow_l_min',
  timeS: 'time_s',
  ratioToExpected: 'ratio_to_expected',
  pumpHeadM: 'pump_head_m',
  pathResistanceRatio: 'path_resistance_ratio',
  leakHeightMm: 'leak_height_mm',
  leakLH: 'leak_l_h',
  riseLH: 'rise_l_h',
  tubeLeakTauS: 'tube_leak_tau_s',
  sensorLagS: 'sensor_lag_s',
  sensorGain: 'sensor_gain',
  sensorOffsetMm: 'sensor_offset_mm',
  meterGain: 'meter_gain',
  runBackL: 'run_back_l',
  cutoutS: 'cutout_s',
  unsteadiness: 'unsteadiness',
  slowing: 'slowing',
} as const
export type QuantityId = keyof typeof QUANTITIES

/** What was found, each with its 95 % interval. */
export type Quantities = Partial<Record<QuantityId, Interval>>
/** What could not be told, each with the measurement that would tell. */
export type NotIdentifiable = Partial<Record<QuantityId, Message | Saying>>
/** What is known on one side only. */
export type Bounds = Partial<Record<QuantityId, { atLeast?: number; atMost?: number }>>
