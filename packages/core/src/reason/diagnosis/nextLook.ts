import { informationGainBits } from './bayes.ts'
import { type Causes, type Evidence, setChances } from './causes.ts'

/** A look that could be made: its outcomes, each as evidence; over them the likelihoods of one cause sum to 1. */
export interface PossibleLook {
  id: string
  /** Minutes to get there and make it. */
  minutes: number
  outcomes: readonly { name: string; evidence: Evidence }[]
}
export interface WorthOfLook {
  id: string
  minutes: number
  /** Information expected about which faults there are, bits. */
  gainBits: number
  /** Gain per minute, with what every look costs beside its own minutes. */
  bitsPerMinute: number
  /** For each outcome its probability now, and the set of faults most likely after it. */
  outcomes: { name: string; probability: number; leadsTo: number; leadsToProbability: number }[]
}

/** Causes less likely than this are left out: together they cannot change a choice. */
const NEGLIGIBLE = 1e-5
/** Every look also costs getting up, wiping and saying it, min: many small ones are not worth one that decides. Estimate. */
export const EACH_LOOK_MIN = 2

/**
 * What each look is worth: the information it is expected to give about the set of faults, and that per minute. Best first.
 * @param p - Probability of each cause now.
 */
export function worthOfLooks(causes: Causes, p: Float64Array, looks: readonly PossibleLook[]): WorthOfLook[] {
  const sets = setChances(causes, p)
  const alive: number[] = []
  for (let c = 0; c < p.length; c++) if ((p[c] ?? Number.NaN) > NEGLIGIBLE) alive.push(c)
  const places = [...new Set(alive.map((c) => causes.setOf[c] ?? Number.NaN))]
  const row = new Map(places.map((set, n) => [set, n]))
  const weight = Float64Array.from(places, (set) => sets[set] ?? Number.NaN)
  const total = weight.reduce((a, b) => a + b, 0)
  for (let n = 0; n < weight.length; n++) weight[n] = (weight[n] ?? Number.NaN) / total
  return looks
    .map((look) => {
      const table = places.map(() => new Float64Array(look.outcomes.length))
      const byFault = look.outcomes.every(({ evidence }) => evidence.byFault)
      for (const c of byFault ? places.map((set) => causes.oneOfSet[set] ?? Number.NaN) : alive) {
        const [i, j] = [causes.first[c] ?? Number.NaN, causes.second[c] ?? Number.NaN]
        const out = table[row.get(causes.setOf[c] ?? Number.NaN) as number] as Float64Array
        // One cause stands for its whole set, however little it weighs itself.
        const weightOfCause = byFault ? 1 : (p[c] ?? Number.NaN)
        look.outcomes.forEach(({ evidence }, k) => {
          out[k] = (out[k] ?? Number.NaN) + weightOfCause * evidence.likelihood(i, j)
        })
      }
      for (const out of table) {
        const sum = out.reduce((a, b) => a + b, 0)
        if (sum > 0) for (let k = 0; k < out.length; k++) out[k] = (out[k] ?? Number.NaN) / sum
      }
      const gainBits = informationGainBits(weight, table)
      return {
        id: look.id,
        minutes: look.minutes,
        gainBits,
        bitsPerMinute: gainBits / (look.minutes + EACH_LOOK_MIN),
        outcomes: look.outcomes.map(({ name }, k) => {
          let [probability, best, most] = [0, 0, -1]
          table.forEach((out, n) => {
            const joint = (weight[n] ?? Number.NaN) * (out[k] ?? Number.NaN)
            probability += joint
            if (joint > most) [most, best] = [joint, n]
          })
          return {
            name,
            probability,
            leadsTo: places[best] ?? Number.NaN,
            leadsToProbability: probability > 0 ? most / probability : 0,
          }
        }),
      }
    })
    .sort((a, b) => b.bitsPerMinute - a.bitsPerMinute)
}
