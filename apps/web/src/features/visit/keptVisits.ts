import type { KnownMachine, RunDetail, SiteAnswer, VisitAnswer, VisitSummary } from '@brendik/core'
import type { Kept, VisitDraft } from '../../outbox/keptFact.ts'

/** What this device has of a visit that the server may not know yet: as agreed last, and whether it was closed. */
export interface KeptVisit extends VisitDraft {
  id: string
  closedAtMs: number | null
  /** It was made here, and the server has not got it. */
  isNew: boolean
}

/** Visits of which something is on its way, or was not taken: what was made here is never hidden. */
export function keptVisits(outbox: readonly Kept[]): KeptVisit[] {
  const visits = new Map<string, KeptVisit>()
  for (const { fact } of outbox) {
    if (fact.kind === 'visit') {
      const before = visits.get(fact.visitId)
      visits.set(fact.visitId, {
        id: fact.visitId,
        ...fact.visit,
        closedAtMs: before?.closedAtMs ?? null,
        isNew: fact.creates || (before?.isNew ?? false),
      })
    } else if (fact.kind === 'closed') {
      const before = visits.get(fact.visitId)
      if (before) visits.set(fact.visitId, { ...before, closedAtMs: fact.closedAtMs })
    }
  }
  return [...visits.values()]
}

/** A visit that only this device has, as the server would tell it; null while its machine or place is not known here. */
export function visitMadeHere(
  visitId: string,
  outbox: readonly Kept[],
  machines: readonly KnownMachine[],
  sites: readonly SiteAnswer[],
): VisitAnswer | null {
  const kept = keptVisits(outbox).find((visit) => visit.id === visitId && visit.isNew)
  const machine = machines.find(({ id }) => id === kept?.machineId)
  const site = sites.find(({ id }) => id === kept?.siteId)
  if (!kept || !machine || !site) return null
  const { id, dueAtMs, closedAtMs, complaint } = kept
  return {
    id,
    dueAtMs,
    closedAtMs,
    complaint,
    machine,
    site,
    runs: [],
    observations: [],
    entries: [],
    photos: [],
    chances: null,
    own: null,
  }
}

/** Visits of a day as read, with those made or moved here and not read back yet. */
export function withKeptVisits(
  read: readonly VisitSummary[],
  day: { fromMs: number; toMs: number },
  outbox: readonly Kept[],
  machines: readonly KnownMachine[],
  sites: readonly SiteAnswer[],
): VisitSummary[] {
  const kept = new Map(keptVisits(outbox).map((visit) => [visit.id, visit]))
  const changed = read.map((visit) => {
    const own = kept.get(visit.id)
    return own ? { ...visit, dueAtMs: own.dueAtMs, complaint: own.complaint } : visit
  })
  const known = new Set(read.map((visit) => visit.id))
  const made = [...kept.values()].flatMap((own): VisitSummary[] => {
    const machine = machines.find(({ id }) => id === own.machineId)
    if (known.has(own.id) || !own.isNew || !machine) return []
    return [
      {
        id: own.id,
        dueAtMs: own.dueAtMs,
        closedAtMs: own.closedAtMs,
        complaint: own.complaint,
        machineLabel: machine.spec.label,
        family: machine.spec.family,
        siteName: sites.find(({ id }) => id === own.siteId)?.name ?? '',
        runs: [],
      },
    ]
  })
  return [...changed, ...made]
    .filter((visit) => visit.dueAtMs >= day.fromMs && visit.dueAtMs < day.toMs)
    .sort((a, b) => a.dueAtMs - b.dueAtMs)
}

/** A run as this device has it; `waits` = something of it is not on the server. */
export interface OwnRun extends RunDetail {
  waits: boolean
}

/** Runs as the server tells them, with those that this device knows more of: begun, stopped or corrected here and not sent or read back yet. */
export function withKeptRuns(read: readonly RunDetail[], own: readonly OwnRun[]): RunDetail[] {
  const kept = new Map(own.map((run) => [run.id, run]))
  const known = new Set(read.map((run) => run.id))
  const now = (run: RunDetail) => {
    const mine = kept.get(run.id)
    // A run that the server has in full is told by it: it has all that was streamed.
    const behind =
      mine && (mine.waits || mine.stoppedAtMs !== run.stoppedAtMs || mine.startedAtMs !== run.startedAtMs)
    return behind ? mine : run
  }
  return [...read.map(now), ...own.filter((run) => !known.has(run.id))]
}
