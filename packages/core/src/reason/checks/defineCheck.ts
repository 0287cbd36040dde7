import type { ActId } from '../../state/gates.ts'
import type { StageId } from '../../state/stages.ts'
import type { CheckId, ChoiceCheck, NumberCheck, Outcome, OutcomeTone } from './checkTypes.ts'
import { doingMin } from './minutes.ts'

type Line = readonly [value: string, word: string, tone: OutcomeTone, means?: string]
interface More {
  act?: ActId
  perTap?: boolean
  several?: boolean
}

/** A check answered by one of a few words, each with its tone and, where it says something, its meaning. */
export function choiceCheck(
  stage: StageId,
  id: CheckId,
  name: string,
  lines: readonly Line[],
  more: More = {},
): ChoiceCheck {
  return {
    kind: 'choice',
    id,
    stage,
    name,
    minutes: doingMin(id),
    act: more.act ?? null,
    perTap: more.perTap ?? false,
    several: more.several ?? false,
    outcomes: lines.map(
      ([value, word, tone, means]): Outcome => ({ value, word, tone, ...(means ? { means } : {}) }),
    ),
  }
}

/** A check answered by a figure in the unit of its quantity, between two limits. */
export function numberCheck(
  stage: StageId,
  id: CheckId,
  name: string,
  quantity: NumberCheck['quantity'],
  range: readonly [number, number],
  more: More & { canBeOpen?: boolean } = {},
): NumberCheck {
  return {
    kind: 'number',
    id,
    stage,
    name,
    quantity,
    range,
    minutes: doingMin(id),
    act: more.act ?? null,
    perTap: more.perTap ?? false,
    canBeOpen: more.canBeOpen ?? false,
  }
}
