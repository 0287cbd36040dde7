import { ANALYSIS_VERSION } from '@brendik/core'
import { openDatabase } from '../db/database.ts'
import { migrate } from '../db/migrate.ts'
import { tokenHash } from '../door/secrets.ts'
import { makeVerdicts } from '../runs/analysis/makeVerdicts.ts'
import { storeBlocks, storeEvents } from '../runs/runService.ts'
import { makeTruths } from '../truths/makeTruths.ts'
import {
  DEMO_CUSTOMERS,
  DEMO_KEY_ID,
  DEMO_MACHINES,
  DEMO_PEOPLE,
  DEMO_SITES,
  DEMO_WORKSHOP,
} from './demoPeople.ts'
import { demoRunFacts } from './demoRuns.ts'
import { demoVisits } from './demoScenario.ts'

/** Loads the invented scenario for today. Ids are fixed per day, so loading it again changes nothing. */
const url = process.env.DATABASE_URL
if (!url) {
  console.error('DATABASE_URL is not set')
  process.exit(2)
}
await migrate(url).catch((error: Error) => {
  console.error(error.message)
  process.exit(1)
})
const db = openDatabase(process.env.SERVER_DATABASE_URL || url)
const workshopId = DEMO_WORKSHOP.id
await db.door.run('upsertWorkshop', [workshopId, DEMO_WORKSHOP.name, true])
// Nobody has a password here: the only way in is the demo's own door, which the server opens on demand.
for (const { id, name, role } of DEMO_PEOPLE)
  await db.door.run('upsertTechnician', [workshopId, id, name, null, null, role])
const [owner, technician] = DEMO_PEOPLE
const actorOf = (by: { id: string }) => ({ workshopId, technicianId: by.id })
const own = db.as(actorOf(owner))
const key = process.env.BRENDIK_KEY
if (key) await own.run('upsertInstrumentKey', [workshopId, DEMO_KEY_ID, 'Simulated washers', tokenHash(key)])
for (const { id, name, phone, note } of DEMO_CUSTOMERS)
  await own.run('upsertCustomer', [workshopId, id, name, phone, note])
for (const { id, spec, record } of DEMO_MACHINES)
  await own.run('upsertMachine', [workshopId, id, spec.label, JSON.stringify(spec), JSON.stringify(record)])
for (const { id, name, spec, customerId } of DEMO_SITES)
  await own.run('upsertSite', [workshopId, id, name, JSON.stringify(spec), customerId])
const midnight = new Date()
midnight.setHours(0, 0, 0, 0)
for (const visit of demoVisits(midnight.getTime(), Date.now())) {
  const actor = actorOf(visit.by === 'owner' ? owner : technician)
  const { technicianId } = actor
  const mine = db.as(actor)
  await mine.run('upsertVisit', [
    workshopId,
    visit.id,
    visit.machineId,
    visit.siteId,
    technicianId,
    visit.dueAtMs,
    visit.complaint,
  ])
  if (visit.closedAtMs !== null) await mine.run('closeVisit', [workshopId, visit.id, visit.closedAtMs])
  for (const run of visit.runs) {
    // Loaded earlier today: what was recorded then stays as it is.
    if ((await mine.run('findRun', [workshopId, run.id, ANALYSIS_VERSION])) > 0) continue
    const { events, blocks } = demoRunFacts(run)
    await storeEvents(mine, actor, visit.id, run.id, events)
    if (blocks.length > 0) await storeBlocks(mine, actor, run.id, blocks)
  }
  for (const [n, { id, atMs, check, value, tap, levelMm, phase }] of visit.looks.entries())
    await mine.run('insertObservation', [
      workshopId,
      id,
      visit.id,
      technicianId,
      atMs,
      check,
      JSON.stringify(value),
      tap,
      levelMm,
      null,
      null,
      phase ?? null,
      null,
      null,
      beganAt(visit.looks, n),
      null,
    ])
  for (const { id, atMs, topic, value } of visit.entries)
    await mine.run('insertEntry', [
      workshopId,
      id,
      visit.id,
      technicianId,
      atMs,
      topic,
      JSON.stringify(value),
      [],
    ])
}
// The first look at the demo finds its verdicts made, and what its visits taught.
await makeVerdicts(db)
await makeTruths(db)
await db.close()

/** A look that follows another within minutes was begun when that one had been entered, ms; null = nobody knows. */
function beganAt(looks: readonly { atMs: number; check: string }[], n: number): number | null {
  const [before, look] = [looks[n - 1], looks[n]]
  if (!before || !look || look.check === 'complaint') return null
  const tookMs = look.atMs - before.atMs
  return tookMs > 0 && tookMs < 600_000 ? before.atMs : null
}
