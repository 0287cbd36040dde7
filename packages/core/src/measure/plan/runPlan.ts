import type { ProtocolId } from '../../catalogue/protocolIds.ts'
import type { MachineSpec, SiteSpec, Tap } from '../../machine/machineSpec.ts'
import type { OwnRecords } from '../../machine/ownRecords.ts'

export const RUN_KINDS = [
  'idle',
  'fill',
  'hold',
  'motion',
  'drain',
  'after-drain',
  'siphon',
  'spin',
  'cycle',
] as const
/** idle: taps open, machine off; after-drain: the pump has just stopped; siphon: the tub runs out by its own weight, pump still; cycle: a whole wash against the clock. */
export type RunKind = (typeof RUN_KINDS)[number]

export type Laundry = 'none' | 'wet' | 'dry'

export const START_FROM = ['read', 'machine', 'family'] as const
export type StartFrom = (typeof START_FROM)[number]

/** All that is settled before a run starts. Machine and site are copies: editing them later does not change an old verdict. */
export interface RunPlan {
  kind: RunKind
  machine: MachineSpec
  site: SiteSpec
  /** Open taps; a fill has at least one. */
  taps: readonly Tap[]
  /** Tap throttled on purpose: the flow is then measured but not judged. */
  throttled: boolean
  /** Hose end above the room's floor, mm; null = where the site says. */
  hoseEndMm: number | null
  startLevelMm: number
  /** Where `startLevelMm` comes from: read on a ruler, the level this machine closes its valve at, or what its family usually has. */
  startFrom?: StartFrom | undefined
  /** Level at which the run is meant to end, mm; null = the machine's fill level, or air drawn. */
  endLevelMm: number | null
  laundry: Laundry
  laundryKg: number
  /** What runs of machines proven healthy said of this one when the run was set up; none = the usual spreads. */
  own?: OwnRecords | undefined
  /** The step of a protocol that this run is made for. */
  protocol?: { id: ProtocolId; step: string } | null | undefined
}

/** Level at which a pump begins to draw air, mm above the port. Estimate, 0–10. */
export const AIR_LEVEL_MM = 5

/** The level at which a planned run should end, mm above the port. */
export function plannedEndMm(
  plan: Pick<RunPlan, 'kind' | 'endLevelMm' | 'machine' | 'startLevelMm'>,
): number {
  if (plan.endLevelMm !== null) return plan.endLevelMm
  if (plan.kind === 'drain' || plan.kind === 'siphon') return AIR_LEVEL_MM
  if (plan.kind !== 'fill') return plan.startLevelMm
  return plan.machine.fillLevelMm ?? plan.startLevelMm + 100
}

/** Whether water runs through a path in this run, so that a flow can be compared; in the others it should stand. */
export function isFlowRun(kind: RunKind): boolean {
  return kind === 'fill' || kind === 'drain' || kind === 'siphon'
}
