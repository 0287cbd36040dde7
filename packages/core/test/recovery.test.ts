import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, it } from '@jest/globals'

interface Cell {
  name: string
  n: number
  covered: number
  medianError: number
  within: number
  slow: number
}

/**
 * A short form of the study (npm run study): visit files from a simulator that shares no code with the core and is stepped by a
 * published ODE solver. It runs in a process of its own, where the arithmetic is ten times as quick as inside the test runner.
 */
it('covers the true flow and calls healthy and slow runs right, over kinds, families and sources', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'brendik-study-'))
  const report = path.join(folder, 'study.json')
  const root = new URL('../../../', import.meta.url)
  execFileSync(process.execPath, ['--import', 'tsx', 'scripts/study.ts', '--repeats=24', '--json', report], {
    cwd: root,
    stdio: 'ignore',
    env: { ...process.env, NODE_OPTIONS: '' },
  })
  const cells = JSON.parse(readFileSync(report, 'utf8')) as Cell[]
  rmSync(folder, { recursive: true })
  for (const [name, within, slow] of [
    ['all', 0.92, 0.96],
    ['all, no plate', 0.86, 0.92],
  ] as const) {
    const cell = cells.find((candidate) => candidate.name === name)
    if (!cell) throw new Error(`the study has no row ${name}`)
    // Three standard errors of a share of 0.95.
    expect(cell.covered).toBeGreaterThan(0.95 - 3 * Math.sqrt((0.95 * 0.05) / cell.n))
    expect(cell.medianError).toBeLessThan(0.03)
    expect(cell.within).toBeGreaterThan(within)
    expect(cell.slow).toBeGreaterThan(slow)
  }
}, 180_000)
