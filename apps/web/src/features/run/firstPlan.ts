import {
  AIR_LEVEL_MM,
  isFlowRun,
  knownFillLevelMm,
  machineState,
  type RunKind,
  type RunPlan,
  type StartFrom,
  saidEntries,
  type VisitAnswer,
} from '@brendik/core'

/** Where a drain or hold starts: at the level that was last read, else where the machine closes, else what its family usually has. */
function startOf(kind: RunKind, visit: VisitAnswer): { startLevelMm: number; startFrom: StartFrom } {
  const machine = visit.machine.spec
  if (kind === 'fill') return { startLevelMm: 0, startFrom: 'machine' }
  if (kind === 'after-drain') return { startLevelMm: 30, startFrom: 'machine' }
  const { water } = machineState(saidEntries(visit.entries), visit.runs, visit.observations)
  if (water.kind === 'level' && water.levelMm > 2 * AIR_LEVEL_MM)
    return { startLevelMm: water.levelMm, startFrom: water.by ?? 'read' }
  const known = knownFillLevelMm(machine)
  return {
    startLevelMm: known ?? machine.fillLevelMm ?? 100,
    startFrom: known === null ? 'family' : 'machine',
  }
}

/** What own records say of the machine, for a run that can be expected by them. */
export const byOwnRecords = (kind: RunKind, { own }: VisitAnswer): Pick<RunPlan, 'own'> =>
  own && isFlowRun(kind) ? { own } : {}

/** The plan a run is set up with, from what is known of the machine, the place and the water inside. */
export function firstPlan(kind: RunKind, visit: VisitAnswer): RunPlan {
  const machine = visit.machine.spec
  return {
    kind,
    machine,
    site: visit.site.spec,
    taps: kind === 'fill' ? [machine.valve.taps[0] ?? 'cold'] : [],
    throttled: false,
    hoseEndMm: kind === 'fill' ? null : kind === 'siphon' ? 100 : visit.site.spec.standpipeHeightMm,
    ...startOf(kind, visit),
    endLevelMm: null,
    laundry: 'none',
    laundryKg: 0,
    ...byOwnRecords(kind, visit),
  }
}
