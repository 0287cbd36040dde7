/** Ticks of a job: topic `job:<job>:<step>`, `decides:…` for the point that decides, `off:…` how much came off, `back:…` how much went back. */
export const JOB_TOPIC = /^(job|decides|off|back):[a-z-]{2,40}:[a-z][a-z.-]{1,40}$/
/** The job that is being worked: topic `working`, value as `workingValue` makes it. */
export const WORKING_TOPIC = 'working'
/** What the old part showed when it was opened: topic `showed:<part>`. */
export const SHOWED_TOPIC = /^showed:[a-z-]{2,40}$/
/** A point that nobody looked at and that was waived, as an entry of the visit: topic `proof:<point>`, value the reason; taken back by an entry with no value. */
export const PROOF_TOPIC = /^proof:([a-z][a-z:-]{1,40})$/
