import type { AssignmentAnswer, IngestBlock, StoredAnswer } from '@brendik/core'

const TIMEOUT_MS = 4000

async function call<T>(server: string, method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(`${server}/api/ingest${path}`, {
    method,
    signal: AbortSignal.timeout(TIMEOUT_MS),
    ...(body === undefined
      ? {}
      : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  })
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`)
  return (await response.json()) as T
}

export const putInstrument = (server: string, id: string, instrument: { label: string; rateHz: number }) =>
  call<unknown>(server, 'PUT', `/instruments/${id}`, instrument)
export const readAssignment = (server: string, id: string) =>
  call<AssignmentAnswer>(server, 'GET', `/instruments/${id}/assignment`)
export const sendBlocks = (server: string, runId: string, blocks: IngestBlock[]) =>
  call<StoredAnswer>(server, 'POST', `/runs/${runId}/blocks`, { blocks })
