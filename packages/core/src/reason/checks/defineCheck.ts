import type { ActId } from '../../state/gates.ts'
import type { StageId } from '../../state/stages.ts'
import type { CheckId, ChoiceCheck, NumberCheck, Outcome, OutcomeTone } from './checkTypes.ts'
import { doingMin } from './minutes.ts'

type Line = readonly [value: string, tone: OutcomeTone]
interface More {
  act?: ActId
  perTap?: boolean
  several?: boolean
}

/** A check answered by one of a few outcomes, each with its tone. Words and meanings: `check.<id>.<outcome>` in the package of words. */
export function choiceCheck(
  stage: StageId,
  id: CheckId,
  lines: readonly Line[],
  more: More = {},
): ChoiceCheck {
  return {
    kind: 'choice',
    id,
    stage,
    minutes: doingMin(id),
    act: more.act ?? null,
    perTap: more.perTap ?? false,
    several: more.several ?? false,
    outcomes: lines.map(([value, tone]): Outcome => ({ value, tone })),
  }
}

/** A check answered by a figure in the unit of its quantity, between two limits. */
export function numberCheck(
  stage: StageId,
  id: CheckId,
  quantity: NumberCheck['quantity'],
  range: readonly [number, number],
  more: More & { canBeOpen?: boolean } = {},
): NumberCheck {
  return {
    kind: 'number',
    id,
    stage,
    quantity,
    range,
    minutes: doingMin(id),
    act: more.act ?? null,
    perTap: more.perTap ?? false,
    canBeOpen: more.canBeOpen ?? false,
  }
}
