import { spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, it } from '@jest/globals'

const root = new URL('../../../', import.meta.url)
const visit = {
  format: 'brendik-visit/1',
  machine: { family: 'top-load-pump', tub: { diameter_mm: 550, depth_mm: 430, sump_l: 1, floor_mm: 0 } },
  runs: [
    {
      kind: 'fill',
      columns: ['t_s', 'level_mm'],
      rows: Array.from({ length: 13 }, (_, i) => [i * 15, 8 + i * 9.4]),
      events: [{ t_s: 0, what: 'valve-open' }],
    },
  ],
}
const env = { ...process.env, NODE_OPTIONS: '', DATABASE_URL: '' }
/** As it is installed. */
const BRENDIK = 'node_modules/.bin/brendik'
function brendik(args: string[], input = '', command: readonly [string, ...string[]] = [BRENDIK]) {
  const [first, ...before] = command
  const { status, stdout, stderr } = spawnSync(first, [...before, ...args], {
    cwd: root,
    input,
    env,
    encoding: 'utf8',
  })
  return { status, stdout, stderr: stderr.replace(/^npm (warn|notice).*\n/gm, '') }
}
const file = path.join(mkdtempSync(path.join(tmpdir(), 'brendik-cli-')), 'visit.json')
writeFileSync(file, JSON.stringify(visit))

it('analyses a file without a database', () => {
  const { status, stdout, stderr } = brendik(['analyse', file, '--json'])
  expect([status, stderr]).toEqual([0, ''])
  const [run] = JSON.parse(stdout).runs
  expect(run).toMatchObject({ kind: 'fill', verdict: 'within' })
  expect(run.quantities.flow_l_min.lo).toBeLessThan(run.quantities.flow_l_min.value)
})
it('says it in words too, called as the README calls it', () =>
  expect(brendik(['analyse', file], '', ['npx', '--no', 'brendik']).stdout).toMatch(
    /^Run 1, fill: within\. Fills at /,
  ))
it('answers line by line and goes on after a bad one', () => {
  const { status, stdout } = brendik(
    ['analyse', '-', '--jsonl'],
    `${JSON.stringify(visit)}\n{"format":\n${JSON.stringify({ ...visit, format: 'no' })}\n${JSON.stringify(visit)}\n`,
  )
  const lines = stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line))
  expect(status).toBe(0)
  expect(lines.map((line) => Object.keys(line)[0])).toEqual(['runs', 'error', 'error', 'runs'])
  expect(lines[2].error).toMatch(/^format: /)
})
it('shares much input over the cores and keeps its order, a bad line in its place', () => {
  const rows = (lMin: number) => Array.from({ length: 500 }, (_, i) => [i / 2, Math.round(lMin * i) / 10])
  const lines = Array.from({ length: 60 }, (_, k) =>
    k === 37
      ? '{"format":'
      : JSON.stringify({
          ...visit,
          runs: [{ kind: 'fill', columns: ['t_s', 'level_mm'], rows: rows(3 + k / 20) }],
        }),
  )
  const input = lines.join('\n')
  expect(input.length).toBeGreaterThan(300_000)
  const { status, stdout } = brendik(['analyse', '-', '--jsonl'], input)
  const answers = stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line))
  expect(status).toBe(0)
  expect(answers).toHaveLength(60)
  expect(answers[37].error).toMatch(/^expected JSON/)
  const flows = answers.filter((_, k) => k !== 37).map((answer) => answer.runs[0].quantities.flow_l_min.value)
  expect(flows).toEqual([...flows].sort((a, b) => a - b))
  expect(flows.at(-1)).toBeGreaterThan(1.5 * flows[0])
})
it('answers a line of a pipe that is held open before the next is written', async () => {
  const child = spawn(BRENDIK, ['analyse', '-', '--jsonl'], {
    cwd: root,
    env,
    stdio: ['pipe', 'pipe', 'ignore'],
  })
  const answers: string[] = []
  child.stdout.on('data', (text) => answers.push(String(text)))
  for (const count of [1, 2]) {
    child.stdin.write(`${JSON.stringify(visit)}\n`)
    while (answers.join('').split('\n').length <= count) await new Promise((done) => setTimeout(done, 20))
  }
  child.stdin.end()
  await once(child, 'exit')
  expect(
    answers
      .join('')
      .trim()
      .split('\n')
      .map((line) => Object.keys(JSON.parse(line))[0]),
  ).toEqual(['runs', 'runs'])
}, 20_000)
it('diagnoses a file: probabilities summing to 1, and the next looks', () => {
  const wet = {
    ...visit,
    observations: [
      { check: 'leak.phase', value: 'drain' },
      { check: 'leak.place', value: 'at-standpipe' },
    ],
  }
  const [one, bad, dry, jammed] = brendik(
    ['diagnose', '-', '--jsonl'],
    `${JSON.stringify(wet)}\n${JSON.stringify({ ...visit, observations: [{ check: 'leak.place', value: 'moon' }] })}\n${JSON.stringify({ ...visit, observations: [{ check: 'complaint', value: 'not-draining' }] })}\n${JSON.stringify(
      {
        ...visit,
        observations: [
          { check: 'complaint', value: 'not-draining' },
          { check: 'pump.sound', value: 'buzz-in-bursts' },
          { check: 'impeller.feel', value: 'jammed' },
        ],
      },
    )}\n`,
  )
    .stdout.trim()
    .split('\n')
    .map((line) => JSON.parse(line))
  expect(one.ranking[0].fault).toBe('house-drain.blocked')
  expect(one.ranking.reduce((sum: number, r: { probability: number }) => sum + r.probability, 0)).toBeCloseTo(
    1,
    9,
  )
  expect(Object.keys(one.next[0])).toEqual(['check', 'minutes', 'changes', 'gain_bits', 'why'])
  expect(dry.plan[0]).toMatchObject({ starts_min: 0, hands_free: expect.any(Boolean) })
  expect(dry.stop).toBeNull()
  expect(jammed.stop).toMatchObject({ act: 'clear', part: 'pump', why: expect.stringContaining('%') })
  expect(dry.schools).toHaveLength(4)
  expect(bad.error).toMatch(/^observations\.0\.value: leak\.place: expected one of/)
})
it.each([
  [['analyse', '/no/such/file'], /^brendik: \/no\/such\/file: no such file\n$/],
  [['analyse', '-', '--json'], /^brendik: expected JSON: /],
  [['fix', file], /^brendik: expected analyse or diagnose FILE .*\n$/],
  [['analyse', file, '--yaml'], /^brendik: Unknown option '--yaml'/],
])('exits with 2 and a reason on %j', (args, message) => {
  const { status, stderr } = brendik(args, '{"runs":')
  expect(status).toBe(2)
  expect(stderr).toMatch(message)
})
