import type { Part } from '../../machine/parts.ts'
import { figureOf, type Message, message } from '../../message.ts'
import type { LeakFindings } from './leakFindings.ts'

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
