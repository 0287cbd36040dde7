import {
  AIR_LEVEL_MM,
  isFlowRun,
  knownFillLevelMm,
  machineState,
  type RunKind,
  type RunPlan,
  type StartFrom,
  saidEntries,
  TAPS,
  type VisitAnswer,
  visitProof,
} from '@brendik/core'
import type { AskedFor } from '../../lib/newRunPath.ts'

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

/** What an address asks for beside the kind of run; what is no tap or no height is left out. */
export function askedBy(params: URLSearchParams): AskedFor {
  const hoseEndMm = Number.parseFloat(params.get('hoseEndMm') ?? '')
  return {
    taps: TAPS.filter((tap) => params.getAll('tap').includes(tap)),
    hoseEndMm: Number.isFinite(hoseEndMm) ? hoseEndMm : undefined,
  }
}

/** How a run has to be made to prove what was done; nothing where no proof wants it. */
const toProve = (kind: RunKind, visit: VisitAnswer): AskedFor =>
  visitProof(visit, saidEntries(visit.entries), []).points.find(({ id }) => id === `run:${kind}`)?.again ?? {}

/**
 * The plan a run is set up with: what it is asked for, else what proves what was done, else what is known of the machine, the place and the
 * water inside.
 */
export function firstPlan(kind: RunKind, visit: VisitAnswer, wanted: AskedFor = {}): RunPlan {
  const machine = visit.machine.spec
  const again = toProve(kind, visit)
  const hoseEndMm = wanted.hoseEndMm ?? again.hoseEndMm
  const taps = wanted.taps?.length ? wanted.taps : again.taps
  const asked = machine.valve.taps.filter((tap) => taps?.includes(tap))
  const open = asked.length > 0 ? asked : [machine.valve.taps[0] ?? 'cold']
  const endMm = hoseEndMm ?? (kind === 'siphon' ? 100 : visit.site.spec.standpipeHeightMm)
  return {
    kind,
    machine,
    site: visit.site.spec,
    taps: kind === 'fill' ? open : [],
    throttled: false,
    hoseEndMm: kind === 'fill' ? null : endMm,
    ...startOf(kind, visit),
    endLevelMm: null,
    laundry: 'none',
    laundryKg: 0,
    ...byOwnRecords(kind, visit),
  }
}
