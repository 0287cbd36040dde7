import type { LeakPhase } from '../../src/machine/leakPhases.ts'
import { type FamilyId, familyDefaults } from '../../src/machine/machineSpec.ts'
import { type RandomSource, standardNormal } from '../../src/numeric/random.ts'
import type { Amount, LeakFaultId } from '../../src/reason/leaks/leakFaults.ts'
import { LEAK_PLACES, type LeakPlace } from '../../src/reason/leaks/leakPlaces.ts'
import { stretchOf } from './leakBuilds.ts'
import { draw, evenly, exits, LOOKS, trailOf } from './leakExits.ts'
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

/** A leak as it may be: where its part is in this machine, give or take, and of a size that people call for. */
export function randomLeak(family: FamilyId, fault: LeakFaultId, random: RandomSource): WasherLeak {
  const [lo, hi] = stretchOf(family, fault)
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
  if (watching.alsoPlaced) observations.push({ check: 'leak.place', value: watching.alsoPlaced })
  let said = false
  for (const phase of tested) said = watchPhase(observations, family, leaks, phase, watching, random) || said
  said = watchOil(observations, family, leaks, watching, random) || said
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

/** Oil gathers over days: it is found under the machine, in no phase of its own. */
function watchOil(
  observations: LeakCase['file']['observations'],
  family: FamilyId,
  leaks: readonly WasherLeak[],
  watching: Watching,
  random: RandomSource,
): boolean {
  if (!leaks.some((leak) => leak.fault === 'gearcase.oil-leak') || random() > watching.watched) return false
  const { inside, floor } = exits(family, 'gearcase.oil-leak')
  const place =
    random() < watching.misplaced
      ? draw(random, evenly(...LEAK_PLACES))
      : draw(random, random() < watching.panelOff ? inside : floor)
  observations.push({ check: 'leak.place', value: place })
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
