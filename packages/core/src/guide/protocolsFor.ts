import { PROTOCOL_IDS, type ProtocolId } from '../catalogue/protocolIds.ts'
import type { RunKind } from '../measure/plan/runPlan.ts'
import type { Verdict } from '../measure/verdict/verdict.ts'

const PUMP_OR_PATH: readonly ProtocolId[] = ['pump-or-path', 'two-heights', 'gravity']
const HEIGHT_OF_LEAK: readonly ProtocolId[] = ['three-hold', 'stop-level', 'three-level-catch']

/** Protocols that tell apart what a complaint may come from. Common practice, no published source. */
const BY_COMPLAINT: Readonly<Record<string, readonly ProtocolId[]>> = {
  'not-draining': ['pump-or-path', 'run-back'],
  'slow-drain': PUMP_OR_PATH,
  'fault-long-drain': PUMP_OR_PATH,
  'wet-laundry': ['pump-or-path', 'two-heights', 'run-back'],
  'not-filling': ['inlet'],
  'slow-fill': ['inlet'],
  'fault-no-water': ['inlet', 'sensor-check'],
  overfilling: ['sensor-check', 'seep-watch'],
  'fault-overfill': ['sensor-check', 'seep-watch'],
  'fills-when-off': ['seep-watch', 'run-back'],
  'fills-and-drains': ['three-hold', 'run-back'],
  leaking: HEIGHT_OF_LEAK,
  smell: ['run-back'],
}

/** Protocols that tell apart what a run showed, whatever the complaint was. */
function byRun(kind: RunKind, verdict: Verdict): readonly ProtocolId[] {
  if (verdict === 'rising') return ['seep-watch']
  if (verdict === 'falling') return HEIGHT_OF_LEAK
  if (verdict !== 'slow') return []
  return kind === 'fill' ? ['inlet'] : kind === 'drain' ? PUMP_OR_PATH : []
}

/**
 * The protocols worth their time in a visit, in the order of the catalogue: those that its complaints and what its runs showed call for.
 * All of them while neither says anything.
 * @param complaints - Outcomes of the check `complaint`. @param runs - Finished runs with their verdicts.
 */
export function protocolsFor(
  complaints: readonly string[],
  runs: readonly { kind: RunKind; verdict: Verdict }[],
): ProtocolId[] {
  const wanted = new Set<ProtocolId>([
    ...complaints.flatMap((complaint) => BY_COMPLAINT[complaint] ?? []),
    ...runs.flatMap(({ kind, verdict }) => byRun(kind, verdict)),
  ])
  if (complaints.length === 0 && wanted.size === 0) return [...PROTOCOL_IDS]
  return PROTOCOL_IDS.filter((id) => wanted.has(id))
}
