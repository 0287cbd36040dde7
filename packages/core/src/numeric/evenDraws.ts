import { type RandomSource, seededRandom } from './random.ts'

/**
 * Seeded uniform random numbers for so many samples, each of which asks for the same numbers in the same order: the first number of every sample lies in
 * another n-th of [0, 1), so does the second, and so on, in an order of its own. Few samples then have the mean and the quantiles of many, where
 * what is made of them is nearly a sum. Latin hypercube, middles of its cells (McKay, Beckman and Conover 1979, Technometrics 21; from memory).
 * @param samples - How many will be begun; a whole number ≥ 1.
 * @returns `next` begins a sample, the first one too.
 */
export function evenDraws(samples: number, seed: number): { next: () => void; random: RandomSource } {
  const orders: Uint32Array[] = []
  let sample = -1
  let place = 0
  return {
    next() {
      sample++
      place = 0
    },
    random() {
      const order = orders[place] ?? shuffled(samples, seededRandom(seed + 7919 * place))
      orders[place] = order
      place++
      return ((order[sample % samples] ?? 0) + 0.5) / samples
    },
  }
}

function shuffled(count: number, random: RandomSource): Uint32Array {
  const order = new Uint32Array(count)
  for (let i = 0; i < count; i++) order[i] = i
  for (let i = count - 1; i > 0; i--) {
    const other = Math.floor(random() * (i + 1))
    ;[order[i], order[other]] = [order[other] as number, order[i] as number]
  }
  return order
}
