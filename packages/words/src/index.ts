import { addTable } from './lean.ts'
import { JOBS } from './messages/en/jobs.ts'
import { PAGES } from './messages/en/pages.ts'
import { SERVED } from './messages/en/served.ts'
import { FIRST as FIRST_ES } from './messages/es/first.ts'
import { JOBS as JOBS_ES } from './messages/es/jobs.ts'
import { PAGES as PAGES_ES } from './messages/es/pages.ts'
import { SERVED as SERVED_ES } from './messages/es/served.ts'

// Whoever asks for the package itself has every language and every message: the server, the command line, the tests. The web app adds what it reads.
addTable('en', { ...PAGES, ...JOBS, ...SERVED })
addTable('es', { ...FIRST_ES, ...PAGES_ES, ...JOBS_ES, ...SERVED_ES })

export * from './lean.ts'
export { type RecordText, type RunReadings, sayPhotoPlace, sayRecord } from './say/sayRecord.ts'
