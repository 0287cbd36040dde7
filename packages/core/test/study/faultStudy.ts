import { type DiagnosisReport, diagnoseVisit, parseVisitFile } from '../../src/index.ts'
import { FAMILY_IDS } from '../../src/machine/machineSpec.ts'
import { seededRandom } from '../../src/numeric/random.ts'
import type { FaultId } from '../../src/reason/catalogue/faultCard.ts'
import type { LeakFaultId } from '../../src/reason/leaks/leakFaults.ts'
import { asGoodFor } from './asGood.ts'
import type { Draw } from './draw.ts'
import { SIGNS } from './faultSigns.ts'
import { callWith, canHave, pick, type TownCase } from './faultTown.ts'
import { callsOf } from './leakBuilds.ts'
import { observeLeaks, randomLeak } from './leakObserver.ts'
import type { Table } from './table.ts'

interface Score {
  n: number
  first: number
  three: number
  /** Sum of (1 − probability of what was so)². */
  miss: number
  /** The same where a cause that the record cannot tell from the true one is as good; left out of the short form. */
  asGood: { first: number; three: number; miss: number } | null
  /** Said and true over all faults of all visits, by tenth of what was said. */
  bins: { n: number; said: number; true: number }[]
}
export interface FaultFigures {
  shown: Score
  blanked: Score
  /** Every fault as often as any other, complaint shown. */
  byFault: Record<string, { n: number; first: number; three: number; asGood: number }>
  /** What was taken for what, most often first. */
  takenFor: { truth: string; for: string; n: number }[]
}

/** From so many repeats on it is worth watching every leak many times to know what its record cannot tell. */
const LONG = 50
/** Of a thousand calls, those for leaks and those with nothing wrong. */
const LEAKS = 380
const NONE = 60

const blank = (asGood = false): Score => ({
  asGood: asGood ? { first: 0, three: 0, miss: 0 } : null,
  n: 0,
  first: 0,
  three: 0,
  miss: 0,
  bins: Array.from({ length: 10 }, () => ({ n: 0, said: 0, true: 0 })),
})

/** Mean distance between what was said and what was so, over all that was said above a tenth. */
export function reliabilityError({ bins }: Score): number {
  const said = bins.slice(1)
  const n = said.reduce((sum, bin) => sum + bin.n, 0)
  return said.reduce((sum, bin) => sum + Math.abs(bin.said - bin.true), 0) / n
}

function score(into: Score, call: TownCase, { ranking }: DiagnosisReport): string[] {
  const { truth } = call
  const order = ranking.map(({ fault }) => fault as string)
  into.n++
  into.first += Number(order[0] === truth)
  into.three += Number(order.slice(0, 3).includes(truth))
  into.miss += (1 - (ranking.find(({ fault }) => fault === truth)?.probability ?? 0)) ** 2
  if (into.asGood) {
    const good = asGoodFor(call)
    const together = ranking.reduce(
      (sum, { fault, probability }) => sum + (good.has(fault) ? probability : 0),
      0,
    )
    into.asGood.first += Number(good.has(order[0] as string))
    into.asGood.three += Number(order.slice(0, 3).some((fault) => good.has(fault)))
    into.asGood.miss += (1 - together) ** 2
  }
  for (const { fault, probability } of ranking) {
    const bin = into.bins[Math.min(9, Math.floor(probability * 10))] as Score['bins'][number]
    bin.n++
    bin.said += probability
    bin.true += Number(fault === truth)
  }
  return order
}

/** A call for a leak, watched by somebody in a hurry or by somebody with time. */
function leakCall(fault: LeakFaultId, family: TownCase['family'], draw: Draw): TownCase {
  const random = seededRandom(Math.floor(draw.uniform(1, 1e9)))
  const watching = draw.chance(0.5)
    ? { misplaced: 0.1, watched: 0.97, panelOff: 0.85, saysDry: true, looks: 0.85, height: 'hold' as const }
    : { misplaced: 0.15, watched: 0.85, panelOff: 0.5, saysDry: false, looks: 0.4, height: 'none' as const }
  const { file } = observeLeaks(family, [randomLeak(family, fault, random)], watching, random)
  return { truth: fault, family, watching, file: file as unknown as TownCase['file'] }
}

/** A call as they come: by how often each fault is what is wrong. */
export function drawnCall(family: TownCase['family'], draw: Draw): TownCase {
  const others = (Object.entries(SIGNS) as [FaultId, { calls: number }][])
    .filter(([fault]) => canHave(family, SIGNS[fault] as never))
    .map(([fault, { calls }]) => [fault, calls] as const)
  const what = pick(
    [['leak', LEAKS] as const, ['none', NONE] as const, ...others] as readonly (readonly [string, number])[],
    draw,
  )
  if (what !== 'leak') return callWith(what as FaultId | 'none', family, draw)
  const leak = pick(
    Object.entries(callsOf(family)).filter(([, calls]) => calls > 0) as [string, number][],
    draw,
  )
  return leakCall(leak as LeakFaultId, family, draw)
}

const withoutComplaint = (file: TownCase['file']): TownCase['file'] => ({
  ...file,
  observations: file.observations.filter(({ check }) => check !== 'complaint'),
})
const diagnosed = ({ file }: TownCase, complaint: boolean): DiagnosisReport =>
  diagnoseVisit(parseVisitFile(complaint ? file : withoutComplaint(file)), { looks: false })

/**
 * Calls of a town, over the whole catalogue: each with one fault or none, and what somebody found in half an hour; the complaint shown and
 * taken away.
 * @param repeats - Ten times as many calls are drawn by how often they come, and a fortieth of it of each fault in each family.
 */
export function faultStudy(repeats: number, draw: Draw): { tables: Table[]; figures: FaultFigures } {
  const long = repeats >= LONG
  const figures: FaultFigures = { shown: blank(long), blanked: blank(long), byFault: {}, takenFor: [] }
  const family = (n: number) => FAMILY_IDS[n % FAMILY_IDS.length] as TownCase['family']
  for (let n = 0; n < repeats * 10; n++) {
    const call = drawnCall(family(n), draw)
    score(figures.shown, call, diagnosed(call, true))
    score(figures.blanked, { ...call, file: withoutComplaint(call.file) }, diagnosed(call, false))
  }
  const taken = new Map<string, { truth: string; for: string; n: number }>()
  const each = Math.floor(repeats / 40)
  for (const kind of FAMILY_IDS)
    for (let n = 0; n < each; n++) {
      const leaks = Object.entries(callsOf(kind)).filter(([, calls]) => calls > 0)
      const calls = [
        callWith('none', kind, draw),
        ...(Object.keys(SIGNS) as FaultId[])
          .filter((fault) => canHave(kind, SIGNS[fault] as never))
          .map((fault) => callWith(fault, kind, draw)),
        ...leaks.map(([leak]) => leakCall(leak as LeakFaultId, kind, draw)),
      ]
      for (const call of calls) {
        const order = score(blank(), call, diagnosed(call, true))
        const line = figures.byFault[call.truth] ?? { n: 0, first: 0, three: 0, asGood: 0 }
        figures.byFault[call.truth] = line
        line.n++
        line.first += Number(order[0] === call.truth)
        line.three += Number(order.slice(0, 3).includes(call.truth))
        if (long) {
          const good = asGoodFor(call)
          line.asGood += Number(order.slice(0, 3).some((fault) => good.has(fault)))
        }
        if (order[0] === call.truth) continue
        const key = `${call.truth} ${order[0]}`
        const before = taken.get(key) ?? { truth: call.truth, for: order[0] as string, n: 0 }
        taken.set(key, { ...before, n: before.n + 1 })
      }
    }
  figures.takenFor = [...taken.values()].sort((a, b) => b.n - a.n).slice(0, 20)
  return { tables: tablesOf(figures), figures }
}

const asGoodColumns = ({ asGood, n }: Score): Record<string, string> =>
  asGood
    ? {
        'first or as good': `${((100 * asGood.first) / n).toFixed(1)} %`,
        'three or as good': `${((100 * asGood.three) / n).toFixed(1)} %`,
        '(1−p)² of these': (asGood.miss / n).toFixed(3),
      }
    : {}

function tablesOf(figures: FaultFigures): Table[] {
  const share = (a: number, n: number) => `${((100 * a) / Math.max(1, n)).toFixed(1)} %`
  const tables: Table[] = [
    {
      title: 'What is wrong, over the whole catalogue',
      about:
        'Calls of a made-up town, one fault or none each, with what somebody finds in half an hour: about three of four looks that would find it, one of six others, one in twenty mistaken; runs by hand or streamed. How often what fails, what people call for and what looks find is written apart from what the diagnosis believes; the hydraulics of fills, drains and holds are the simulator’s own. Many calls cannot be told apart by what was recorded: first and among three count the true fault all the same; *as good* counts as well a cause with which what was recorded is at least a third as likely by the town’s own chances (leaks: by 40 of each, watched the same way), which is as much as anybody could know who made the town.',
      rows: (['shown', 'blanked'] as const).map((key) => ({
        complaint: key,
        n: figures[key].n,
        first: share(figures[key].first, figures[key].n),
        'among three': share(figures[key].three, figures[key].n),
        'mean (1−p)²': (figures[key].miss / Math.max(1, figures[key].n)).toFixed(3),
        'said against so': reliabilityError(figures[key]).toFixed(3),
        ...asGoodColumns(figures[key]),
      })),
    },
    {
      title: 'What was said and what was so, over the whole catalogue',
      about: 'Every fault of every call, by the probability said; complaint shown.',
      rows: figures.shown.bins.map((bin, k) => ({
        said: `${k * 10} to ${k * 10 + 10} %`,
        n: bin.n,
        'mean said': share(bin.said, bin.n),
        so: share(bin.true, bin.n),
      })),
    },
  ]
  if (figures.takenFor.length > 0)
    tables.push(
      {
        title: 'Each fault as often as any other',
        about: 'The same kind of calls, drawn evenly over faults and families; complaint shown.',
        rows: Object.entries(figures.byFault).map(([fault, { n, first, three, asGood }]) => ({
          fault,
          n,
          first: share(first, n),
          'among three': share(three, n),
          ...(figures.shown.asGood ? { 'three or as good': share(asGood, n) } : {}),
        })),
      },
      {
        title: 'What was taken for what',
        about: 'The commonest mistakes of the calls above.',
        rows: figures.takenFor.map((one) => ({ truth: one.truth, 'taken for': one.for, n: one.n })),
      },
    )
  return tables
}
