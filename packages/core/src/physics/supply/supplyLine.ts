import { m3PerSFromLMin } from '../../units.ts'

/** Tap, fill hose and inlet screen in series: each loses K·Q², K in Pa/(m³/s)². */
export interface SupplyLine {
  staticKpa: number
  tapK: number
  hoseK: number
  screenK: number
}

/** An inlet valve with a flow washer: nearly flat above its regulating pressure, falling as √P below. */
export interface RegulatedValve {
  ratedLMin: number
  regulatingKpa: number
}

/** Clean losses, Pa/(m³/s)². Estimate, from memory. */
export const CLEAN_SUPPLY_K = { tapK: 2.0e12, hoseK: 0.75e12, screenK: 0.18e12 } as const
/** The pressure at which a valve's rated flow is stated, kPa. Estimate. */
const RATED_AT_KPA = 300
/** Rise of a regulated flow with ln(pressure). Estimate. */
const REGULATOR_LOG_SLOPE = 0.03

/**
 * Flow a valve passes at the pressure standing at its inlet, L/min.
 * Above `regulatingKpa`: rated·(1 + 0.03·ln(P/300 kPa)); below: the flow there times √(P/P_reg).
 */
export function valveFlowLMin(valve: RegulatedValve, inletKpa: number): number {
  if (inletKpa >= valve.regulatingKpa) return regulatedLMin(valve, inletKpa)
  return regulatedLMin(valve, valve.regulatingKpa) * Math.sqrt(Math.max(0, inletKpa) / valve.regulatingKpa)
}

function regulatedLMin(valve: RegulatedValve, kpa: number): number {
  return valve.ratedLMin * (1 + REGULATOR_LOG_SLOPE * Math.log(kpa / RATED_AT_KPA))
}

/**
 * Flow through tap, hose, screen and regulated valve into the open tub, L/min.
 * Solves Q = valve(P − (K_tap + K_hose + K_screen)·Q²): in closed form below the regulating pressure, by iteration above it, where the
 * valve's flow hardly depends on the pressure.
 * @throws {RangeError} If the static pressure or a loss is negative.
 */
export function supplyFlowLMin(line: SupplyLine, valve: RegulatedValve): number {
  const seriesK = line.tapK + line.hoseK + line.screenK
  if (!(line.staticKpa >= 0))
    throw new RangeError(`supply pressure: expected at least 0 kPa, got ${line.staticKpa}`)
  if (!(seriesK >= 0)) throw new RangeError(`supply loss: expected at least 0, got ${seriesK}`)
  // kPa lost at 1 L/min.
  const loss = (seriesK * m3PerSFromLMin(1) ** 2) / 1000
  const atLimit = regulatedLMin(valve, valve.regulatingKpa)
  const unregulated = Math.sqrt(line.staticKpa / (valve.regulatingKpa / atLimit ** 2 + loss))
  if (!(unregulated > atLimit)) return unregulated
  let q = atLimit
  for (let i = 0; i < 40; i++) {
    const next = regulatedLMin(valve, Math.max(valve.regulatingKpa, line.staticKpa - loss * q * q))
    if (Math.abs(next - q) < 1e-12) return next
    q = next
  }
  return q
}

/**
 * Flow into a bucket from a tap or a hose end, L/min: all of the static pressure is lost on the way, ΔP = K·Q².
 * @param staticKpa - Gauge pressure with the tap shut. @param seriesK - Losses up to the open end, Pa/(m³/s)².
 */
export function bucketFlowLMin(staticKpa: number, seriesK: number): number {
  return Math.sqrt((Math.max(0, staticKpa) * 1000) / seriesK) * 60_000
}
