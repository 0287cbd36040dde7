import type { LeakPhase } from '../../machine/leakPhases.ts'
import type { MachineSpec } from '../../machine/machineSpec.ts'
import { message } from '../../message.ts'
import { vectorOf } from '../../numeric/vector.ts'
import type { CycleMoment } from '../../state/stages.ts'
import { NO_FAULT, toldApartBy } from '../diagnosis/likelihood.ts'
import type { LeakFindings } from '../leaks/leakFindings.ts'
import { type LeakState, leaksIn } from '../leaks/leakStates.ts'
import { weighFindings } from '../leaks/weighFindings.ts'
import type { FaultWay, FaultWays } from './faultWays.ts'
import type { Piece } from './piece.ts'
import { sharpLikelihood } from './sharpness.ts'

/** Where and when water was seen, how much, what it left, and what holds, catches and stop levels say. */
export function weighLeaks({ ways, leaks }: FaultWays, machine: MachineSpec, found: LeakFindings): Piece[] {
  const leakOf = (n: number) => (n === NO_FAULT ? NO_FAULT : (ways[n] as FaultWay).leak)
  const stands = (n: number) => (n === NO_FAULT ? undefined : (ways[n] as FaultWay).card.stands)
  const tells = ways.map(({ card, leak }) => `${leak} ${card.stands}`)
  const seepIn = found.hold?.chances['seep-in'] ?? 0
  return weighFindings(machine, leaks, found).map(
    (piece): Piece => ({
      id: piece.id,
      says: piece.says,
      from: piece.from,
      likelihood: toldApartBy(tells, (i, j) => {
        const [a, b] = [leakOf(i), leakOf(j)]
        if (piece.id === 'hold' && (stands(i) === 'seeps-in' || stands(j) === 'seeps-in'))
          return 0.05 + 0.85 * seepIn
        const p = a === NO_FAULT ? piece.likelihood(b, NO_FAULT) : piece.likelihood(a, b)
        return sharpLikelihood(p)
      }),
    }),
  )
}

/** In which phase of the leak test a leak would be wet that the customer meets at each moment. After the end, and at no time in particular, says nothing of it. */
const PHASES_AT: Readonly<Partial<Record<CycleMoment, readonly LeakPhase[]>>> = {
  start: ['fill'],
  fill: ['fill'],
  wash: ['hold', 'wash-motion'],
  drain: ['drain'],
  spin: ['spin'],
  off: ['idle-taps-on'],
}
/** Moments that are told from each other: the start is the filling. */
const TOLD_APART: readonly CycleMoment[] = ['fill', 'wash', 'drain', 'spin', 'off']
/** Water is met when somebody looks, not when it runs: so often the moment says nothing. Estimate. */
const MET_LATER = 0.4

/** When in the cycle the customer meets the water: where that is a leak, it runs then rather than at other times. */
export function weighMoment(
  { ways, leaks }: FaultWays,
  { complaints, levelMm }: LeakFindings,
  moment: CycleMoment | null,
): Piece[] {
  const at = moment && PHASES_AT[moment]
  if (!at || !complaints.includes('leaking')) return []
  const runsIn = (leak: LeakState, phases: readonly LeakPhase[]) =>
    Math.max(...phases.map((phase) => leaksIn(leak, phase, levelMm)))
  const own = vectorOf(leaks, (leak) => {
    const all = TOLD_APART.reduce((sum, one) => sum + runsIn(leak, PHASES_AT[one] ?? []), 0)
    const then = all > 0 ? (TOLD_APART.length * runsIn(leak, at)) / all : 1
    return MET_LATER + (1 - MET_LATER) * then
  })
  const of = (n: number) => {
    const leak = n === NO_FAULT ? NO_FAULT : (ways[n] as FaultWay).leak
    return leak === NO_FAULT ? null : (own[leak] ?? 1)
  }
  return [
    {
      id: 'complaint:moment',
      says: message('found.moment', { moment }),
      from: { kind: 'check', check: 'complaint' },
      // Of two leaks either may be what is met.
      likelihood: toldApartBy(
        ways.map((_, n) => of(n)),
        (i, j) => {
          const [a, b] = [of(i), of(j)]
          return sharpLikelihood(a === null ? (b ?? 1) : b === null ? a : (a + b) / 2)
        },
      ),
    },
  ]
}
