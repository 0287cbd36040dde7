import { asText, type ErrorAnswer } from '@brendik/core'
import { carriesMessage } from '@brendik/words'
import type { ErrorRequestHandler } from 'express'
import { AppError } from './AppError.ts'
import { inEnglish } from './english.ts'

const NETWORK_CODES = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'EPIPE',
  '57P01',
  '57P02',
  '57P03',
  '08006',
  '08001',
])
const FOREIGN_KEY = '23503'
/** What PostgreSQL calls a value that it cannot take: of a wrong form or range, or against a rule of its column. */
const IMPOSSIBLE_VALUE = /^(22|23502$|23514$)/
/** Out of disk, memory or connections. */
const NO_ROOM = /^53|^ENOSPC$/

/** Any thrown value as an error with a code and a sentence; the unknown keeps its cause and stays internal. */
function toAppError(error: unknown): AppError {
  if (error instanceof AppError) return error
  const e = error as {
    code?: string
    type?: string
    message?: string
    detail?: string
    status?: number
    limit?: number
    expose?: boolean
  }
  if (e.type === 'entity.parse.failed')
    return new AppError('input_invalid', `body: expected JSON (${e.message})`)
  if (e.type === 'entity.too.large')
    return new AppError('too_large', `body: expected at most ${inWords(e.limit ?? 0)}; send smaller batches`)
  if (e.status === 413) return new AppError('too_large', `body: ${e.message ?? 'too large'}`)
  // Whatever else the framework finds wrong with a request: an address that cannot be decoded, an unknown encoding.
  if (e.status !== undefined && e.status >= 400 && e.status < 500)
    return new AppError('input_invalid', `request: ${e.message ?? 'malformed'}`)
  if (e.code && NO_ROOM.test(e.code))
    return new AppError('no_room', asText('error.no-room'), { cause: error })
  if (e.code && IMPOSSIBLE_VALUE.test(e.code))
    return new AppError('input_invalid', `a value cannot be stored: ${e.message ?? ''}`, { cause: error })
  if (e.code === FOREIGN_KEY)
    return new AppError('reference_missing', e.detail ?? 'a row it refers to does not exist', {
      cause: error,
    })
  if (
    (e.code && NETWORK_CODES.has(e.code)) ||
    /connection terminated|connection error|timeout exceeded when trying to connect/i.test(e.message ?? '')
  )
    return new AppError('database_away', asText('error.database-away'), { cause: error })
  return new AppError('internal', asText('error.internal'), { cause: error })
}

const inWords = (bytes: number) =>
  bytes >= 2 ** 20 ? `${Math.round(bytes / 2 ** 20)} MB` : `${Math.round(bytes / 1024)} kB`

export const errorHandler: ErrorRequestHandler = (error, request, response, next) => {
  const appError = toAppError(error)
  if (appError.status >= 500) request.log?.error({ err: error }, inEnglish(appError.message))
  if (response.headersSent) return next(error)
  const answer: ErrorAnswer = {
    code: appError.code,
    message: inEnglish(appError.message),
    ...(carriesMessage(appError.message) ? { told: appError.message } : {}),
  }
  response.status(appError.status).json(answer)
}
