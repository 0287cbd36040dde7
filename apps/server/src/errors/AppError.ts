/** Status of every error the server answers with. */
const STATUS = {
  input_invalid: 400,
  sign_in_refused: 401,
  not_signed_in: 401,
  not_allowed: 403,
  not_found: 404,
  wrong_host: 421,
  run_not_found: 404,
  reference_missing: 409,
  batch_differs: 409,
  another_person: 409,
  email_taken: 409,
  too_many: 429,
  too_large: 413,
  database_away: 503,
  no_room: 503,
  not_ready: 503,
  internal: 500,
} as const
export type ErrorCode = keyof typeof STATUS

export class AppError extends Error {
  readonly code: ErrorCode
  readonly status: number
  constructor(code: ErrorCode, message: string, options?: ErrorOptions) {
    super(message, options)
    this.code = code
    this.status = STATUS[code]
  }
}
