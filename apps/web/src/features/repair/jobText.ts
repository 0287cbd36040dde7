import type { BranchId, JobId, JobStep } from '@brendik/core'
import { tOf } from '../../lib/words.ts'

export const jobName = (id: JobId): string => tOf(`job.${id}`, id)
/** What a step says: its first line at arm's length, the rest beneath, and the point in it that decides. */
export function stepWords({ id }: Pick<JobStep, 'id'>): { title: string; more: string; decides: string } {
  const [title = id, ...more] = tOf(`step.${id}`, id).split('\n')
  return { title, more: more.join(' '), decides: tOf(`decides.${id}`, '') }
}
/** The place that a photo of a repair shows, by its key `<job>:<step>`; null = no such step. */
export function photoPlace(key: string): string | null {
  const title = tOf(`step.${key.split(':')[1]}`, '').split('\n')[0]
  return title || null
}
export const photoKey = (job: JobId, { id }: Pick<JobStep, 'id'>): string => `${job}:${id}`

export const toolName = (id: string): string => tOf(`tool.${id}`, id)
export const branchName = (id: BranchId): string => tOf(`branch.${id}`, id)
export const branchOption = (id: BranchId, option: string): string => tOf(`branch.${id}.${option}`, option)
