import { pipeline } from 'node:stream/promises'
import type { RunPlan } from '@brendik/core'
import pg from 'pg'
import { from as copyFrom } from 'pg-copy-streams'
import { type Actor, type Database, openDatabase, type ScopedDb } from '../apps/server/src/db/database.ts'
import { migrate } from '../apps/server/src/db/migrate.ts'
import { storeBlocks, storeEvents } from '../apps/server/src/runs/runService.ts'

/** Figures of speed and size; each with its limit where the product has one. */
export interface Figure {
  name: string
  value: number
  unit: string
  limit?: number
}

export interface BenchWorld {
  /** As the server enters, and as who owns the tables. */
  url: string
  ownerUrl: string
  database: Database
  /** As the owner of the tables. */
  client: pg.Client
  /** One workshop with its owner. */
  actor: Actor & { technicianId: string }
  db: ScopedDb
}

/** A new database with one workshop, thrown away afterwards. */
export async function withBenchDatabase<T>(work: (world: BenchWorld) => Promise<T>): Promise<T> {
  const admin = process.env.DATABASE_URL as string
  const name = `brendik_bench_${process.pid}_${Date.now()}`
  const server = new pg.Client({ connectionString: admin })
  await server.connect()
  await server.query(`create database ${name}`)
  const own = (address: string) => Object.assign(new URL(address), { pathname: `/${name}` }).toString()
  const url = own(process.env.SERVER_DATABASE_URL ?? admin)
  await migrate(own(admin))
  const database = openDatabase(url)
  const client = new pg.Client({ connectionString: own(admin) })
  await client.connect()
  const actor = { workshopId: crypto.randomUUID(), technicianId: crypto.randomUUID() }
  await database.door.run('upsertWorkshop', [actor.workshopId, 'bench', false])
  await database.door.run('upsertTechnician', [
    actor.workshopId,
    actor.technicianId,
    'bench',
    null,
    null,
    'owner',
  ])
  try {
    return await work({ url, ownerUrl: own(admin), database, client, actor, db: database.as(actor) })
  } finally {
    await client.end()
    await database.close()
    await server.query(`drop database ${name} with (force)`)
    await server.end()
  }
}

/** Readings stored through the store's own path, against PostgreSQL's COPY of the same readings, one row each. */
export async function storing(plan: RunPlan): Promise<Figure[]> {
  return withBenchDatabase(async ({ db, client, actor }) => {
    const { workshopId, technicianId } = actor
    const [machineId, siteId, visitId, runId] = Array.from({ length: 4 }, () => crypto.randomUUID()) as [
      string,
      string,
      string,
      string,
    ]
    await db.run('upsertMachine', [workshopId, machineId, 'bench', '{}', null])
    await db.run('upsertSite', [workshopId, siteId, 'bench', '{}', null])
    await db.run('upsertVisit', [workshopId, visitId, machineId, siteId, technicianId, 0, ''])
    const zero = 1.79e12
    await storeEvents(db, actor, visitId, runId, [
      { type: 'planned', id: crypto.randomUUID(), atMs: zero, plan, instrumentId: null },
      { type: 'started', id: crypto.randomUUID(), atMs: zero },
    ])
    const perBlock = 100
    const blocks = Array.from({ length: 2000 }, (_, b) => ({
      id: crypto.randomUUID(),
      atMs: Array.from({ length: perBlock }, (_, i) => zero + (b * perBlock + i) * 100),
      levelMm: Array.from({ length: perBlock }, (_, i) => Math.round(Math.sin(b + i) * 1000) / 10),
    }))
    const from = performance.now()
    for (let i = 0; i < blocks.length; i += 100) await storeBlocks(db, actor, runId, blocks.slice(i, i + 100))
    const stored = (blocks.length * perBlock) / ((performance.now() - from) / 1000)

    await client.query(
      'create table copied (block_id uuid not null, seq int not null, run_id uuid not null, at timestamptz not null, level_mm real, primary key (block_id, seq))',
    )
    const copied = performance.now()
    function* rows() {
      for (const block of blocks)
        yield block.atMs
          .map((at, i) => `${block.id}\t${i}\t${runId}\t${new Date(at).toISOString()}\t${block.levelMm[i]}\n`)
          .join('')
    }
    await pipeline(rows, client.query(copyFrom('copy copied from stdin')))
    const copy = (blocks.length * perBlock) / ((performance.now() - copied) / 1000)
    return [
      { name: 'readings stored a second, batches of 100', value: stored, unit: '/s' },
      { name: 'readings copied a second by PostgreSQL, a row each', value: copy, unit: '/s' },
      { name: 'stored ÷ copied', value: stored / copy, unit: '×' },
    ]
  })
}
