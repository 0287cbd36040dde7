import { type DiagnosisReport, diagnoseVisit, parseVisitFile } from '../../src/index.ts'
import { FAMILY_IDS, type FamilyId } from '../../src/machine/machineSpec.ts'
import { type RandomSource, seededRandom } from '../../src/numeric/random.ts'
import type { LeakFaultId } from '../../src/reason/leaks/leakFaults.ts'
import { weighVisit } from '../../src/reason/weigh/weighVisit.ts'
import { nextLooks } from '../nextLooks.ts'
import { callsOf } from './leakBuilds.ts'
import { LEAK_CASES } from './leakCases.ts'
import { answerLook, type LeakCase, observeLeaks, randomLeak, type Watching } from './leakObserver.ts'
import type { WasherLeak } from './leakTest.ts'
import type { Table } from './table.ts'
import { weighedCase } from './weighedCase.ts'

/** The whole protocol, made with a panel off by someone who errs now and then. */
const PROTOCOL: Omit<Watching, 'height'> = {
  misplaced: 0.1,
  watched: 0.97,
  panelOff: 0.85,
  saysDry: true,
  looks: 0.85,
}
/** A hurried visit: phases missed, puddles instead of exits, dry phases not noted. */
const HURRIED: Omit<Watching, 'height'> = {
  misplaced: 0.15,
  watched: 0.85,
  panelOff: 0.5,
  saysDry: false,
  looks: 0.4,
}

interface Score {
  n: number
  first: number
  /** A true site, and every true site, among the first three. */
  three: number
  allThree: number
  /** Said and true over all leaks of all cases, by tenth of what was said. */
  bins: { n: number; said: number; true: number }[]
}
export interface LeakFigures {
  cases: { name: string; n: number; first: number; three: number }[]
  named: Score
  protocol: Score
  hurried: Score
}

const blank = (): Score => ({
  n: 0,
  first: 0,
  three: 0,
  allThree: 0,
  bins: Array.from({ length: 10 }, () => ({ n: 0, said: 0, true: 0 })),
})

/** First = a true site leads. No leak counts as a site of its own. */
function score(
  into: Score,
  truth: readonly string[],
  { ranking, present: there }: DiagnosisReport,
): { first: boolean; three: boolean } {
  const sites = truth.length > 0 ? truth : ['none']
  const order = ranking.map(({ fault }) => fault as string)
  const first = sites.includes(order[0] as string)
  const among = sites.filter((site) => order.slice(0, 3).includes(site)).length
  const three = among > 0
  into.n++
  into.first += Number(first)
  into.three += Number(three)
  into.allThree += Number(among === sites.length)
  for (const { fault, probability } of ranking) {
    const present = there[fault] ?? probability
    const bin = into.bins[Math.min(9, Math.floor(present * 10))] as Score['bins'][number]
    bin.n++
    bin.said += present
    bin.true += Number(sites.includes(fault))
  }
  return { first, three }
}

/**
 * Mean distance between what was said and what was so, over all said, by tenths.
 * @param from - First tenth that counts: most of what is said is that a leak is not there, and that is easy.
 */
export function calibrationError(score: Score, from = 0): number {
  const bins = score.bins.slice(from)
  const n = bins.reduce((sum, bin) => sum + bin.n, 0)
  return bins.reduce((sum, bin) => sum + Math.abs(bin.said - bin.true), 0) / n
}

function heightOf(random: RandomSource): Watching['height'] {
  const x = random()
  return x < 0.3 ? 'hold' : x < 0.55 ? 'three-holds' : x < 0.85 ? 'stop-level' : 'catches'
}
const diagnosed = (leakCase: LeakCase) => diagnoseVisit(parseVisitFile(leakCase.file), { looks: false })

/** How sure it is, and the checks that tell most of what is wrong for their minutes, as the ladder asks for them. */
function looksAsked({ file }: LeakCase): { sure: number; checks: string[] } {
  const visit = weighedCase(file)
  const weighed = weighVisit(visit)
  return {
    sure: Math.max(...weighed.belief.share.values()),
    checks: nextLooks(visit, weighed).flatMap(({ what }) => (what.kind === 'check' ? [what.check] : [])),
  }
}

/** Looks that are asked for and made after the test itself. */
const ASKED = 4
/** Makes the next looks as they are asked for, until one leak is as good as sure. */
function followed(
  leakCase: LeakCase,
  leaks: readonly WasherLeak[],
  watching: Watching,
  random: RandomSource,
): DiagnosisReport {
  const tried = new Set<string>()
  for (let n = 0; n < ASKED; n++) {
    const family = leakCase.file.machine.family as FamilyId
    const { sure, checks } = looksAsked(leakCase)
    if (sure >= 0.9) break
    const answer = checks
      .filter((check) => check === 'leak.place' || !tried.has(check))
      .map((check) => answerLook(check, family, leaks, watching, random))
      .find((one) => one !== null)
    if (!answer) break
    tried.add(answer.check)
    leakCase.file.observations.push(answer)
  }
  return diagnosed(leakCase)
}

/**
 * Leak sites of simulated visits: the named cases, each with several seeds, and visits drawn as often as leaks are among machines.
 * @param repeats - Seeds of each named case; thirty times as many visits of each kind are drawn.
 */
export function leakStudy(repeats: number): { tables: Table[]; figures: LeakFigures } {
  const figures: LeakFigures = { cases: [], named: blank(), protocol: blank(), hurried: blank() }
  LEAK_CASES.forEach((named, k) => {
    const line = { name: named.name, n: repeats, first: 0, three: 0 }
    for (let r = 0; r < repeats; r++) {
      const random = seededRandom(1000 * k + r + 1)
      const leaks = named.faults.map((fault, n) => {
        const leak = randomLeak(named.family, fault, random)
        return n === 0 && named.heightMm !== undefined ? { ...leak, heightMm: named.heightMm } : leak
      })
      // The customer of a named case called because of what runs, not because of a trace.
      for (const leak of leaks)
        if (leak.fault !== 'spill.condensation') leak.sizeLH = Math.max(0.6, leak.sizeLH)
      const watching: Watching = {
        ...PROTOCOL,
        height: named.faults[0] === 'standpipe.siphon' ? 'three-holds' : heightOf(random),
        ...(named.wrongPlace ? { alsoPlaced: named.wrongPlace } : {}),
      }
      const leakCase = observeLeaks(named.family, leaks, watching, random)
      const found = score(figures.named, named.faults, followed(leakCase, leaks, watching, random))
      line.first += Number(found.first)
      line.three += Number(found.three)
    }
    figures.cases.push(line)
  })
  for (const [into, watching, seed] of [
    [figures.protocol, PROTOCOL, 5],
    [figures.hurried, HURRIED, 6],
  ] as const) {
    const random = seededRandom(seed)
    for (let n = 0; n < repeats * 30; n++) {
      const family = FAMILY_IDS[n % FAMILY_IDS.length] as (typeof FAMILY_IDS)[number]
      const calls = callsOf(family)
      const faults: LeakFaultId[] = random() < 0.05 ? [] : [drawn(calls, random)]
      if (faults.length > 0 && random() < 0.1) faults.push(drawn(calls, random))
      const truth = [...new Set(faults)]
      const leaks = truth.map((fault) => randomLeak(family, fault, random))
      const leakCase = observeLeaks(family, leaks, { ...watching, height: heightOf(random) }, random)
      score(into, truth, diagnosed(leakCase))
    }
  }
  return { tables: tablesOf(figures), figures }
}

function drawn(calls: Record<LeakFaultId, number>, random: RandomSource): LeakFaultId {
  const entries = Object.entries(calls) as [LeakFaultId, number][]
  let x = random() * entries.reduce((sum, [, p]) => sum + p, 0)
  for (const [fault, p] of entries) {
    x -= p
    if (p > 0 && x <= 0) return fault
  }
  return 'pump.seal-leak'
}

function tablesOf(figures: LeakFigures): Table[] {
  const share = (a: number, n: number) => `${((100 * a) / Math.max(1, n)).toFixed(1)} %`
  const about = {
    named: 'named cases',
    protocol: 'drawn, whole protocol',
    hurried: 'drawn, hurried',
  } as const
  return [
    {
      title: 'Leak sites: how often the true one leads',
      about:
        'These visits come from the product’s own simulated washer, which shares its hydraulics with the core; how its machines are built, how often what leaks, and who watches are written apart and take nothing from what the diagnosis believes. Phases are missed or taken for wet, places are wrong in 10 % (hurried: 15 %), looks do not always show the fault. In the named cases up to four of the looks that are asked for next are made as well. Of two at once either may lead.',
      rows: (['named', 'protocol', 'hurried'] as const).map((key) => ({
        visits: about[key],
        n: figures[key].n,
        first: share(figures[key].first, figures[key].n),
        'among three': share(figures[key].three, figures[key].n),
        'all true among three': share(figures[key].allThree, figures[key].n),
        'calibration error': calibrationError(figures[key]).toFixed(3),
        'said above 0.3 only': calibrationError(figures[key], 3).toFixed(3),
      })),
    },
    {
      title: 'Leak sites: what was said and what was so',
      about:
        'Drawn visits of both kinds; every leak of every visit, by the probability said that it is there.',
      rows: figures.protocol.bins.map((bin, k) => {
        const other = figures.hurried.bins[k] as Score['bins'][number]
        const n = bin.n + other.n
        return {
          said: n ? ((bin.said + other.said) / n).toFixed(3) : '–',
          so: n ? ((bin.true + other.true) / n).toFixed(3) : '–',
          n,
        }
      }),
    },
    {
      title: 'Leak sites: the named cases',
      about: 'Each with its own seeds; first = a true site leads.',
      rows: figures.cases.map(({ name, n, first, three }) => ({
        case: name,
        first: `${first} of ${n}`,
        'among three': `${three} of ${n}`,
      })),
    },
  ]
}
