import { isHorizontal, type MachineSpec, type SiteSpec, tapedTub } from '../machine/machineSpec.ts'
import {
  cleanPathK,
  drainHoseOf,
  portHeight,
  pumpB,
  pumpMiddle,
  STILL_PUMP_SHARE,
} from '../machine/uncertainty.ts'
import { figureOf, type Message, message } from '../message.ts'
import { drainFlowM3S } from '../physics/pump/drainFlow.ts'
import { drainCurve } from '../physics/pump/drainTime.ts'
import { tubTopMm } from '../physics/tub/tubGeometry.ts'
import { tubVolumeL } from '../physics/tub/tubVolume.ts'
import { waterKinematicViscosityM2S } from '../physics/water/waterProperties.ts'
import { lMinFromM3PerS } from '../units.ts'
import type { WaterInside } from './machineState.ts'

/** A bucket as carried, L. Common practice, no published source: a full top loader is about ten of them. */
export const BUCKET_L = 10
/** What stays in pump and hoses of an emptied machine, L: a couple of cups (common practice, no published source). */
export const RESIDUE_L = 0.5
/** Least water for a pump to run on beside that, L: 1 US quart (common practice, no published source). */
export const PRIMED_L = 0.95
/** The door's lip of a front loader as a share of the drum's diameter above its lowest wall. Estimate. */
const LIP_SHARE = 0.36

/** The highest level that water can stand at, mm above the port: the door's lip of a drum on its side, else the rim of the tub. */
export function lipLevelMm(machine: MachineSpec): number {
  const tub = tapedTub(machine)
  return isHorizontal(machine.family) ? tub.floorMm + LIP_SHARE * tub.diameterMm : tubTopMm(tub)
}

/** The level that water inside stands for, mm above the port; unknown counts as filled to the lip. */
export function waterLevelMm(machine: MachineSpec, water: WaterInside): number {
  if (water.kind === 'level') return Math.min(water.levelMm, tubTopMm(tapedTub(machine)))
  return water.kind === 'empty' ? 0 : lipLevelMm(machine)
}

/** Litres inside, sump and residue of hoses included. Unknown counts as filled to the lip. */
export function litresInside(machine: MachineSpec, water: WaterInside): number {
  if (water.kind === 'empty') return RESIDUE_L
  return tubVolumeL(tapedTub(machine), waterLevelMm(machine, water)) + RESIDUE_L
}

export const WAY_OUT_IDS = [
  'pump-out',
  'gravity',
  'residual-tube',
  'wet-vac',
  'transfer-pump',
  'cup',
] as const
export type WayOutId = (typeof WAY_OUT_IDS)[number]

/** One way to get the water out. */
export interface WayOut {
  id: WayOutId
  /** Minutes of laying out, of running water, and of carrying. */
  minutes: number
  /** What stays in the machine afterwards, L. */
  staysL: number
  /** How long it takes is computed from hose and tub, or an estimate. */
  basis: 'computed' | 'estimate'
  /** Why it does not work here; null = it does. */
  notHere: Message | null
}

/** Rates of the ways that no formula gives, L/min, carrying included. Estimates, no published source. */
const RATE_L_MIN = { 'residual-tube': 1.2, 'wet-vac': 12, 'transfer-pump': 18, cup: 1.5 } as const
/** Laying out what a way needs, min. Estimates. */
const SET_UP_MIN: Record<WayOutId, number> = {
  'pump-out': 1,
  gravity: 1.5,
  'residual-tube': 1.5,
  'wet-vac': 2,
  'transfer-pump': 3,
  cup: 0.5,
}
/** Carrying one container away and back, min. Estimate. */
const CARRY_MIN = 0.75

/**
 * Ways to empty the machine, quickest first of those that work, with the time each takes and what stays behind.
 * Gravity through the still pump: Darcy–Weisbach losses of hose and still pump, dt = A·dh/Q integrated over the level.
 * @param hoseEndMm - Height at which the hose end is laid for gravity, mm above the floor. @param containerL - What is carried at a time, L, above 0.
 * @param pumpTrusted - False where the complaint is that it does not drain: its own pump then comes last, and only to be tried.
 * @throws {RangeError} If the container holds nothing.
 */
export function waysOut(
  machine: MachineSpec,
  site: SiteSpec,
  water: WaterInside,
  hoseEndMm: number,
  containerL: number,
  pumpTrusted = true,
): WayOut[] {
  if (!(containerL > 0)) throw new RangeError(`container: expected above 0 L, got ${containerL}`)
  const level = waterLevelMm(machine, water)
  const litres = litresInside(machine, water)
  const carried = (l: number) => Math.ceil(l / containerL) * CARRY_MIN
  const estimate = (id: keyof typeof RATE_L_MIN, staysL: number, notHere: Message | null = null): WayOut => ({
    id,
    minutes: Math.max(0, litres - staysL) / RATE_L_MIN[id],
    staysL,
    basis: 'estimate',
    notHere,
  })
  /** A way that takes out less than the tenth of a litre that is shown is none. */
  const finished = (way: WayOut): WayOut =>
    way.notHere === null && litres - way.staysL < 0.1
      ? { ...way, minutes: 0, staysL: litres, notHere: message('way.no-more') }
      : { ...way, minutes: way.notHere === null ? way.minutes + SET_UP_MIN[way.id] : 0 }
  const ways = [
    gravity(machine, site, level, litres, hoseEndMm, carried),
    pumpOut(machine, site, level, litres),
    estimate('residual-tube', 0.3, machine.family === 'front-load' ? null : message('way.no-flap')),
    estimate('wet-vac', 0.7),
    estimate('transfer-pump', 1),
    // A cup reaches what stands above the sump.
    estimate('cup', Math.min(litres, 0.5 + machine.tub.sumpL)),
  ]
  return ways
    .map(finished)
    .sort(
      (a, b) =>
        Number(a.notHere !== null) - Number(b.notHere !== null) ||
        (pumpTrusted ? 0 : Number(a.id === 'pump-out') - Number(b.id === 'pump-out')) ||
        a.minutes - b.minutes,
    )
}

function gravity(
  machine: MachineSpec,
  site: SiteSpec,
  levelMm: number,
  litres: number,
  hoseEndMm: number,
  carried: (litres: number) => number,
): WayOut {
  const tub = tapedTub(machine)
  const port = portHeight(machine, site).mm
  // Water stops where it stands as high as the hose end, and at the port anyway.
  const stopMm = Math.max(0, hoseEndMm - port)
  const staysL = tubVolumeL(tub, Math.min(stopMm, levelMm)) + RESIDUE_L
  const blank = { id: 'gravity' as const, basis: 'computed' as const }
  if (levelMm <= stopMm + 1) {
    const notHere =
      levelMm <= 1
        ? message('way.no-water')
        : message('way.hose-too-high', { by: figureOf('height', stopMm - levelMm) })
    return { ...blank, minutes: 0, staysL: litres, notHere }
  }
  const viscosity = waterKinematicViscosityM2S(site.waterTempC)
  const drive = { kind: 'gravity' as const, pumpResistanceS2M5: STILL_PUMP_SHARE * cleanPathK(machine, site) }
  const hose = drainHoseOf(machine)
  const flowLMin = (mm: number) =>
    lMinFromM3PerS(drainFlowM3S(drive, hose, (hoseEndMm - port - mm) / 1000, viscosity))
  // The last millimetre above the end takes for ever; nobody waits for it.
  const levels = Array.from({ length: 41 }, (_, i) => levelMm + ((stopMm + 1 - levelMm) * i) / 40)
  const curve = drainCurve(tub, levels, flowLMin)
  const ranMin = (curve.timeS.at(-1) as number) / 60
  return { ...blank, minutes: ranMin + carried(litres - staysL), staysL, notHere: null }
}

/** The machine's own pump, if it still runs: a healthy one through the hose as it hangs. */
function pumpOut(machine: MachineSpec, site: SiteSpec, levelMm: number, litres: number): WayOut {
  const { shutoffHeadM, freeFlowLMin } = pumpMiddle(machine)
  const b = pumpB(shutoffHeadM, freeFlowLMin)
  const spareM =
    shutoffHeadM + levelMm / 2000 - ((site.standpipeHeightMm ?? 900) - portHeight(machine, site).mm) / 1000
  const flow = spareM > 0 ? lMinFromM3PerS(Math.sqrt(spareM / (b + cleanPathK(machine, site)))) : 0
  const staysL = machine.tub.sumpL / 2 + RESIDUE_L
  return {
    id: 'pump-out',
    minutes: flow > 0 ? Math.max(0, litres - staysL) / flow : 0,
    staysL,
    basis: 'computed',
    notHere: flow > 0 ? null : message('way.too-high-for-pump'),
  }
}
