import type { MachineSpec, SiteSpec, Tap } from '../machine/machineSpec.ts'

export const TIMED_KINDS = ['fill', 'drain'] as const
/** The kinds of run this version times and judges. */
export type TimedKind = (typeof TIMED_KINDS)[number]

export type Laundry = 'none' | 'wet' | 'dry'

/** All that is settled before a run starts. Machine and site are copies: editing them later does not change an old verdict. */
export interface RunPlan {
  kind: TimedKind
  machine: MachineSpec
  site: SiteSpec
  /** Open taps; a fill has at least one. */
  taps: readonly Tap[]
  /** Tap throttled on purpose: the flow is then measured but not judged. */
  throttled: boolean
  /** Hose end above the room's floor, mm; null = where the site says. */
  hoseEndMm: number | null
  startLevelMm: number
  /** Level at which the run is meant to end, mm; null = the machine's fill level, or air drawn. */
  endLevelMm: number | null
  laundry: Laundry
  laundryKg: number
}

/** Level at which a pump begins to draw air, mm above the port. Estimate, 0–10. */
export const AIR_LEVEL_MM = 5

/** The level at which a planned run should end, mm above the port. */
export function plannedEndMm(
  plan: Pick<RunPlan, 'kind' | 'endLevelMm' | 'machine' | 'startLevelMm'>,
): number {
  if (plan.endLevelMm !== null) return plan.endLevelMm
  if (plan.kind === 'drain') return AIR_LEVEL_MM
  return plan.machine.fillLevelMm ?? plan.startLevelMm + 100
}
