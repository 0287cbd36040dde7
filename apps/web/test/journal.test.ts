import type { RunEvent } from '@brendik/core'
import { expect, it } from '@jest/globals'
import { until } from './device.ts'

// A page was left between a press and the write that followed it: what it noted is all there is.
const started: RunEvent = { type: 'started', id: 'started', atMs: 2 }
const kept = (id: string, event: RunEvent) => ({
  id,
  seq: 1,
  author: { workshopId: 'w', technicianId: 't', name: 'Tester' },
  keptAtMs: 1,
  fact: { kind: 'run' as const, visitId: 'v', runId: 'r', event },
  state: 'waiting' as const,
  sentAtMs: null,
  refused: null,
})
const run = {
  runId: 'r',
  workshopId: 'w',
  visitId: 'v',
  machineLabel: 'made up',
  siteName: 'made up',
  instrumentLabel: null,
  events: [started],
  changedAtMs: 1,
}

it('takes up what a page noted and did not see written, and crosses it out once it is', async () => {
  const { noteDown } = await import('../src/outbox/journal.ts')
  const { readOutbox, readRun, writeFacts } = await import('../src/outbox/deviceDb.ts')
  noteDown([kept('lost', started)], run)
  // Written after all, and on its way: not made to wait again.
  noteDown([kept('written', { ...started, id: 'written' })], null)
  await writeFacts([{ ...kept('written', { ...started, id: 'written' }), state: 'sent' }])

  const { openOutbox, outbox } = await import('../src/outbox/outbox.ts')
  await openOutbox()
  expect(outbox().map(({ id, state }) => [id, state])).toEqual([
    ['written', 'sent'],
    ['lost', 'waiting'],
  ])
  await until(() => localStorage.length === 0)
  expect((await readOutbox()).map(({ id, state }) => [id, state])).toEqual(
    expect.arrayContaining([
      ['lost', 'waiting'],
      ['written', 'sent'],
    ]),
  )
  expect((await readRun('r'))?.events).toEqual([started])
})

it('notes a press before it returns, and keeps no note of what is written', async () => {
  const { keep } = await import('../src/outbox/outbox.ts')
  keep([{ kind: 'closed', visitId: 'v', closedAtMs: 5 }])
  expect(localStorage.length).toBe(1)
  await until(() => localStorage.length === 0)
})
