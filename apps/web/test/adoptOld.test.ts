import { expect, it } from '@jest/globals'
import { openDB } from 'idb'
import { signInAs, until } from './device.ts'

// What the version before left on a device: in the browser's small store, and in a database of each workshop.
const WORKSHOP = '00000000-0000-4000-8000-000000000001'
await signInAs('t', 'Tester', WORKSHOP)
const said = (id: string, sentAtMs: number | null) => ({
  kind: 'look',
  visitId: 'v',
  sentAtMs,
  said: { type: 'observed', id, atMs: 1, check: 'tap.look', value: 'open', tap: 'cold', levelMm: null },
})
localStorage.setItem(
  `brendik.said.${WORKSHOP}`,
  JSON.stringify([said('unsent look', null), said('sent look', 5)]),
)
const old = await openDB(`brendik-${WORKSHOP}`, 1, {
  upgrade(db) {
    db.createObjectStore('run', { keyPath: 'runId' })
    db.createObjectStore('photo', { keyPath: 'id' })
  },
})
const events = ['started', 'stopped'].map((type, i) => ({ type, id: type, atMs: i }))
await old.put('run', { runId: 'r', visitId: 'v', events, sentIds: ['started'] })
await old.put('photo', { id: 'p', visitId: 'v', stage: 'arrive', atMs: 1, blob: new Blob(['x']) })
old.close()

it('takes over what an earlier version left unsent, once, and lets go of the old places only then', async () => {
  const { openOutbox, outbox } = await import('../src/outbox/outbox.ts')
  await openOutbox()
  const { readOutbox } = await import('../src/outbox/deviceDb.ts')
  await until(() => localStorage.getItem(`brendik.said.${WORKSHOP}`) === null)
  const ids = ['unsent look', 'stopped', 'p']
  expect(outbox().map((kept) => kept.id)).toEqual(ids)
  expect((await readOutbox()).map((kept) => [kept.id, kept.author.workshopId])).toEqual(
    ids.map((id) => [id, WORKSHOP]),
  )
  expect((await indexedDB.databases()).map((db) => db.name)).not.toContain(`brendik-${WORKSHOP}`)
})
