import { type RunEvent, seededRandom } from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import { USUAL_LIMITS } from '../src/door/limits.ts'
import { ids, reads, writes } from './everyAddress.ts'
import { startTestServer, type TestServer } from './testServer.ts'

// Requests as no screen of ours sends them. `REQUESTS=26000 SEED=… npx jest --selectProjects server --testPathPatterns fuzz` for the long form.
const REQUESTS = Number(process.env.REQUESTS ?? 1500)
const SEED = Number(process.env.SEED ?? 20261126)
const AT_ONCE = 8
const MANY = 1_000_000_000

let server: TestServer
beforeAll(async () => {
  const limits = { ...USUAL_LIMITS, requestsAMinute: MANY, ingestAMinute: MANY, failuresOfAddress: MANY }
  server = await startTestServer({ openSignUp: true, limits })
  for (const [method, path, body] of writes) {
    const { status, body: answer } = await server.request(method, path, body)
    if (status !== 200) throw new Error(`${method} ${path}: ${status} ${JSON.stringify(answer)}`)
  }
})
afterAll(() => server.close())

const random = seededRandom(SEED)
const below = (n: number) => Math.floor(random() * n)
const pick = <T>(all: readonly T[]): T => all[below(all.length)] as T

const JUNK: unknown[] = [
  null,
  true,
  false,
  0,
  -0,
  -1,
  1.5,
  1e21,
  -1e308,
  2 ** 53,
  4e12 + 1,
  '',
  ' ',
  'x',
  '\0',
  'a\0b',
  '\ud800',
  '\udc00x',
  '\u202e\ufeff\u0007',
  "'; drop table visit; --",
  '{{7*7}}<script>',
  '../../../etc/passwd',
  '1e999',
  'NaN',
  'Infinity',
  '0x10',
  '2026-02-30T25:61:61Z',
  '00000000-0000-0000-0000-000000000000',
  'ffffffff-ffff-ffff-ffff-ffffffffffff',
  'x'.repeat(5000),
  'é'.repeat(3000),
  [],
  [null],
  [[[[[[]]]]]],
  Array.from({ length: 2000 }, (_, i) => i),
  {},
  { toString: 'x' },
  JSON.parse('{"__proto__": {"admin": true}}'),
  { constructor: { prototype: 1 } },
  { length: -1 },
]
function leaves(value: unknown, path: string[] = []): string[][] {
  if (typeof value !== 'object' || value === null) return [path]
  return [path, ...Object.entries(value).flatMap(([key, one]) => leaves(one, [...path, key]))]
}
function spoilt(body: unknown): unknown {
  const copy = structuredClone(body) as Record<string, unknown>
  const path = pick(leaves(copy))
  const last = path.at(-1)
  if (last === undefined) return pick(JUNK)
  const parent = path.slice(0, -1).reduce<Record<string, unknown>>((at, key) => at[key] as never, copy)
  const way = below(6)
  if (way === 0) delete parent[last]
  else if (way === 1)
    parent[String(pick(['__proto__', 'constructor', 'was', 'putId', 'record', 'x']))] = pick(JUNK)
  else if (way === 2 && typeof parent[last] === 'number')
    parent[last] = (parent[last] as number) * pick([-1, 1e3, 1e9, 1e-9, 0])
  else parent[last] = pick(JUNK)
  return copy
}

const PLACES = [
  ...Object.values(ids),
  crypto.randomUUID(),
  'new',
  '%00',
  '%',
  '%ff%fe',
  '..%2f..',
  'null',
  '-1',
  'a'.repeat(3000),
  '%F0%9F%92%A7',
]
const strayPath = (path: string) => {
  const [address, query] = path.split('?') as [string, string | undefined]
  const parts = address.split('/')
  const at = 2 + below(Math.max(1, parts.length - 2))
  parts[at] = pick(PLACES)
  const asked =
    below(3) === 0
      ? `?${pick(['words', 'after', 'fromMs', 'toMs', 'before', 'visit', 'x'])}=${pick(PLACES)}`
      : ''
  return `${parts.join('/')}${asked || (query ? `?${query}` : '')}`
}

/** Bodies of the door, where nobody is signed in. */
const door: [method: string, path: string, body: unknown][] = [
  ['POST', '/api/session', { email: 'a@b.example', password: 'a long enough one' }],
  ['POST', '/api/session/demo', { role: 'owner' }],
  ['POST', '/api/workshops', { name: 'x', email: 'a@b.example', password: 'short', workshopName: 'x' }],
  ['POST', `/api/invitations/${'a'.repeat(43)}`, { name: 'x', email: 'a@b.example', password: 'short' }],
  ['POST', '/api/recovery', { code: 'A'.repeat(25), password: 'seven green kettles' }],
  ['PUT', '/api/me/password', { before: 'x', after: 'seven green kettles' }],
  ['POST', '/api/me/recovery', { password: 'x' }],
  ['DELETE', `/api/me/sessions/${crypto.randomUUID()}`, undefined],
  ['PUT', `/api/rivals/${ids.rival}`, { take: true }],
  ['POST', `/api/people/${crypto.randomUUID()}/recovery`, {}],
]
interface Sent {
  method: string
  path: string
  headers: Record<string, string>
  body?: string | Uint8Array
}
function request(): Sent {
  const { cookie, authorization } = server.home.headers
  const way = below(20)
  const headers: Record<string, string> = { cookie, authorization, 'content-type': 'application/json' }
  if (way < 3) return { method: 'GET', path: strayPath(pick(reads)), headers }
  const [method, path, body] = pick(way < 16 ? writes : door)
  const text = JSON.stringify(below(5) === 0 ? body : spoilt(body))
  const sent: Sent = { method, path: below(6) === 0 ? strayPath(path) : path, headers, body: text ?? '' }
  if (way === 16) return { ...sent, body: (text ?? '').slice(0, below(200)) }
  if (way === 17)
    return {
      ...sent,
      headers: {
        ...headers,
        'content-type': pick(['text/plain', 'image/png', 'x', 'application/json; charset=utf-7']),
      },
    }
  if (way === 18)
    return {
      ...sent,
      headers: {
        ...headers,
        [pick(['cookie', 'authorization', 'x-brendik-author', 'origin', 'accept-encoding', 'range'])]: pick([
          'x',
          'brendik_session=%',
          'Bearer \u00ff',
          '=;=;=',
          'a'.repeat(4000),
          'null',
        ]),
      },
    }
  if (way === 19)
    return {
      method: 'PUT',
      path: `/api/photos/${pick([ids.photo, crypto.randomUUID()])}?${new URLSearchParams({ visit: pick([ids.visit, 'x']), stage: pick(['arrive', 'x']), atMs: pick(['1', 'x', '-1', '1e400']) })}`,
      headers: {
        ...headers,
        'content-type': pick(['image/jpeg', 'image/png', 'image/webp', 'image/svg+xml']),
      },
      body: Uint8Array.from({ length: below(400) }, () => below(256)),
    }
  return {
    ...sent,
    method: below(12) === 0 ? pick(['GET', 'PUT', 'POST', 'DELETE', 'PATCH', 'OPTIONS']) : method,
  }
}

it('counts a try at the door by an address that is no text', async () => {
  const email = { toString: 'x' }
  expect((await server.ask({}, 'POST', '/api/session', { email, password: 'x' })).status).toBe(400)
})
it(`answers ${REQUESTS} requests that no screen sends with nothing of its own fault, and goes on`, async () => {
  const faults: string[] = []
  const silent: string[] = []
  const counts = new Map<number, number>()
  let left = REQUESTS
  const work = async () => {
    while (left-- > 0) {
      const { method, path, headers, body } = request()
      const bare = method === 'GET' || body === undefined
      let answer: Response
      try {
        answer = await fetch(`${server.url}${path}`, {
          method,
          headers,
          ...(bare ? {} : { body }),
          signal: AbortSignal.timeout(20_000),
        })
      } catch (error) {
        // Headers and addresses that the client itself refuses to send.
        if (error instanceof TypeError && !/socket|ECONN|terminated/i.test(String(error.cause))) continue
        faults.push(`${method} ${path.slice(0, 120)}: ${error}`)
        continue
      }
      counts.set(answer.status, (counts.get(answer.status) ?? 0) + 1)
      // What streams for ever is not read to its end.
      const endless = answer.headers.get('content-type')?.startsWith('text/event-stream')
      const text = endless ? '' : await answer.text()
      if (endless) await answer.body?.cancel()
      const what = `${answer.status} ${method} ${path.slice(0, 160)} ${String(body).slice(0, 300)} → ${text.slice(0, 200)}`
      if (answer.status >= 500) faults.push(what)
      else if (answer.status >= 400) {
        const said = answer.headers.get('content-type')?.includes('json')
          ? (JSON.parse(text) as { code?: string; message?: string })
          : {}
        if (!said.code || !said.message) silent.push(what)
      }
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, work))
  console.log(
    [...counts]
      .sort(([a], [b]) => a - b)
      .map(([status, n]) => `${status}: ${n}`)
      .join(', '),
  )
  expect(faults).toEqual([])
  expect(silent).toEqual([])
  expect(counts.get(200)).toBeGreaterThan(REQUESTS / 50)
  expect(counts.get(400)).toBeGreaterThan(REQUESTS / 10)

  // Nothing that got in stands in the way of reading, and what is odd of it is analysed or said to be beyond us.
  const after = await server.enter('After', server.home.workshopId)
  for (const path of reads.filter((read) => !read.includes('/ingest/') && !read.includes('/photos/')))
    expect([path, (await server.ask(after.headers, 'GET', path)).status]).toEqual([path, 200])
  const wanted = async () =>
    Number((await server.query('select count(*) as n from analysis_wanted')).rows[0].n)
  for (let i = 0; i < 300 && (await wanted()) > 0; i++)
    await new Promise((resolve) => setTimeout(resolve, 100))
  expect(await wanted()).toBe(0)
  const event: RunEvent = { type: 'marked', id: crypto.randomUUID(), atMs: Date.now(), what: 'air-drawn' }
  const said = await after.request('POST', `/api/runs/${ids.run}/events`, {
    visitId: ids.visit,
    events: [event],
  })
  expect(said.status).toBe(200)
}, 600_000)
