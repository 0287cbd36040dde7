import { judgeVisit } from '../../src/files/analyseVisit.ts'
import { NO_HISTORY, parseVisitFile, type WeighedCase } from '../../src/index.ts'

/** What is known of a visit by its file, as the core weighs it. @param supplyV - Of the machine; null = nobody said. */
export function weighedCase(file: unknown, supplyV: WeighedCase['circuits']['supplyV'] = null): WeighedCase {
  const { machine, site, judged, observations, acts } = judgeVisit(parseVisitFile(file))
  return {
    machine,
    site,
    runs: judged,
    observations,
    acts,
    history: NO_HISTORY,
    leakSeen: [],
    panelsOpen: false,
    circuits: { supplyV, windingOhm: null },
  }
}
