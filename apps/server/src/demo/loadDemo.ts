import { openDatabase } from '../db/database.ts'
import { migrate } from '../db/migrate.ts'
import { HOME_ACTOR } from '../homeWorkshop.ts'
import { storeBlocks, storeEvents } from '../runService.ts'
import { DEMO_MACHINES, DEMO_SITES, demoRunFacts, demoVisits } from './demoScenario.ts'

/** Loads the invented scenario for today. Ids are fixed per day, so loading it again changes nothing. */
const url = process.env.DATABASE_URL
if (!url) {
  console.error('DATABASE_URL is not set')
  process.exit(2)
}
await migrate(url)
const db = openDatabase(url)
const { workshopId, technicianId } = HOME_ACTOR
await db.run('ensureWorkshop', [workshopId, 'Workshop', technicianId, 'Technician'])
for (const { id, spec } of DEMO_MACHINES)
  await db.run('upsertMachine', [workshopId, id, spec.label, JSON.stringify(spec)])
for (const { id, name, spec } of DEMO_SITES)
  await db.run('upsertSite', [workshopId, id, name, JSON.stringify(spec)])
const midnight = new Date()
midnight.setHours(0, 0, 0, 0)
for (const visit of demoVisits(midnight.getTime())) {
  await db.run('upsertVisit', [
    workshopId,
    visit.id,
    visit.machineId,
    visit.siteId,
    technicianId,
    visit.dueAtMs,
    visit.complaint,
  ])
  for (const run of visit.runs) {
    const { events, blocks } = demoRunFacts(run)
    await storeEvents(db, HOME_ACTOR, visit.id, run.id, events)
    if (blocks.length > 0) await storeBlocks(db, HOME_ACTOR, run.id, blocks)
  }
  for (const { id, atMs, check, value, tap, levelMm } of visit.looks)
    await db.run('insertObservation', [
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
    ])
}
await db.close()
