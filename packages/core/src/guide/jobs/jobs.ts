import type { Job, JobId } from './jobTypes.ts'
import { OTHER_JOBS } from './otherJobs.ts'
import { PUMP_JOBS } from './pumpJobs.ts'
import { TUB_JOBS } from './tubJobs.ts'

const JOBS = new Map<JobId, Job>([...PUMP_JOBS, ...TUB_JOBS, ...OTHER_JOBS].map((job) => [job.id, job]))

/** A job by its id. @throws {RangeError} If there is none. */
export function jobOf(id: JobId): Job {
  const job = JOBS.get(id)
  if (!job) throw new RangeError(`job: expected one of the product's jobs, got ${id}`)
  return job
}
