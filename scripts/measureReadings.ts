import pg from 'pg'

/**
 * Measures three layouts of readings at ten million: bytes on disk, storing rate through node-postgres, time to read one run back.
 * The figures that settled the layout are in docs/decisions.md. Needs DATABASE_URL; makes and drops a schema of its own.
 */
const TOTAL = Number(process.argv[2] ?? 10_000_000)
const PER_RUN = 36_000
const client = new pg.Client({ connectionString: process.env.DATABASE_URL })
await client.connect()
await client.query(
  'drop schema if exists layout_trial cascade; create schema layout_trial; set search_path to layout_trial',
)

const runs = Math.ceil(TOTAL / PER_RUN)
const runId = (n: string) => `md5('run' || ${n})::uuid`
const arrays = (per: number) => `
  insert into block_${per}
  select md5('block' || r || '-' || b)::uuid, ${runId('r')}, now(), 'stream',
    array(select 100 * i from generate_series(0, ${per - 1}) i),
    array(select (200 - (b * ${per} + i) * 0.005 + random())::real from generate_series(0, ${per - 1}) i),
    array_fill(null::real, array[${per}]), array_fill(null::real, array[${per}])
  from generate_series(1, ${runs}) r, generate_series(0, ${PER_RUN / per - 1}) b`
const blockTable = (
  per: number,
) => `create table block_${per} (id uuid primary key, run_id uuid not null, first_at timestamptz not null,
  source text not null, offset_ms int[] not null, level_mm real[] not null, ruler_mm real[] not null, flow_l_min real[] not null)`
const layouts = [
  {
    name: 'a row a reading',
    table: 'reading_row',
    create: `create table reading_row (block_id uuid not null, seq int not null, run_id uuid not null, at timestamptz not null,
      level_mm real, ruler_mm real, flow_l_min real, primary key (block_id, seq))`,
    fill: `insert into reading_row select md5('block' || r || '-' || i / 10)::uuid, i % 10, ${runId('r')},
      now() + i * interval '100 ms', (200 - i * 0.005 + random())::real, null, null
      from generate_series(1, ${runs}) r, generate_series(0, ${PER_RUN - 1}) i`,
    read: 'select at, level_mm, ruler_mm, flow_l_min from reading_row where run_id = $1 order by at',
    perBlock: 10,
    insert: `insert into reading_row select $1, s, $2, to_timestamp($3::float8 + s * 0.1), l, null, null from unnest($4::real[]) with ordinality t(l, s)`,
  },
  ...[5, 100].map((per) => ({
    name: `blocks of ${per} as arrays`,
    table: `block_${per}`,
    create: blockTable(per),
    fill: arrays(per),
    read: `select first_at, offset_ms, level_mm, ruler_mm, flow_l_min from block_${per} where run_id = $1 order by first_at`,
    perBlock: per,
    insert: `insert into block_${per} select $1, $2, to_timestamp($3::float8), 'stream', array_agg(100 * i), $4::real[], array_fill(null::real, array[${per}]), array_fill(null::real, array[${per}]) from generate_series(0, ${per - 1}) i`,
  })),
]
console.log(
  '| layout | bytes a reading (with indexes) | stored a second, one statement a block | read 36,000 back, median |\n|---|---|---|---|',
)
for (const layout of layouts) {
  await client.query(layout.create)
  await client.query(layout.fill)
  await client.query(`create index on ${layout.table} (run_id)`)
  await client.query(`analyze ${layout.table}`)
  const { rows } = await client.query('select pg_total_relation_size($1::regclass)::float8 as bytes', [
    layout.table,
  ])
  const times: number[] = []
  for (let k = 0; k < 9; k++) {
    const { rows: ids } = await client.query(`select ${runId('$1::int')} as id`, [1 + ((k * 37) % runs)])
    const from = performance.now()
    await client.query(layout.read, [ids[0].id])
    times.push(performance.now() - from)
  }
  times.sort((a, b) => a - b)
  const statements = Math.min(20_000, 200_000 / layout.perBlock)
  const levels = Array.from({ length: layout.perBlock }, (_, i) => 100 + i)
  const from = performance.now()
  await client.query('begin')
  for (let s = 0; s < statements; s++)
    await client.query({
      name: layout.table,
      text: layout.insert,
      values: [crypto.randomUUID(), crypto.randomUUID(), 1.79e9 + s, levels],
    })
  await client.query('commit')
  const seconds = (performance.now() - from) / 1000
  console.log(
    `| ${layout.name} | ${(rows[0].bytes / (runs * PER_RUN)).toFixed(1)} | ${Math.round((statements * layout.perBlock) / seconds).toLocaleString('en')} | ${(times[4] as number).toFixed(1)} ms |`,
  )
}
await client.query('drop schema layout_trial cascade')
await client.end()
