import { type NextLook, possibleLooks, rowsOf, setsOf, tellsOf } from '../src/reason/weigh/nextLooks.ts'
import type { Weighed, WeighedCase } from '../src/reason/weigh/weighVisit.ts'

const WORTH_BITS = 0.02
/** Getting up, wiping and saying it, min. */
const EACH_LOOK_MIN = 2

/** Every look that tells something of the faults, those that tell most for their own minutes first; the planner reckons with more than that. */
export function nextLooks(visit: WeighedCase, weighed: Weighed): NextLook[] {
  const sets = setsOf(weighed)
  const perMinute = ({ gainBits, minutes }: NextLook) => gainBits / (minutes + EACH_LOOK_MIN)
  return possibleLooks(visit, weighed)
    .map((possible): NextLook => {
      const { outcomes, shares: _, byFault: __, ...look } = possible
      return { ...look, ...tellsOf(outcomes, sets, rowsOf(possible, sets)) }
    })
    .filter(({ gainBits }) => gainBits >= WORTH_BITS)
    .sort((a, b) => perMinute(b) - perMinute(a))
}
