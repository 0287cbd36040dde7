import { execFile } from 'node:child_process'
import { mkdtemp, readdir, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import { reachOf } from '../src/door/tokenReach.ts'
import { OPERATIONS } from '../src/openApi/operations.ts'
import { ids, reads, writes } from './everyAddress.ts'
import { type Inside, startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
let own: Inside
beforeAll(async () => {
  server = await startTestServer({ openSignUp: true }, { verdicts: false })
  own = server.home
  for (const [method, path, body] of writes)
    expect([path, (await own.request(method, path, body)).status]).toEqual([path, 200])
})
afterAll(() => server.close())

async function tokenOf(
  who: Inside,
  records: boolean,
): Promise<{
  token: string
  id: string
  ask: (method: string, path: string, body?: unknown) => Promise<number>
}> {
  const id = crypto.randomUUID()
  const { status, body } = await who.request('POST', '/api/me/tokens', {
    id,
    label: 'My script',
    records,
    days: 7,
  })
  expect(status).toBe(200)
  const { token } = body as { token: string }
  return {
    id,
    token,
    ask: async (method, path, sent) => {
      const answer = await server.ask({ authorization: `Bearer ${token}` }, method, path, sent)
      await answer.body?.cancel()
      return answer.status
    },
  }
}

it('opens exactly what the description says that it opens', async () => {
  const [reader, recorder] = [await tokenOf(own, false), await tokenOf(own, true)]
  let open = 0
  for (const path of reads.filter((one) => !one.startsWith('/api/ingest') && !one.includes('photos/'))) {
    const reach = reachOf('GET', path.split('?')[0] ?? '')
    for (const { ask } of [reader, recorder])
      expect([path, await ask('GET', path)]).toEqual([path, reach === 'read' ? 200 : 403])
    if (reach) open++
  }
  expect(open).toBeGreaterThan(15)
  for (const [method, path, body] of writes.filter(([, one]) => !one.startsWith('/api/ingest'))) {
    const reach = reachOf(method, path.split('?')[0] ?? '')
    expect([path, await reader.ask(method, path, body)]).toEqual([path, 403])
    expect([path, await recorder.ask(method, path, body)]).toEqual([path, reach === 'record' ? 200 : 403])
  }
})

it('never opens what is about people, secrets, prices or the whole workshop', () => {
  const open = OPERATIONS.filter(({ method, path }) =>
    reachOf(method.toUpperCase(), path.replace(/:\w+/g, 'x')),
  ).map(({ id }) => id as string)
  for (const id of [
    'readPeople',
    'putPerson',
    'helpBackIn',
    'invite',
    'makeInstrumentKey',
    'readChanges',
    'putPrices',
    'useLearned',
    'makeToken',
    'endToken',
    'changePassword',
    'printCode',
    'endOwnSession',
    'readArchive',
    'makeArchive',
    'takeArchive',
    'makeReportLink',
    'readReportLinks',
    'makeCalendarLink',
    'signOut',
  ])
    expect([id, open.includes(id)]).toEqual([id, false])
  for (const id of [
    'readDay',
    'readVisit',
    'sendLooks',
    'sendRunEvents',
    'putMachine',
    'bringVisitFile',
    'takeAllTables',
  ])
    expect(open).toContain(id)
})

it('what is recorded by it is signed by its person, and seen by nobody of another workshop', async () => {
  const { ask } = await tokenOf(own, true)
  const entry = { id: crypto.randomUUID(), atMs: 5, topic: 'note:arrive', value: 'By a script', basedOn: [] }
  expect(await ask('POST', `/api/visits/${ids.visit}/entries`, { entries: [entry] })).toBe(200)
  const { rows } = await server.query('select technician_id from visit_entry where id = $1', [entry.id])
  expect(rows[0]?.technician_id).toBe(own.technicianId)
  const stranger = await tokenOf(await server.enter('Stranger'), true)
  expect(await stranger.ask('GET', `/api/visits/${ids.visit}`)).toBe(404)
})

it('is over when it is ended, when its time is up, when its person is out, and when their password was found again', async () => {
  const hand = await server.enter('Hand', own.workshopId, 'technician')
  const path = `/api/visits/${ids.visit}`
  const ended = await tokenOf(hand, false)
  await hand.request('DELETE', `/api/me/tokens/${ended.id}`)
  expect(await ended.ask('GET', path)).toBe(401)
  const old = await tokenOf(hand, false)
  await server.query("update personal_token set expires_at = now() - interval '1 minute' where id = $1", [
    old.id,
  ])
  expect(await old.ask('GET', path)).toBe(401)
  const others = await tokenOf(hand, false)
  await own.request('DELETE', `/api/me/tokens/${others.id}`)
  expect(await others.ask('GET', path)).toBe(200)
  const { code } = (await own.request('POST', `/api/people/${hand.technicianId}/recovery`)).body as {
    code: string
  }
  const back = await server.ask({}, 'POST', '/api/recovery', {
    code,
    password: 'correct horse battery staple 7',
  })
  expect(back.status).toBe(200)
  expect(await others.ask('GET', path)).toBe(401)
  const last = await tokenOf(await server.enter('Leaves', own.workshopId, 'technician'), false)
  await server.query("update technician set active = false where name = 'Leaves'")
  expect(await last.ask('GET', path)).toBe(401)
})

it('is never given out again, and nobody keeps it', async () => {
  const { body } = await own.request('GET', '/api/me/tokens')
  for (const one of body as object[])
    expect(Object.keys(one).sort()).toEqual(['id', 'label', 'records', 'untilMs'])
  const token = { id: ids.token, label: 'Again', records: true, days: 7 }
  expect((await own.request('POST', '/api/me/tokens', token)).status).toBe(400)
  const { rows } = await server.query(
    "select change::text from audit_entry where table_name = 'personal_token'",
  )
  expect(rows.length).toBeGreaterThan(3)
  expect(rows.map(({ change }) => change).join()).not.toMatch(/token_hash/)
})

it('the example takes every visit out and brings it into another workshop, once', async () => {
  const folder = await mkdtemp(path.join(tmpdir(), 'brendik-visits-'))
  const script = fileURLToPath(new URL('../../../docs/examples/visits.mjs', import.meta.url))
  const run = async (who: Inside, records: boolean, way: string) => {
    const { token } = await tokenOf(who, records)
    const env = { ...process.env, NODE_OPTIONS: '', BRENDIK_URL: server.url, BRENDIK_TOKEN: token }
    return promisify(execFile)(process.execPath, [script, way, folder], { env }).then(
      ({ stdout }) => stdout,
      ({ stderr }: { stderr: string }) => stderr,
    )
  }
  try {
    const there = await server.enter('Gets them')
    expect(await run(own, false, 'out')).toContain('2 visits written')
    expect((await readdir(folder)).length).toBe(2)
    expect(await run(there, false, 'in')).toContain('this token is for reading')
    expect(await run(there, true, 'in')).toContain('2 visits brought in, 0 refused')
    expect(await run(there, true, 'in')).not.toMatch(/zip: [1-9]\d* new/)
    const { rows } = await server.query('select count(*)::int as n from visit where workshop_id = $1', [
      there.workshopId,
    ])
    expect(rows[0]?.n).toBe(2)
  } finally {
    await rm(folder, { recursive: true })
  }
})
