import type { ObservationEvent, VisitAnswer } from '@brendik/core'
import { afterAll, beforeEach, expect, it, jest } from '@jest/globals'

const store = new Map<string, string>()
Object.assign(globalThis, {
  localStorage: {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => store.set(key, value),
  },
})
let answers: (() => Response)[] = []
const asked: { path: string; ids: string[] }[] = []
Object.assign(globalThis, {
  fetch: async (path: string, init: { body: string }) => {
    asked.push({
      path,
      ids: (JSON.parse(init.body).observations ?? JSON.parse(init.body).entries).map(
        (o: { id: string }) => o.id,
      ),
    })
    const answer = answers.shift()
    if (!answer) throw new TypeError('network down')
    return answer()
  },
})
const { flush, keepEntries, keepLooks, queued, queueProblem, withQueued } = await import(
  '../src/features/visit/visitQueue.ts'
)

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
const settled = () => new Promise((resolve) => setTimeout(resolve, 5))
const ok = () => new Response('{"stored":1}', { status: 200 })

// A minute on, what was sent is let go, and with it the timer that would look again.
afterAll(async () => {
  const later = Date.now() + 60_000
  jest.spyOn(Date, 'now').mockReturnValue(later)
  await flush()
})
beforeEach(() => {
  asked.length = 0
  answers = []
})

it('keeps a look on the device while the server is away, shows it, and sends it once the server answers', async () => {
  keepLooks('v', [look('a')])
  await settled()
  expect(queued().map((q) => [q.said.id, q.sentAtMs])).toEqual([['a', null]])
  expect(store.get('brendik.said.nobody')).toContain('"a"')
  expect(withQueued(visit, queued()).observations.map((o) => [o.id, o.by])).toEqual([
    ['old', 'Tester'],
    ['a', 'on this device, not sent yet'],
  ])
  answers = [ok]
  await flush()
  expect(asked.map((a) => a.ids)).toEqual([['a'], ['a']])
  expect(queued()[0]?.sentAtMs).not.toBeNull()
  // Until the screens have read it back it still shows, once.
  const readBack = {
    ...visit,
    observations: [...visit.observations, { ...visit.observations[0], id: 'a' }],
  } as VisitAnswer
  expect(withQueued(readBack, queued()).observations).toHaveLength(2)
})
it('hides what was taken back before the server knows', async () => {
  keepLooks('v', [{ type: 'withdrawn', id: 'w', atMs: 2, targetId: 'old' }])
  await settled()
  expect(withQueued(visit, queued()).observations.map((o) => o.id)).not.toContain('old')
  answers = [ok]
  await flush()
})
it('tells what the server refused, and does not send it for ever', async () => {
  answers = [
    () =>
      new Response('{"code":"input_invalid","message":"observations.0.value: expected a number"}', {
        status: 400,
      }),
  ]
  keepLooks('v', [look('bad')])
  await settled()
  expect(queueProblem()).toMatch(/did not take it: observations\.0\.value/)
  expect(queued().some((q) => q.said.id === 'bad')).toBe(false)
})
it('takes only the bad one out of a batch that the server refused', async () => {
  const refuse = () => new Response('{"code":"input_invalid","message":"no"}', { status: 400 })
  answers = []
  keepLooks('v', [look('good 1'), look('bad 1'), look('good 2')])
  await settled()
  answers = [refuse, ok, refuse, ok]
  await flush()
  const left = queued().filter((q) => q.said.id.includes(' '))
  expect(left.map((q) => [q.said.id, q.sentAtMs !== null])).toEqual([
    ['good 1', true],
    ['good 2', true],
  ])
})
it('lets what was said wait for somebody to sign in again, instead of dropping it', async () => {
  answers = [() => new Response('{"code":"not_signed_in","message":"Sign in first."}', { status: 401 })]
  keepEntries('v', [{ id: 'e', atMs: 1, topic: 'note:arrive', value: 'Typed', basedOn: [] }])
  await settled()
  expect(queued().find((q) => q.said.id === 'e')?.sentAtMs).toBeNull()
  expect(withQueued(visit, queued()).entries.map((e) => e.value)).toEqual(['Typed'])
  answers = [ok]
  await flush()
  expect(asked.at(-1)?.path).toBe('/api/visits/v/entries')
})
