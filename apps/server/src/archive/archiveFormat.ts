import * as v from 'valibot'

/** The archive's format; a reader takes this one and no other. */
export const ARCHIVE_FORMAT = 'brendik-archive/1'
/** Tables that an archive holds, in an order in which each row finds what it refers to. */
export const ARCHIVED = [
  'workshop',
  'technician',
  'customer',
  'site',
  'machine',
  'instrument',
  'instrument_key',
  'invitation',
  'recovery',
  'session',
  'calendar_link',
  'personal_token',
  'visit',
  'run',
  'mark',
  'reading_block',
  'run_result',
  'observation',
  'visit_entry',
  'photo',
  'photo_content',
  'report_link',
  'record_put',
  'record_rival',
  'own_order',
  'price_list',
  'learning',
  'own_chances',
  'visit_truth',
  'proven_run',
  'own_band',
  'set_aside_run',
  'visit_source',
  'hose_inspection',
  'audit_entry',
] as const
export type ArchivedTable = (typeof ARCHIVED)[number]
/** Tables that are made anew from the others. */
export const MADE_ANEW = ['visit_search', 'analysis_wanted', 'truth_wanted'] as const
/** Photos lie by themselves, as pictures. */
export const PICTURES = 'photo_content' satisfies ArchivedTable

const count = v.pipe(v.number(), v.integer(), v.minValue(0))
/** The last entry of an archive: what it holds. An archive without one was cut off. */
export const manifestSchema = v.object({
  format: v.literal(ARCHIVE_FORMAT),
  madeAt: v.string(),
  /** Names of the migrations that had made the tables. */
  migrations: v.array(v.string()),
  workshops: v.array(v.object({ id: v.pipe(v.string(), v.uuid()), name: v.string() })),
  parts: v.array(
    v.object({
      file: v.string(),
      table: v.picklist(ARCHIVED),
      workshop: v.pipe(v.string(), v.uuid()),
      rows: count,
      sha256: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/)),
    }),
  ),
})
export type Manifest = v.InferOutput<typeof manifestSchema>
export type ArchivePart = Manifest['parts'][number]
export const MANIFEST = 'manifest.json'

/** What is wrong with an archive, or with where it is to go; in a line. */
export class ArchiveError extends Error {}

/** Rows by table. */
export function rowsByTable(parts: readonly ArchivePart[]): Record<string, number> {
  const rows: Record<string, number> = {}
  for (const part of parts) rows[part.table] = (rows[part.table] ?? 0) + part.rows
  return rows
}
