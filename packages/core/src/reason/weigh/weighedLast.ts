import { type Weighed, type WeighedCase, weighVisit } from './weighVisit.ts'

let last: { asked: string; weighed: Weighed } | null = null

/**
 * What is wrong by everything found. The last answer is kept: the page, the plan and what is decided ask about the same visit one after
 * another, and what the plan foretold of its looks hangs on it.
 */
export function weighedLast(visit: WeighedCase): Weighed {
  const asked = JSON.stringify(visit)
  if (last?.asked !== asked) last = { asked, weighed: weighVisit(visit) }
  return last.weighed
}
