import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'

/** Runs every check in order, goes on after a failure, and counts: each static check as one, each test by its runner's own report. */
const folder = mkdtempSync(path.join(tmpdir(), 'brendik-checks-'))
let passed = 0
let failed = 0

function run(title: string, command: string, args: string[], env: Record<string, string> = {}): number {
  console.log(`\n── ${title}`)
  const started = Date.now()
  const { status } = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } })
  console.log(`   ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(1)} s`)
  return status ?? 1
}

function check(title: string, script: string): void {
  if (run(title, 'npm', ['run', '--silent', script]) === 0) passed++
  else failed++
}

/** A runner that leaves no readable report has failed, whatever its exit status. */
function count(title: string, status: number, read: () => { ok: number; bad: number }): void {
  try {
    const { ok, bad } = read()
    passed += ok
    failed += bad
    if (status !== 0 && bad === 0) failed++
    if (ok + bad === 0) failed++
  } catch (error) {
    console.log(`   ${title}: no report (${(error as Error).message})`)
    failed++
  }
}

check('types', 'check:types')
check('lint and format', 'check:lint')
check('unused code', 'check:unused')
check('dependencies between packages', 'check:layers')

const jestReport = path.join(folder, 'jest.json')
const jest = run(
  'unit and server tests',
  'node_modules/.bin/jest',
  // A test that leaves something open is told of, and holds up nothing.
  ['--json', `--outputFile=${jestReport}`, '--forceExit'],
  {
    NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
  },
)
count('jest', jest, () => {
  const report = JSON.parse(readFileSync(jestReport, 'utf8')) as {
    numPassedTests: number
    numFailedTests: number
    numRuntimeErrorTestSuites: number
  }
  return { ok: report.numPassedTests, bad: report.numFailedTests + report.numRuntimeErrorTestSuites }
})

const playwrightReport = path.join(folder, 'playwright.json')
const playwright = run(
  'browser tests',
  'node_modules/.bin/playwright',
  ['test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json'],
  {
    PLAYWRIGHT_JSON_OUTPUT_NAME: playwrightReport,
  },
)
count('playwright', playwright, () => {
  const { stats } = JSON.parse(readFileSync(playwrightReport, 'utf8')) as {
    stats: { expected: number; unexpected: number; flaky: number; skipped: number }
  }
  return { ok: stats.expected + stats.flaky, bad: stats.unexpected + stats.skipped }
})

rmSync(folder, { recursive: true, force: true })
console.log(`\n${passed} passed, ${failed} failed`)
process.exitCode = failed === 0 ? 0 : 1
