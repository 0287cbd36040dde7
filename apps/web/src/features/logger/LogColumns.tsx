import { COLUMN_ROLES, type ColumnRole, cellsOf, type LogForm, type LogUnit, unitsOf } from '@brendik/core'
import { t, tOf } from '../../lib/words.ts'

const select = 'min-h-12 w-full border border-line bg-face px-2 text-base'
/** Rows of the file that are shown below their columns. */
const ROWS = 3

/** What each column holds, and in which unit; the first figures below it. */
export function LogColumns({
  form,
  lines,
  onChange,
}: {
  form: LogForm
  lines: readonly string[]
  onChange: (form: LogForm) => void
}) {
  const rows = lines
    .slice(form.headerLines, form.headerLines + ROWS)
    .map((line) => cellsOf(line, form.delimiter))
  const change = (n: number, role: ColumnRole, unit: LogUnit | null) =>
    onChange({ ...form, columns: form.columns.map((column, k) => (k === n ? { role, unit } : column)) })
  return (
    <ul className="grid grid-cols-[minmax(0,1fr)] gap-x-6 md:grid-cols-[repeat(2,minmax(0,1fr))]">
      {form.columns.map(({ role, unit }, n) => {
        const name = form.header[n] || t('log.column', { number: n + 1 })
        const units = unitsOf(role)
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
          <li key={n} className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-1 border-t border-hair py-3">
            <span className="flex justify-between gap-3">
              <span className="shrink-0 font-semibold">{name}</span>
              <span className="min-w-0 truncate text-sm text-soft">
                {rows.map((row) => row[n] ?? '').join('  ·  ')}
              </span>
            </span>
            <span className="grid grid-cols-[minmax(0,1fr)_7rem] gap-2">
              <select
                className={select}
                aria-label={t('log.holds', { name })}
                value={role}
                onChange={(event) => {
                  const next = event.target.value as ColumnRole
                  change(n, next, unitsOf(next)[0] ?? null)
                }}
              >
                {COLUMN_ROLES.map((one) => (
                  <option key={one} value={one}>
                    {tOf(`log.role.${one}`, one)}
                  </option>
                ))}
              </select>
              {units.length > 0 && (
                <select
                  className={select}
                  aria-label={t('log.unit', { name })}
                  value={unit ?? ''}
                  onChange={(event) => change(n, role, event.target.value as LogUnit)}
                >
                  {units.map((one) => (
                    <option key={one} value={one}>
                      {one}
                    </option>
                  ))}
                </select>
              )}
            </span>
          </li>
        )
      })}
    </ul>
  )
}
