import * as v from 'valibot'
import type { Signature } from '../guide/signature.ts'
import type { BandShape } from '../measure/plan/bandOf.ts'
import { LANGUAGES } from './peopleSchemas.ts'
import { idSchema, numberIn } from './specSchemas.ts'

/** How a page is to be said: the customer's language and units, and where they are. */
export const paperSchema = v.object({
  language: v.optional(v.picklist(LANGUAGES), 'en'),
  units: v.optional(v.picklist(['metric', 'us']), 'metric'),
  /** An IANA time zone; unknown ones are read as UTC. */
  zone: v.optional(v.pipe(v.string(), v.regex(/^[A-Za-z0-9_+/-]{1,60}$/)), 'UTC'),
})
export type Paper = v.InferOutput<typeof paperSchema>

/** How long a link stands, days. */
export const LINK_DAYS = { least: 1, most: 90 } as const
/** A link by which a customer reads one report. */
export const reportLinkSchema = v.object({
  id: idSchema,
  days: v.pipe(numberIn(LINK_DAYS.least, LINK_DAYS.most, null), v.integer()),
  paper: paperSchema,
})
export interface ReportLinkAnswer {
  id: string
  expiresAtMs: number
}
interface ChartPoint {
  x: number
  y: number
}
/** What a link shows: the customer's page in their words, and its picture. */
export interface SharedReportAnswer {
  workshop: string
  dated: string
  siteName: string
  language: (typeof LANGUAGES)[number]
  units: Paper['units']
  text: {
    headline: string
    lead: string
    ratio: { figure: string; says: string; range: string } | null
    rows: { name: string; text: string }[]
    record: string
    received: string
    /** Pen strokes over the line, within a box of `SIGN_BOX`. */
    signed: Signature['strokes'] | null
    legend: string
    /** The word for the band in the picture. */
    expected: string
    asPdf: string
  }
  /** Level over time, s and mm; the band is what was expected. */
  chart: {
    before: ChartPoint[]
    after: ChartPoint[]
    band: BandShape | null
  } | null
}
