import { instantOf, TABLE_COLUMNS, TABLE_IDS, type TableCell, type TableId } from '@brendik/core'
import type { Words } from '@brendik/words'
import { stringify } from 'csv-stringify/sync'

const TITLE = {
  visits: 'table.visits',
  runs: 'table.runs',
  figures: 'table.figures',
  readings: 'table.readings',
  looks: 'table.looks',
} as const satisfies Record<TableId, string>

/** A text that a spreadsheet would take for a formula and carry out; a number below nothing is none. */
const isFormula = (text: string): boolean => /^[=+\-@\t\r]/.test(text) && !/^-\d+(\.\d+)?$/.test(text)

/** Rows as CSV (RFC 4180): decimal points, instants as RFC 3339 in UTC, a value that is not known left empty. */
export function csvOf(table: TableId, rows: readonly (readonly TableCell[])[]): string {
  const columns = TABLE_COLUMNS[table]
  return lines(
    rows.map((row) =>
      row.map((cell, n) => {
        if (cell === null) return ''
        if (columns[n]?.datatype === 'dateTime') return instantOf(Number(cell))
        // One that opens the file must not run what somebody typed.
        return typeof cell === 'string' && isFormula(cell) ? `'${cell}` : String(cell)
      }),
    ),
  )
}
export const csvHead = (table: TableId): string => lines([TABLE_COLUMNS[table].map(({ name }) => name)])

const lines = (rows: readonly (readonly string[])[]): string =>
  rows.length === 0 ? '' : stringify([...rows.map((row) => [...row])], { record_delimiter: 'windows' })

/** What the tables and their columns are, as CSV on the Web has it (W3C Recommendation "Metadata Vocabulary for Tabular Data", 2015). */
export function csvMetadata(words: Words, workshop: string): object {
  return {
    '@context': ['http://www.w3.org/ns/csvw', { '@language': words.language }],
    'dc:creator': workshop,
    'dc:conformsTo': 'https://www.rfc-editor.org/rfc/rfc4180',
    tables: TABLE_IDS.map((table) => ({
      url: `${table}.csv`,
      'dc:title': words.t(TITLE[table]),
      tableSchema: schemaOf(words, table),
    })),
  }
}

/** Columns of a table, what names a row, and which other table a column points to. */
function schemaOf(words: Words, table: TableId): object {
  const columns = TABLE_COLUMNS[table]
  const key = columns.filter((column) => column.key).map(({ name }) => name)
  const pointers = columns.flatMap(({ name, of }) =>
    of
      ? [
          {
            columnReference: name,
            reference: { resource: `${of}.csv`, columnReference: TABLE_COLUMNS[of][0].name },
          },
        ]
      : [],
  )
  return {
    columns: columns.map((column) => ({
      name: column.name,
      titles: column.name,
      'dc:description': words.t(`tableColumn.${column.name}`),
      datatype: column.datatype,
      required: column.key === true || column.of !== undefined,
      ...(column.unit ? { 'schema:unitCode': column.unit } : {}),
    })),
    ...(key.length > 0 ? { primaryKey: key } : {}),
    ...(pointers.length > 0 ? { foreignKeys: pointers } : {}),
  }
}
