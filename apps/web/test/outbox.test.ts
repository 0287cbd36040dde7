import { familyDefaults, type ObservationEvent, type RunEvent, type VisitAnswer } from '@brendik/core'
import { afterAll, beforeEach, describe, expect, it } from '@jest/globals'
import { signInAs, until } from './device.ts'

/** What the stand-in for the server got, and how it answers next: each entry once, then 200. */
const asked: { path: string; author: string | null; ids: string[] }[] = []
let answers: (Response | 'away')[] = []
let alwaysAway = false
let signedOut = false
Object.assign(globalThis, {
  fetch: async (path: string, init: { body: string | Blob; headers: Record<string, string> }) => {
    const body = typeof init.body === 'string' ? JSON.parse(init.body) : {}
    const facts = body.observations ?? body.entries ?? body.events ?? []
    asked.push({
      path: path.replace('/api', ''),
      author: init.headers['x-brendik-author'] ?? null,
      ids: facts.map((one: { id: string }) => one.id),
    })
    if (signedOut) return no(401, 'not_signed_in', 'Sign in first.')
    const answer = alwaysAway ? 'away' : answers.shift()
    if (answer === 'away') throw new TypeError('network down')
    return answer ?? new Response('{"refused":[]}', { status: 200 })
  },
})
const no = (status: number, code = 'input_invalid', message = 'expected a number') =>
  new Response(JSON.stringify({ code, message }), { status })

const { keep, letGo, openOutbox, outbox, sendingState, tryAgain, wakeSender } = await import(
  '../src/outbox/outbox.ts'
)
const { readOutbox } = await import('../src/outbox/deviceDb.ts')
const { sendForEver } = await import('../src/outbox/sender.ts')
const { nextBatch, heldUp } = await import('../src/outbox/nextBatch.ts')
const { keepEntries, keepLooks, withKept } = await import('../src/features/visit/visitFacts.ts')
await openOutbox()
const stop = new AbortController()
sendForEver(stop.signal)

const look = (id: string): ObservationEvent => ({
  type: 'observed',
  id,
  atMs: 1,
  check: 'tap.bucket',
  value: 12,
  tap: 'cold',
  levelMm: null,
})
const visit = {
  id: 'v',
  entries: [],
  observations: [
    { id: 'old', atMs: 0, by: 'Tester', check: 'tap.bucket', value: 9, tap: 'cold', levelMm: null },
  ],
} as unknown as VisitAnswer
const stateOf = (id: string) => outbox().find((kept) => kept.id === id)?.state ?? 'gone'
const spec = { ...familyDefaults('front-load'), label: 'made up' }
const site = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: 160,
}

beforeEach(async () => {
  await until(() => sendingState() === 'idle')
  letGo(outbox().map((kept) => kept.id))
  asked.length = 0
  answers = []
  alwaysAway = false
  signedOut = false
  await signInAs('t', 'Tester')
})
afterAll(() => stop.abort())

describe('the outbox of the device', () => {
  it('shows a photo only once the device has it: a page left before would take it along', async () => {
    keep([{ kind: 'photo', visitId: 'v', photoId: 'p', stage: 'arrive', atMs: 1, blob: new Blob(['jpeg']) }])
    expect(stateOf('p')).toBe('gone')
    await until(() => stateOf('p') !== 'gone')
    expect((await readOutbox()).map((kept) => kept.id)).toContain('p')
    await until(() => stateOf('p') === 'sent')
    expect(asked.map(({ path }) => path.split('?')[0])).toEqual(['/photos/p'])
  })
  it('shows a look at once, keeps it before it is sent, and says when the server has it', async () => {
    keepLooks('v', [look('a')])
    expect(withKept(visit, outbox()).observations.map((o) => [o.id, o.by])).toEqual([
      ['old', 'Tester'],
      ['a', 'Tester, not sent yet'],
    ])
    await until(() => stateOf('a') === 'sent')
    expect(asked).toEqual([{ path: '/visits/v/observations', author: 't', ids: ['a'] }])
    expect((await readOutbox()).map((kept) => kept.id)).toContain('a')
    // Until the screens have read it back it still shows, once.
    const readBack = {
      ...visit,
      observations: [...visit.observations, { ...visit.observations[0], id: 'a' }],
    }
    expect(withKept(readBack as VisitAnswer, outbox()).observations).toHaveLength(2)
  })
  it('keeps what is recorded while the server is away, on the device too, and sends it once it answers', async () => {
    alwaysAway = true
    keepLooks('v', [look('b')])
    await until(() => sendingState() === 'away')
    expect(stateOf('b')).toBe('waiting')
    await until(() => asked.length > 0)
    expect((await readOutbox()).map(({ id, state }) => [id, state])).toContainEqual(['b', 'waiting'])
    alwaysAway = false
    wakeSender()
    await until(() => stateOf('b') === 'sent')
  })
  it('takes out of a pasted text what no database takes', async () => {
    const value = 'Seal\u0000 leaks \ud83d\udca7 at\ud83d the\u0007 front\n\tsee photo'
    keepEntries('v', [{ id: 'pasted', atMs: 1, topic: 'note:arrive', value, basedOn: [] }])
    expect(withKept(visit, outbox()).entries[0]?.value).toBe(
      'Seal leaks \ud83d\udca7 at the front\n\tsee photo',
    )
    await until(() => stateOf('pasted') === 'sent')
  })
  it('hides what was taken back before the server knows', async () => {
    alwaysAway = true
    keepLooks('v', [{ type: 'withdrawn', id: 'w', atMs: 2, targetId: 'old' }])
    expect(withKept(visit, outbox()).observations.map((o) => o.id)).not.toContain('old')
    await until(() => sendingState() === 'away')
    alwaysAway = false
    wakeSender()
    await until(() => stateOf('w') === 'sent')
  })
  it('sets a refused fact aside with its reason; it holds up nothing, and is sent again when asked', async () => {
    answers = [no(400), no(400)]
    keepLooks('v', [look('bad'), look('good')])
    await until(() => stateOf('good') === 'sent')
    const bad = outbox().find((kept) => kept.id === 'bad')
    expect(bad?.refused).toEqual({ status: 400, message: 'expected a number' })
    expect(withKept(visit, outbox()).observations.map((o) => o.id)).not.toContain('bad')
    keepEntries('v', [{ id: 'note', atMs: 1, topic: 'note:arrive', value: 'Typed', basedOn: [] }])
    await until(() => stateOf('note') === 'sent')
    tryAgain('bad')
    await until(() => stateOf('bad') === 'sent')
  })
  it('lets what was said wait for its author to sign in, and sends nothing under another session', async () => {
    signedOut = true
    keepLooks('v', [look('mine')])
    await until(() => sendingState() === 'signed-out')
    expect(stateOf('mine')).toBe('waiting')
    await signInAs('other', 'Somebody else')
    signedOut = false
    keepLooks('v', [look('theirs')])
    await until(() => stateOf('theirs') === 'sent')
    expect(stateOf('mine')).toBe('waiting')
    expect(new Set(asked.filter((one) => one.ids.includes('mine')).map((one) => one.author))).toEqual(
      new Set(['t']),
    )
    await signInAs('t', 'Tester')
    wakeSender()
    await until(() => stateOf('mine') === 'sent')
    expect(asked.at(-1)).toMatchObject({ author: 't', ids: ['mine'] })
  })
  it('tries a fact on which the server fails some more times, while the rest goes on', async () => {
    answers = [no(500, 'internal', 'failed')]
    keepLooks('v', [look('hard')])
    await until(() => asked.length === 1)
    keepLooks('v2', [look('easy')])
    await until(() => stateOf('easy') === 'sent')
    expect(stateOf('hard')).toBe('waiting')
    letGo(['hard'])
  })
  it('sends a new customer, place, machine and visit before what needs them, each once', async () => {
    alwaysAway = true
    const planned: RunEvent = {
      type: 'planned',
      id: 'p',
      atMs: 1,
      plan: { kind: 'hold' } as never,
      instrumentId: null,
    }
    keep([
      { kind: 'customer', customer: { id: 'c', name: 'Made up', phone: '', note: '' }, creates: true },
      { kind: 'site', siteId: 's', site: { name: 'Made up', spec: site, customerId: 'c' }, creates: true },
      { kind: 'machine', machineId: 'm', spec, record: undefined, creates: true },
      {
        kind: 'visit',
        visitId: 'new',
        visit: { machineId: 'm', siteId: 's', dueAtMs: 1, complaint: '' },
        creates: true,
      },
      { kind: 'look', visitId: 'new', said: look('first') },
      { kind: 'run', visitId: 'new', runId: 'r', event: planned },
      { kind: 'run', visitId: 'new', runId: 'r', event: { type: 'started', id: 'st', atMs: 2 } },
    ])
    await until(() => sendingState() === 'away')
    asked.length = 0
    alwaysAway = false
    wakeSender()
    await until(() => outbox().every((kept) => kept.state === 'sent'))
    expect(asked.map((one) => [one.path, ...one.ids])).toEqual([
      ['/customers/c'],
      ['/sites/s'],
      ['/machines/m'],
      ['/visits/new'],
      ['/visits/new/observations', 'first'],
      ['/runs/r/events', 'p', 'st'],
    ])
  })
  it('holds what needs a refused row, says so, and sends it when the row was taken after all', async () => {
    answers = [no(400, 'input_invalid', 'name: expected some words')]
    keep([
      { kind: 'machine', machineId: 'm2', spec, record: undefined, creates: true },
      {
        kind: 'visit',
        visitId: 'v3',
        visit: { machineId: 'm2', siteId: 's', dueAtMs: 1, complaint: '' },
        creates: true,
      },
      { kind: 'look', visitId: 'v3', said: look('held') },
      { kind: 'look', visitId: 'v4', said: look('free') },
    ])
    await until(() => stateOf('free') === 'sent')
    expect(stateOf('held')).toBe('waiting')
    const held = outbox().find((kept) => kept.id === 'held')
    expect(held && heldUp(outbox(), held)).toBe(true)
    const refused = outbox().find((kept) => kept.state === 'refused')
    tryAgain(refused?.id ?? '')
    await until(() => stateOf('held') === 'sent')
  })
})

describe('what goes next', () => {
  it('keeps the order of one run and of one row, whatever else may overtake them', () => {
    const author = { workshopId: 'w', technicianId: 't', name: 'Tester' }
    const base = { author, keptAtMs: 0, state: 'waiting', sentAtMs: null, refused: null } as const
    const put = (seq: number, label: string) => ({
      ...base,
      id: label,
      seq,
      fact: {
        kind: 'machine' as const,
        machineId: 'm',
        spec: { ...spec, label },
        record: undefined,
        creates: false,
      },
    })
    const all = [put(1, 'first'), put(2, 'second')]
    const none = new Set<string>()
    expect(nextBatch(all, author, none, none).map((kept) => kept.id)).toEqual(['first'])
    expect(nextBatch(all, author, none, new Set(['first']))).toEqual([])
    const sent = [{ ...all[0], state: 'sent' as const }, all[1]] as typeof all
    expect(nextBatch(sent, author, none, none).map((kept) => kept.id)).toEqual(['second'])
    // What somebody else changed here and has not sent holds up nothing of mine.
    const theirs = { ...put(1, 'theirs'), author: { ...author, technicianId: 'other' } }
    expect(nextBatch([theirs, put(2, 'mine')], author, none, none).map((kept) => kept.id)).toEqual(['mine'])
  })
})
