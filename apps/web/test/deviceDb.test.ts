import { expect, it } from '@jest/globals'
import { openDB } from 'idb'
import './device.ts'

const { readNote, readOutbox, writeFacts, writeNote } = await import('../src/outbox/deviceDb.ts')

it('goes on keeping what is recorded while a newer page of the device has changed the database', async () => {
  await writeNote('before', 1)
  const newer = await openDB('brendik', 99, {
    upgrade: (database) => {
      database.createObjectStore('of a later version')
    },
  })
  newer.close()
  const fact = {
    id: 'f',
    seq: 1,
    author: { workshopId: 'w', technicianId: 't', name: 'Tester' },
    keptAtMs: 1,
    fact: { kind: 'closed' as const, visitId: 'v', closedAtMs: 1 },
    state: 'waiting' as const,
    sentAtMs: null,
    refused: null,
  }
  await writeFacts([fact])
  expect(await readOutbox()).toEqual([fact])
  expect(await readNote('before')).toBe(1)
  await writeNote('before', null)
  expect(await readNote('before')).toBeUndefined()
})
