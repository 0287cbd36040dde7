import type { RunKind, StageId } from '@brendik/core'
import type { MessageId } from '../words.ts'

/** A kind of run by its message. */
export const KIND_ID = {
  idle: 'ui.idle',
  fill: 'ui.fill',
  hold: 'ui.hold',
  motion: 'runText.motion',
  drain: 'ui.drain',
  'after-drain': 'runText.runBack',
  siphon: 'runText.gravityRun',
  spin: 'ui.spin',
  cycle: 'runText.cycle',
} as const satisfies Record<RunKind, MessageId>

/** A stage of a visit by its message. */
export const STAGE_NAME_ID = {
  arrive: 'stageText.arrive',
  'make-safe': 'stageText.makeSafe',
  outside: 'stageText.outsideLook',
  fill: 'ui.fill',
  hold: 'ui.hold',
  drain: 'ui.drain',
  electrical: 'stageText.electrical',
  locate: 'ui.locate',
} as const satisfies Record<StageId, MessageId>
