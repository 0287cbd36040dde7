import type { MachineSpec } from '../../machine/machineSpec.ts'
import type { Part } from '../../machine/parts.ts'
import { figureOf, type Message, message } from '../../message.ts'
import { checkApplies } from '../checks/applies.ts'
import type { LeakDiagnosis } from './diagnoseLeak.ts'
import { type LeakFaultId, leakFault } from './leakFaults.ts'
import type { LeakFindings } from './leakFindings.ts'
import { historyClues, type LeakHistory } from './leakHistory.ts'
import { FLOOR_PLACES } from './leakPlaces.ts'

export type Strength = 'slightly' | 'clearly' | 'strongly'
export interface Reason {
  /** What was found. */
  says: Message
  /** ln of how much likelier it is with this leak than with the others. */
  weight: number
  strength: Strength
}
export interface Suspect {
  fault: LeakFaultId
  part: Part | null
  isLeak: boolean
  /** Its share of everything. */
  share: number
  /** Probability that it is there, alone or with another. */
  present: number
  speaksFor: Reason[]
  speaksAgainst: Reason[]
  /** The fault it is most often found with here, when two at once are likely. */
  with: { fault: LeakFaultId; probability: number } | null
}

/** A piece is named from these ratios on: 1.35, 3 and 10 to one. */
const NAMED = { slightly: Math.log(1.35), clearly: Math.log(3), strongly: Math.log(10) } as const
const PAIR_NAMED = 0.1

/** How strongly a ratio of likelihoods speaks, from its ln; null = not worth a word. */
export function strengthOf(weight: number): Strength | null {
  const size = Math.abs(weight)
  return size >= NAMED.strongly
    ? 'strongly'
    : size >= NAMED.clearly
      ? 'clearly'
      : size >= NAMED.slightly
        ? 'slightly'
        : null
}

/**
 * The most likely leaks with what speaks for and against each: every piece weighed by how much likelier it is with that leak, in the
 * states in which it fits best with all else, than with the other leaks as they are before anything is seen; and what its past says.
 * @param most - How many suspects are given.
 */
export function suspectsOf(diagnosis: LeakDiagnosis, history: LeakHistory, most = 6): Suspect[] {
  const clues = historyClues(history)
  const { causes, p, pieces, likelihoods, chances, states, parts } = diagnosis
  return chances
    .flatMap((chance) => (chance.fault === null ? [] : [{ ...chance, fault: chance.fault }]))
    .slice(0, most)
    .map(({ fault, share, present }): Suspect => {
      const facts = leakFault(fault)
      const mine: [number, number][] = []
      const others: [number, number][] = []
      let [mineSum, othersSum] = [0, 0]
      // Each state alone: they stand after "no fault", before the pairs.
      for (let c = 1; c <= states.length; c++) {
        const own = states[causes.first[c] ?? Number.NaN]?.fault === fault
        const weight = own ? (p[c] ?? Number.NaN) : Math.exp(causes.lnPrior[c] ?? Number.NaN)
        ;(own ? mine : others).push([c, weight])
        if (own) mineSum += weight
        else othersSum += weight
      }
      const mean = (of: readonly [number, number][], sum: number, piece: number) =>
        of.reduce((total, [c, w]) => total + (w / sum) * (likelihoods[piece]?.[c] as number), 0)
      const found = pieces.map((piece, k) => ({
        says: piece.says,
        weight:
          mineSum > 0 ? Math.log(mean(mine, mineSum, k) / Math.max(1e-12, mean(others, othersSum, k))) : 0,
      }))
      const past = clues.map(({ says, factor }) => ({ says, weight: Math.log(factor[fault] ?? 1) }))
      const reasons = [...found, ...past]
        .map((reason) => ({ ...reason, strength: strengthOf(reason.weight) }))
        .filter((reason): reason is Reason => reason.strength !== null)
      return {
        fault,
        part: parts.find((part) => part.id === facts.part) ?? null,
        isLeak: facts.isLeak,
        share,
        present,
        speaksFor: reasons.filter((r) => r.weight > 0).sort((a, b) => b.weight - a.weight),
        speaksAgainst: reasons.filter((r) => r.weight < 0).sort((a, b) => a.weight - b.weight),
        with: partnerOf(diagnosis, fault),
      }
    })
}

function partnerOf(diagnosis: LeakDiagnosis, fault: LeakFaultId): Suspect['with'] {
  let best: Suspect['with'] = null
  diagnosis.causes.sets.forEach((set, n) => {
    const probability = diagnosis.setChances[n] ?? Number.NaN
    if (set.length < 2 || !set.includes(fault) || probability < (best?.probability ?? PAIR_NAMED)) return
    const other = set.find((id) => id !== fault) as LeakFaultId
    best = { fault: other, probability }
  })
  return best
}

/** How the leak's height stands to a part. */
export interface PartVerdict {
  part: Part
  /** crossed: the height lies in its band; cleared: it lies below, and the level would have gone on falling; above: over the water; open. */
  verdict: 'crossed' | 'cleared' | 'above' | 'open'
  why: Message
}
/** A band may lie this far off, mm. */
const SLACK_MM = 12

/** What the leak's height and the water line say of each part that can lose standing water. */
export function partVerdicts(parts: readonly Part[], found: LeakFindings): PartVerdict[] {
  return parts
    .filter((part) => part.phases.includes('hold') && !part.phases.includes('idle-taps-on'))
    .map((part): PartVerdict => {
      const [lo, hi] = part.bandMm
      if (found.height) {
        const { lo: from, hi: to } = found.height
        if (hi < from - SLACK_MM)
          return {
            part,
            verdict: 'cleared',
            why: message('ladder.cleared', { from: figureOf('level', from) }),
          }
        if (lo > to + SLACK_MM)
          return { part, verdict: 'above', why: message('ladder.above-leak', { to: figureOf('level', to) }) }
        return { part, verdict: 'crossed', why: message('ladder.crossed') }
      }
      if (lo > found.levelMm + SLACK_MM)
        return {
          part,
          verdict: 'above',
          why: message('ladder.above-water', { level: figureOf('level', found.levelMm) }),
        }
      return { part, verdict: 'open', why: message('ladder.open') }
    })
}

/** Mistakes of the trade that may be about to be made. */
export const WRONG_TURN_IDS = [
  'weep-holes-first',
  'puddle-of-the-opening',
  'lowest-is-not-highest',
  'overfull-first',
  'foam-first',
] as const
export type WrongTurn = (typeof WRONG_TURN_IDS)[number]

/** The trade's wrong turns that the findings lead towards. Common practice, no published source. */
export function wrongTurns(machine: MachineSpec, found: LeakFindings, diagnosis: LeakDiagnosis): WrongTurn[] {
  const turns: WrongTurn[] = []
  const present = (fault: LeakFaultId) => diagnosis.chances.find((c) => c.fault === fault)?.present ?? 0
  const looked = (check: string) => found.looks.some((look) => look.check === check)
  const places = found.places.map(({ place }) => place)
  const centre = places.some((p) => p === 'tub-centre-under' || p === 'centre' || p === 'tub-rear-centre')
  if (
    checkApplies('weep-holes', machine) &&
    (centre || present('tub-seal.leak') > 0.15) &&
    present('tub-seal.leak') + present('shaft-seal.leak') > 0.2 &&
    !looked('weep-holes')
  )
    turns.push('weep-holes-first')
  if (found.history.opened && places.some((p) => p.startsWith('front') || p === 'at-filter-cap'))
    turns.push('puddle-of-the-opening')
  const anyWet = Object.values(found.phases).includes('wet')
  const onFloor = places.filter((p) => (FLOOR_PLACES as readonly string[]).includes(p))
  if (anyWet && onFloor.length > 0 && onFloor.length === places.length) turns.push('lowest-is-not-highest')
  if (found.complaints.includes('overfilling')) turns.push('overfull-first')
  if (
    found.complaints.includes('suds') ||
    found.looks.some((l) => l.check === 'suds.seen' && l.value === 'full')
  )
    turns.push('foam-first')
  return turns
}
