import type { CycleMark } from '../plan/runMarks.ts'
import type { RunKind } from '../plan/runPlan.ts'

/** What a run says, as figures: the sentence is made in the package of words. Flows in L/min. */
export type Saying =
  | {
      code: 'within' | 'slow' | 'fast'
      kind: RunKind
      flowLMin: number
      loLMin: number
      hiLMin: number
      /** How much longer than expected, percent; negative = shorter. */
      longerPercent: number
      /** The meter's flow when it is well below what the level shows. */
      meterLMin: number | null
      /** Other runs and looks of the visit have told why. */
      settled?: boolean
    }
  | { code: 'no-flow'; kind: RunKind; mostLMin: number; midLMin: number }
  | {
      code: 'stalled'
      kind: RunKind
      flowLMin: number
      atS: number
      levelMm: number
      silent: boolean
      known?: boolean
    }
  | {
      code: 'weak-supply'
      kind: RunKind
      flowLMin: number
      /** At the gauged pressure, and in a house with a sound supply. */
      loLMin: number
      hiLMin: number
      soundLoLMin: number
      soundHiLMin: number
    }
  | {
      code: 'timed-undecided'
      kind: RunKind
      flowLMin: number
      loLMin: number
      hiLMin: number
      seconds: number
      leastLMin: number
      mostLMin: number
    }
  | { code: 'overfilled'; kind: RunKind; reachedMm: number; dueMm: number; flowLMin: number }
  | { code: 'one-instant'; kind: RunKind; got: number }
  | { code: 'not-analysable'; kind: RunKind; why: string }
  | { code: 'no-end'; kind: RunKind }
  /** Of a cycle too few phases were pressed. */
  | { code: 'no-phases'; kind: RunKind }
  | { code: 'cycle-short' | 'cycle-left'; kind: RunKind; seconds: number }
  | { code: 'empty-tub'; kind: RunKind }
  | { code: 'slip'; kind: RunKind; slip: SlipCode; written: number; meant: number }
  | { code: 'not-yet'; kind: RunKind; seconds: number; loLMin: number; hiLMin: number }
  | { code: 'too-few'; kind: RunKind; got: number; needed: number }
  | { code: 'steady'; kind: RunKind; seenLH: number }
  | { code: 'rising'; kind: RunKind; riseLH: number; loLH: number; hiLH: number }
  | {
      code: 'falling'
      kind: RunKind
      leakLH: number
      loLH: number
      hiLH: number
      /** Heights of the leak, mm, when they can be told; else it lies below the lowest level. */
      height: { lo: number; hi: number } | null
      lowestMm: number
      /** Only the display fell: it may be air leaking from the pressure hose. */
      display: boolean
      /** What is known of the other holds of the visit: none yet, or what they say together. */
      holds: 'first' | HoldsSay
    }
  | { code: 'in-motion'; kind: RunKind }
  | { code: 'tube-leak'; kind: RunKind; tauS: number }
  | { code: 'run-back'; kind: RunKind; litres: number; riseMm: number }
  | { code: 'no-run-back'; kind: RunKind; mostL: number }
  | {
      code: 'cycle'
      kind: RunKind
      seconds: number
      /** The phase in which it was left standing; null = it came to its end. */
      stopsIn: CycleMark | null
      /** The phase that took longer than is usual. */
      long: { phase: 'fill' | 'drain'; takesS: number; usualS: number } | null
      spun: boolean
    }
  | { code: 'throttled' | 'end-too-high' | 'levels-too-close'; kind: RunKind; flowLMin: number }

export type SlipCode =
  | 'level-in-cm'
  | 'level-in-inches'
  | 'hose-end-in-cm'
  | 'radius-for-diameter'
  | 'head-in-feet'
  | 'meter-in-gallons'
  | 'drain-called-hold'
  | 'two-runs-in-one'
  | 'fill-level-in-cm'

/** What all holds of a visit say, as far as one of them has to know it. */
export type HoldsSay = 'tight' | 'leak' | 'soaking' | 'siphon' | 'seep-in' | 'tube-leak' | 'undecided'
