import { addTable } from './lean.ts'
import { JOBS } from './messages/en/jobs.ts'
import { SERVED } from './messages/en/served.ts'
import { ES } from './messages/es/index.ts'
import { JOBS as JOBS_ES } from './messages/es/jobs.ts'
import { SERVED as SERVED_ES } from './messages/es/served.ts'

// Whoever asks for the package itself has every language and every message: the server, the command line, the tests. The web app adds what it reads.
addTable('en', { ...JOBS, ...SERVED })
addTable('es', { ...ES, ...JOBS_ES, ...SERVED_ES })

export * from './lean.ts'
export { type RecordText, type RunReadings, sayPhotoPlace, sayRecord } from './say/sayRecord.ts'
