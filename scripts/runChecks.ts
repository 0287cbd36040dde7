import { execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'

/**
 * Runs every check in order, goes on after a failure, and counts: each static check as one, each test by its runner's own report.
 * With `--changed`: static checks and the unit and server tests that the change since the last green commit is about; no browser.
 */
const changed = process.argv.includes('--changed')
const LAST_GREEN = '.data/last-green'
const folder = mkdtempSync(path.join(tmpdir(), 'brendik-checks-'))
let passed = 0
let failed = 0

/** Runs a command; with `quiet` what it says is shown when it has ended, so that several can run side by side. */
function run(
  title: string,
  command: string,
  args: string[],
  env: Record<string, string> = {},
  quiet = false,
) {
  const started = Date.now()
  if (!quiet) console.log(`\n── ${title}`)
  const child = spawn(command, args, {
    stdio: ['ignore', quiet ? 'pipe' : 'inherit', quiet ? 'pipe' : 'inherit'],
    env: { ...process.env, ...env },
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr])
    stream?.on('data', (text: Buffer) => {
      said += text
    })
  return new Promise<number>((resolve) => {
    child.on('error', (error) => {
      said += error.message
      resolve(1)
    })
    child.on('close', (code) => {
      if (quiet) console.log(`\n── ${title}\n${said}`.trimEnd())
      console.log(`   ${code === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(1)} s`)
      resolve(code ?? 1)
    })
  })
}

async function check(title: string, script: string): Promise<void> {
  if ((await run(title, 'npm', ['run', '--silent', script], {}, true)) === 0) passed++
  else failed++
}

/** A runner that leaves no readable report has failed, whatever its exit status. */
function count(title: string, status: number, read: () => { ok: number; bad: number }, none = false): void {
  try {
    const { ok, bad } = read()
    passed += ok
    failed += bad
    if (status !== 0 && bad === 0) failed++
    if (ok + bad === 0 && !none) failed++
  } catch (error) {
    console.log(`   ${title}: no report (${(error as Error).message})`)
    failed++
  }
}

async function jest(title: string, args: string[], env: Record<string, string> = {}): Promise<void> {
  const report = path.join(folder, 'jest.json')
  // A test that leaves something open is told of, and holds up nothing.
  const status = await run(
    title,
    'node_modules/.bin/jest',
    ['--json', `--outputFile=${report}`, '--forceExit', ...args],
    { NODE_OPTIONS: '--experimental-vm-modules --no-warnings --max-semi-space-size=64', ...env },
  )
  count(
    'jest',
    status,
    () => {
      const result = JSON.parse(readFileSync(report, 'utf8')) as {
        numPassedTests: number
        numFailedTests: number
        numRuntimeErrorTestSuites: number
      }
      return { ok: result.numPassedTests, bad: result.numFailedTests + result.numRuntimeErrorTestSuites }
    },
    changed,
  )
}

async function playwright(title: string): Promise<void> {
  const report = path.join(folder, 'playwright.json')
  const status = await run(
    title,
    'node_modules/.bin/playwright',
    ['test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json'],
    { PLAYWRIGHT_JSON_OUTPUT_NAME: report },
  )
  count('playwright', status, () => {
    const { stats } = JSON.parse(readFileSync(report, 'utf8')) as {
      stats: { expected: number; unexpected: number; flaky: number; skipped: number }
    }
    return { ok: stats.expected + stats.flaky, bad: stats.unexpected + stats.skipped }
  })
}

/** Files that differ from a commit, new ones among them. */
function changedSince(commit: string): string[] {
  const git = (...args: string[]) => execFileSync('git', args, { encoding: 'utf8' }).split('\n')
  return [...git('diff', '--name-only', commit), ...git('ls-files', '--others', '--exclude-standard')]
}

/**
 * Tests that take longest, and what they are about: everything stands on core, so that nearly all of them are touched by each change of it.
 * While that is all that changed they are left to the whole run.
 */
const ABOUT = [
  { tests: 'core/test/study/', about: /^packages\/core\/test\/study\// },
  { tests: 'rig/test/', about: /^apps\/rig\/|^packages\/core\/src\/rig\// },
  { tests: 'server/test/(?!verdicts)', about: /^apps\/server\/|^packages\/core\/src\/contract\// },
]
function leftToTheWholeRun(files: readonly string[]): string[] {
  return ABOUT.filter(({ about }) => !files.some((file) => about.test(file))).map(({ tests }) => tests)
}

/** Which commit was green: only of a tree that is as committed. */
function noteGreen(): void {
  try {
    const git = (...args: string[]) => execFileSync('git', args, { encoding: 'utf8' }).trim()
    if (git('status', '--porcelain') !== '') return
    mkdirSync(path.dirname(LAST_GREEN), { recursive: true })
    writeFileSync(LAST_GREEN, `${git('rev-parse', 'HEAD')}\n`)
  } catch {
    // Not a git checkout: nothing to note.
  }
}

await Promise.all([
  check('types', 'check:types'),
  check('lint and format', 'check:lint'),
  check('unused code', 'check:unused'),
  check('dependencies between packages', 'check:layers'),
])
if (changed) {
  const since = existsSync(LAST_GREEN) ? readFileSync(LAST_GREEN, 'utf8').trim() : 'HEAD'
  const left = leftToTheWholeRun(changedSince(since))
  const args = [
    `--changedSince=${since}`,
    '--passWithNoTests',
    ...left.map((tests) => `--testPathIgnorePatterns=${tests}`),
  ]
  await jest(`tests touched since ${since.slice(0, 10)}`, args)
} else {
  await jest('unit and server tests', [])
  await playwright('browser tests')
}

rmSync(folder, { recursive: true, force: true })
if (!changed && failed === 0) noteGreen()
console.log(`\n${passed} passed, ${failed} failed`)
process.exitCode = failed === 0 ? 0 : 1
