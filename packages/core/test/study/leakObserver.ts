import { type Amount, LEAK_FAULTS, type LeakFaultId, type Trail } from '../../src/leaksites/leakFaults.ts'
import { FLOOR_PLACES, LEAK_PLACES, type LeakPlace } from '../../src/leaksites/leakPlaces.ts'
import {
  type FamilyId,
  familyDefaults,
  isHorizontal,
  type MachineSpec,
} from '../../src/machine/machineSpec.ts'
import { type RandomSource, standardNormal } from '../../src/numeric/random.ts'
import type { LeakPhase } from '../../src/waterpath/leakPhases.ts'
import { partsOf } from '../../src/waterpath/parts.ts'
import { runLeakTest, type TestedPhase, type WasherLeak } from './leakTest.ts'

/** How a simulated technician watches a leak test. */
export interface Watching {
  /** Share of places named wrongly. */
  misplaced: number
  /** Share of phases watched. */
  watched: number
  /** Share of looks for water made with a panel off, so that its exit is seen and not the puddle. */
  panelOff: number
  /** Phases found dry are said to be dry. */
  saysDry: boolean
  /** What is done about the height. */
  height: 'none' | 'hold' | 'three-holds' | 'stop-level' | 'catches'
  /** Places named in any case, beside what is seen: somebody saw the water elsewhere. */
  alsoPlaced?: LeakPlace
  /** Share of the looks that bear on the true leaks that are made. */
  looks: number
}

/** A leak case: a visit file, and what was wrong. */
export interface LeakCase {
  truth: LeakFaultId[]
  file: {
    format: 'brendik-visit/1'
    machine: Record<string, unknown>
    site: Record<string, unknown>
    runs: Record<string, unknown>[]
    observations: { check: string; value: string | number; level_mm?: number; phase?: LeakPhase }[]
  }
}

/** Litres that wet enough to be found by hand and torch. */
const SEEN_L = 0.004

type Weighted<T> = readonly (readonly [T, number])[]
function draw<T>(random: RandomSource, from: Weighted<T>): T {
  let x = random() * from.reduce((sum, [, w]) => sum + w, 0)
  for (const [value, w] of from) {
    x -= w
    if (x <= 0) return value
  }
  return (from[0] as readonly [T, number])[0]
}
const evenly = <T>(...values: T[]): Weighted<T> => values.map((v) => [v, 1] as const)

/** Where the water of each leak comes out: seen with the panel off, and on the floor with it on. */
function exits(
  family: FamilyId,
  fault: LeakFaultId,
): { inside: Weighted<LeakPlace>; floor: Weighted<LeakPlace> } {
  const front = evenly<LeakPlace>('front-left', 'front-centre', 'front-right')
  const rear = evenly<LeakPlace>('rear-left', 'rear-centre', 'rear-right')
  const middle: Weighted<LeakPlace> = [
    ['centre', 3],
    ['front-centre', 1],
    ['rear-centre', 1],
  ]
  const horizontal = isHorizontal(family)
  switch (fault) {
    case 'fill-hose.leak':
      return { inside: [['behind-at-taps', 1]], floor: rear }
    case 'inlet-valve.body-leak':
      return {
        inside: [
          ['rear-upper-inside', 3],
          ['behind-at-taps', 1],
        ],
        floor: rear,
      }
    case 'valve-hose.leak':
      return {
        inside: [
          ['rear-upper-inside', 4],
          ['tub-wall', 1],
        ],
        floor: rear,
      }
    case 'dispenser.overflow':
      return { inside: [['drawer', 1]], floor: front }
    case 'bellows.leak':
    case 'bellows.misaligned':
    case 'bellows.drain-holes-blocked':
      return { inside: [['door', 1]], floor: front }
    case 'tub-seam.leak':
      return {
        inside: [
          ['tub-wall', 5],
          ['rear-lower-inside', 1],
        ],
        floor: middle,
      }
    case 'tub-seal.leak':
      return horizontal
        ? { inside: [['tub-rear-centre', 1]], floor: rear }
        : { inside: [['tub-centre-under', 1]], floor: middle }
    case 'shaft-seal.leak':
      return { inside: [['tub-centre-under', 1]], floor: middle }
    case 'sump-boot.leak':
      return {
        inside: [
          ['under-sump', 4],
          ['under-tub-pump-hose', 1],
        ],
        floor: middle,
      }
    case 'tub-pump-hose.leak':
      return {
        inside: [
          ['under-tub-pump-hose', 4],
          ['under-sump', 1],
        ],
        floor: middle,
      }
    case 'pump.seal-leak':
      return { inside: [['under-pump', 1]], floor: front }
    case 'filter-cap.leak':
      return { inside: [['at-filter-cap', 1]], floor: front }
    case 'drain-hose.leak':
      return {
        inside: [
          ['behind-at-drain-hose', 3],
          ['rear-lower-inside', 1],
        ],
        floor: rear,
      }
    case 'house-drain.blocked':
    case 'standpipe.siphon':
      return { inside: [['at-standpipe', 1]], floor: rear }
    case 'spill.condensation':
      return {
        inside: [
          ['tub-wall', 3],
          ['door', 1],
          ['behind-at-taps', 1],
        ],
        floor: evenly(...FLOOR_PLACES),
      }
    case 'spill.opening':
      return {
        inside: [
          ['at-filter-cap', 2],
          ['door', 1],
        ],
        floor: front,
      }
    case 'spill.suds':
      return {
        inside: [
          ['drawer', 2],
          ['door', 1],
        ],
        floor: front,
      }
  }
}

/** What a look at the part shows, where somebody makes it: how it is with the fault, and how often that is seen. */
const LOOKS: Readonly<
  Partial<Record<LeakFaultId, { check: string; value: string; otherwise: string; seen: number }>>
> = {
  'fill-hose.leak': { check: 'fill-hose.look', value: 'wet-at-fitting', otherwise: 'good', seen: 0.75 },
  'bellows.leak': { check: 'bellows.look', value: 'torn', otherwise: 'good', seen: 0.75 },
  'bellows.misaligned': { check: 'bellows.look', value: 'mark-not-at-12', otherwise: 'good', seen: 0.8 },
  'bellows.drain-holes-blocked': { check: 'door-opening-spill', value: 'yes', otherwise: 'no', seen: 0.95 },
  'shaft-seal.leak': { check: 'weep-holes', value: 'wet', otherwise: 'dry', seen: 0.88 },
  'tub-seal.leak': { check: 'centre-post', value: 'wet', otherwise: 'dry', seen: 0.88 },
  'filter-cap.leak': { check: 'filter-cap.look', value: 'wet', otherwise: 'dry', seen: 0.85 },
  'drain-hose.leak': { check: 'drain-hose.look', value: 'split', otherwise: 'good', seen: 0.7 },
  'dispenser.overflow': { check: 'dispenser.look', value: 'caked', otherwise: 'clear', seen: 0.8 },
  'house-drain.blocked': { check: 'standpipe.backs-up', value: 'yes', otherwise: 'no', seen: 0.92 },
  'standpipe.siphon': { check: 'drain-hose.look', value: 'pushed-too-deep', otherwise: 'good', seen: 0.6 },
  'spill.suds': { check: 'suds.seen', value: 'full', otherwise: 'some', seen: 0.8 },
}

const CLEAN: readonly LeakFaultId[] = [
  'fill-hose.leak',
  'inlet-valve.body-leak',
  'valve-hose.leak',
  'spill.condensation',
]

function trailOf(random: RandomSource, fault: LeakFaultId): Trail {
  if (CLEAN.includes(fault))
    return draw<Trail>(random, [
      ['clean', 8],
      ['sediment', 1],
    ])
  if (fault === 'spill.suds') return 'suds'
  if (fault === 'shaft-seal.leak')
    return draw<Trail>(random, [
      ['oily', 5],
      ['suds', 2],
      ['sediment', 2],
      ['clean', 1],
    ])
  if (fault === 'pump.seal-leak' || fault === 'tub-seal.leak')
    return draw<Trail>(random, [
      ['sediment', 5],
      ['suds', 3],
      ['clean', 2],
    ])
  return draw<Trail>(random, [
    ['suds', 4],
    ['clean', 3],
    ['sediment', 3],
  ])
}

/** A leak as it may be: where its part is in this machine, give or take, and of a size that people call for. */
export function randomLeak(machine: MachineSpec, fault: LeakFaultId, random: RandomSource): WasherLeak {
  const part = partsOf(machine).find((p) => p.id === LEAK_FAULTS.find((f) => f.id === fault)?.part)
  const [lo, hi] = part?.bandMm ?? [0, 0]
  const sizes: readonly [number, number] =
    fault === 'spill.condensation'
      ? [-3.5, 0.6]
      : fault === 'house-drain.blocked' || fault === 'standpipe.siphon'
        ? [Math.log(60), 0.8]
        : fault === 'sump-boot.leak' || fault === 'tub-pump-hose.leak'
          ? [Math.log(12), 1.3]
          : [Math.log(2.2), 1.2]
  return {
    fault,
    heightMm: lo + (hi - lo) * random() + 12 * standardNormal(random),
    sizeLH: Math.exp(sizes[0] + sizes[1] * standardNormal(random)),
    law: random() < 0.6 ? 'orifice' : 'seepage',
  }
}

/**
 * Watches the simulated washer and writes the visit file: readings with their noise, phases that are missed or taken for wet,
 * places that are sometimes wrong. Nothing of it is taken from what the diagnosis believes.
 */
export function observeLeaks(
  family: FamilyId,
  leaks: readonly WasherLeak[],
  watching: Watching,
  random: RandomSource,
): LeakCase {
  const machine = familyDefaults(family)
  const fillToMm = (machine.fillLevelMm ?? 110) * (0.85 + 0.5 * random())
  const site = {
    supplyKpa: { cold: 320, hot: null },
    standpipeHeightMm: 900,
    waterTempC: 15,
    portHeightMm: null,
  }
  const tested = runLeakTest(
    machine,
    site,
    leaks,
    {
      fillToMm,
      holdS: watching.height === 'three-holds' ? 1800 : 900,
      liftedAfterS: 1200,
      tapsStayOpen: random() < 0.6,
      sloshMm: 60 + 60 * random(),
    },
    random,
  )
  const observations: LeakCase['file']['observations'] = []
  if (random() < 0.7) observations.push({ check: 'complaint', value: 'leaking' })
  let said = false
  for (const phase of tested) said = watchPhase(observations, family, leaks, phase, watching, random) || said
  if (said && random() < 0.5)
    observations.push({ check: 'leak.trail', value: trailOf(random, pick(leaks, random).fault) })
  for (const leak of leaks) {
    const look = LOOKS[leak.fault]
    if (look && random() < watching.looks)
      observations.push({ check: look.check, value: random() < look.seen ? look.value : look.otherwise })
  }
  const runs = heightRuns(observations, tested, leaks, watching, random)
  return {
    truth: leaks.map((leak) => leak.fault),
    file: {
      format: 'brendik-visit/1',
      machine: {
        family,
        tub: {
          diameter_mm: machine.tub.diameterMm,
          depth_mm: machine.tub.depthMm,
          sump_l: machine.tub.sumpL,
          floor_mm: machine.tub.floorMm,
        },
        fill_level_mm: Math.round(fillToMm),
      },
      site: { standpipe_height_mm: 900, water_temp_c: 15 },
      runs,
      observations,
    },
  }
}

function pick(leaks: readonly WasherLeak[], random: RandomSource): WasherLeak {
  return leaks[Math.floor(random() * leaks.length)] as WasherLeak
}

function watchPhase(
  observations: LeakCase['file']['observations'],
  family: FamilyId,
  leaks: readonly WasherLeak[],
  tested: TestedPhase,
  watching: Watching,
  random: RandomSource,
): boolean {
  if (random() > watching.watched) return false
  const wet = leaks.filter(
    (_, n) => (tested.lostL[n] as number) > SEEN_L * Math.exp(0.8 * standardNormal(random)),
  )
  if (wet.length === 0) {
    if (random() < 0.03) observations.push({ check: 'leak.phase', value: tested.phase })
    else if (watching.saysDry) observations.push({ check: 'leak.dry', value: tested.phase })
    return false
  }
  observations.push({ check: 'leak.phase', value: tested.phase })
  for (const leak of wet) {
    if (random() < 0.5) continue
    const { inside, floor } = exits(family, leak.fault)
    const place =
      random() < watching.misplaced
        ? draw(random, evenly(...LEAK_PLACES))
        : draw(random, random() < watching.panelOff ? inside : floor)
    if (!observations.some((o) => o.check === 'leak.place' && o.value === place))
      observations.push({
        check: 'leak.place',
        value: place,
        ...(watching.saysDry ? { phase: tested.phase } : {}),
      })
  }
  const worst = Math.max(...leaks.map((_, n) => tested.lostL[n] as number))
  if (random() < 0.45) {
    const rate = (worst / tested.seconds) * 3600 * Math.exp(0.5 * standardNormal(random))
    const amount: Amount = rate < 0.08 ? 'film' : rate < 2 ? 'drip' : rate < 18 ? 'trickle' : 'stream'
    if (!observations.some((o) => o.check === 'leak.amount'))
      observations.push({ check: 'leak.amount', value: amount })
  }
  return true
}

/** What a look shows on a machine that is sound there. */
const SOUND: Readonly<Record<string, string>> = {
  'weep-holes': 'dry',
  'centre-post': 'dry',
  'bellows.look': 'good',
  'filter-cap.look': 'dry',
  'fill-hose.look': 'good',
  'drain-hose.look': 'good',
  'dispenser.look': 'clear',
  'suds.seen': 'none',
  'standpipe.backs-up': 'no',
  'door-opening-spill': 'no',
  'bearing.noise': 'none',
  'tub.spins': 'yes',
  'water-when-off': 'no',
  'trap.look': 'clean',
}

/** Makes a look that was asked for, with the same errors as all others; null when it cannot be made. */
export function answerLook(
  check: string,
  family: FamilyId,
  leaks: readonly WasherLeak[],
  watching: Watching,
  random: RandomSource,
): LeakCase['file']['observations'][number] | null {
  if (leaks.length > 0 && check === 'leak.place') {
    const place =
      random() < watching.misplaced
        ? draw(random, evenly(...LEAK_PLACES))
        : draw(random, exits(family, pick(leaks, random).fault).inside)
    return { check, value: place }
  }
  if (leaks.length > 0 && check === 'leak.trail')
    return { check, value: trailOf(random, pick(leaks, random).fault) }
  const sound = SOUND[check]
  if (sound === undefined) return null
  const about = leaks.map((leak) => LOOKS[leak.fault]).find((look) => look?.check === check)
  if (!about) return { check, value: sound }
  return { check, value: random() < about.seen ? about.value : about.otherwise }
}

/** Readings of the hold, by hand, and what else is done about the height. */
function heightRuns(
  observations: LeakCase['file']['observations'],
  tested: readonly TestedPhase[],
  leaks: readonly WasherLeak[],
  watching: Watching,
  random: RandomSource,
): Record<string, unknown>[] {
  if (watching.height === 'none') return []
  const hold = tested.find((t) => t.phase === 'hold')
  if (!hold || hold.levelMm.length < 60) return []
  const rows = (from: number, to: number) =>
    hold.levelMm
      .slice(from, to)
      .flatMap((mm, s) => (s % 60 === 0 ? [[s, Math.round(mm + 1.2 * standardNormal(random))]] : []))
  const standing = leaks.filter((leak) => leak.heightMm < (hold.levelMm[0] as number))
  const lowest = Math.min(...standing.map((leak) => leak.heightMm))
  const fell = (hold.levelMm[0] as number) - (hold.levelMm.at(-1) as number) > 6
  if (watching.height === 'stop-level' && fell && Number.isFinite(lowest) && lowest > -20)
    observations.push({
      check: 'leak.stop-level',
      value: Math.round(lowest + 4 + 5 * standardNormal(random)),
    })
  if (watching.height === 'catches' && standing.length > 0) {
    const leak = standing[0] as WasherLeak
    for (const share of [1, 0.7, 0.4]) {
      const level = leak.heightMm + ((hold.levelMm[0] as number) - leak.heightMm) * share
      const flow = leak.sizeLH * ((level - leak.heightMm) / 100) ** (leak.law === 'orifice' ? 0.5 : 1)
      observations.push({
        check: 'leak.catch',
        value: Number((flow * (1 + 0.03 * standardNormal(random))).toPrecision(3)),
        level_mm: Math.round(level),
      })
    }
  }
  const columns = ['t_s', 'level_mm']
  if (watching.height !== 'three-holds')
    return [{ kind: 'hold', columns, rows: rows(0, hold.levelMm.length) }]
  return [0, 1, 2].map((n) => ({
    kind: 'hold',
    columns,
    rows: rows(n * 600, (n + 1) * 600),
    hose_end_mm: n === 2 ? 1500 : 900,
  }))
}
