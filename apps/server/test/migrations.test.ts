import { readdirSync } from 'node:fs'
import { expect, it } from '@jest/globals'
import pg from 'pg'
import * as v from 'valibot'
import { migrate } from '../src/db/migrate.ts'
import { parseRow } from '../src/db/row.ts'
import { newDatabase } from './testServer.ts'

const MIGRATIONS = readdirSync(new URL('../src/db/migrations/', import.meta.url)).length

/** Everything a migration can make, a line each; extensions stay, since others may use them. */
const STRUCTURE = `
  select 'column ' || table_name || '.' || column_name || ' ' || data_type || ' ' || is_nullable || ' ' || coalesce(column_default, '') as line
    from information_schema.columns where table_schema = 'public'
  union all select 'index ' || indexdef from pg_indexes where schemaname = 'public'
  union all select 'constraint ' || conrelid::regclass || ' ' || conname || ' ' || pg_get_constraintdef(oid)
    from pg_constraint where connamespace = 'public'::regnamespace
  union all select 'policy ' || tablename || ' ' || policyname || ' ' || roles::text || ' ' || coalesce(qual, '') || ' ' || coalesce(with_check, '')
    from pg_policies where schemaname = 'public'
  union all select 'walls ' || relname || ' ' || relrowsecurity || ' ' || relforcerowsecurity
    from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r'
  union all select 'trigger ' || tgrelid::regclass || ' ' || tgname from pg_trigger where not tgisinternal
  union all select 'function ' || p.oid::regprocedure || ' ' || md5(p.prosrc) from pg_proc p where pronamespace = 'public'::regnamespace
    and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e')
  union all select 'grant ' || table_name || ' ' || grantee || ' ' || privilege_type
    from information_schema.role_table_grants where table_schema = 'public' and grantee in ('brendik_app', 'brendik_door')
  union all select 'column grant ' || table_name || '.' || column_name || ' ' || grantee || ' ' || privilege_type
    from information_schema.column_privileges where table_schema = 'public' and grantee in ('brendik_app', 'brendik_door')
  order by 1`

it('undoes each migration to what stood before it, and makes it again', async () => {
  const { url, drop } = await newDatabase()
  const structure = async () => {
    const client = new pg.Client({ connectionString: url })
    await client.connect()
    const { rows } = await client.query<{ line: string }>(STRUCTURE)
    await client.end()
    return rows.map(({ line }) => line)
  }
  const stood = [await structure()]
  for (let made = 1; made <= MIGRATIONS; made++) {
    expect(await migrate(url, { direction: 'up', count: 1 })).toBe(1)
    stood.push(await structure())
  }
  for (let left = MIGRATIONS - 1; left >= 0; left--) {
    expect(await migrate(url, { direction: 'down', count: 1 })).toBe(1)
    // What the runner itself keeps stays.
    const own = (line: string) => !/\bmigration(_id_seq|_pkey)?\b/.test(line)
    const after = (await structure()).filter(own)
    const before = (stood[left] as string[]).filter(own)
    expect([
      left,
      before.filter((line) => !after.includes(line)),
      after.filter((line) => !before.includes(line)),
    ]).toEqual([left, [], []])
  }
  expect(await migrate(url)).toBe(MIGRATIONS)
  expect(await structure()).toEqual(stood[MIGRATIONS])
  await drop()
})

it('sets up an empty database once when several processes start at the same instant', async () => {
  const empty = await newDatabase()
  const done = await Promise.all([migrate(empty.url), migrate(empty.url), migrate(empty.url)])
  await empty.drop()
  expect(done.sort((a, b) => a - b)).toEqual([0, 0, MIGRATIONS])
})

it('takes no row for what it is not: a column that is missing, new or of another type is named', () => {
  const row = v.strictObject({ id: v.string(), atMs: v.number() })
  expect(parseRow('listRuns', row, { id: 'a', atMs: 5 })).toEqual({ id: 'a', atMs: 5 })
  expect(() => parseRow('listRuns', row, { id: 'a' })).toThrow('listRuns: column atMs')
  expect(() => parseRow('listRuns', row, { id: 'a', atMs: '5' })).toThrow('listRuns: column atMs')
  expect(() => parseRow('listRuns', row, { id: 'a', atMs: 5, by: 'b' })).toThrow('listRuns: column by')
})
