import { clippedNormal, type RandomSource } from '../numeric/random.ts'
import { CLEAN_SUPPLY_K, supplyFlowLMin } from '../physics/supply/supplyLine.ts'
import { DISPLACED_RATIO, DRAFT_DEG, type TubGeometry } from '../physics/tub/tubGeometry.ts'
import { type MachineSpec, type SiteSpec, type Tap, tapedTub } from './machineSpec.ts'
import {
  cleanPathK,
  FAMILY,
  HEALTHY_SUPPLY,
  hoseEndHeight,
  portHeight,
  pumpB,
  SPREAD,
  STILL_PUMP_SHARE,
  tubTapeMm,
} from './uncertainty.ts'

/**
 * What a healthy machine is made of, as far as it differs from machine to machine: the drum's sizes, mm; head, m; free flow, L/min; resistance of
 * the pump ÷ that of head and free flow; resistance of the path ÷ that of its hose; level port, mm above the floor; rated flow of a valve, L/min.
 */
export const HEALTHY_IDS = [
  'diameter',
  'depth',
  'floor',
  'head',
  'free-flow',
  'pump-curve',
  'path',
  'port',
  'rated',
] as const
export type HealthyId = (typeof HEALTHY_IDS)[number]
export interface HealthyFact {
  mid: number
  sd: number
  low: number
  high: number
  /** Read on this machine, by tape or off its plate. */
  own: boolean
}
/** One value of a healthy machine, drawn. */
export type HealthyDraw = (id: HealthyId, random: RandomSource) => number

/** What is known of a healthy machine of this description, each value by itself. */
export function healthyFacts(machine: MachineSpec, site: SiteSpec): Record<HealthyId, HealthyFact> {
  const { tub, pump, valve } = machine
  const { headM, freeFlowLMin } = FAMILY
  const { ratedLMin } = HEALTHY_SUPPLY
  const port = portHeight(machine, site)
  const about = (mid: number, sd: number, low: number, high: number, own: boolean): HealthyFact => ({
    mid,
    sd,
    low,
    high,
    own,
  })
  const within = (mid: number, sd: number, sds: number, own: boolean) =>
    about(mid, sd, mid - sds * sd, mid + sds * sd, own)
  const tape = (mm: number) => within(mm, tubTapeMm(machine), 4, !tub.assumed)
  const of = (usual: { mid: number; sd: number; low: number; high: number }) => ({ ...usual, own: false })
  const plate = (value: number, sd: number, least: number) =>
    about(value, value * sd, value * least, value * (2 - least), true)
  return {
    diameter: tape(tub.diameterMm),
    depth: tape(tub.depthMm),
    floor: tape(tub.floorMm),
    head: pump.shutoffHeadM === null ? of(headM) : plate(pump.shutoffHeadM, SPREAD.nameplateHead, 0.75),
    'free-flow': pump.freeFlowLMin === null ? of(freeFlowLMin) : plate(pump.freeFlowLMin, 0, 1),
    'pump-curve': about(1, SPREAD.nameplateB, 0.6, 1.5, false),
    path: about(1, SPREAD.pathK, 0.5, 1.6, false),
    port: within(port.mm, port.sdMm, 3, site.portHeightMm !== null),
    rated: valve.ratedLMin === null ? of(ratedLMin) : plate(valve.ratedLMin, SPREAD.ratedFlow, 0.8),
  }
}

/** Each value by itself, about what is known of it. */
export function healthyDraw(machine: MachineSpec, site: SiteSpec): HealthyDraw {
  const facts = healthyFacts(machine, site)
  return (id, random) => {
    const { mid, sd, low, high } = facts[id]
    return clippedNormal(random, mid, sd, low, high)
  }
}

/** One way the tub could really be, given what a tape said. */
export function drawTub(machine: MachineSpec, random: RandomSource, draw: HealthyDraw): TubGeometry {
  const tub = tapedTub(machine)
  const { sumpRatio } = SPREAD
  const horizontal = tub.shape === 'horizontal'
  return {
    shape: tub.shape,
    diameterMm: draw('diameter', random),
    depthMm: horizontal ? draw('depth', random) : tub.depthMm,
    floorMm: draw('floor', random),
    sumpL: clippedNormal(random, tub.sumpL, tub.sumpL * sumpRatio, 0, tub.sumpL * 2),
    displacedRatio: clippedNormal(random, DISPLACED_RATIO.mid, DISPLACED_RATIO.sd, 0, 0.08),
    draftDeg: horizontal ? 0 : clippedNormal(random, DRAFT_DEG.mid, DRAFT_DEG.sd, 0, 1),
  }
}

/** A healthy pump, path and lift: Q = √((H₀ + h − z)/(B + K)). */
export interface DrainDraw {
  shutoffHeadM: number
  /** Hose end above the level port, m. */
  liftM: number
  /** B + K, s²/m⁵. */
  resistanceS2M5: number
}

/**
 * One way a healthy drain could really be. `hoseEndMm` above the room's floor, null = as the site says.
 * @param drive - The running pump, or the water's own weight through the still one.
 */
export function drawDrain(
  machine: MachineSpec,
  site: SiteSpec,
  hoseEndMm: number | null,
  drive: 'pump' | 'gravity',
): (random: RandomSource, draw: HealthyDraw) => DrainDraw {
  const plate = machine.pump
  const end = hoseEndHeight(site, hoseEndMm)
  const pathK = cleanPathK(machine, site)
  const gravity = drive === 'gravity'
  return (random, draw) => {
    const head = draw('head', random)
    const freeLMin = plate.freeFlowLMin === null ? draw('free-flow', random) : plate.freeFlowLMin
    const nominalHead = plate.shutoffHeadM ?? head
    const b = pumpB(nominalHead, freeLMin) * draw('pump-curve', random)
    const k = pathK * draw('path', random)
    const liftMm =
      clippedNormal(random, end.mm, end.sdMm, end.mm - 3 * end.sdMm, end.mm + 3 * end.sdMm) -
      draw('port', random)
    const still = pathK * STILL_PUMP_SHARE * clippedNormal(random, 1, SPREAD.stillPump, 0.3, 2)
    return {
      shutoffHeadM: gravity ? 0 : head,
      liftM: liftMm / 1000,
      resistanceS2M5: (gravity ? still : b) + k,
    }
  }
}

/** One healthy inlet flow, L/min, summed over the open taps. */
export function drawFillLMin(
  site: SiteSpec,
  taps: readonly Tap[],
): (random: RandomSource, draw: HealthyDraw) => number {
  const { staticKpa, regulatingKpa } = HEALTHY_SUPPLY
  return (random, draw) => {
    let total = 0
    for (const tap of taps) {
      const gauge = site.supplyKpa[tap]
      total += supplyFlowLMin(
        {
          staticKpa:
            gauge === null
              ? clippedNormal(random, staticKpa.mid, staticKpa.sd, staticKpa.low, staticKpa.high)
              : clippedNormal(random, gauge, SPREAD.gaugeKpa, Math.max(0, gauge - 40), gauge + 40),
          tapK: CLEAN_SUPPLY_K.tapK * lossRatio(random),
          hoseK: CLEAN_SUPPLY_K.hoseK * lossRatio(random),
          screenK: CLEAN_SUPPLY_K.screenK * lossRatio(random),
        },
        {
          ratedLMin: draw('rated', random),
          regulatingKpa: regulatingKpa.low + (regulatingKpa.high - regulatingKpa.low) * random(),
        },
      )
    }
    return total
  }
}

/** Loss of one clean part of the supply ÷ its middle value. */
export function lossRatio(random: RandomSource): number {
  return clippedNormal(random, 1, SPREAD.supplyLossRatio, 0.3, 2)
}
