import { readdirSync, readFileSync } from 'node:fs'

const FOLDER = new URL('../../sql/queries/', import.meta.url)

/** Every statement the server uses; one file each. A name without a file stops the boot. */
export const STATEMENTS = [
  'closeVisit',
  'deleteSession',
  'deleteSessionsOf',
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
  'findReadingBlock',
  'findRun',
  'findSession',
  'findVisit',
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
  'listReadingBlocks',
  'listRuns',
  'listSites',
  'listVisits',
  'lockRun',
  'lockWorkshopPeople',
  'notifyRun',
  'renewSession',
  'revokeInstrumentKey',
  'sameReadingBlock',
  'searchLogbook',
  'setPassword',
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
] as const
export type StatementName = (typeof STATEMENTS)[number]

/** Texts of all statements, read once. @throws {Error} If a file is missing or a file has no name in the list. */
export function loadSql(): Record<StatementName, string> {
  const files = new Set(readdirSync(FOLDER).map((file) => file.replace(/\.sql$/, '')))
  const stray = [...files].find((name) => !(STATEMENTS as readonly string[]).includes(name))
  if (stray) throw new Error(`sql/queries/${stray}.sql is not in the list of statements`)
  return Object.fromEntries(
    STATEMENTS.map((name) => [name, readFileSync(new URL(`${name}.sql`, FOLDER), 'utf8')]),
  ) as Record<StatementName, string>
}
