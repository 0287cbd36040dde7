import type { MachineSpec, Tap } from '../../machine/machineSpec.ts'
import type { Part } from '../../machine/parts.ts'
import type { FaultCard, FaultId } from '../catalogue/faultCard.ts'
import { FAULT_CARDS } from '../catalogue/faultCards.ts'
import type { OwnChances } from '../catalogue/ownChances.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import { historyClues, type LeakHistory } from '../leaks/leakHistory.ts'
import { type LeakState, leakStates } from '../leaks/leakStates.ts'

/** One way a fault of the catalogue can be in a machine: on which tap's side, or as which leak. */
export interface FaultWay {
  card: FaultCard
  /** Probability of this way before anything was seen; all ways, none and unlisted sum to 1. */
  prior: number
  tap: Tap | null
  /** Number of the leak's state; NO_FAULT = it is no leak. */
  leak: number
  /** It comes and goes, and does not show in this visit: whatever runs, runs as on a sound machine. */
  rests: boolean
}
export interface FaultWays {
  ways: readonly FaultWay[]
  leaks: readonly LeakState[]
  none: number
  unlisted: number
}

/** Calls of a hundred in which nothing is wrong, and in which it is something that no catalogue has. Estimates. */
const NONE_PER_HUNDRED = 9
const UNLISTED_PER_HUNDRED = 2

/**
 * Every way every fault can be in a machine, with how likely it is before anything is seen: by family, taps, heights, age and past.
 * @param own - What the workshop's own visits make of the catalogue's chances; null = nothing.
 */
export function faultWays(
  machine: MachineSpec,
  history: LeakHistory,
  parts: readonly Part[],
  own: OwnChances | null = null,
): FaultWays {
  const leaks = leakStates(machine, parts)
  const clues = historyClues(history)
  const statesOf = new Map<string, number[]>()
  for (const [n, { fault }] of leaks.entries()) {
    const states = statesOf.get(fault) ?? []
    statesOf.set(fault, states)
    states.push(n)
  }
  const ways: FaultWay[] = []
  for (const card of FAULT_CARDS) {
    const often = clues.reduce(
      (p, { factor }) => p * ((factor as Partial<Record<FaultId, number>>)[card.id] ?? 1),
      card.perHundred * (card.families?.[machine.family] ?? 1) * (own?.factors[card.id] ?? 1),
    )
    if (often === 0) continue
    const states = statesOf.get(card.id)
    if (states)
      for (const n of states)
        ways.push({ card, prior: often * (leaks[n] as LeakState).share, tap: null, leak: n, rests: false })
    else {
      const taps = card.perTap ? machine.valve.taps : [null]
      const shows = card.shows ?? 1
      for (const tap of taps) {
        const prior = often / taps.length
        ways.push({ card, prior: prior * shows, tap, leak: NO_FAULT, rests: false })
        if (shows < 1) ways.push({ card, prior: prior * (1 - shows), tap, leak: NO_FAULT, rests: true })
      }
    }
  }
  const total = ways.reduce((sum, way) => sum + way.prior, NONE_PER_HUNDRED + UNLISTED_PER_HUNDRED)
  for (const way of ways) way.prior /= total
  return { ways, leaks, none: NONE_PER_HUNDRED / total, unlisted: UNLISTED_PER_HUNDRED / total }
}
