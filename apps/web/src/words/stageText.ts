import { type Said, STAGE_IDS, type StageId, type StageStatus, saidOf } from '@brendik/core'

export const STAGE_NAME: Record<StageId, string> = {
  arrive: 'Arrive',
  'make-safe': 'Make safe',
  outside: 'Outside look',
  fill: 'Fill',
  hold: 'Hold',
  drain: 'Drain',
  electrical: 'Electrical',
  locate: 'Locate',
}
export const STATUS_WORD: Record<StageStatus, string> = {
  open: 'open',
  done: 'done',
  'not-needed': 'not needed',
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
