import { type MachineSpec, type SiteSpec, type Tap, tapedTub } from '../machine/machineSpec.ts'
import {
  cleanPathK,
  drainHoseOf,
  hoseEndHeight,
  portHeight,
  pumpMiddle,
  STILL_PUMP_SHARE,
} from '../machine/uncertainty.ts'
import type { RunPlan } from '../measure/plan/runPlan.ts'
import { type RandomSource, standardNormal } from '../numeric/random.ts'
import { orificeFlowLMin } from '../physics/leak/leakLaw.ts'
import { drainFlowM3S } from '../physics/pump/drainFlow.ts'
import { parabolicPump } from '../physics/pump/pumpCurve.ts'
import { CLEAN_SUPPLY_K, supplyFlowLMin } from '../physics/supply/supplyLine.ts'
import { tubLevelMm, tubVolumeL } from '../physics/tub/tubVolume.ts'
import { waterKinematicViscosityM2S } from '../physics/water/waterProperties.ts'
import { lMinFromM3PerS, m3PerSFromLMin } from '../units.ts'

/** The faults the simulated washer can have; ids of the fault catalogue. */
export const RIG_FAULTS = [
  'none',
  'tap.part-shut',
  'inlet-valve.restricted',
  'pump.worn',
  'drain-hose.blocked',
  'pump.thermal-dropout',
  'tub-seam.leak',
  'inlet-valve.seeping',
  'level-hose.holed',
] as const
export type RigFault = (typeof RIG_FAULTS)[number]

export interface WasherState {
  volumeL: number
  levelMm: number
  inflowLMin: number
  outflowLMin: number
  /** Lost through a leak. */
  leakLMin: number
  /** Seconds the pump has run, for the hot cut-out. */
  pumpRanS: number
  /** Level as the machine's own sensing shows it, before its noise: the water's, unless the pressure hose leaks air. */
  indicatedMm: number
}

export interface WasherInput {
  openTaps: readonly Tap[]
  pumpOn: boolean
  hoseEndMm: number | null
  /** The hose is full and its end low: water runs out through the still pump. */
  primed?: boolean
}

/** What a run does to the washer: taps, pump, hose end. `filled` closes the valve. */
export function inputOfRun(plan: RunPlan, filled: boolean): WasherInput {
  return {
    openTaps: plan.kind === 'fill' && !filled ? plan.taps : [],
    pumpOn: plan.kind === 'drain',
    hoseEndMm: plan.hoseEndMm,
    primed: plan.kind === 'siphon',
  }
}

/** How much each fault changes. Estimates, strong enough to be seen. */
const FAULTY = {
  tapK: 6e13,
  valveFlow: 0.5,
  head: 0.62,
  pathLoss: 6,
  cutoutS: 14,
  /** A hole of this size, at this share of the machine's fill level. */
  leakHoleMm: 4.2,
  leakHeightShare: 0.55,
  seepLMin: 0.25,
  airLeakTauS: 420,
} as const
/** The level below which the simulated pump draws air, mm. */
const AIR_MM = 4
const RIG_SUPPLY_KPA = 320

/**
 * One step of a washer: water in through supply and valve, out through pump and hose, level from the tub's shape.
 * @param seconds - Length of the step; below 1 s. Flow is taken at mid-step (second-order).
 */
export function stepWasher(
  machine: MachineSpec,
  site: SiteSpec,
  fault: RigFault,
  state: WasherState,
  input: WasherInput,
  seconds: number,
): WasherState {
  const tub = tapedTub(machine)
  const inflow = inflowLMin(machine, site, fault, input.openTaps)
  const pumpRanS = input.pumpOn ? state.pumpRanS + seconds : 0
  const outAt = (levelMm: number) => outflowLMin(machine, site, fault, input, levelMm, pumpRanS)
  const leakAt = (levelMm: number) => leakLMin(machine, fault, levelMm)
  const change = (levelMm: number) => ((inflow - outAt(levelMm) - leakAt(levelMm)) * seconds) / 60
  const half = tubLevelMm(tub, Math.max(0, state.volumeL + change(state.levelMm) / 2))
  const volumeL = Math.max(0, state.volumeL + change(half))
  const levelMm = tubLevelMm(tub, volumeL)
  const keeps = fault === 'level-hose.holed' ? Math.exp(-seconds / FAULTY.airLeakTauS) : 1
  return {
    volumeL,
    levelMm,
    inflowLMin: inflow,
    outflowLMin: outAt(half),
    leakLMin: leakAt(half),
    pumpRanS,
    indicatedMm: keeps === 1 ? levelMm : (state.indicatedMm + levelMm - state.levelMm) * keeps,
  }
}

/** Water lost through a split at its height, L/min. */
function leakLMin(machine: MachineSpec, fault: RigFault, levelMm: number): number {
  if (fault !== 'tub-seam.leak') return 0
  const above = levelMm - rigLeakHeightMm(machine)
  return orificeFlowLMin(FAULTY.leakHoleMm, above)
}

/** Height of the simulated split, mm above the port. */
export function rigLeakHeightMm(machine: MachineSpec): number {
  return FAULTY.leakHeightShare * (machine.fillLevelMm ?? 110)
}

/** A washer standing still with water at a level. */
export function standingWasher(machine: MachineSpec, levelMm: number): WasherState {
  return {
    volumeL: tubVolumeL(tapedTub(machine), levelMm),
    levelMm,
    inflowLMin: 0,
    outflowLMin: 0,
    leakLMin: 0,
    pumpRanS: 0,
    indicatedMm: levelMm,
  }
}

function inflowLMin(machine: MachineSpec, site: SiteSpec, fault: RigFault, taps: readonly Tap[]): number {
  let total = fault === 'inlet-valve.seeping' ? FAULTY.seepLMin : 0
  for (const tap of taps)
    total += supplyFlowLMin(
      {
        staticKpa: site.supplyKpa[tap] ?? RIG_SUPPLY_KPA,
        tapK: fault === 'tap.part-shut' ? FAULTY.tapK : CLEAN_SUPPLY_K.tapK,
        hoseK: CLEAN_SUPPLY_K.hoseK,
        screenK: CLEAN_SUPPLY_K.screenK,
      },
      {
        ratedLMin:
          (machine.valve.ratedLMin ?? 8.9) * (fault === 'inlet-valve.restricted' ? FAULTY.valveFlow : 1),
        regulatingKpa: 120,
      },
    )
  return total
}

function outflowLMin(
  machine: MachineSpec,
  site: SiteSpec,
  fault: RigFault,
  input: WasherInput,
  levelMm: number,
  pumpRanS: number,
): number {
  if (levelMm <= AIR_MM || !(input.pumpOn || input.primed)) return 0
  if (fault === 'pump.thermal-dropout' && pumpRanS > FAULTY.cutoutS) return 0
  const pump = pumpMiddle(machine)
  const hose = drainHoseOf(machine)
  const blocked = fault === 'drain-hose.blocked'
  const liftM = (hoseEndHeight(site, input.hoseEndMm).mm - portHeight(machine, site).mm - levelMm) / 1000
  const still = { kind: 'gravity', pumpResistanceS2M5: STILL_PUMP_SHARE * cleanPathK(machine, site) } as const
  const running = {
    kind: 'pump',
    curve: parabolicPump(
      pump.shutoffHeadM * (fault === 'pump.worn' ? FAULTY.head : 1),
      m3PerSFromLMin(pump.freeFlowLMin) * (fault === 'pump.worn' ? Math.sqrt(FAULTY.head) : 1),
    ),
  } as const
  return lMinFromM3PerS(
    drainFlowM3S(
      input.pumpOn ? running : still,
      blocked ? { ...hose, minorK: hose.minorK + FAULTY.pathLoss * 12 } : hose,
      liftM,
      waterKinematicViscosityM2S(site.waterTempC),
    ),
  )
}

/** A level sensor with correlated noise: 1 mm, remembering itself for about 1.5 s, in whole tenths of a millimetre. */
export function noisyLevelSensor(random: RandomSource): (trueMm: number, seconds: number) => number {
  let wander = standardNormal(random)
  return (trueMm, seconds) => {
    const keep = Math.exp(-seconds / 1.5)
    wander = keep * wander + Math.sqrt(1 - keep * keep) * standardNormal(random)
    return Math.round((trueMm + wander) * 10) / 10
  }
}
