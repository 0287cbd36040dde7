import { familyDefaults, type RunEvent, USUAL_PRICES } from '@brendik/core'

// What a workshop sends and reads by every address there is, with bodies that are right: for those who try it as somebody else, or spoil it.

/** Stands in every text, so that it is found wherever it comes out. */
export const SECRET = 'Only-ours'
export const ids = {
  machine: crypto.randomUUID(),
  site: crypto.randomUUID(),
  customer: crypto.randomUUID(),
  visit: crypto.randomUUID(),
  run: crypto.randomUUID(),
  instrument: crypto.randomUUID(),
  photo: crypto.randomUUID(),
  observation: crypto.randomUUID(),
  entry: crypto.randomUUID(),
  invitation: crypto.randomUUID(),
  rival: crypto.randomUUID(),
  key: crypto.randomUUID(),
  block: crypto.randomUUID(),
  reading: crypto.randomUUID(),
  reportLink: crypto.randomUUID(),
  follow: crypto.randomUUID(),
  showed: crypto.randomUUID(),
  act: crypto.randomUUID(),
  token: crypto.randomUUID(),
  archive: crypto.randomUUID(),
  brought: crypto.randomUUID(),
  broughtMachine: crypto.randomUUID(),
}
const spec = { ...familyDefaults('front-load'), label: SECRET }
const site = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: null,
}
const plan = {
  kind: 'drain' as const,
  machine: spec,
  site,
  taps: [],
  throttled: false,
  hoseEndMm: null,
  startLevelMm: 110,
  endLevelMm: null,
  laundry: 'none' as const,
  laundryKg: 0,
}
const events: RunEvent[] = [
  { type: 'planned', id: crypto.randomUUID(), atMs: 1, plan, instrumentId: ids.instrument },
  { type: 'started', id: crypto.randomUUID(), atMs: Date.now() - 5000 },
  { type: 'levelRead', id: ids.reading, atMs: Date.now() - 4000, levelMm: 88, by: 'ruler' },
]
const visit = { machineId: ids.machine, siteId: ids.site, dueAtMs: Date.now(), complaint: SECRET }
const observation = {
  type: 'observed',
  id: ids.observation,
  atMs: 100_000,
  beganAtMs: 1,
  check: 'trap.look',
  value: 'debris',
  tap: null,
  levelMm: null,
}
const hoses = {
  ...observation,
  id: crypto.randomUUID(),
  check: 'fill-hose.look',
  value: 'good',
  tap: 'cold',
}
const entry = { id: ids.entry, atMs: 1, topic: 'note:arrive', value: SECRET, basedOn: [] }
const follow = {
  id: ids.follow,
  atMs: 1,
  topic: `follow:${ids.follow}`,
  value: `part 1000 ${SECRET}`,
  basedOn: [],
}
const act = {
  id: ids.act,
  atMs: Date.now(),
  topic: `act:${ids.act}`,
  value: 'replaced pump',
  basedOn: [],
}
const showed = { id: ids.showed, atMs: 1, topic: 'showed:pump', value: 'as-thought', basedOn: [] }
export const block = { id: ids.block, atMs: [Date.now()], levelMm: [77] }

/** Every write the server takes, with a body that is right, in an order in which each finds what it refers to. */
export const writes: [method: string, path: string, body: unknown][] = [
  ['PUT', `/api/customers/${ids.customer}`, { name: SECRET, phone: '', note: '' }],
  ['PUT', `/api/machines/${ids.machine}`, spec],
  ['PUT', `/api/sites/${ids.site}`, { name: SECRET, spec: site, customerId: ids.customer }],
  ['PUT', `/api/visits/${ids.visit}`, visit],
  ['PUT', `/api/visits/${ids.visit}/closed`, { closedAtMs: null }],
  ['PUT', `/api/ingest/instruments/${ids.instrument}`, { label: SECRET, rateHz: 10 }],
  ['POST', `/api/runs/${ids.run}/events`, { visitId: ids.visit, events }],
  ['POST', `/api/ingest/runs/${ids.run}/blocks`, { blocks: [block] }],
  ['POST', `/api/visits/${ids.visit}/observations`, { observations: [observation, hoses] }],
  ['POST', `/api/visits/${ids.visit}/entries`, { entries: [entry, follow, act, showed] }],
  ['POST', '/api/invitations', { id: ids.invitation, name: 'New hand', role: 'technician' }],
  ['PUT', '/api/own-order', { entries: ['trap.look', 'run:drain'] }],
  ['PUT', '/api/learned', { uses: true }],
  ['PUT', `/api/own-records/runs/${ids.run}`, { counts: false }],
  ['PUT', '/api/prices', { ...USUAL_PRICES, currency: 'XTS' }],
  ['POST', `/api/visits/${ids.visit}/report-links`, { id: ids.reportLink, days: 7, paper: {} }],
  ['POST', '/api/instrument-keys', { id: ids.key, label: SECRET }],
  ['POST', '/api/archive', { id: ids.archive }],
  ['POST', '/api/me/tokens', { id: ids.token, label: SECRET, records: false, days: 7 }],
  [
    'POST',
    '/api/visit-files?store=yes',
    {
      format: 'brendik-visit/1',
      complaint: SECRET,
      machine: { family: 'front-load', label: SECRET, tub: { diameter_mm: 540 } },
      brendik: { visit: ids.brought, machine: ids.broughtMachine },
    },
  ],
]
/** Every address that reads, with ids of the first workshop. */
export const reads = [
  '/api/day?fromMs=0&toMs=4000000000000',
  `/api/visits/${ids.visit}`,
  `/api/visits/${ids.visit}/report.pdf`,
  `/api/visits/${ids.visit}/record.pdf`,
  `/api/visits/${ids.visit}/visit.json`,
  `/api/visits/${ids.visit}/visit.zip`,
  `/api/visits/${ids.visit}/tables.zip`,
  `/api/visits/${ids.visit}/tables.xlsx`,
  '/api/tables.zip',
  '/api/archive',
  `/api/archive/${ids.archive}/workshop.tar`,
  `/api/visits/${ids.visit}/report-links`,
  '/api/machines',
  `/api/machines/${ids.machine}`,
  '/api/sites',
  '/api/rivals',
  '/api/own-times',
  '/api/learned',
  '/api/own-records',
  '/api/own-records/family:front-load',
  '/api/me/calendar.ics',
  '/api/me/tokens',
  '/api/own-order',
  '/api/prices',
  '/api/logbook',
  '/api/logbook?words=only',
  `/api/runs/${ids.run}`,
  `/api/runs/${ids.run}/blocks`,
  '/api/instruments',
  `/api/ingest/instruments/${ids.instrument}/assignment`,
  `/api/photos/${ids.photo}`,
  '/api/people',
  '/api/invitations',
  '/api/instrument-keys',
  '/api/changes',
  '/api/session',
]
