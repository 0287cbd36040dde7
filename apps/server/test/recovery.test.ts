import type { OwnSession, PersonAnswer, SessionAnswer } from '@brendik/core'
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import { startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer({ openSignUp: true })
})
afterAll(() => server.close())

type Headers = Record<string, string>
const OLD = 'a long enough one'
const NEW = 'seven green kettles'
const cookieOf = (response: Response): Headers => ({
  cookie: (response.headers.get('set-cookie') ?? '').split(';')[0] as string,
})
const json = async <T>(response: Response) => (await response.json()) as T
let count = 0
/** A workshop of its own with its owner, signed in. */
async function ownerOf(): Promise<{ email: string; headers: Headers }> {
  const email = `owner${++count}@bench.example`
  const person = { name: 'Made up', email, password: OLD, workshopName: 'Bench' }
  return { email, headers: cookieOf(await server.ask({}, 'POST', '/api/workshops', person)) }
}
/** A technician of an owner's workshop, signed in. */
async function technicianOf(owner: Headers): Promise<{ id: string; email: string; headers: Headers }> {
  const email = `technician${++count}@bench.example`
  const invitation = { id: crypto.randomUUID(), name: 'New hand', role: 'technician' }
  const { token } = await json<{ token: string }>(
    await server.ask(owner, 'POST', '/api/invitations', invitation),
  )
  const came = await server.ask({}, 'POST', `/api/invitations/${token}`, {
    name: 'Tobin',
    email,
    password: OLD,
  })
  const people = await json<PersonAnswer[]>(await server.ask(owner, 'GET', '/api/people'))
  return {
    id: people.find((person) => person.email === email)?.id as string,
    email,
    headers: cookieOf(came),
  }
}
const signIn = (email: string, password: string, headers: Headers = {}) =>
  server.ask(headers, 'POST', '/api/session', { email, password })
const recover = (code: string, password = NEW) => server.ask({}, 'POST', '/api/recovery', { code, password })
const isIn = async (headers: Headers) =>
  (await json<SessionAnswer>(await server.ask(headers, 'GET', '/api/session'))).who !== null

describe('a forgotten password', () => {
  it('is set anew by a code from an owner, once; every device that was in is out', async () => {
    const owner = await ownerOf()
    const guest = await technicianOf(owner.headers)
    const first = await json<{ code: string }>(
      await server.ask(owner.headers, 'POST', `/api/people/${guest.id}/recovery`),
    )
    const { code } = await json<{ code: string }>(
      await server.ask(owner.headers, 'POST', `/api/people/${guest.id}/recovery`),
    )
    expect(code).toMatch(/^([0-9A-HJKMNP-TV-Z]{5}-){4}[0-9A-HJKMNP-TV-Z]{5}$/)
    // A newer code replaces the older one.
    expect((await recover(first.code)).status).toBe(404)
    // Nothing of it lies in the database as it was given.
    const { rows } = await server.query('select encode(token_hash, $1) as h from recovery', ['hex'])
    expect(JSON.stringify(rows)).not.toContain(code.replaceAll('-', ''))
    expect((await recover(code, 'aaaaaaaaaaaa')).status).toBe(400)
    // As read off paper: small, without strokes, an O for the nought.
    const came = await recover(` ${code.toLowerCase().replaceAll('-', ' ').replaceAll('0', 'o')} `)
    expect(came.status).toBe(200)
    expect(await isIn(cookieOf(came))).toBe(true)
    expect(await isIn(guest.headers)).toBe(false)
    expect((await signIn(guest.email, OLD)).status).toBe(401)
    expect((await signIn(guest.email, NEW)).status).toBe(200)
    expect((await recover(code)).status).toBe(404)
  })
  it('is set once, however many come with the code at the same time', async () => {
    const owner = await ownerOf()
    const guest = await technicianOf(owner.headers)
    const { code } = await json<{ code: string }>(
      await server.ask(owner.headers, 'POST', `/api/people/${guest.id}/recovery`),
    )
    const came = await Promise.all(
      [NEW, 'eight blue buckets', 'nine brass elbows'].map((word) => recover(code, word)),
    )
    expect(came.map(({ status }) => status).sort()).toEqual([200, 404, 404])
  })
  it('is no way in a day later, nor for somebody who was put out', async () => {
    const owner = await ownerOf()
    const guest = await technicianOf(owner.headers)
    const made = async () =>
      (
        await json<{ code: string }>(
          await server.ask(owner.headers, 'POST', `/api/people/${guest.id}/recovery`),
        )
      ).code
    const late = await made()
    await server.query(
      "update recovery set expires_at = now() - interval '1 second' where technician_id = $1",
      [guest.id],
    )
    expect((await recover(late)).status).toBe(404)
    const out = await made()
    const person = { name: 'Tobin', role: 'technician', active: false }
    await server.ask(owner.headers, 'PUT', `/api/people/${guest.id}`, person)
    expect((await recover(out)).status).toBe(404)
    expect((await server.ask(owner.headers, 'POST', `/api/people/${guest.id}/recovery`)).status).toBe(404)
  })
  it('of a sole owner is set by the code they printed, which only they can print', async () => {
    const owner = await ownerOf()
    const print = (password: string, headers = owner.headers) =>
      server.ask(headers, 'POST', '/api/me/recovery', { password })
    const madeAt = async (headers = owner.headers) =>
      (await json<{ madeAtMs: number | null }>(await server.ask(headers, 'GET', '/api/me/recovery'))).madeAtMs
    expect(await madeAt()).toBeNull()
    expect((await print('not the password')).status).toBe(401)
    const lost = await json<{ code: string }>(await print(OLD))
    const { code } = await json<{ code: string }>(await print(OLD))
    expect(Math.abs(((await madeAt()) ?? 0) - Date.now())).toBeLessThan(60_000)
    expect((await recover(lost.code)).status).toBe(404)
    // It lies in a drawer for years.
    await server.query("update recovery set made_at = now() - interval '3 years' where printed", [])
    const came = await recover(code)
    expect(came.status).toBe(200)
    expect(await madeAt(cookieOf(came))).toBeNull()
    expect((await signIn(owner.email, NEW)).status).toBe(200)
  })
  it('is nothing that a technician, or another workshop’s owner, gives anybody', async () => {
    const owner = await ownerOf()
    const guest = await technicianOf(owner.headers)
    const other = await ownerOf()
    const ask = (headers: Headers, id: string) => server.ask(headers, 'POST', `/api/people/${id}/recovery`)
    expect((await ask(guest.headers, guest.id)).status).toBe(403)
    expect((await ask(other.headers, guest.id)).status).toBe(404)
    expect((await ask({}, guest.id)).status).toBe(401)
    expect((await server.ask(guest.headers, 'POST', '/api/me/recovery', { password: OLD })).status).toBe(403)
    for (const code of ['', 'ABC', 'U'.repeat(25), 'A'.repeat(25), 7, null])
      expect([400, 404]).toContain((await recover(code as string)).status)
  })
})

describe('where somebody is signed in', () => {
  it('is theirs to see and to end, and nobody else’s', async () => {
    const owner = await ownerOf()
    const phone = cookieOf(
      await signIn(owner.email, OLD, {
        'user-agent':
          'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/130.0 Safari/537.36',
      }),
    )
    const other = await ownerOf()
    const list = async (headers: Headers) =>
      json<OwnSession[]>(await server.ask(headers, 'GET', '/api/me/sessions'))
    const mine = await list(owner.headers)
    expect(mine).toHaveLength(2)
    expect(mine[0]).toMatchObject({ here: true })
    expect(mine[1]).toMatchObject({ here: false, device: expect.stringContaining('Linux') })
    for (const { sinceMs, usedMs } of mine)
      for (const atMs of [sinceMs, usedMs]) expect(Math.abs(atMs - Date.now())).toBeLessThan(60_000)
    // Its secret is told to nobody.
    expect(JSON.stringify(mine)).not.toContain(phone.cookie?.split('=')[1])
    const end = (headers: Headers) => server.ask(headers, 'DELETE', `/api/me/sessions/${mine[1]?.id}`)
    await end(other.headers)
    expect(await isIn(phone)).toBe(true)
    await end(owner.headers)
    expect(await isIn(phone)).toBe(false)
    expect(await isIn(owner.headers)).toBe(true)
    expect(await list(owner.headers)).toHaveLength(1)
    expect((await server.ask({}, 'GET', '/api/me/sessions')).status).toBe(401)
  })
})
