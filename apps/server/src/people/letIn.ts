import { randomUUID } from 'node:crypto'
import { asText, type Role } from '@brendik/core'
import Bowser from 'bowser'
import type { Request, Response } from 'express'
import type { Database, Queries } from '../db/database.ts'
import { SESSION_DAYS, setCookie } from '../door/cookies.ts'
import { mustBeGood } from '../door/goodPassword.ts'
import { hashPassword, newToken, tokenHash } from '../door/secrets.ts'
import { AppError } from '../errors/AppError.ts'

export interface Person {
  workshopId: string
  technicianId: string
}
/** Opens a session for a person and gives it to their browser. */
export async function letIn(
  db: Database,
  request: Request,
  response: Response,
  person: Person,
): Promise<void> {
  const token = newToken()
  await db.door.run('insertSession', [
    tokenHash(token),
    person.workshopId,
    person.technicianId,
    SESSION_DAYS,
    deviceOf(request),
  ])
  setCookie(request, response, token)
  response.json({ ok: true })
}
/**
 * A new person of a workshop.
 * @throws {AppError} For a poor password or an address that is taken.
 */
export async function makePerson(
  tx: Queries,
  workshopId: string,
  person: { name: string; email: string; password: string },
  role: Role,
): Promise<Person> {
  await mustBeGood('password', person.password, [person.name, person.email])
  const technicianId = randomUUID()
  const hash = await hashPassword(person.password)
  await tx
    .run('upsertTechnician', [workshopId, technicianId, person.name, person.email, hash, role])
    .catch((error: { code?: string }) => {
      if (error.code === '23505')
        throw new AppError('email_taken', asText('error.email-taken', { email: person.email }))
      throw error
    })
  return { workshopId, technicianId }
}

/** Browser and system as the browser tells them, for a person to know their devices by. */
function deviceOf(request: Request): string {
  const agent = (request.headers['user-agent'] ?? '').slice(0, 400)
  if (agent === '') return ''
  const { browser, os, platform } = Bowser.parse(agent)
  const on = [os.name, platform.type].filter(Boolean).join(', ')
  return [browser.name, on].filter(Boolean).join(' on ').slice(0, 100)
}
