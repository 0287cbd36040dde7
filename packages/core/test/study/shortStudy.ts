import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'

/**
 * A short form of the study (npm run study, docs/identifiability.md): visit files from a simulator that shares no code with the core and is
 * stepped by a published ODE solver. In a process of its own, where the arithmetic is quicker than inside the test runner.
 * Seeds are fixed and few: what the bounds of a test leave open is room for the seeds, not for the product; the long form has the figures.
 * @returns The figures of the part.
 */
export function shortStudy<T>(part: string, repeats: number): T {
  const folder = mkdtempSync(path.join(tmpdir(), 'brendik-study-'))
  const report = path.join(folder, 'study.json')
  execFileSync(
    process.execPath,
    ['--import', 'tsx', 'scripts/study.ts', `--part=${part}`, `--repeats=${repeats}`, `--json=${report}`],
    {
      cwd: new URL('../../../../', import.meta.url),
      stdio: 'ignore',
      // Short-lived figures by the million: a larger nursery spares a fifth of the time.
      env: { ...process.env, NODE_OPTIONS: '--max-semi-space-size=64' },
    },
  )
  const figures = JSON.parse(readFileSync(report, 'utf8')) as Record<string, T>
  rmSync(folder, { recursive: true })
  return figures[part] as T
}

export const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length
/** Mean over the entries whose key has all the words. */
export const over = (shares: Record<string, number>, ...words: string[]) =>
  mean(
    Object.entries(shares)
      .filter(([key]) => words.every((word) => key.includes(word)))
      .map(([, share]) => share),
  )
