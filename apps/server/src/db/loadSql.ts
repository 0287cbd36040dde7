import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { SOURCES } from '../sources.ts'

/** Every statement the server uses; one file each, in the folder `sql` of its subject. A name without a file stops the boot. */
export const STATEMENTS = [
  'addOwnChances',
  'closeVisit',
  'deleteCalendarLink',
  'deleteSession',
  'deleteSessionsOf',
  'doneAnalysis',
  'doneTruth',
  'doorState',
  'endInvitation',
  'endReportLink',
  'endSession',
  'findAssignment',
  'findByEmail',
  'findCalendar',
  'findDemoPeople',
  'findInstrumentKey',
  'findInvitation',
  'findLearning',
  'findMachine',
  'findOwnChances',
  'findOwnOrder',
  'findPrices',
  'findReportLink',
  'findPassword',
  'findPhotoContent',
  'findRecovery',
  'findRun',
  'findSession',
  'findVisit',
  'forgetRunResult',
  'forgetTruth',
  'insertEntry',
  'insertMark',
  'insertObservation',
  'insertPhoto',
  'insertPhotoContent',
  'insertReadingBlocks',
  'insertRecovery',
  'insertRival',
  'insertRun',
  'insertSession',
  'listChanges',
  'listEntries',
  'listFollowUps',
  'listHandReadings',
  'listHosesSeen',
  'listInstrumentKeys',
  'listInstruments',
  'listInvitations',
  'listMachineVisits',
  'listMachines',
  'listMarks',
  'listObservations',
  'listOwnTimes',
  'listPeople',
  'listPhotos',
  'listReportLinks',
  'listRivals',
  'listRuns',
  'listShowed',
  'listSessions',
  'listSites',
  'listStreamBlocks',
  'listTruths',
  'listVisits',
  'listWent',
  'lockCustomer',
  'lockMachine',
  'lockRival',
  'lockRun',
  'lockSite',
  'lockVisit',
  'lockWorkshopPeople',
  'notePut',
  'notifyRun',
  'openRivals',
  'pageVisitIds',
  'photoRoom',
  'printedRecovery',
  'putBackAnalysis',
  'putOwnOrder',
  'putCalendarLink',
  'putLearning',
  'putPrices',
  'renewSession',
  'revokeInstrumentKey',
  'sameReadingBlock',
  'searchLogbook',
  'setLanguage',
  'setPassword',
  'settleRival',
  'takeAnalysis',
  'takeTruth',
  'updatePerson',
  'updateRunHeader',
  'upsertCustomer',
  'upsertInstrument',
  'upsertInstrumentKey',
  'findToken',
  'insertToken',
  'listTokens',
  'revokeToken',
  'revokeTokensOf',
  'findSource',
  'putSource',
  'findBySerial',
  'findSitesNamed',
  'upsertInvitation',
  'upsertReportLink',
  'upsertMachine',
  'upsertRunResult',
  'upsertSite',
  'upsertTechnician',
  'upsertTruth',
  'upsertVisit',
  'upsertWorkshop',
  'useInvitation',
  'useRecovery',
  'wantAnalyses',
  'wantOldTruths',
  'wantOutdated',
] as const
export type StatementName = (typeof STATEMENTS)[number]
export type SqlTexts = Readonly<Record<StatementName, string>>

/** Paths of all files of statements, by the name of the statement. */
export function statementFiles(): Map<string, string> {
  return new Map(
    readdirSync(SOURCES, { recursive: true, encoding: 'utf8' })
      .filter((file) => path.basename(path.dirname(file)) === 'sql' && file.endsWith('.sql'))
      .map((file) => [path.basename(file, '.sql'), path.join(SOURCES, file)]),
  )
}

/** Texts of all statements, read once. @throws {Error} If a file is missing or a file has no name in the list. */
export function loadSql(): SqlTexts {
  const files = statementFiles()
  const stray = [...files.keys()].find((name) => !(STATEMENTS as readonly string[]).includes(name))
  if (stray) throw new Error(`${files.get(stray)} is not in the list of statements`)
  return Object.fromEntries(
    STATEMENTS.map((name) => {
      const file = files.get(name)
      if (!file) throw new Error(`statement ${name}: expected a file ${name}.sql, found none`)
      return [name, readFileSync(file, 'utf8')]
    }),
  ) as SqlTexts
}
