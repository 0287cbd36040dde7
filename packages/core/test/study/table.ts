/** Shares and tables of the study. */
export const percent = (a: number, b: number): string => (b === 0 ? '–' : `${((100 * a) / b).toFixed(0)} %`)
export const middle = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN

export interface Table {
  title: string
  /** What was simulated, in a sentence. */
  about: string
  rows: Record<string, string | number>[]
}

/** A table as GitHub Markdown. */
export function markdown({ title, about, rows }: Table): string {
  const headers = Object.keys(rows[0] ?? {})
  return [
    `## ${title}`,
    '',
    about,
    '',
    `| ${headers.join(' | ')} |`,
    `|${headers.map(() => '---').join('|')}|`,
    ...rows.map((row) => `| ${headers.map((h) => row[h]).join(' | ')} |`),
    '',
  ].join('\n')
}

/** Whether a truth lies in an interval that was given. */
export const covers = (interval: { lo: number; hi: number } | undefined, truth: number): boolean =>
  interval !== undefined && interval.lo <= truth && truth <= interval.hi
