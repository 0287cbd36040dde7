import type { AssignmentAnswer, IngestBlock, StoredAnswer } from '@brendik/core'

const TIMEOUT_MS = 4000

/** Where the server is, and the key that opens its ingest API. */
export interface Door {
  server: string
  key: string
}

async function call<T>({ server, key }: Door, method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(`${server}/api/ingest${path}`, {
    method,
    signal: AbortSignal.timeout(TIMEOUT_MS),
    headers: {
      authorization: `Bearer ${key}`,
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`)
  return (await response.json()) as T
}

export const putInstrument = (door: Door, id: string, instrument: { label: string; rateHz: number }) =>
  call<unknown>(door, 'PUT', `/instruments/${id}`, instrument)
export const readAssignment = (door: Door, id: string) =>
  call<AssignmentAnswer>(door, 'GET', `/instruments/${id}/assignment`)
export const sendBlocks = (door: Door, runId: string, blocks: IngestBlock[]) =>
  call<StoredAnswer>(door, 'POST', `/runs/${runId}/blocks`, { blocks })
