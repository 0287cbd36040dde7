import { clippedNormal, type RandomSource } from '../numeric/random.ts'
import {
  CORRUGATED_FRICTION,
  DRAIN_MINOR_K,
  type DrainHose,
  hoseResistanceS2M5,
} from '../physics/pump/drainPath.ts'
import { CLEAN_SUPPLY_K, supplyFlowLMin } from '../physics/supply/supplyLine.ts'
import { DISPLACED_RATIO, DRAFT_DEG, type TubGeometry } from '../physics/tub/tubGeometry.ts'
import { waterKinematicViscosityM2S } from '../physics/water/waterProperties.ts'
import { m3PerSFromLMin } from '../units.ts'
import { isHorizontal, type MachineSpec, type SiteSpec, type Tap, tapedTub } from './machineSpec.ts'

/**
 * What is not known about a healthy machine and its place, as spreads. All are estimates from memory; none is published.
 * A tape reads ±3 mm (one standard deviation).
 */
export const SPREAD = {
  tapeMm: 3,
  /** Drum sizes of a family spread so much when nobody held a tape to this one. */
  assumedTubMm: 18,
  sumpRatio: 0.25,
  nameplateHead: 0.07,
  nameplateB: 0.1,
  pathK: 0.15,
  stillPump: 0.3,
  /** Pump curves H₀·(1 − xⁿ) have n from 1.5 to 2. */
  curveExponent: 0.46,
  /** A hose's bore is read off its outside or guessed, mm. */
  boreMm: 0.65,
  ratedFlow: 0.05,
  supplyLossRatio: 0.3,
  gaugeKpa: 10,
  standpipeMeasuredMm: 10,
  standpipeGuessMm: 90,
  portGuessMm: 40,
  /** All hose ends of a visit are measured from one floor and with one idea of where the port is; both may be off. */
  sharedHeightMm: 18,
} as const

/** Resistance of a still pump ÷ that of its clean drain path. Estimate, a guess within 30 %. */
export const STILL_PUMP_SHARE = 0.6

/** A family's pump and valve when no plate says more. Estimates. */
const FAMILY = {
  headM: { mid: 2.5, sd: 0.39, low: 1.5, high: 3.5 },
  freeFlowLMin: { mid: 37, sd: 4.5, low: 25, high: 50 },
  /** Usual height of the place where the hose ends, above the floor. */
  standpipeMm: 900,
  /** Level port above the floor. */
  portHorizontalMm: 150,
  portVerticalMm: 220,
} as const

/** A house's supply and a family's inlet valve when neither gauge nor plate says more. Estimates. */
export const HEALTHY_SUPPLY = {
  ratedLMin: { mid: 8.9, sd: 1.7, low: 5, high: 14 },
  staticKpa: { mid: 330, sd: 90, low: 140, high: 650 },
  regulatingKpa: { low: 100, high: 150 },
} as const

/** Height of the level port above the room's floor, mm, and how well it is known. */
export function portHeight(machine: MachineSpec, site: SiteSpec): { mm: number; sdMm: number } {
  if (site.portHeightMm !== null) return { mm: site.portHeightMm, sdMm: SPREAD.tapeMm }
  return {
    mm: isHorizontal(machine.family) ? FAMILY.portHorizontalMm : FAMILY.portVerticalMm,
    sdMm: SPREAD.portGuessMm,
  }
}

/** Height of the hose end above the room's floor, mm, and how well it is known. */
export function hoseEndHeight(site: SiteSpec, hoseEndMm: number | null): { mm: number; sdMm: number } {
  const given = hoseEndMm ?? site.standpipeHeightMm
  return given === null
    ? { mm: FAMILY.standpipeMm, sdMm: SPREAD.standpipeGuessMm }
    : { mm: given, sdMm: SPREAD.standpipeMeasuredMm }
}

/** The drain hose of a machine, with middle values of friction and fittings. */
export function drainHoseOf(machine: MachineSpec): DrainHose {
  return {
    boreMm: machine.drainHose.boreMm,
    lengthM: machine.drainHose.lengthM,
    wall:
      machine.drainHose.wall === 'smooth'
        ? { kind: 'smooth', roughnessMm: 0.01 }
        : { kind: 'corrugated', frictionFactor: CORRUGATED_FRICTION },
    minorK: DRAIN_MINOR_K,
  }
}

/** Resistance of the clean drain path, K = loss/Q², s²/m⁵, at a flow typical for the machine. */
export function cleanPathK(machine: MachineSpec, site: SiteSpec): number {
  return hoseResistanceS2M5(
    drainHoseOf(machine),
    m3PerSFromLMin(pumpMiddle(machine).freeFlowLMin * 0.6),
    waterKinematicViscosityM2S(site.waterTempC),
  )
}

/** Middle values of the pump: nameplate where known, else the family's. */
export function pumpMiddle(machine: MachineSpec): {
  shutoffHeadM: number
  headSdM: number
  freeFlowLMin: number
} {
  const { shutoffHeadM, freeFlowLMin } = machine.pump
  return {
    shutoffHeadM: shutoffHeadM ?? FAMILY.headM.mid,
    headSdM: shutoffHeadM === null ? FAMILY.headM.sd : shutoffHeadM * SPREAD.nameplateHead,
    freeFlowLMin: freeFlowLMin ?? FAMILY.freeFlowLMin.mid,
  }
}

/** How well the drum's sizes are known, mm, one standard deviation. */
export function tubTapeMm(machine: MachineSpec): number {
  return machine.tub.assumed ? SPREAD.assumedTubMm : SPREAD.tapeMm
}

/** One way the tub could really be, given what a tape said. */
export function drawTub(machine: MachineSpec, random: RandomSource): TubGeometry {
  const tub = tapedTub(machine)
  const { sumpRatio } = SPREAD
  const tapeMm = tubTapeMm(machine)
  const horizontal = tub.shape === 'horizontal'
  return {
    shape: tub.shape,
    diameterMm: taped(random, tub.diameterMm, tapeMm),
    depthMm: horizontal ? taped(random, tub.depthMm, tapeMm) : tub.depthMm,
    floorMm: taped(random, tub.floorMm, tapeMm),
    sumpL: clippedNormal(random, tub.sumpL, tub.sumpL * sumpRatio, 0, tub.sumpL * 2),
    displacedRatio: clippedNormal(random, DISPLACED_RATIO.mid, DISPLACED_RATIO.sd, 0, 0.08),
    draftDeg: horizontal ? 0 : clippedNormal(random, DRAFT_DEG.mid, DRAFT_DEG.sd, 0, 1),
  }
}

function taped(random: RandomSource, mm: number, sdMm: number): number {
  return clippedNormal(random, mm, sdMm, mm - 4 * sdMm, mm + 4 * sdMm)
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
): (random: RandomSource) => DrainDraw {
  const plate = machine.pump
  const end = hoseEndHeight(site, hoseEndMm)
  const port = portHeight(machine, site)
  const middle = pumpMiddle(machine)
  const pathK = cleanPathK(machine, site)
  const gravity = drive === 'gravity'
  const { headM, freeFlowLMin } = FAMILY
  return (random) => {
    const head =
      plate.shutoffHeadM === null
        ? clippedNormal(random, headM.mid, headM.sd, headM.low, headM.high)
        : clippedNormal(
            random,
            plate.shutoffHeadM,
            middle.headSdM,
            plate.shutoffHeadM * 0.75,
            plate.shutoffHeadM * 1.25,
          )
    const freeLMin =
      plate.freeFlowLMin === null
        ? clippedNormal(random, freeFlowLMin.mid, freeFlowLMin.sd, freeFlowLMin.low, freeFlowLMin.high)
        : plate.freeFlowLMin
    const nominalHead = plate.shutoffHeadM ?? head
    const b =
      (nominalHead / m3PerSFromLMin(freeLMin) ** 2) * clippedNormal(random, 1, SPREAD.nameplateB, 0.6, 1.5)
    const k = pathK * clippedNormal(random, 1, SPREAD.pathK, 0.5, 1.6)
    const liftMm =
      clippedNormal(random, end.mm, end.sdMm, end.mm - 3 * end.sdMm, end.mm + 3 * end.sdMm) -
      clippedNormal(random, port.mm, port.sdMm, port.mm - 3 * port.sdMm, port.mm + 3 * port.sdMm)
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
  machine: MachineSpec,
  site: SiteSpec,
  taps: readonly Tap[],
): (random: RandomSource) => number {
  const { ratedLMin, staticKpa, regulatingKpa } = HEALTHY_SUPPLY
  return (random) => {
    let total = 0
    for (const tap of taps) {
      const gauge = site.supplyKpa[tap]
      const rated = machine.valve.ratedLMin
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
          ratedLMin:
            rated === null
              ? clippedNormal(random, ratedLMin.mid, ratedLMin.sd, ratedLMin.low, ratedLMin.high)
              : rated * clippedNormal(random, 1, SPREAD.ratedFlow, 0.8, 1.2),
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
