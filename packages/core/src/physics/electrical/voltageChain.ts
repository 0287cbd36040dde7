import { judgeVoltage, type SUPPLY_BANDS } from './voltage.ts'

/** Where on the way of the current a voltage was read, in order. */
export const CHAIN_POINTS = ['outlet', 'board', 'part'] as const
export type ChainPoint = (typeof CHAIN_POINTS)[number]
export type ChainVolts = Partial<Record<ChainPoint, number>>

export interface PointReading {
  point: ChainPoint
  volts: number
  verdict: 'none' | 'sags' | 'low' | 'within' | 'high'
}
export interface ChainSays {
  readings: PointReading[]
  /** The first link at which the voltage is lost; null = it arrives, or not enough was read. */
  fault: 'outlet' | 'board' | 'wiring' | 'part' | null
  /** What to read next; null = nothing more is to be read. */
  next: ChainPoint | null
}

/** Below this share of nominal a voltage is neither there nor gone: a bad contact or a half-wave. Estimate. */
const SAG_SHARE = 0.8

/**
 * Voltages along outlet → board → part while the part is commanded, worked back from the part: voltage there and the part does
 * not move = the part; none there and some at the board's pin = wiring, connector or lid switch; none at the pin = board.
 * @param read - What was measured, V. @param nominalV - Nominal supply, V. @param partMoves - Whether the part does its work; null = not seen.
 * @throws {RangeError} If a reading is not 0..1000 V.
 */
export function judgeChain(
  read: ChainVolts,
  nominalV: keyof typeof SUPPLY_BANDS,
  partMoves: boolean | null,
): ChainSays {
  const readings = CHAIN_POINTS.flatMap((point): PointReading[] => {
    const volts = read[point]
    if (volts === undefined) return []
    const { verdict } = judgeVoltage(volts, nominalV)
    return [{ point, volts, verdict: verdict === 'low' && volts < SAG_SHARE * nominalV ? 'sags' : verdict }]
  })
  const arrives = (point: ChainPoint): boolean | null => {
    const found = readings.find((r) => r.point === point)
    return found ? found.verdict !== 'none' && found.verdict !== 'sags' : null
  }
  const says = (fault: ChainSays['fault'], next: ChainPoint | null): ChainSays => ({ readings, fault, next })
  if (arrives('outlet') === false) return says('outlet', null)
  if (arrives('part') === null) return says(null, arrives('outlet') === null ? 'outlet' : 'part')
  if (arrives('part')) return says(partMoves === false ? 'part' : null, null)
  if (arrives('board') === null) return says(null, 'board')
  return says(arrives('board') ? 'wiring' : 'board', null)
}
