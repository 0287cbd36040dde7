import * as v from 'valibot'
import { ORDER_ENTRIES } from '../catalogue/orderEntries.ts'
import { asText } from '../message.ts'
import { idSchema } from './specSchemas.ts'
import { textUpTo } from './textSchemas.ts'

export const ROLES = ['owner', 'technician'] as const
export type Role = (typeof ROLES)[number]

/** Languages that the product speaks. */
export const LANGUAGES = ['en', 'es'] as const
export type Language = (typeof LANGUAGES)[number]

/** Shortest password, characters (NIST SP 800-63B asks for 8 at least, from memory). */
export const PASSWORD_LEAST = 10
const email = v.pipe(
  v.string(),
  v.trim(),
  v.toLowerCase(),
  v.nonEmpty(asText('expected.something')),
  v.email((issue) => asText('expected.email', { got: issue.received.replaceAll('"', '') })),
  v.maxLength(200),
)
const password = v.pipe(
  v.string(),
  v.minLength(PASSWORD_LEAST, asText('expected.at-least', { least: PASSWORD_LEAST })),
  v.maxLength(200, asText('expected.at-most', { most: 200 })),
)
const name = textUpTo(100, 1, 'name')

const knownPassword = v.pipe(v.string(), v.nonEmpty(asText('expected.something')), v.maxLength(200))
export const signInSchema = v.object({ email, password: knownPassword })
export const demoSignInSchema = v.object({ role: v.picklist(ROLES) })
/** A person who comes in for the first time, by a link or as the first owner. */
export const newPersonSchema = v.object({ name, email, password })
export const newWorkshopSchema = v.object({
  ...newPersonSchema.entries,
  workshopName: textUpTo(200, 1, 'workshop-name'),
})
/** A link for one person, who is named so that its owner knows it among others. */
export const invitationSchema = v.object({ id: idSchema, name, role: v.picklist(ROLES) })
/** What a person chose for themselves. */
export const ownChoiceSchema = v.object({ language: v.picklist(LANGUAGES) })
/** Whether new visits are weighed with what the workshop's own visits taught, and new runs expected by its own records; what is left out stays as it is. */
export const learningSchema = v.object({ uses: v.optional(v.boolean()), bands: v.optional(v.boolean()) })
/** Whether a run of a machine proven healthy counts for what is expected of others. */
export const ownRunSchema = v.object({ counts: v.boolean() })
/** The order of checks that a workshop set for itself; empty = none. */
export const ownOrderSchema = v.object({
  entries: v.pipe(
    v.array(v.picklist(ORDER_ENTRIES)),
    v.maxLength(ORDER_ENTRIES.length),
    v.check((entries) => new Set(entries).size === entries.length, 'expected each entry once'),
  ),
})
export type OwnOrder = v.InferOutput<typeof ownOrderSchema>
export const personSchema = v.object({ name, role: v.picklist(ROLES), active: v.boolean() })
export const passwordChangeSchema = v.object({
  before: knownPassword,
  after: password,
})
export const instrumentKeySchema = v.object({
  id: idSchema,
  label: textUpTo(200, 1, 'instrument-name'),
})
/** A person's own token for a program: what it may do, and for how many days. */
export const personalTokenSchema = v.object({
  id: idSchema,
  label: textUpTo(200, 1, 'token-name'),
  records: v.boolean('expected records: true or false'),
  days: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(365)),
})
/** An archive of the whole workshop that is asked for. */
export const newArchiveSchema = v.object({ id: idSchema })
/** A secret as it stands in a link. */
export const tokenSchema = v.pipe(v.string(), v.regex(/^[\w-]{20,80}$/, 'expected the secret of a link'))

/** A code as somebody reads it off paper: in any case, with or without its strokes, and with the letters that look like digits. */
const code = v.pipe(
  v.string(),
  v.maxLength(80),
  v.transform((text) =>
    text
      .toUpperCase()
      .replaceAll('O', '0')
      .replace(/[IL]/g, '1')
      .replace(/[^0-9A-Z]/g, ''),
  ),
  v.length(25, asText('expected.code')),
)
/** A new password, by a code from an owner or from one's own paper. */
export const recoverySchema = v.object({ code, password })
/** Who prints a code for themselves shows that they know the password of now. */
export const printedCodeSchema = v.object({ password: knownPassword })

/** Where somebody is signed in. */
export interface OwnSession {
  id: string
  /** Browser and system; empty = not told. */
  device: string
  sinceMs: number
  /** To the day. */
  usedMs: number
  /** The device that asks. */
  here: boolean
}
/** Who is signed in on this device. */
export interface WhoAnswer {
  technicianId: string
  name: string
  role: Role
  workshopId: string
  workshopName: string
  demo: boolean
  /** Chosen by the person; null = as the device says. */
  language: Language | null
}
export interface SessionAnswer {
  who: WhoAnswer | null
  /** They came in more than some minutes ago. */
  longIn: boolean
  /** The demo's one-click door is open. */
  demo: boolean
  /** Nobody can sign in yet: the first one sets the workshop up. */
  firstStart: boolean
  /** Anybody may set up a workshop of their own. */
  openSignUp: boolean
}
export interface PersonAnswer {
  id: string
  name: string
  email: string | null
  role: Role
  active: boolean
}
export interface InvitationAnswer {
  id: string
  /** Whom it is for; empty = made before names were asked. */
  name: string
  role: Role
  expiresAtMs: number
}
/** What a link says to whoever opens it. */
export interface FoundInvitationAnswer {
  workshopName: string
  role: Role
  name: string
}
export interface ChangeAnswer {
  id: number
  atMs: number
  by: string | null
  what: 'insert' | 'update'
  table: string
  rowId: string
  change: Record<string, [unknown, unknown]>
}
