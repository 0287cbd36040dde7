import {
  asText,
  figureCells,
  lookCells,
  type RecordedRun,
  readingCells,
  runCells,
  TABLE_COLUMNS,
  TABLE_IDS,
  type TableCell,
  type TableId,
  type VisitAnswer,
  visitCells,
} from '@brendik/core'
import type { Words } from '@brendik/words'
import { ZipDeflate } from 'fflate'
import { AppError } from '../errors/AppError.ts'
import type { AnswerZip } from '../zip/answerZip.ts'
import { csvHead, csvMetadata, csvOf } from './csv.ts'

/** Lines that are written at once. */
const BATCH = 2000
/** Readings that one sheet is made of: the whole sheet is held while it is written. */
const MOST_SHEET_READINGS = 200_000

type Recorded = AsyncIterable<{ id: string; recorded: RecordedRun }>
/** Rows of every table but the readings. */
const cellsOf = (visit: VisitAnswer): Record<Exclude<TableId, 'readings'>, TableCell[][]> => ({
  visits: [visitCells(visit)],
  runs: visit.runs.map((run) => runCells(visit.id, run)),
  figures: visit.runs.flatMap(figureCells),
  looks: lookCells(visit),
})

/** Visits as CSV with its metadata beside it, written as they are read: no more than one run is held. */
export async function writeCsvZip(
  { zip, taken }: AnswerZip,
  words: Words,
  workshop: string,
  visits: AsyncIterable<VisitAnswer> | Iterable<VisitAnswer>,
  runsOf: (visit: VisitAnswer) => Recorded,
): Promise<void> {
  const bytes = new TextEncoder()
  const metadata = new ZipDeflate('csv-metadata.json', { level: 6 })
  zip.add(metadata)
  metadata.push(bytes.encode(JSON.stringify(csvMetadata(words, workshop), null, 1)), true)
  // The longest first: what is written of the others waits for it in the zip, already small.
  const order: readonly TableId[] = ['readings', ...TABLE_IDS.filter((table) => table !== 'readings')]
  const files = new Map(order.map((table) => [table, new ZipDeflate(`${table}.csv`, { level: 6 })]))
  const write = (table: TableId, text: string) => files.get(table)?.push(bytes.encode(text))
  for (const [table, file] of files) {
    zip.add(file)
    write(table, csvHead(table))
  }
  for await (const visit of visits) {
    if (!(await taken())) return
    for (const [table, rows] of Object.entries(cellsOf(visit)))
      write(table as TableId, csvOf(table as TableId, rows))
    for await (const { id, recorded } of runsOf(visit))
      for (const rows of batches(readingCells(id, recorded))) {
        write('readings', csvOf('readings', rows))
        if (!(await taken())) return
      }
  }
  for (const file of files.values()) file.push(new Uint8Array(), true)
  zip.end()
}

function* batches<T>(rows: Iterable<T>): Generator<T[]> {
  let batch: T[] = []
  for (const row of rows) {
    batch.push(row)
    if (batch.length < BATCH) continue
    yield batch
    batch = []
  }
  if (batch.length > 0) yield batch
}

/**
 * A visit as a spreadsheet file, a sheet for each table; instants stand in UTC.
 * @throws {AppError} too_large: more readings than a sheet is made of.
 */
export async function spreadsheetOf(visit: VisitAnswer, runs: Recorded): Promise<Buffer> {
  const readings: TableCell[][] = []
  for await (const { id, recorded } of runs)
    for (const row of readingCells(id, recorded)) {
      if (readings.push(row) > MOST_SHEET_READINGS)
        throw new AppError('too_large', asText('error.sheet-too-long', { most: MOST_SHEET_READINGS }))
    }
  const cells = { ...cellsOf(visit), readings }
  const { default: writeSheets } = await import('write-excel-file/node')
  return writeSheets(
    TABLE_IDS.map((table) => ({
      sheet: table,
      stickyRowsCount: 1,
      columns: TABLE_COLUMNS[table].map(({ name }) => ({ width: Math.max(12, name.length + 4) })),
      data: [
        TABLE_COLUMNS[table].map(({ name, datatype }) => ({
          value: datatype === 'dateTime' ? `${name} (UTC)` : name,
          fontWeight: 'bold' as const,
        })),
        ...cells[table].map((row) =>
          row.map((cell, n) =>
            cell !== null && TABLE_COLUMNS[table][n]?.datatype === 'dateTime'
              ? { value: new Date(Number(cell)), format: 'yyyy-mm-dd hh:mm:ss' }
              : cell === ''
                ? null
                : cell,
          ),
        ),
      ],
    })),
  ).toBuffer()
}
