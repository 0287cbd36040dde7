import { asText, type ErrorAnswer } from '@brendik/core'

/** How an error is put into words. The sender in the background has no words of its own: it keeps what it was told. */
let readsErrors: (told: string) => string = (told) => told
export function readErrorsWith(read: (told: string) => string): void {
  readsErrors = read
}

/** An answer that is not the one asked for; status 0 = the server was not reached. */
export class ApiError extends Error {
  readonly code: string
  readonly status: number
  /** As it came, to be read again in another language. */
  readonly told: string
  constructor(code: string, status: number, told: string) {
    super(readsErrors(told))
    this.code = code
    this.status = status
    this.told = told
  }
}

/** Time for an answer, and for each byte that goes up first: a cellar's uplink may carry 2 kB a second. */
const TIMEOUT_MS = { answer: 8000, perByte: 0.5, file: 180_000 } as const
const FILE_TYPE = /^application\/(pdf|zip|vnd\.openxmlformats)/

/** Called when the server says that nobody is signed in. */
let onSignedOut: () => void = () => {}
export function whenSignedOut(listener: () => void): void {
  onSignedOut = listener
}

async function call<T>(
  method: string,
  path: string,
  body?: unknown,
  as?: string,
  answerMs: number = TIMEOUT_MS.answer,
): Promise<T> {
  const sent = body === undefined || body instanceof Blob ? body : JSON.stringify(body)
  const bytes = sent instanceof Blob ? sent.size : (sent?.length ?? 0)
  const headers = {
    ...(sent === undefined ? {} : { 'content-type': sent instanceof Blob ? sent.type : 'application/json' }),
    ...(as === undefined ? {} : { 'x-brendik-author': as }),
  }
  const signal = AbortSignal.timeout(Math.ceil(answerMs + TIMEOUT_MS.perByte * bytes))
  const away = (message: string) => new ApiError('server_away', 0, message)
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal,
      headers,
      ...(sent === undefined ? {} : { body: sent }),
    })
  } catch {
    throw away(asText('client.theServerCannotBeReached'))
  }
  if (response.ok && FILE_TYPE.test(response.headers.get('content-type') ?? ''))
    return (await response.blob().catch(() => {
      throw away(asText('client.theServerCannotBeReached'))
    })) as T
  const answer: unknown = await response.json().catch(() => undefined)
  // Something on the way answered in its place, as the sign-in page of a guest network does: our server was not reached.
  if (answer === undefined || (!response.ok && !isErrorAnswer(answer)))
    throw away(asText('client.notTheServerAnsweredWhat', { status: response.status }))
  if (response.ok) return answer as T
  const { code, message, told } = answer as ErrorAnswer
  if (code === 'not_signed_in') onSignedOut()
  throw new ApiError(code, response.status, told ?? message)
}

/** Only a server that is away is worth asking again by itself. @param most - So many times. */
export const askAgain =
  (most: number) =>
  (count: number, error: Error): boolean =>
    count < most && error instanceof ApiError && (error.status === 0 || error.status >= 500)

function isErrorAnswer(answer: unknown): answer is ErrorAnswer {
  return typeof answer === 'object' && answer !== null && 'code' in answer && 'message' in answer
}

export const get = <T>(path: string) => call<T>('GET', path)
/** A file that the server makes, and that may be long on the way. */
export const getFile = (path: string) => call<Blob>('GET', path, undefined, undefined, TIMEOUT_MS.file)
/** A file that the server goes through before it answers. */
export const postFile = <T>(path: string, file: Blob) =>
  call<T>(
    'POST',
    path,
    file.type ? file : new Blob([file], { type: 'application/octet-stream' }),
    undefined,
    TIMEOUT_MS.file,
  )
/** @param as - Who recorded it: the server takes it under nobody else's session. */
export const put = <T>(path: string, body: unknown, as?: string) => call<T>('PUT', path, body, as)
export const del = <T>(path: string) => call<T>('DELETE', path)
export const post = <T>(path: string, body: unknown, as?: string) => call<T>('POST', path, body, as)
