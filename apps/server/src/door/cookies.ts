import { parse } from 'cookie'
import type { Request, Response } from 'express'

const NAME = 'brendik_session'
export const SESSION_DAYS = 60

/** The session's secret that came with a request. */
export function parseCookie(request: Request): string | null {
  return parse(request.headers.cookie ?? '')[NAME] ?? null
}

/** Out of reach of scripts and of other sites; over https only where the page itself came so. */
export function setCookie(request: Request, response: Response, token: string): void {
  response.cookie(NAME, token, {
    httpOnly: true,
    sameSite: 'lax',
    secure: request.secure,
    path: '/',
    maxAge: SESSION_DAYS * 86_400_000,
  })
}
export function clearCookie(response: Response): void {
  response.clearCookie(NAME, { path: '/' })
}
