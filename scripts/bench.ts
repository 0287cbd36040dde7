import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import {
  analyseVisit,
  expectedRun,
  familyDefaults,
  learnBands,
  modelName,
  type ProvenRun,
  parseVisitFile,
  type RunPlan,
  recordsKey,
} from '@brendik/core'
import { makeDrainCase } from '../packages/core/test/study/drainCases.ts'
import { makeDraw } from '../packages/core/test/study/draw.ts'
import { makeFillCase } from '../packages/core/test/study/fillCases.ts'
import { framesWhileStreaming } from './benchFrames.ts'
import { leakBench } from './benchLeaks.ts'
import { hundredThousandVisits } from './benchLogbook.ts'
import { papers } from './benchPaper.ts'
import { type Figure, storing } from './benchStore.ts'
import { streaming } from './benchStreams.ts'
import { weighBench } from './benchWeigh.ts'

const figures: Figure[] = []
const add = (name: string, value: number, unit: string, limit?: number) =>
  figures.push({ name, value, unit, ...(limit === undefined ? {} : { limit }) })

function medianMs(times: number, work: () => unknown): number {
  for (let i = 0; i < 3; i++) work()
  const taken = Array.from({ length: times }, () => {
    const from = performance.now()
    work()
    return performance.now() - from
  }).sort((a, b) => a - b)
  return taken[Math.floor(times / 2)] as number
}

const plan = (kind: 'fill' | 'drain'): RunPlan => ({
  kind,
  machine: { ...familyDefaults('front-load'), label: 'bench' },
  site: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: null, waterTempC: 15, portHeightMm: null },
  taps: ['cold'],
  throttled: false,
  hoseEndMm: null,
  startLevelMm: kind === 'fill' ? 0 : 110,
  endLevelMm: null,
  laundry: 'none',
  laundryKg: 0,
})
add(
  'expected band of 1,000 samples, fill',
  medianMs(15, () => expectedRun(plan('fill'))),
  'ms',
  60,
)
add(
  'expected band of 1,000 samples, drain',
  medianMs(15, () => expectedRun(plan('drain'))),
  'ms',
  60,
)

/** Drains of machines proven healthy, three of each, ten machines of a model. */
const proven = Array.from({ length: 600 }, (_, n): ProvenRun => {
  const machine = Math.floor(n / 3)
  return {
    runId: `run ${n}`,
    visitId: `visit ${n}`,
    machineId: `machine ${machine}`,
    make: 'Made up',
    model: `No. ${Math.floor(machine / 10)}`,
    atMs: n * 86_400_000,
    plan: plan('drain'),
    flowLMin: 20 + 2 * Math.sin(machine) + 0.5 * Math.sin(1.7 * n),
    readingsSe: 0.4,
    startMm: 110,
    endMm: 10,
  }
})
const learned = learnBands('front-load', proven, 600 * 86_400_000)
const own = learned.records.get(recordsKey.model('front-load', modelName('Made up', 'No. 1')))
add(
  'own records of 600 runs of a family, 20 models, learned anew in the background',
  medianMs(3, () => learnBands('front-load', proven, 600 * 86_400_000)),
  'ms',
  5000,
)
add(
  'expected band of 1,000 samples, drain, by own records',
  medianMs(15, () => expectedRun({ ...plan('drain'), own })),
  'ms',
  60,
)

function visit(rows: number, hz: number) {
  const levels = Array.from({ length: rows }, (_, i) => [
    i / hz,
    Math.round((5 + (290 * i) / rows + Math.sin(i * 1.7)) * 10) / 10,
  ])
  return {
    format: 'brendik-visit/1',
    machine: { family: 'top-load-pump', tub: { diameter_mm: 550, depth_mm: 430, sump_l: 1, floor_mm: 0 } },
    runs: [{ kind: 'fill', source: 'stream', columns: ['t_s', 'level_mm'], rows: levels }],
  }
}
const long = parseVisitFile(visit(36_000, 10))
for (const [name, run] of [
  ['a fill', { kind: 'fill' }],
  ['a drain', { kind: 'drain', hose_end_mm: 900 }],
  ['a gravity run', { kind: 'siphon', hose_end_mm: 50 }],
  ['a hold with a leak', { kind: 'hold', hose_end_mm: 900 }],
] as const) {
  const file = structuredClone(long)
  const first = file.runs[0] as (typeof file.runs)[0]
  Object.assign(first, run)
  if (run.kind !== 'fill') for (const row of first.rows) row[1] = 300 - (row[1] as number)
  add(
    `${name} of 36,000 readings, all quantities`,
    medianMs(9, () => analyseVisit(file)),
    'ms',
    50,
  )
}
const drains = makeDrainCase(
  {
    family: 'top',
    source: 'hand',
    everyS: 10,
    fault: 'pump-weak',
    flowLeft: 0.7,
    protocol: 'all',
    plate: true,
  },
  makeDraw(1),
)
const weighed = parseVisitFile(drains.file)
add(
  'two heights, gravity run and lift test weighed together',
  medianMs(9, () => analyseVisit(weighed)),
  'ms',
  50,
)
const inlet = parseVisitFile(makeFillCase('tap.part-shut', '+ both buckets', makeDraw(2)).file)
add(
  'two fills and two buckets weighed together',
  medianMs(9, () => analyseVisit(inlet)),
  'ms',
  50,
)

const lines = path.join(tmpdir(), `brendik-bench-${process.pid}.jsonl`)
writeFileSync(lines, Array.from({ length: 240 }, () => JSON.stringify(visit(5000, 10))).join('\n'))
const started = performance.now()
execFileSync(process.execPath, ['apps/server/bin/brendik.mjs', 'analyse', lines, '--jsonl'], {
  maxBuffer: 1e9,
})
add('240 visits of 5,000 readings through the command line', (performance.now() - started) / 1000, 's', 10)

const leaks = leakBench(medianMs)
figures.push(...leaks.figures, ...weighBench(medianMs))

for (const figure of await storing(plan('drain'))) figures.push(figure)
for (const figure of await papers(plan('drain'))) figures.push(figure)
for (const figure of await hundredThousandVisits(plan('drain'))) figures.push(figure)
for (const figure of await streaming(plan('drain'), 100, 20, 60)) figures.push(figure)

const frames = await framesWhileStreaming(process.env.DATABASE_URL as string)
if (frames) {
  add('frames drawn in 12 s while a 10 Hz stream is re-fitted', frames.drawn, '')
  add('of these late by a frame or more (over 34 ms)', frames.late, '', 6)
  add('longest frame', frames.longestMs, 'ms')
}

/** All that is read before the first page stands: the start, the app, and what both import. */
const manifest = JSON.parse(readFileSync('apps/web/dist/.vite/manifest.json', 'utf8')) as Record<
  string,
  { file: string; imports?: string[] }
>
const asServed = (file: string) => statSync(existsSync(`${file}.br`) ? `${file}.br` : file).size
const scripts = new Set<string>()
const read = (entry: string) => {
  const { file, imports } = manifest[entry] as (typeof manifest)[string]
  if (scripts.has(file)) return
  scripts.add(file)
  for (const one of imports ?? []) read(one)
}
for (const entry of ['src/start.ts', 'src/main.tsx', 'index.html']) if (manifest[entry]) read(entry)
const bytes = [...scripts].reduce((sum, file) => sum + asServed(path.join('apps/web/dist', file)), 0)
add('initial script, as it is served', bytes / 1000, 'kB', 200)

if (process.argv.includes('--json')) console.log(JSON.stringify(figures, null, 2))
else {
  for (const { name, value, unit, limit } of figures)
    console.log(
      `${name.padEnd(62)} ${value.toPrecision(3).padStart(9)} ${unit}${limit === undefined ? '' : `   (limit ${limit})`}`,
    )
  console.log(`\n${leaks.reliability}`)
}
