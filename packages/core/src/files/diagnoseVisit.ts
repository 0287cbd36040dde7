import type { FAULT_IDS } from '../catalogue/catalogueIds.ts'
import type { LeakPhase } from '../machine/leakPhases.ts'
import type { Tap } from '../machine/machineSpec.ts'
import { type Message, message } from '../message.ts'
import type { FoundBy } from '../reason/checks/foundBy.ts'
import { PHASE_OF_RUN } from '../reason/leaks/gatherLeakFindings.ts'
import type { LeakHistory } from '../reason/leaks/leakHistory.ts'
import { leakShares } from '../reason/weigh/leakView.ts'
import { nextLooks } from '../reason/weigh/nextLooks.ts'
import { conflictOf, outsideOf } from '../reason/weigh/weighView.ts'
import { type WeighedCase, weighVisit } from '../reason/weigh/weighVisit.ts'
import { judgeVisit } from './analyseVisit.ts'
import { msOfInstant } from './instant.ts'
import type { VisitFile } from './visitFile.ts'

type FaultId = (typeof FAULT_IDS)[number]

/** What a visit says of the faults, under the ids of the file format. */
export interface DiagnosisReport {
  /** Over the whole catalogue with none and unlisted, most likely first, summing to 1. A pair's mass goes half to each. */
  ranking: { fault: FaultId; probability: number }[]
  /** Probability that a fault is there, alone or with another. */
  present: Partial<Record<FaultId, number>>
  /** Two at once, where that is likely enough to say. */
  pairs: { faults: FaultId[]; probability: number }[]
  /** House, use and spills together: nothing of the machine is repaired. */
  outside: number
  /** What cannot both be right. */
  conflict: { between: [string, string]; why: Message } | null
  /** Any leak of the machine; water that is none of its leaks; neither. */
  leak: { leak: number; not_a_leak: number; none: number }
  next: {
    check: string
    phase?: LeakPhase
    tap?: Tap
    hose_end_mm?: number
    minutes: number
    gain_bits: number
    why: Message
  }[]
}

/** Pairs less likely than this are not listed. */
const PAIR_SAID = 0.01
const LOOKS_SAID = 12

/**
 * Ranks all faults of the catalogue by a visit file, with the looks worth making next.
 * @param looks - False where nobody asks what to look at next.
 * @throws {VisitFileError} With the path of an impossible value.
 */
export function diagnoseVisit(file: VisitFile, { looks = true }: { looks?: boolean } = {}): DiagnosisReport {
  const { machine, site, judged, observations, acts } = judgeVisit(file)
  const leakSeen = file.runs.flatMap((run) => {
    const phase = PHASE_OF_RUN[run.kind]
    return phase && run.events.some((event) => event.what === 'leak-seen')
      ? [{ phase, atMs: run.started_at === undefined ? null : msOfInstant(run.started_at) }]
      : []
  })
  const history: LeakHistory = {
    ageYears: file.history.age_years ?? null,
    opened: file.history.opened,
    lastRepair: file.history.last_repair ?? null,
  }
  const volts = file.machine.pump?.supply_v ?? null
  const visit: WeighedCase = {
    machine,
    site,
    runs: judged,
    observations,
    acts,
    history,
    leakSeen,
    panelsOpen: false,
    circuits: {
      supplyV: volts === null ? null : volts < 170 ? 120 : 230,
      windingOhm: file.machine.pump?.winding_ohm ?? null,
    },
  }
  const weighed = weighVisit(visit)
  const { belief } = weighed
  const told = conflictOf(visit, weighed)
  const ranking = [...belief.share]
    .map(([fault, probability]) => ({ fault, probability }))
    .sort((one, other) => other.probability - one.probability)
  const { notALeak, ...shares } = leakShares(weighed)
  return {
    ranking,
    present: Object.fromEntries(belief.present),
    pairs: belief.pairs
      .filter(({ probability }) => probability >= PAIR_SAID)
      .map(({ faults, probability }) => ({ faults: [...faults], probability })),
    outside: outsideOf(belief),
    leak: { ...shares, not_a_leak: notALeak },
    conflict: told &&
      belief.conflict && {
        between: [belief.conflict.unexplained, belief.conflict.against],
        why: message('found.conflict', { one: told.one, other: told.other, minutes: told.minutes }),
      },
    next: (looks ? nextLooks(visit, weighed) : [])
      .slice(0, LOOKS_SAID)
      .map(({ what, minutes, gainBits, why }) => ({
        ...askedFor(what),
        minutes,
        gain_bits: gainBits,
        why,
      })),
  }
}

/** What is looked at, under the ids of the file format. */
function askedFor(
  what: FoundBy,
): Pick<DiagnosisReport['next'][number], 'check' | 'phase' | 'tap' | 'hose_end_mm'> {
  if (what.kind === 'phase') return { check: 'watch', phase: what.phase }
  const tap = what.tap ? { tap: what.tap } : {}
  if (what.kind === 'check') return { check: what.check, ...tap }
  return {
    check: `run:${what.run}`,
    ...tap,
    ...(what.hoseEndMm === undefined ? {} : { hose_end_mm: what.hoseEndMm }),
  }
}
