import { lossRatio } from '../../../machine/healthyDraws.ts'
import type { MachineSpec, SiteSpec, Tap } from '../../../machine/machineSpec.ts'
import { HEALTHY_SUPPLY, SPREAD } from '../../../machine/uncertainty.ts'
import { clippedNormal, type RandomSource, standardNormal } from '../../../numeric/random.ts'
import {
  bucketFlowLMin,
  CLEAN_SUPPLY_K,
  supplyFlowLMin,
  valveFlowLMin,
} from '../../../physics/supply/supplyLine.ts'
import { m3PerSFromLMin } from '../../../units.ts'
import type { FillData } from './fillData.ts'

/** Where inlet flow can be lost, in order of flow; ids of the fault catalogue. */
export const FILL_CAUSES = [
  'none',
  'supply.low-pressure',
  'tap.part-shut',
  'fill-hose.kinked',
  'inlet-screen.clogged',
  'inlet-valve.restricted',
  // Water leaves by the drain hose while it fills: what stays is less than what comes in.
  'standpipe.siphon',
] as const
export type FillCause = (typeof FILL_CAUSES)[number]

/** Faults leave between these shares of the healthy flow. */
export const FAULT_SHARE = { low: 0.2, high: 0.85 } as const
/** Supply, tap, hose, screen and valve of one tap, as they could be. */
export interface Side {
  tapK: number
  hoseK: number
  screenK: number
  ratedLMin: number
  regulatingKpa: number
  staticKpa: number
}
/** One way house and inlet could really be. */
export interface Inlet {
  cold: Side
  hot: Side
  /** Share by which the taped tub makes every level flow of this visit look larger. */
  tubBias: number
  throttlesByHalf: boolean
}
/** Numbers that an inlet is drawn from: two of the house, six of each side, two of how it is measured. */
export const INLET_UNKNOWNS = 16
/** One healthy inlet of this machine at this place, drawn from all that is not known about it. */
export function drawInlet(machine: MachineSpec, site: SiteSpec, random: RandomSource): Inlet {
  const { staticKpa, ratedLMin } = HEALTHY_SUPPLY
  // Both taps hang on one house supply; the hot side comes through the heater.
  const house = clippedNormal(random, staticKpa.mid, staticKpa.sd, staticKpa.low, staticKpa.high)
  const family = clippedNormal(random, ratedLMin.mid, ratedLMin.sd, ratedLMin.low, ratedLMin.high)
  return {
    cold: drawSide('cold', house, family, machine, site, random),
    hot: drawSide('hot', house, family, machine, site, random),
    tubBias: 0.025 * standardNormal(random),
    throttlesByHalf: random() < THROTTLED_BY_HALF,
  }
}

function drawSide(
  tap: Tap,
  houseKpa: number,
  familyLMin: number,
  machine: MachineSpec,
  site: SiteSpec,
  random: RandomSource,
): Side {
  const { regulatingKpa } = HEALTHY_SUPPLY
  const gauge = site.supplyKpa[tap]
  return {
    tapK: CLEAN_SUPPLY_K.tapK * lossRatio(random),
    hoseK: CLEAN_SUPPLY_K.hoseK * lossRatio(random),
    screenK: CLEAN_SUPPLY_K.screenK * lossRatio(random),
    ratedLMin: (machine.valve.ratedLMin ?? familyLMin) * clippedNormal(random, 1, SPREAD.ratedFlow, 0.8, 1.2),
    regulatingKpa: regulatingKpa.low + (regulatingKpa.high - regulatingKpa.low) * random(),
    staticKpa:
      gauge === null
        ? houseKpa * clippedNormal(random, 1, 0.06, 0.8, 1.2)
        : clippedNormal(random, gauge, SPREAD.gaugeKpa, Math.max(5, gauge - 40), gauge + 40),
  }
}

/** The machine with one fault on one side, as strong as needed for a flow; null when the fault cannot explain that flow. */
export function withFault(
  machine: Inlet,
  cause: FillCause,
  tap: Tap,
  flowLMin: number,
  share: number,
): Inlet | null {
  const side = machine[tap]
  if (share > FAULT_SHARE.high || share < FAULT_SHARE.low) return null
  const q2 = m3PerSFromLMin(flowLMin) ** 2
  const regulated = valveFlowLMin(side, side.regulatingKpa)
  // Pressure that the valve needs at its inlet for this flow.
  const inletKpa = side.regulatingKpa * (flowLMin / regulated) ** 2
  const series = side.tapK + side.hoseK + side.screenK
  if (cause === 'inlet-valve.restricted') {
    const unit = valveFlowLMin({ ...side, ratedLMin: 1 }, side.staticKpa - (series * q2) / 1000)
    return unit > 0 ? changed(machine, tap, { ratedLMin: flowLMin / unit }) : null
  }
  if (inletKpa > side.regulatingKpa) return null
  if (cause === 'supply.low-pressure') {
    const needed = inletKpa + (series * q2) / 1000
    const drop = needed / side.staticKpa
    return {
      ...machine,
      cold: { ...machine.cold, staticKpa: machine.cold.staticKpa * drop },
      hot: { ...machine.hot, staticKpa: machine.hot.staticKpa * drop },
    }
  }
  const extra = ((side.staticKpa - inletKpa) * 1000) / q2 - series
  if (!(extra > 0)) return null
  if (cause === 'tap.part-shut') return changed(machine, tap, { tapK: side.tapK + extra })
  if (cause === 'fill-hose.kinked') return changed(machine, tap, { hoseK: side.hoseK + extra })
  return changed(machine, tap, { screenK: side.screenK + extra })
}

function changed(machine: Inlet, tap: Tap, change: Partial<Side>): Inlet {
  return { ...machine, [tap]: { ...machine[tap], ...change } }
}

/** Flow through one side with its tap as it stands, L/min. */
export function sideFlow(side: Side): number {
  return supplyFlowLMin(side, side)
}

/** A throttled fill is made with the tap closed until a bucket under it fills this many times as fast as the machine. */
const THROTTLED_TO = 1.4
/** Some throttle to half of the tap's open flow instead; this share of the samples does. Estimate. */
const THROTTLED_BY_HALF = 0.25

/** The side with its tap throttled, as most do it or as some do. */
function throttled(side: Side, flowLMin: number, byHalf: boolean): Side {
  const open = bucketFlowLMin(side.staticKpa, side.tapK)
  const target = byHalf ? 0.5 * open : Math.min(0.95 * open, THROTTLED_TO * flowLMin)
  return { ...side, tapK: side.tapK * (open / target) ** 2 }
}

/** Flow through a side with its tap throttled, L/min; throttled against the fill that was timed, or the side's own flow where none was. */
export function throttledFlow(m: Inlet, side: Tap, data: FillData): number {
  const seen = data.fill[side]
  const flow = seen ? Math.exp(seen.ln) : sideFlow(m[side])
  return sideFlow(throttled(m[side], flow, m.throttlesByHalf))
}
