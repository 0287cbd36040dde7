import { readdirSync, readFileSync } from 'node:fs'

const folder = () => new URL('../../sql/queries/', import.meta.url)

/** Every statement the server uses; one file each. A name without a file stops the boot. */
export const STATEMENTS = [
  'closeVisit',
  'deleteSession',
  'deleteSessionsOf',
  'doneAnalysis',
  'doorState',
  'endInvitation',
  'findAssignment',
  'findByEmail',
  'findDemoPeople',
  'findInstrumentKey',
  'findInvitation',
  'findMachine',
  'findPassword',
  'findPhotoContent',
  'findRun',
  'findSession',
  'findVisit',
  'forgetRunResult',
  'insertEntry',
  'insertMark',
  'insertObservation',
  'insertPhoto',
  'insertPhotoContent',
  'insertReadingBlocks',
  'insertRun',
  'insertSession',
  'listChanges',
  'listEntries',
  'listHandReadings',
  'listHosesSeen',
  'listInstrumentKeys',
  'listInstruments',
  'listInvitations',
  'listMachineVisits',
  'listMachines',
  'listMarks',
  'listObservations',
  'listPeople',
  'listPhotos',
  'listRuns',
  'listSites',
  'listStreamBlocks',
  'listVisits',
  'lockRun',
  'lockWorkshopPeople',
  'notifyRun',
  'photoRoom',
  'putBackAnalysis',
  'renewSession',
  'revokeInstrumentKey',
  'sameReadingBlock',
  'searchLogbook',
  'setPassword',
  'takeAnalysis',
  'updatePerson',
  'updateRunHeader',
  'upsertCustomer',
  'upsertInstrument',
  'upsertInstrumentKey',
  'upsertInvitation',
  'upsertMachine',
  'upsertRunResult',
  'upsertSite',
  'upsertTechnician',
  'upsertVisit',
  'upsertWorkshop',
  'useInvitation',
  'wantAnalyses',
  'wantOutdated',
] as const
export type StatementName = (typeof STATEMENTS)[number]
export type SqlTexts = Readonly<Record<StatementName, string>>

/** Texts of all statements, read once. @throws {Error} If a file is missing or a file has no name in the list. */
export function loadSql(): SqlTexts {
  const files = new Set(readdirSync(folder()).map((file) => file.replace(/\.sql$/, '')))
  const stray = [...files].find((name) => !(STATEMENTS as readonly string[]).includes(name))
  if (stray) throw new Error(`sql/queries/${stray}.sql is not in the list of statements`)
  return Object.fromEntries(
    STATEMENTS.map((name) => [name, readFileSync(new URL(`${name}.sql`, folder()), 'utf8')]),
  ) as SqlTexts
}
