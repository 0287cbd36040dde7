import type { ErrorAnswer } from '@brendik/core'
import type { ErrorRequestHandler } from 'express'
import { AppError } from './AppError.ts'

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

/** Any thrown value as an error with a code and a sentence; the unknown keeps its cause and stays internal. */
function toAppError(error: unknown): AppError {
  if (error instanceof AppError) return error
  const e = error as { code?: string; type?: string; message?: string; detail?: string }
  if (e.type === 'entity.parse.failed')
    return new AppError('input_invalid', `body: expected JSON (${e.message})`)
  if (e.type === 'entity.too.large')
    return new AppError('too_large', 'body: expected at most 8 MB; send smaller batches')
  if (e.code === FOREIGN_KEY)
    return new AppError('reference_missing', e.detail ?? 'a row it refers to does not exist', {
      cause: error,
    })
  if (
    (e.code && NETWORK_CODES.has(e.code)) ||
    /connection terminated|connection error|timeout exceeded when trying to connect/i.test(e.message ?? '')
  )
    return new AppError(
      'database_away',
      'the database cannot be reached; what is on this device stays there and is sent later',
      { cause: error },
    )
  return new AppError('internal', 'something failed on the server; it was logged', { cause: error })
}

export const errorHandler: ErrorRequestHandler = (error, request, response, next) => {
  const appError = toAppError(error)
  if (appError.status >= 500) request.log?.error({ err: error }, appError.message)
  if (response.headersSent) return next(error)
  const answer: ErrorAnswer = { code: appError.code, message: appError.message }
  response.status(appError.status).json(answer)
}
