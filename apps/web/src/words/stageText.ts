import { type CycleMoment, type Said, STAGE_IDS, type StageId, type StageStatus, saidOf } from '@brendik/core'
import { STAGE_NAME_ID } from '@brendik/words/lean'
import { t } from '../lib/words.ts'

export const STAGE_NAME = Object.fromEntries(
  Object.entries(STAGE_NAME_ID).map(([stage, id]) => [stage, t(id)]),
) as Record<StageId, string>
export const STATUS_WORD: Record<StageStatus, string> = {
  open: t('ui.open'),
  done: t('ui.done'),
  'not-needed': t('stageText.notNeeded'),
}

/** When in the cycle the customer meets the trouble. */
export const MOMENT_WORD: Record<CycleMoment, string> = {
  start: t('arriveStage.atTheStart'),
  fill: t('arriveStage.filling'),
  wash: t('arriveStage.washing'),
  drain: t('arriveStage.draining'),
  spin: t('ui.spinning'),
  end: t('arriveStage.afterTheEnd'),
  off: t('arriveStage.whileOff'),
  any: t('arriveStage.noPattern'),
}

export const isStage = (id: string): id is StageId => (STAGE_IDS as readonly string[]).includes(id)

export function statusOf(said: ReadonlyMap<string, Said>, stage: StageId): StageStatus {
  const status = saidOf(said, `status:${stage}`)
  return status === 'done' || status === 'not-needed' ? status : 'open'
}

/** What stands of a stage in a few words: its result, else whether it is done. */
export function stageLine(said: ReadonlyMap<string, Said>, stage: StageId): string {
  const result = saidOf(said, `result:${stage}`)
  return typeof result === 'string' && result !== '' ? result : STATUS_WORD[statusOf(said, stage)]
}
