import type { MachineSpec } from '../../machine/machineSpec.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import type { LeakFindings } from '../leaks/leakFindings.ts'
import { weighFindings } from '../leaks/weighFindings.ts'
import type { FaultWay, FaultWays } from './faultWays.ts'
import type { Piece } from './piece.ts'
import { sharpLikelihood } from './sharpness.ts'

/** Where and when water was seen, how much, what it left, and what holds, catches and stop levels say. */
export function weighLeaks({ ways, leaks }: FaultWays, machine: MachineSpec, found: LeakFindings): Piece[] {
  const leakOf = (n: number) => (n === NO_FAULT ? NO_FAULT : (ways[n] as FaultWay).leak)
  const stands = (n: number) => (n === NO_FAULT ? undefined : (ways[n] as FaultWay).card.stands)
  const seepIn = found.hold?.chances['seep-in'] ?? 0
  return weighFindings(machine, leaks, found).map(
    (piece): Piece => ({
      id: piece.id,
      says: piece.says,
      from: piece.from,
      likelihood: (i, j) => {
        const [a, b] = [leakOf(i), leakOf(j)]
        if (piece.id === 'hold' && (stands(i) === 'seeps-in' || stands(j) === 'seeps-in'))
          return 0.05 + 0.85 * seepIn
        const p = a === NO_FAULT ? piece.likelihood(b, NO_FAULT) : piece.likelihood(a, b)
        return sharpLikelihood(p)
      },
    }),
  )
}
