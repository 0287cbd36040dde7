import type { FAULT_IDS } from '../catalogue/catalogueIds.ts'
import { partsOf } from '../machine/parts.ts'
import type { Message } from '../message.ts'
import { lookOutdatedBy, runOutdatedBy } from '../reason/evidence/seen/acts.ts'
import { diagnoseLeak } from '../reason/leaks/diagnoseLeak.ts'
import { gatherLeakFindings, PHASE_OF_RUN } from '../reason/leaks/gatherLeakFindings.ts'
import { leakFault } from '../reason/leaks/leakFaults.ts'
import type { LeakHistory } from '../reason/leaks/leakHistory.ts'
import { rankLeakLooks } from '../reason/leaks/rankLeakLooks.ts'
import { judgeVisit } from './analyseVisit.ts'
import type { VisitFile } from './visitFile.ts'

type FaultId = (typeof FAULT_IDS)[number]

/** What a visit says of the faults, under the ids of the file format. */
export interface DiagnosisReport {
  /** Over the leak faults, what is no leak, and none; most likely first, summing to 1. A pair counts to both. */
  ranking: { fault: FaultId; probability: number; present: number }[]
  /** Two at once, where that is likely enough to say. */
  pairs: { faults: FaultId[]; probability: number }[]
  /** Any leak of the machine; water that is none of its leaks; neither. */
  leak: { leak: number; not_a_leak: number; none: number }
  next: { check: string; minutes: number; gain_bits: number; why: Message }[]
}

/** Pairs less likely than this are not listed. */
const PAIR_SAID = 0.02
const LOOKS_SAID = 8

/**
 * Ranks the leak sites of a visit file, with the looks worth making next.
 * @throws {VisitFileError} With the path of an impossible value.
 */
export function diagnoseVisit(file: VisitFile): DiagnosisReport {
  const { machine, site, says, ...all } = judgeVisit(file)
  const judged = all.judged.filter((run) => runOutdatedBy(run, all.acts) === null)
  const observations = all.observations.filter((look) => lookOutdatedBy(look, all.acts) === null)
  const leakSeen = file.runs.flatMap((run) => {
    const phase = PHASE_OF_RUN[run.kind]
    return phase && run.events.some((event) => event.what === 'leak-seen') ? [phase] : []
  })
  const history: LeakHistory = {
    ageYears: file.history.age_years ?? null,
    opened: file.history.opened,
    lastRepair: file.history.last_repair ?? null,
  }
  const found = gatherLeakFindings(machine, judged, observations, says, history, leakSeen)
  const standpipeMm =
    site.standpipeHeightMm !== null && site.portHeightMm !== null
      ? site.standpipeHeightMm - site.portHeightMm
      : null
  const diagnosis = diagnoseLeak(machine, found, partsOf(machine, standpipeMm))
  const ranking = diagnosis.chances.map(({ fault, share, present }) => ({
    fault: fault ?? ('none' as const),
    probability: share,
    present,
  }))
  const sum = (which: (fault: (typeof ranking)[number]['fault']) => boolean) =>
    ranking.filter(({ fault }) => which(fault)).reduce((total, { probability }) => total + probability, 0)
  return {
    ranking,
    pairs: diagnosis.causes.sets
      .map((faults, n) => ({ faults: [...faults], probability: diagnosis.setChances[n] ?? Number.NaN }))
      .filter(({ faults, probability }) => faults.length === 2 && probability >= PAIR_SAID)
      .sort((a, b) => b.probability - a.probability),
    leak: {
      leak: sum((fault) => fault !== 'none' && leakFault(fault).isLeak),
      not_a_leak: sum((fault) => fault !== 'none' && !leakFault(fault).isLeak),
      none: sum((fault) => fault === 'none'),
    },
    next: rankLeakLooks(machine, found, diagnosis)
      .slice(0, LOOKS_SAID)
      .map(({ what, minutes, gainBits, why }) => ({
        check: what.kind === 'phase' ? runOf(what.phase) : what.check,
        minutes,
        gain_bits: gainBits,
        why,
      })),
  }
}

/** A phase is watched in the run of its kind. */
function runOf(phase: string): string {
  return Object.entries(PHASE_OF_RUN).find(([, of]) => of === phase)?.[0] ?? phase
}
