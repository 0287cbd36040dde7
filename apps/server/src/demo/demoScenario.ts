import { createHash } from 'node:crypto'
import {
  familyDefaults,
  type IngestBlock,
  inputOfRun,
  isFlowRun,
  type MachineSpec,
  noisyLevelSensor,
  type RigFault,
  type RunEvent,
  type RunKind,
  type RunPlan,
  type SiteSpec,
  seededRandom,
  standingWasher,
  stepWasher,
  type Tap,
} from '@brendik/core'

/** A UUID that is the same every time for the same name. */
function idOf(name: string): string {
  const hex = createHash('sha256').update(`brendik demo ${name}`).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}

function machine(name: string, spec: MachineSpec) {
  return { id: idOf(`machine ${name}`), spec: { ...spec, label: name } }
}
const front = familyDefaults('front-load')
const top = familyDefaults('top-load-pump')

export const DEMO_MACHINES = [
  machine('Laundry 2, front loader', {
    ...front,
    valve: { ratedLMin: 8, taps: ['cold', 'hot'] },
    pump: { shutoffHeadM: 2.4, freeFlowLMin: 34 },
    drainHose: { boreMm: 19, lengthM: 2.2, wall: 'corrugated' },
    fillLevelMm: 120,
  }),
  machine('Basement top loader', {
    ...top,
    tub: { diameterMm: 560, depthMm: 430, sumpL: 0.9, floorMm: 2 },
    valve: { ratedLMin: 10, taps: ['cold', 'hot'] },
    pump: { shutoffHeadM: 2.8, freeFlowLMin: 40 },
  }),
  machine('Flat 3 front loader', { ...familyDefaults('front-load-sealed'), fillLevelMm: 95 }),
  machine('Garage top loader', {
    ...familyDefaults('top-load-belt'),
    valve: { ratedLMin: 11, taps: ['cold', 'hot'] },
  }),
]

const sites: { name: string; spec: SiteSpec }[] = [
  {
    name: 'Larch House',
    spec: { supplyKpa: { cold: 320, hot: null }, standpipeHeightMm: 900, waterTempC: 14, portHeightMm: 160 },
  },
  {
    name: '14 Quarry Lane',
    spec: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: 850, waterTempC: 12, portHeightMm: 230 },
  },
  {
    name: 'Mill Yard, flat 3',
    spec: {
      supplyKpa: { cold: null, hot: null },
      standpipeHeightMm: null,
      waterTempC: 15,
      portHeightMm: null,
    },
  },
  {
    name: 'Ash Row 5, garage',
    spec: { supplyKpa: { cold: 410, hot: 400 }, standpipeHeightMm: 900, waterTempC: 13, portHeightMm: 240 },
  },
]
export const DEMO_SITES = sites.map((site) => ({ id: idOf(`site ${site.name}`), ...site }))

export interface DemoRun {
  id: string
  kind: RunKind
  fault: RigFault
  startedAtMs: number
  fromMm: number
  plan: RunPlan
  by: 'hand' | 'stream'
  /** Length of a run that has no end of its own, s. */
  lastsS?: number
}

/** Something looked at beside the runs. */
export interface DemoLook {
  atMs: number
  check: string
  value: string | number
  tap: Tap | null
  levelMm: number | null
}

/** Today's visits: one with finished runs, one with a first drain, one not begun. */
export function demoVisits(midnightMs: number) {
  const day = new Date(midnightMs).toISOString().slice(0, 10)
  const at = (hours: number, minutes: number) => midnightMs + (hours * 60 + minutes) * 60_000
  const of = (m: number, s: number) => ({
    m: DEMO_MACHINES[m] as (typeof DEMO_MACHINES)[0],
    s: DEMO_SITES[s] as (typeof DEMO_SITES)[0],
  })
  const run = (
    name: string,
    kind: RunKind,
    fault: RigFault,
    startedAtMs: number,
    m: number,
    s: number,
    by: 'hand' | 'stream',
    change: Partial<RunPlan> = {},
  ): DemoRun => {
    const { m: machine, s: site } = of(m, s)
    const fillTo = machine.spec.fillLevelMm ?? 100
    return {
      id: idOf(`run ${day} ${name}`),
      kind,
      fault,
      startedAtMs,
      by,
      fromMm: kind === 'fill' ? 0 : fillTo,
      plan: {
        kind,
        machine: machine.spec,
        site: site.spec,
        taps: kind === 'fill' ? ['cold'] : [],
        throttled: false,
        hoseEndMm: kind === 'fill' ? null : (site.spec.standpipeHeightMm ?? null),
        startLevelMm: kind === 'fill' ? 0 : fillTo,
        endLevelMm: null,
        laundry: 'none',
        laundryKg: 0,
        ...change,
      },
    }
  }
  const visit = (
    name: string,
    m: number,
    s: number,
    dueAtMs: number,
    complaint: string,
    runs: DemoRun[],
    looks: DemoLook[] = [],
  ) => ({
    id: idOf(`visit ${day} ${name}`),
    machineId: of(m, s).m.id,
    siteId: of(m, s).s.id,
    dueAtMs,
    complaint,
    runs,
    looks: looks.map((look, i) => ({ id: idOf(`look ${day} ${name} ${i}`), ...look })),
  })
  const hold3 = (name: string, hours: number, minutes: number) =>
    ['first', 'again', 'lifted'].map((step, i) =>
      run(`${name} hold ${step}`, 'hold', 'tub-seam.leak', at(hours, minutes + i * 13), 3, 3, 'hand', {
        hoseEndMm: step === 'lifted' ? 1500 : 900,
        protocol: { id: 'three-hold', step },
      }),
    )
  return [
    visit('quarry', 1, 1, at(8, 0), 'Takes for ever to empty; standing water after the last rinse.', [
      run('quarry fill', 'fill', 'none', at(8, 12), 1, 1, 'hand'),
      run('quarry drain before', 'drain', 'drain-hose.blocked', at(8, 24), 1, 1, 'hand'),
      run('quarry fill 2', 'fill', 'none', at(8, 58), 1, 1, 'stream'),
      run('quarry drain after', 'drain', 'none', at(9, 10), 1, 1, 'stream'),
    ]),
    visit('larch', 0, 0, at(10, 30), 'Stops in the drain with a long-drain fault. Loud pump.', [
      run('larch fill', 'fill', 'none', at(10, 41), 0, 0, 'hand'),
      run('larch drain', 'drain', 'pump.worn', at(10, 52), 0, 0, 'stream'),
      run('larch drain low', 'drain', 'pump.worn', at(11, 6), 0, 0, 'stream', { hoseEndMm: 400 }),
    ]),
    visit(
      'ash',
      3,
      3,
      at(12, 30),
      'Puddle in front after every wash; tops itself up again and again.',
      [
        run('ash fill', 'fill', 'none', at(12, 36), 3, 3, 'hand'),
        { ...run('ash hold long', 'hold', 'tub-seam.leak', at(12, 44), 3, 3, 'stream'), lastsS: 4500 },
        ...hold3('ash', 14, 6),
      ],
      [
        { atMs: at(14, 46), check: 'leak.catch', value: 46, tap: null, levelMm: 280 },
        { atMs: at(14, 51), check: 'leak.catch', value: 39.5, tap: null, levelMm: 245 },
        { atMs: at(14, 56), check: 'leak.catch', value: 31.5, tap: null, levelMm: 210 },
        { atMs: at(15, 1), check: 'leak.catch', value: 19, tap: null, levelMm: 175 },
      ],
    ),
    visit('mill', 2, 2, at(15, 30), 'Fills slowly since the taps were changed.', [
      run('mill fill', 'fill', 'tap.part-shut', at(15, 37), 2, 2, 'hand'),
      run('mill fill hot', 'fill', 'none', at(15, 46), 2, 2, 'hand', { taps: ['hot'] }),
    ]),
  ]
}

const HOLD_S = 601

/** Facts and batches of one demo run, made by the simulated washer with a fixed seed. */
export function demoRunFacts(run: DemoRun): { events: RunEvent[]; blocks: IngestBlock[] } {
  const random = seededRandom(run.id.charCodeAt(0) * 7919 + run.id.charCodeAt(3) * 31 + run.id.charCodeAt(9))
  const sense = noisyLevelSensor(random)
  const { machine: spec, site } = run.plan
  const target = spec.fillLevelMm ?? 100
  const start = run.startedAtMs
  const id = (name: string) => idOf(`${run.id} ${name}`)
  const events: RunEvent[] = [
    { type: 'planned', id: id('planned'), atMs: start - 60_000, plan: run.plan, instrumentId: null },
    { type: 'started', id: id('started'), atMs: start },
  ]
  const at: number[] = []
  const level: number[] = []
  let state = standingWasher(spec, run.fromMm)
  const stepS = 0.1
  const holds = !isFlowRun(run.kind)
  const everyS =
    run.by === 'stream' ? (holds ? 4 : 0.5) : holds ? 60 : run.kind === 'fill' || run.fromMm > 200 ? 15 : 5
  let t = 0
  const done = () =>
    holds ? t >= (run.lastsS ?? HOLD_S) : run.kind === 'fill' ? state.levelMm >= target : state.levelMm <= 4.5
  for (; t < 6000 && !done(); t += stepS) {
    if (Math.abs(t / everyS - Math.round(t / everyS)) < stepS / everyS / 2) {
      const mm = sense(state.indicatedMm, stepS)
      const seen = run.by === 'stream' ? mm : Math.round(mm + (random() - 0.5) * 5)
      const atMs = Math.round(start + t * 1000 + (run.by === 'hand' ? random() * 900 : 0))
      if (run.by === 'stream') {
        at.push(atMs)
        level.push(seen)
      } else
        events.push({
          type: 'levelRead',
          id: id(`level ${t.toFixed(1)}`),
          atMs,
          levelMm: Math.max(0, seen),
          by: 'ruler',
        })
    }
    state = stepWasher(spec, site, run.fault, state, inputOfRun(run.plan, false), stepS)
  }
  const endMs = Math.round(start + t * 1000)
  if (run.kind === 'drain' || run.kind === 'siphon')
    events.push({ type: 'marked', id: id('air'), atMs: endMs, what: 'air-drawn' })
  events.push({ type: 'stopped', id: id('stopped'), atMs: endMs + 1500 })
  const blocks: IngestBlock[] = []
  for (let i = 0; i < at.length; i += 100)
    blocks.push({ id: id(`block ${i}`), atMs: at.slice(i, i + 100), levelMm: level.slice(i, i + 100) })
  return { events, blocks }
}
