import type { PartId } from '../../machine/parts.ts'
import type { RunKind } from '../../measure/plan/runPlan.ts'
import type { FaultId } from '../../reason/catalogue/faultCard.ts'
import { faultCard } from '../../reason/catalogue/faultCards.ts'
import type { CheckId } from '../../reason/checks/checkTypes.ts'
import { minutesOf, RUN_MIN } from '../../reason/checks/minutes.ts'
import type { VisitAct } from '../../reason/evidence/seen/acts.ts'
import { asFound, asOf } from '../../reason/weigh/asFound.ts'
import type { Belief } from '../../reason/weigh/belief.ts'
import { type WeighedCase, weighVisit } from '../../reason/weigh/weighVisit.ts'
import type { Said } from '../../state/entries.ts'
import { showedOf } from '../jobs/jobPlan.ts'
import type { proofOutcome } from '../proof/proofPoints.ts'

/** Counted up whenever a truth would come out otherwise: older ones are made anew. */
export const TRUTH_VERSION = 3

type Shares = Partial<Record<FaultId, number>>
/** What turned out to be true of a visit, and what was thought before. */
export interface VisitTruth {
  /** What it rests on: what the old part showed, or the proof. */
  by: 'old-part' | 'proof'
  /** Parts that were what was wrong; none = what was worked on was not. */
  parts: PartId[]
  /** The part suspected first when the machine stood as it was found, with what its faults had together; null = none was. */
  suspect: { part: PartId; p: number; right: boolean } | null
  /** Faults that turned out to be there, and those to be expected by machine and complaint; each sums to 1, or is empty. */
  found: Shares
  expected: Shares
  /** What each look did for what turned out to be true, in the order made. */
  looks: TrueLook[]
}
export interface TrueLook {
  what: CheckId | RunKind
  minutes: number
  /** How likely what turned out to be true was before it, and after it. */
  before: number
  after: number
}

/** Looks of one visit that are gone through, the first ones. */
const MOST_LOOKS = 40
/** What is less likely is no suspect. */
const LEAST_SUSPECTED = 0.05

/**
 * What turned out to be true of a visit; null where nothing says so. What the old part showed counts before the proof; of a proof counts what
 * was done last, with nothing looked at in between. Which fault of a part it was is shared by what was found, with the catalogue's own chances: what was
 * learned before does not teach itself.
 * @param outcome - How the repair stands, as `proofOutcome` has it.
 */
export function visitTruth(
  visit: WeighedCase,
  said: ReadonlyMap<string, Said>,
  outcome: ReturnType<typeof proofOutcome>,
): VisitTruth | null {
  const acts = visit.acts.filter(({ what }) => what !== 'opened').sort((a, b) => a.atMs - b.atMs)
  const touched = [...new Set(acts.map(({ part }) => part))]
  const as = (what: string) => touched.filter((part) => showedOf(said, part) === what)
  const [right, sound, other] = [as('as-thought'), as('sound'), as('other')]
  const notIt = new Set([...sound, ...other])
  const cured = outcome === 'proven' ? lastTogether(visit, acts).filter((part) => !notIt.has(part)) : []
  const wrong = outcome === 'failed' ? touched : [...notIt]
  const parts = right.length > 0 ? right : cured
  if (parts.length === 0 && wrong.length === 0) return null
  const byPart = partsOf(weighVisit(asFound(visit)).belief)
  const [first] = [...byPart].sort(([, a], [, b]) => b - a)
  const known = first && (parts.length > 0 || wrong.includes(first[0]))
  const truth: VisitTruth = {
    by: right.length > 0 || (parts.length === 0 && notIt.size > 0) ? 'old-part' : 'proof',
    parts,
    suspect:
      known && first[1] >= LEAST_SUSPECTED
        ? { part: first[0], p: rounded(Math.min(1, first[1])), right: parts.includes(first[0]) }
        : null,
    found: {},
    expected: {},
    looks: [],
  }
  if (parts.length === 0) return truth
  const usual = { ...visit, chances: null }
  const until = acts.filter(({ part }) => parts.includes(part)).at(-1)?.atMs ?? Number.POSITIVE_INFINITY
  const { belief, complaint } = weighVisit(asOf(usual, until))
  truth.found = shares(belief, (part) => parts.includes(part))
  if (Object.keys(truth.found).length > 0) truth.expected = shares(complaint, () => true)
  truth.looks = looksTowards(visit, parts)
  return truth
}

/** Parts worked on last, with nothing looked at or timed in between. */
function lastTogether({ runs, observations }: WeighedCase, acts: readonly VisitAct[]): PartId[] {
  const lastMs = acts.at(-1)?.atMs ?? Number.NEGATIVE_INFINITY
  const seenMs = [...runs, ...observations]
    .flatMap(({ atMs }) => (typeof atMs === 'number' && atMs < lastMs ? [atMs] : []))
    .reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY)
  return [...new Set(acts.filter(({ atMs }) => atMs >= seenMs).map(({ part }) => part))]
}

/** How likely it is that what is wrong lies in a part. */
function partsOf({ share }: Belief): Map<PartId, number> {
  const parts = new Map<PartId, number>()
  for (const [fault, p] of share) {
    if (fault === 'none' || fault === 'unlisted') continue
    const { part } = faultCard(fault)
    parts.set(part, (parts.get(part) ?? 0) + p)
  }
  return parts
}

/** What a belief leaves to the faults of some parts, as shares of 1; empty where it leaves them nothing. */
function shares({ share }: Belief, ofThese: (part: PartId) => boolean): Shares {
  const own = [...share].filter(
    (one): one is [FaultId, number] =>
      one[0] !== 'none' && one[0] !== 'unlisted' && ofThese(faultCard(one[0]).part),
  )
  const total = own.reduce((sum, [, p]) => sum + p, 0)
  if (!(total > 0)) return {}
  return Object.fromEntries(
    own.flatMap(([fault, p]) => (p / total >= 1e-4 ? [[fault, rounded(p / total)]] : [])),
  )
}

/** What each look before the first act did for what turned out to be true. */
function looksTowards(visit: WeighedCase, parts: readonly PartId[]): TrueLook[] {
  const found = asFound(visit)
  const dated = <T extends { atMs?: number | null | undefined }>(items: readonly T[]) =>
    items.filter((item): item is T & { atMs: number } => typeof item.atMs === 'number')
  const made = [
    ...dated(found.observations)
      .filter(({ check }) => check !== 'complaint')
      .map(({ atMs, check }) => ({ atMs, what: check as CheckId, minutes: minutesOf(check as CheckId) })),
    ...dated(found.runs).map(({ atMs, plan }) => ({
      atMs,
      what: plan.kind,
      minutes: RUN_MIN[plan.kind],
    })),
  ]
    .sort((a, b) => a.atMs - b.atMs)
    .slice(0, MOST_LOOKS)
  const pAt = (untilMs: number) => {
    const byPart = partsOf(weighVisit(asOf(found, untilMs)).belief)
    return parts.reduce((sum, part) => sum + (byPart.get(part) ?? 0), 0)
  }
  let before = made.length > 0 ? pAt(made[0]?.atMs ?? 0) : 0
  return made.map(({ what, minutes }, n) => {
    const after = pAt(made[n + 1]?.atMs ?? Number.POSITIVE_INFINITY)
    const look: TrueLook = { what, minutes, before: rounded(before), after: rounded(after) }
    before = after
    return look
  })
}

const rounded = (p: number): number => Math.round(p * 1e4) / 1e4
