import { once } from 'node:events'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { ANALYSIS_VERSION, familyDefaults, hosesDueSeen, type RunPlan } from '@brendik/core'
import { createApp, NO_PROXY } from '../apps/server/src/app.ts'
import { USUAL_LIMITS } from '../apps/server/src/door/limits.ts'
import { newToken, tokenHash } from '../apps/server/src/door/secrets.ts'
import { openLog } from '../apps/server/src/log.ts'
import { searchWords } from '../apps/server/src/logbook/logbookRoutes.ts'
import { logbookRow } from '../apps/server/src/logbook/rows.ts'
import { runsOfVisits } from '../apps/server/src/runs/visitRuns.ts'
import { hosesSeenRow, visitLineRow } from '../apps/server/src/visits/rows.ts'
import { archiving } from './benchArchive.ts'
import { type BenchWorld, type Figure, withBenchDatabase } from './benchStore.ts'

const VISITS = 100_000
const READINGS = 10_000_000
const PER_BLOCK = 100

/** The logbook and the day of a workshop with 100,000 visits and ten million readings, beside another of 20,000 visits. */
export async function hundredThousandVisits(plan: RunPlan): Promise<Figure[]> {
  return withBenchDatabase(async (world) => {
    await fill(world, plan)
    const { db, actor, client } = world
    const search = (words: string, after: [string, string] | null = null) =>
      db.many('searchLogbook', logbookRow, [
        actor.workshopId,
        searchWords(words),
        ...(after ?? [null, null]),
        31,
      ])
    const figures: Figure[] = []
    const add = async (name: string, limit: number, work: () => Promise<unknown>) =>
      figures.push({ name, value: await medianOf(25, work), unit: 'ms', limit })
    const frequent = await search('drain')
    if (frequent.length !== 31) throw new Error(`a frequent word found ${frequent.length} visits`)
    const rare = await search('serial77777')
    if (rare.length !== 1) throw new Error(`a rare word found ${rare.length} visits`)
    let deep = frequent
    for (let page = 0; page < 40; page++) deep = await search('drain', cursorOf(deep))
    await add('logbook, 100,000 visits: newest', 50, () => search(''))
    await add('logbook: a word in every second visit', 50, () => search('drain'))
    await add('logbook: a word in one visit', 50, () => search('serial77777'))
    await add('logbook: the beginning of a word', 50, () => search('larks'))
    await add('logbook: three words', 50, () => search('drain rattle larkspur'))
    await add('logbook: two words that never meet', 50, () => search('serial77777 serial55555'))
    await add('logbook: fortieth page', 50, () => search('drain', cursorOf(deep)))
    const midnight = Date.UTC(2026, 5, 1)
    const day = async () => {
      const seen = hosesDueSeen(midnight + 86_400_000)
      const [due, open] = await Promise.all([
        db.many('listVisits', visitLineRow, [actor.workshopId, midnight, midnight + 86_400_000, false]),
        db.many('listVisits', visitLineRow, [actor.workshopId, midnight - 30 * 86_400_000, midnight, true]),
        db.many('listHosesSeen', hosesSeenRow, [actor.workshopId, seen.fromMs, seen.toMs]),
      ])
      await runsOfVisits(
        db,
        actor,
        [...due, ...open].map((visit) => visit.id),
      )
      return due.length
    }
    const visits = await day()
    if (visits < 20) throw new Error(`the day has ${visits} visits`)
    await add(`day of ${visits} visits, with their runs and hoses due`, 30, day)
    const { get, close } = await asked(world)
    await client.query("select set_config('brendik.workshop_id', $1, false)", [actor.workshopId])
    const id = async (text: string) => (await client.query(text)).rows[0].id as string
    const visitId = await id('select visit_id as id from run group by visit_id order by count(*) limit 1')
    const busiest = await id(
      'select v.machine_id as id from run r join visit v on v.id = r.visit_id group by v.machine_id order by count(*) desc limit 1',
    )
    await add('day, asked over HTTP', 50, () =>
      get(`/day?fromMs=${midnight}&toMs=${midnight + 86_400_000}`, '"visits"'),
    )
    await add('visit, over HTTP', 50, () => get(`/visits/${visitId}`, '"observations"'))
    const other = await id(`select machine_id as id from visit where machine_id <> '${busiest}' limit 1`)
    await add('machine with its visits, over HTTP', 50, () => get(`/machines/${other}`, '"visits"'))
    await add('machine with 2,000 runs, over HTTP', 200, () => get(`/machines/${busiest}`, '"visits"'))
    await close()
    return [...figures, ...(await archiving(world))]
  })
}

/** The app as somebody who is signed in asks it. */
async function asked({ database, actor }: BenchWorld) {
  const cookie = newToken()
  await database.door.run('insertSession', [tokenHash(cookie), actor.workshopId, actor.technicianId, 1, ''])
  const app = await createApp({
    db: database,
    log: openLog(null, 'silent'),
    door: { demo: false, openSignUp: false, limits: USUAL_LIMITS },
    network: NO_PROXY,
    webDir: null,
  })
  const server = createServer(app).listen(0, '127.0.0.1')
  await once(server, 'listening')
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`
  return {
    /** @param holds - What the answer must hold, so that no refusal is timed. */
    get: async (path: string, holds: string) => {
      const answer = await fetch(`${url}${path}`, { headers: { cookie: `brendik_session=${cookie}` } })
      const text = await answer.text()
      if (!answer.ok || !text.includes(holds))
        throw new Error(`${path}: ${answer.status} ${text.slice(0, 200)}`)
    },
    close: async () => {
      server.closeAllConnections()
      server.close()
    },
  }
}

const cursorOf = (lines: readonly { id: string; cursorAt: string }[]): [string, string] => {
  const last = lines.at(-1)
  if (!last) throw new Error('an empty page')
  return [last.cursorAt, last.id]
}

async function medianOf(times: number, work: () => Promise<unknown>): Promise<number> {
  for (let i = 0; i < 3; i++) await work()
  const taken: number[] = []
  for (let i = 0; i < times; i++) {
    const from = performance.now()
    await work()
    taken.push(performance.now() - from)
  }
  return taken.sort((a, b) => a - b)[Math.floor(times / 2)] as number
}

/** Fills the tables in bulk: the triggers that keep the search's words rest meanwhile, and are made up for at the end. */
async function fill({ client, actor, database }: BenchWorld, plan: RunPlan): Promise<void> {
  const other = { workshopId: crypto.randomUUID(), technicianId: crypto.randomUUID() }
  await database.door.run('upsertWorkshop', [other.workshopId, 'other', false])
  await database.door.run('upsertTechnician', [
    other.workshopId,
    other.technicianId,
    'other',
    null,
    null,
    'owner',
  ])
  const spec = JSON.stringify({ ...familyDefaults('front-load'), label: 'bench' })
  const analysis = JSON.stringify({
    version: ANALYSIS_VERSION,
    verdict: 'slow',
    saying: { code: 'slow', kind: 'drain', longerPercent: 31 },
    quantities: { flowLMin: { value: 14, lo: 13.5, hi: 14.5 }, timeS: { value: 71, lo: 70, hi: 72 } },
    notIdentifiable: { pumpHeadM: 'one hose height only' },
    bounds: {},
    expected: null,
    notes: [],
    fit: null,
    usedReadings: 100,
    basis: { of: 'flow', flowLMin: 14, readingsSe: 0.1, geometrySe: 0.2, startMm: 120, endMm: 5 },
  })
  // What the triggers keep is filled at the end, at once.
  await triggers(client, 'disable')
  for (const [w, technician, count] of [
    [actor.workshopId, actor.technicianId, VISITS],
    [other.workshopId, other.technicianId, VISITS / 5],
  ] as const) {
    await client.query("select set_config('brendik.workshop_id', $1, false)", [w])
    const run = (text: string, ...values: unknown[]) =>
      client.query(text.replaceAll('$W', `'${w}'::uuid`), values)
    await run(`insert into customer (workshop_id, id, name) select $W, gen_random_uuid(),
      (array['Larkspur','Marigold','Quince','Hazel','Bramble','Teasel','Yarrow'])[1 + i % 7] || ' household ' || i from generate_series(1, 3000) i`)
    await run(`insert into site (workshop_id, id, name, spec, customer_id)
      select $W, gen_random_uuid(), 'Court ' || row_number() over (), '{}', id from customer where workshop_id = $W`)
    await run(
      `insert into machine (workshop_id, id, label, spec, record)
      select $W, gen_random_uuid(), 'Machine ' || i, $1::jsonb, jsonb_build_object('serial', 'S-' || i) from generate_series(1, 3000) i`,
      spec,
    )
    await run(
      `with m as (select array_agg(id) a from machine where workshop_id = $W), s as (select array_agg(id) a from site where workshop_id = $W)
      insert into visit (workshop_id, id, machine_id, site_id, technician_id, due_at, closed_at, complaint)
      select $W, gen_random_uuid(), m.a[1 + i % 3000], s.a[1 + (i * 7) % 3000], $1::uuid,
        '2026-06-02'::timestamptz - i * interval '70 minutes', case when i > 60 then now() end,
        (array['does not drain','drains slowly, drain hose','fills slowly','leaks in front','will not start','drain fault shown','rattle in the drain','smells'])[1 + i % 8]
        || ' serial' || i
      from generate_series(1, $2::int) i, m, s`,
      technician,
      count,
    )
    await run(
      `insert into hose_inspection (workshop_id, machine_id, seen_at)
      select $W, id, '2026-06-02'::timestamptz - (row_number() over ()) * interval '6 hours' from machine where workshop_id = $W`,
    )
    await run(
      `insert into run (workshop_id, id, visit_id, kind, plan, started_at, stopped_at)
      select $W, gen_random_uuid(), id, k, $1::jsonb, due_at, due_at + interval '2 minutes' from visit, unnest(array['fill','drain']) k where workshop_id = $W`,
      JSON.stringify(plan),
    )
    // One machine of a laundry that is timed again and again: with those above 2,000 runs on the hundred visits that its page shows.
    await run(
      `with one as (select machine_id from visit where workshop_id = $W order by due_at desc limit 1),
      shown as (select id, due_at from visit where workshop_id = $W order by due_at desc offset 200 limit 100),
      moved as (update visit v set machine_id = one.machine_id from one, shown where v.workshop_id = $W and v.id = shown.id)
      insert into run (workshop_id, id, visit_id, kind, plan, started_at, stopped_at)
      select $W, gen_random_uuid(), id, 'drain', $1::jsonb, due_at, due_at + interval '2 minutes' from shown, generate_series(1, 18)`,
      JSON.stringify(plan),
    )
    await run(
      `insert into mark (workshop_id, id, run_id, technician_id, at, what, plan, seq)
      select $W, gen_random_uuid(), r.id, $1::uuid, case f.what when 'stopped' then r.stopped_at else r.started_at end, f.what,
        case f.what when 'planned' then jsonb_build_object('plan', r.plan, 'instrumentId', null) end, f.seq
      from run r, (values ('planned', 0), ('started', 1), ('stopped', 2)) f (what, seq) where r.workshop_id = $W`,
      technician,
    )
    await run(
      `insert into run_result (workshop_id, run_id, analysis, version) select $W, id, $1::jsonb, ${ANALYSIS_VERSION} from run where workshop_id = $W`,
      analysis,
    )
    await run(
      `insert into observation (workshop_id, id, visit_id, technician_id, at, check_id, value)
      select $W, gen_random_uuid(), v.id, $1::uuid, v.due_at, c.id, to_jsonb(c.value)
      from visit v, (values ('trap.look', 'debris'), ('drain-hose.look', 'good'), ('pump.sound', 'runs-with-rattle')) c (id, value)
      where v.workshop_id = $W`,
      technician,
    )
  }
  await client.query("select set_config('brendik.workshop_id', $1, false)", [actor.workshopId])
  await client.query(
    `insert into reading_block (workshop_id, id, run_id, source, first_at, offset_ms, level_mm, ruler_mm, flow_l_min, seq)
    select workshop_id, gen_random_uuid(), id, 'stream', now(), c.o, c.l, c.n, c.n, 0
    from (select workshop_id, id from run where workshop_id = $1::uuid limit $2::int) r,
      (select array_agg(i * 100) o, array_agg((i * 0.7)::real) l, array_agg(null::real) n from generate_series(1, ${PER_BLOCK}) i) c`,
    [actor.workshopId, READINGS / PER_BLOCK],
  )
  await triggers(client, 'enable')
  for (const w of [actor.workshopId, other.workshopId]) {
    await client.query("select set_config('brendik.workshop_id', $1, false)", [w])
    await client.query(
      'select refresh_visit_search($1::uuid, (select array_agg(id) from visit where workshop_id = $1::uuid))',
      [w],
    )
  }
  await client.query('analyze')
}

async function triggers(client: BenchWorld['client'], does: 'enable' | 'disable'): Promise<void> {
  await client.query(`do $$
    declare
      t text;
    begin
      for t in select tablename from pg_tables where schemaname = current_schema() and tablename <> 'migration' loop
        execute format('alter table %I ${does} trigger user', t);
      end loop;
    end $$`)
}
