import type { ErrorAnswer } from '@brendik/core'

/** An answer that is not the one asked for; status 0 = the server was not reached. */
export class ApiError extends Error {
  readonly code: string
  readonly status: number
  constructor(code: string, status: number, message: string) {
    super(message)
    this.code = code
    this.status = status
  }
}

const TIMEOUT_MS = 8000

/** Called when the server says that nobody is signed in. */
let onSignedOut: () => void = () => {}
export function whenSignedOut(listener: () => void): void {
  onSignedOut = listener
}

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(TIMEOUT_MS),
      ...(body === undefined
        ? {}
        : body instanceof Blob
          ? { headers: { 'content-type': body.type }, body }
          : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    })
  } catch {
    throw new ApiError(
      'server_away',
      0,
      'The server cannot be reached. What you record stays on this device and is sent later.',
    )
  }
  if (response.ok) return (await response.json()) as T
  const answer = (await response.json().catch(() => null)) as ErrorAnswer | null
  if (answer?.code === 'not_signed_in') onSignedOut()
  throw new ApiError(
    answer?.code ?? 'unknown',
    response.status,
    answer?.message ?? `The server answered ${response.status}.`,
  )
}

export const get = <T>(path: string) => call<T>('GET', path)
export const put = <T>(path: string, body: unknown) => call<T>('PUT', path, body)
export const del = <T>(path: string) => call<T>('DELETE', path)
export const post = <T>(path: string, body: unknown) => call<T>('POST', path, body)
