import {
  CORRUGATED_FRICTION,
  DRAIN_MINOR_K,
  type DrainHose,
  hoseResistanceS2M5,
} from '../physics/pump/drainPath.ts'
import { waterKinematicViscosityM2S } from '../physics/water/waterProperties.ts'
import { m3PerSFromLMin } from '../units.ts'
import { isHorizontal, type MachineSpec, type SiteSpec } from './machineSpec.ts'

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
export const FAMILY = {
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

/** Resistance of a pump by its head, m, and free flow, L/min: s²/m⁵. */
export const pumpB = (headM: number, freeFlowLMin: number): number =>
  headM / m3PerSFromLMin(freeFlowLMin) ** 2
