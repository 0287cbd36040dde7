import {
  afterBlockSchema,
  bringInSchema,
  closedSchema,
  customerSchema,
  demoSignInSchema,
  ingestSchema,
  instrumentKeySchema,
  invitationSchema,
  learningSchema,
  logbookQuerySchema,
  machineRecordSchema,
  machineSpecSchema,
  machinesQuerySchema,
  newArchiveSchema,
  newPersonSchema,
  newWorkshopSchema,
  ownChoiceSchema,
  ownOrderSchema,
  ownRunSchema,
  paperSchema,
  passwordChangeSchema,
  personalTokenSchema,
  personSchema,
  photoQuerySchema,
  postEntriesSchema,
  postEventsSchema,
  postObservationsSchema,
  priceListSchema,
  printedCodeSchema,
  putInstrumentSchema,
  putSiteSchema,
  putVisitSchema,
  recoverySchema,
  reportLinkSchema,
  settleRivalSchema,
  signInSchema,
  visitFileSchema,
} from '@brendik/core'
import * as v from 'valibot'
import { changesQuery } from '../people/peopleRoutes.ts'
import { putSchema } from '../records/putRecord.ts'
import { daySchema } from '../visits/visitRoutes.ts'

/** Who may ask: anybody, who is signed in, an owner among them, or an instrument by its key. */
export type AskedBy = 'anyone' | 'signed-in' | 'owner' | 'instrument'
/** What comes back, by its media type. */
export type Gives =
  | 'application/json'
  | 'application/pdf'
  | 'application/zip'
  | 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
  | 'application/x-tar'
  | 'text/calendar'
  | 'text/event-stream'
  | 'image/jpeg'

export interface Operation {
  /** Name of the operation; its words are `api.<id>`. */
  id: string
  method: 'get' | 'put' | 'post' | 'delete'
  /** As Express has it, from the root of the server. */
  path: string
  of: 'records' | 'visits' | 'runs' | 'files' | 'workshop' | 'door' | 'instruments'
  by: AskedBy
  body?: v.GenericSchema
  /** A body that is no JSON, alone or beside the other. */
  bodyType?: 'image/jpeg' | 'application/zip'
  query?: v.GenericSchema
  gives: Gives
}

const JSON_TYPE = 'application/json'
const SHEET = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
type More = Partial<Pick<Operation, 'body' | 'bodyType' | 'query' | 'gives' | 'by'>>
const subject =
  (of: Operation['of'], usually: AskedBy) =>
  (method: Operation['method'], path: string, id: string, more: More = {}): Operation => ({
    id,
    method,
    path: `/api${path}`,
    of,
    by: usually,
    gives: JSON_TYPE,
    ...more,
  })
const records = subject('records', 'signed-in')
const visits = subject('visits', 'signed-in')
const runs = subject('runs', 'signed-in')
const files = subject('files', 'signed-in')
const workshop = subject('workshop', 'owner')
const door = subject('door', 'anyone')
const instruments = subject('instruments', 'instrument')
/** A record, with what may come beside it. */
const put = (record: v.GenericSchema) => v.intersect([record, putSchema])
const mine: More = { by: 'signed-in' }

/** Every address of the server, in the order in which one reads about them. */
export const OPERATIONS = [
  instruments('put', '/ingest/instruments/:id', 'putInstrument', { body: putInstrumentSchema }),
  instruments('get', '/ingest/instruments/:id/assignment', 'readAssignment'),
  instruments('post', '/ingest/runs/:id/blocks', 'sendReadings', { body: ingestSchema }),
  visits('get', '/day', 'readDay', { query: daySchema }),
  visits('get', '/logbook', 'searchLogbook', { query: logbookQuerySchema }),
  visits('get', '/visits/:id', 'readVisit'),
  visits('put', '/visits/:id', 'putVisit', { body: put(putVisitSchema) }),
  visits('put', '/visits/:id/closed', 'closeVisit', { body: closedSchema }),
  visits('post', '/visits/:id/observations', 'sendLooks', { body: postObservationsSchema }),
  visits('post', '/visits/:id/entries', 'sendEntries', { body: postEntriesSchema }),
  visits('put', '/photos/:id', 'putPhoto', { query: photoQuerySchema, bodyType: 'image/jpeg' }),
  visits('get', '/photos/:id', 'readPhoto', { gives: 'image/jpeg' }),
  visits('get', '/own-times', 'readOwnTimes'),
  runs('get', '/runs/:id', 'readRun'),
  runs('post', '/runs/:id/events', 'sendRunEvents', { body: postEventsSchema }),
  runs('get', '/runs/:id/blocks', 'readReadings', { query: afterBlockSchema }),
  runs('get', '/runs/:id/live', 'watchRun', { query: afterBlockSchema, gives: 'text/event-stream' }),
  runs('get', '/instruments', 'readInstruments'),
  records('get', '/machines', 'readMachines', { query: machinesQuerySchema }),
  records('get', '/machines/:id', 'readMachine'),
  records('put', '/machines/:id', 'putMachine', {
    body: v.intersect([put(machineSpecSchema), v.object({ record: v.optional(machineRecordSchema) })]),
  }),
  records('get', '/sites', 'readSites'),
  records('put', '/sites/:id', 'putSite', { body: put(putSiteSchema) }),
  records('put', '/customers/:id', 'putCustomer', { body: put(customerSchema) }),
  records('get', '/rivals', 'readRivals'),
  records('put', '/rivals/:id', 'settleRival', { body: settleRivalSchema }),
  files('get', '/visits/:id/report.pdf', 'takeReport', { query: paperSchema, gives: 'application/pdf' }),
  files('get', '/visits/:id/record.pdf', 'takeRecord', { query: paperSchema, gives: 'application/pdf' }),
  files('get', '/visits/:id/visit.json', 'takeVisitFile'),
  files('get', '/visits/:id/visit.zip', 'takeVisitZip', { gives: 'application/zip' }),
  files('post', '/visit-files', 'bringVisitFile', {
    query: bringInSchema,
    body: visitFileSchema,
    bodyType: 'application/zip',
  }),
  files('get', '/visits/:id/tables.zip', 'takeTables', { query: paperSchema, gives: 'application/zip' }),
  files('get', '/visits/:id/tables.xlsx', 'takeSpreadsheet', { gives: SHEET }),
  files('get', '/tables.zip', 'takeAllTables', { query: paperSchema, gives: 'application/zip' }),
  files('get', '/archive', 'readArchive', { by: 'owner' }),
  files('post', '/archive', 'makeArchive', { by: 'owner', body: newArchiveSchema }),
  files('get', '/archive/:id/workshop.tar', 'takeArchive', { by: 'owner', gives: 'application/x-tar' }),
  files('get', '/visit-file.schema.json', 'takeFileSchema', { by: 'anyone' }),
  files('get', '/openapi.json', 'takeThis', { by: 'anyone' }),
  files('get', '/visits/:id/report-links', 'readReportLinks'),
  files('post', '/visits/:id/report-links', 'makeReportLink', { body: reportLinkSchema }),
  files('delete', '/report-links/:id', 'endReportLink'),
  files('get', '/shared/:token', 'readShared', { by: 'anyone' }),
  files('get', '/shared/:token/report.pdf', 'takeShared', { by: 'anyone', gives: 'application/pdf' }),
  files('get', '/me/calendar.ics', 'takeCalendar', { gives: 'text/calendar' }),
  files('post', '/me/calendar', 'makeCalendarLink'),
  files('delete', '/me/calendar', 'endCalendarLink'),
  files('get', '/calendar/:token', 'readCalendar', { by: 'anyone', gives: 'text/calendar' }),
  workshop('get', '/learned', 'readLearned', mine),
  workshop('put', '/learned', 'useLearned', { body: learningSchema }),
  workshop('get', '/own-records', 'readOwnRecords', mine),
  workshop('get', '/own-records/:key', 'readOwnModel', mine),
  workshop('put', '/own-records/runs/:runId', 'countOwnRun', { body: ownRunSchema }),
  workshop('get', '/own-order', 'readOwnOrder', mine),
  workshop('put', '/own-order', 'putOwnOrder', { body: ownOrderSchema }),
  workshop('get', '/prices', 'readPrices', mine),
  workshop('put', '/prices', 'putPrices', { body: priceListSchema }),
  workshop('get', '/people', 'readPeople'),
  workshop('put', '/people/:id', 'putPerson', { body: personSchema }),
  workshop('post', '/people/:id/recovery', 'helpBackIn'),
  workshop('get', '/invitations', 'readInvitations'),
  workshop('post', '/invitations', 'invite', { body: invitationSchema }),
  workshop('delete', '/invitations/:id', 'endInvitation'),
  workshop('get', '/instrument-keys', 'readInstrumentKeys'),
  workshop('post', '/instrument-keys', 'makeInstrumentKey', { body: instrumentKeySchema }),
  workshop('delete', '/instrument-keys/:id', 'revokeInstrumentKey'),
  workshop('get', '/changes', 'readChanges', { query: changesQuery }),
  door('get', '/health', 'readHealth'),
  door('get', '/session', 'readSession'),
  door('post', '/session', 'signIn', { body: signInSchema }),
  door('post', '/session/demo', 'signInToDemo', { body: demoSignInSchema }),
  door('delete', '/session', 'signOut'),
  door('post', '/workshops', 'openWorkshop', { body: newWorkshopSchema }),
  door('get', '/invitations/:token', 'readInvitation'),
  door('post', '/invitations/:token', 'acceptInvitation', { body: newPersonSchema }),
  door('post', '/recovery', 'comeBackIn', { body: recoverySchema }),
  door('put', '/me', 'putOwnChoice', { ...mine, body: ownChoiceSchema }),
  door('put', '/me/password', 'changePassword', { ...mine, body: passwordChangeSchema }),
  door('get', '/me/sessions', 'readOwnSessions', mine),
  door('delete', '/me/sessions/:id', 'endOwnSession', mine),
  door('get', '/me/tokens', 'readTokens', mine),
  door('post', '/me/tokens', 'makeToken', { ...mine, body: personalTokenSchema }),
  door('delete', '/me/tokens/:id', 'endToken', mine),
  door('get', '/me/recovery', 'readPrintedCode', mine),
  door('post', '/me/recovery', 'printCode', { ...mine, body: printedCodeSchema }),
] as const satisfies readonly Operation[]
