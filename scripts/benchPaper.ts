import { expectedRun, type RunEvent, type RunPlan } from '@brendik/core'
import { makeWords, sayRecord, sayReport } from '@brendik/words'
import { loadRecord } from '../apps/server/src/reports/loadRecord.ts'
import { loadReport } from '../apps/server/src/reports/loadReport.ts'
import { recordPdf } from '../apps/server/src/reports/recordPdf.ts'
import { reportPdf } from '../apps/server/src/reports/reportPdf.ts'
import { makeVerdicts } from '../apps/server/src/runs/analysis/makeVerdicts.ts'
import { storeBlocks, storeEvents } from '../apps/server/src/runs/runService.ts'
import { type Figure, withBenchDatabase } from './benchStore.ts'

const RUNS = 12
/** Readings streamed into each run. */
const READINGS = 3000

/** The customer's page and the full record of a visit with twelve runs, from the database to the last byte of the file. */
export async function papers(plan: RunPlan): Promise<Figure[]> {
  return withBenchDatabase(async ({ database, db, actor }) => {
    const { workshopId, technicianId } = actor
    const [machineId, siteId, visitId] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()]
    await db.run('upsertMachine', [workshopId, machineId, 'bench', JSON.stringify(plan.machine), null])
    await db.run('upsertSite', [workshopId, siteId, 'bench', JSON.stringify(plan.site), null])
    const zero = 1.79e12
    await db.run('upsertVisit', [workshopId, visitId, machineId, siteId, technicianId, zero, ''])
    const act = [`act:${crypto.randomUUID()}`, '"cleared outer-drain-hose"']
    const values = [
      workshopId,
      crypto.randomUUID(),
      visitId,
      technicianId,
      zero + 6.5 * 3_600_000,
      ...act,
      [],
    ]
    await db.run('insertEntry', values)
    const { levelMm, midS } = expectedRun(plan)
    const endS = midS.at(-1) ?? 0
    for (let n = 0; n < RUNS; n++) {
      const runId = crypto.randomUUID()
      const [from, slower] = [zero + n * 3_600_000, n < RUNS / 2 ? 2 : 1]
      const base = (atMs: number) => ({ id: crypto.randomUUID(), atMs })
      const events: RunEvent[] = [
        { type: 'planned', ...base(from - 1), plan, instrumentId: null },
        { type: 'started', ...base(from) },
        { type: 'stopped', ...base(from + slower * endS * 1000) },
      ]
      await storeEvents(db, actor, visitId, runId, events)
      const times = Array.from({ length: READINGS }, (_, k) => (k / READINGS) * endS)
      const level = (s: number) => {
        const k = midS.findIndex((mid) => mid >= s)
        return levelMm[Math.max(0, k)] ?? 0
      }
      await storeBlocks(db, actor, runId, [
        {
          id: crypto.randomUUID(),
          atMs: times.map((s) => Math.round(from + slower * s * 1000)),
          levelMm: times.map((s, k) => level(s) + Math.sin(k * 1.7)),
          rulerMm: times.map(() => null),
          flowLMin: times.map(() => null),
        },
      ])
    }
    await makeVerdicts(database)
    const words = makeWords('en', 'metric')
    const page = { workshop: 'Bench', dated: 'today', siteName: 'Here' }
    const taken = async (work: () => Promise<unknown>) => {
      await work()
      const from = performance.now()
      await work()
      return performance.now() - from
    }
    const report = await taken(async () => {
      const { report: found, chart } = await loadReport(db, actor, visitId)
      return reportPdf(words, { ...page, text: sayReport(words, found, String), chart })
    })
    const record = await taken(async () => {
      const loaded = await loadRecord(db, actor, visitId)
      const text = sayRecord(words, loaded, String)
      return recordPdf(words, { ...page, text, charts: loaded.charts, photos: [], morePhotos: '' })
    })
    return [
      { name: "customer's page of a visit with 12 runs as a PDF", value: report, unit: 'ms', limit: 1500 },
      { name: 'full record of a visit with 12 runs as a PDF', value: record, unit: 'ms', limit: 1500 },
    ]
  })
}
