import { type ChangeAnswer, type SessionAnswer, USUAL_PRICES } from '@brendik/core'
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import { USUAL_LIMITS } from '../src/door/limits.ts'
import { startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer({ openSignUp: true, limits: { ...USUAL_LIMITS, signInFailures: 4 } })
})
afterAll(() => server.close())

const nobody = {}
const newcomer = (email: string) => ({ name: 'Made up', email, password: 'a long enough one' })
const cookieOf = (response: Response) => ({
  cookie: (response.headers.get('set-cookie') ?? '').split(';')[0] as string,
})
const session = async (headers: Record<string, string>) =>
  (await (await server.ask(headers, 'GET', '/api/session')).json()) as SessionAnswer

describe('coming in', () => {
  it('sets up a workshop, signs in, signs out', async () => {
    const made = await server.ask(nobody, 'POST', '/api/workshops', {
      ...newcomer('First@Bench.example'),
      workshopName: 'Bench',
    })
    expect(made.status).toBe(200)
    const cookie = made.headers.get('set-cookie') ?? ''
    expect(cookie).toMatch(/HttpOnly/)
    expect(cookie).toMatch(/SameSite=Lax/)
    expect((await session(cookieOf(made))).who).toMatchObject({
      name: 'Made up',
      role: 'owner',
      workshopName: 'Bench',
    })
    const again = await server.ask(nobody, 'POST', '/api/session', {
      email: 'FIRST@bench.example',
      password: 'a long enough one',
    })
    expect(again.status).toBe(200)
    await server.ask(cookieOf(again), 'DELETE', '/api/session')
    expect((await session(cookieOf(again))).who).toBeNull()
    // The other device stays in.
    expect((await session(cookieOf(made))).who).not.toBeNull()
  })
  it('renews a session that is used, once a day, and takes nothing in the name of somebody else', async () => {
    const made = await server.ask(nobody, 'POST', '/api/workshops', {
      ...newcomer('renew@bench.example'),
      workshopName: 'Bench',
    })
    const own = cookieOf(made)
    const { who } = await session(own)
    const fresh = await server.ask(own, 'GET', '/api/machines')
    expect(fresh.headers.get('set-cookie')).toBeNull()
    await server.query(`update session set expires_at = now() + interval '3 days' where technician_id = $1`, [
      who?.technicianId,
    ])
    const used = await server.ask(own, 'GET', '/api/machines')
    expect(cookieOf(used)).toEqual(own)
    const { rows } = await server.query(
      `select expires_at > now() + interval '59 days' as long from session where technician_id = $1`,
      [who?.technicianId],
    )
    expect(rows).toEqual([{ long: true }])
    const put = (author: string) =>
      server.ask({ ...own, 'x-brendik-author': author }, 'PUT', `/api/customers/${crypto.randomUUID()}`, {
        name: 'Made up',
        phone: '',
        note: '',
      })
    expect((await put(who?.technicianId as string)).status).toBe(200)
    const refused = await put(crypto.randomUUID())
    expect([refused.status, ((await refused.json()) as { code: string }).code]).toEqual([
      409,
      'another_person',
    ])
  })
  it('stores neither the password nor the secret of the cookie', async () => {
    const made = await server.ask(nobody, 'POST', '/api/workshops', {
      ...newcomer('hash@bench.example'),
      workshopName: 'Hash',
    })
    const token = cookieOf(made).cookie.split('=')[1] as string
    const { rows } = await server.query(
      "select t.password_hash, encode(s.token_hash, 'escape') as stored from technician t join session s on s.technician_id = t.id where t.email = 'hash@bench.example'",
    )
    expect(rows[0].password_hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/)
    expect(JSON.stringify(rows)).not.toContain(token)
    expect(JSON.stringify(rows)).not.toContain('a long enough one')
  })
  it.each([
    ['a short password', { password: 'short' }, 400, /password: expected at least 10 characters/],
    ['no address', { email: 'nobody' }, 400, /email: expected an e-mail address, got "?nobody/],
    ['an address somebody has', { email: 'first@bench.example' }, 409, /signs in with this address already/],
  ])('refuses %s', async (_what, change, status, message) => {
    const answer = await server.ask(nobody, 'POST', '/api/workshops', {
      ...newcomer('x@y.example'),
      workshopName: 'W',
      ...change,
    })
    expect(answer.status).toBe(status)
    expect(((await answer.json()) as { message: string }).message).toMatch(message)
  })
  it('gives the same answer to a wrong password and an unknown address, and shuts the door after some tries', async () => {
    const tryIt = (email: string) =>
      server.ask(nobody, 'POST', '/api/session', { email, password: 'wrong wrong wrong' })
    const [known, unknown] = await Promise.all([tryIt('first@bench.example'), tryIt('who@bench.example')])
    expect([known.status, unknown.status]).toEqual([401, 401])
    expect(await known.json()).toEqual(await unknown.json())
    for (let i = 0; i < 3; i++) await tryIt('first@bench.example')
    const shut = await tryIt('first@bench.example')
    expect(shut.status).toBe(429)
    // Another account is not shut out by that.
    expect((await tryIt('other@bench.example')).status).toBe(401)
  })
  it('lets no page of another site write, whatever cookie it carries', async () => {
    const answer = await server.ask(
      { ...server.home.headers, origin: 'https://elsewhere.example' },
      'PUT',
      `/api/customers/${crypto.randomUUID()}`,
      {
        name: 'x',
        phone: '',
        note: '',
      },
    )
    expect(answer.status).toBe(403)
  })
  it('opens the demo’s door only where the server was told to', async () => {
    expect((await server.ask(nobody, 'POST', '/api/session/demo', { role: 'owner' })).status).toBe(404)
  })
  it('sends the headers that keep a page from being framed, sniffed or scripted from elsewhere', async () => {
    const { headers } = await server.ask(nobody, 'GET', '/api/session')
    expect(headers.get('content-security-policy')).toMatch(/default-src 'none'.*frame-ancestors 'none'/)
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect(headers.get('x-powered-by')).toBeNull()
  })
})

describe('a workshop’s people', () => {
  it('lets one person in by a link, once', async () => {
    const { token } = (
      await server.home.request('POST', '/api/invitations', {
        id: crypto.randomUUID(),
        name: 'New hand',
        role: 'technician',
      })
    ).body as { token: string }
    const path = `/api/invitations/${token}`
    expect(await (await server.ask(nobody, 'GET', path)).json()).toEqual({
      workshopName: 'Workshop of Tester',
      role: 'technician',
      name: 'New hand',
    })
    const both = await Promise.all(
      ['one@guest.example', 'two@guest.example'].map((email) =>
        server.ask(nobody, 'POST', path, newcomer(email)),
      ),
    )
    expect(both.map((r) => r.status).sort()).toEqual([200, 404])
    const inside = cookieOf(both.find((r) => r.ok) as Response)
    expect((await session(inside)).who).toMatchObject({
      workshopId: server.home.workshopId,
      role: 'technician',
    })
    // A technician runs no workshop.
    for (const path of ['/api/people', '/api/changes', '/api/invitations', '/api/instrument-keys'])
      expect((await server.ask(inside, 'GET', path)).status).toBe(403)
  })
  it('ends a link that was taken back', async () => {
    const id = crypto.randomUUID()
    const { token } = (
      await server.home.request('POST', '/api/invitations', { id, name: 'New hand', role: 'owner' })
    ).body as {
      token: string
    }
    await server.home.request('DELETE', `/api/invitations/${id}`)
    expect(
      (await server.ask(nobody, 'POST', `/api/invitations/${token}`, newcomer('late@guest.example'))).status,
    ).toBe(404)
  })
  it('is never without an owner, even when two put each other out at once', async () => {
    const first = await server.enter('First')
    const second = await server.enter('Second', first.workshopId)
    const out = (by: typeof first, id: string) =>
      by.request('PUT', `/api/people/${id}`, { name: 'Out', role: 'owner', active: false })
    await Promise.all([out(first, second.technicianId), out(second, first.technicianId)])
    const { rows } = await server.query(
      "select count(*)::int as n from technician where workshop_id = $1 and active and role = 'owner'",
      [first.workshopId],
    )
    expect(rows[0].n).toBe(1)
  })
  it('puts a person out on every device at once', async () => {
    const guest = await server.enter('Guest', server.home.workshopId, 'technician')
    expect((await guest.request('GET', '/api/machines')).status).toBe(200)
    await server.home.request('PUT', `/api/people/${guest.technicianId}`, {
      name: 'Guest',
      role: 'technician',
      active: false,
    })
    expect((await guest.request('GET', '/api/machines')).status).toBe(401)
  })
  it('keeps the language of a person for all their devices, and changes nobody else’s', async () => {
    const guest = await server.enter('Speaker', server.home.workshopId, 'technician')
    const whoIs = async (by: typeof guest) => (await session(by.headers)).who
    expect((await whoIs(guest))?.language).toBeNull()
    expect((await guest.request('PUT', '/api/me', { language: 'es' })).status).toBe(200)
    expect((await whoIs(guest))?.language).toBe('es')
    expect((await whoIs(server.home))?.language).toBeNull()
    const refused = await guest.request('PUT', '/api/me', { language: 'xx' })
    expect(refused.status).toBe(400)
    expect((refused.body as { message: string }).message).toMatch(/language/)
    expect((await whoIs(guest))?.language).toBe('es')
    expect((await server.ask(nobody, 'PUT', '/api/me', { language: 'en' })).status).toBe(401)
  })
  it('knows who changed what, and lets nobody change that', async () => {
    const id = crypto.randomUUID()
    const put = (name: string) =>
      server.home.request('PUT', `/api/customers/${id}`, { name, phone: '555', note: '' })
    await put('Before')
    await put('After')
    const changes = (await server.home.request('GET', '/api/changes')).body as ChangeAnswer[]
    const mine = changes.filter((c) => c.rowId === id)
    expect(mine.map((c) => [c.by, c.what, c.change.name])).toEqual([
      ['Tester', 'update', ['Before', 'After']],
      ['Tester', 'insert', [null, 'Before']],
    ])
    await expect(server.query('delete from audit_entry')).rejects.toThrow('append-only')
  })
  it('lets an instrument in by its key until the key is taken back', async () => {
    const id = crypto.randomUUID()
    const { token } = (await server.home.request('POST', '/api/instrument-keys', { id, label: 'Logger' }))
      .body as { token: string }
    const announce = () =>
      server.ask(
        { authorization: `Bearer ${token}` },
        'PUT',
        `/api/ingest/instruments/${crypto.randomUUID()}`,
        { label: 'L', rateHz: 1 },
      )
    expect((await announce()).status).toBe(200)
    await server.home.request('DELETE', `/api/instrument-keys/${id}`)
    expect((await announce()).status).toBe(401)
    // A person's cookie is no key.
    expect(
      (
        await server.ask({ cookie: server.home.headers.cookie }, 'PUT', `/api/ingest/instruments/${id}`, {
          label: 'L',
          rateHz: 1,
        })
      ).status,
    ).toBe(401)
  })
  it('keeps the order of checks that an owner set, for everybody of the workshop to follow', async () => {
    const own = await server.enter('Sets an order')
    const hand = await server.enter('Follows it', own.workshopId, 'technician')
    const read = async (by: typeof own) => (await by.request('GET', '/api/own-order')).body
    expect(await read(hand)).toEqual({ entries: [] })
    const entries = ['run:drain', 'trap.look', 'watched-phases', 'tap.look']
    expect((await own.request('PUT', '/api/own-order', { entries })).status).toBe(200)
    expect(await read(hand)).toEqual({ entries })
    expect((await hand.request('PUT', '/api/own-order', { entries: [] })).status).toBe(403)
    for (const wrong of [['trap.look', 'trap.look'], ['no.such-check'], 'trap.look'])
      expect((await own.request('PUT', '/api/own-order', { entries: wrong })).status).toBe(400)
    expect(await read(own)).toEqual({ entries })
    expect(await read(server.home)).toEqual({ entries: [] })
    await own.request('PUT', '/api/own-order', { entries: [] })
    expect(await read(hand)).toEqual({ entries: [] })
  })
  it('keeps the prices that an owner set, for everybody of the workshop to reckon by', async () => {
    const own = await server.enter('Sets prices')
    const hand = await server.enter('Reckons', own.workshopId, 'technician')
    const read = async (by: typeof own) => (await by.request('GET', '/api/prices')).body
    expect(await read(hand)).toEqual({ prices: USUAL_PRICES, own: false })
    const prices = { ...USUAL_PRICES, currency: 'EUR', taxPercent: 19, parts: { pump: 71.5 } }
    expect((await own.request('PUT', '/api/prices', prices)).status).toBe(200)
    expect((await own.request('PUT', '/api/prices', prices)).status).toBe(200)
    expect(await read(hand)).toEqual({ prices, own: true })
    expect((await hand.request('PUT', '/api/prices', USUAL_PRICES)).status).toBe(403)
    for (const wrong of [
      { ...prices, currency: '€' },
      { ...prices, taxPercent: 190 },
      { ...prices, hourly: -1 },
      { ...prices, parts: { 'no-such-part': 1 } },
      {},
    ])
      expect((await own.request('PUT', '/api/prices', wrong)).status).toBe(400)
    expect(await read(own)).toEqual({ prices, own: true })
    expect(await read(server.home)).toEqual({ prices: USUAL_PRICES, own: false })
  })
})
