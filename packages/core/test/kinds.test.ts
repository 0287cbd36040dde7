import { describe, expect, it } from '@jest/globals'
import { NO_FAULT, onceForEachTwo, toldApartAs, toldApartBy } from '../src/reason/diagnosis/likelihood.ts'
import { weighVisit } from '../src/reason/weigh/weighVisit.ts'
import { makeDraw } from './study/draw.ts'
import { callWith } from './study/faultTown.ts'
import { weighedCase } from './study/weighedCase.ts'
import { caseWith } from './visitWith.ts'

describe('ways that a piece does not tell apart', () => {
  const EVERY_READING = caseWith([
    { check: 'complaint', value: 'leaking' },
    { check: 'pump.winding', value: 160 },
    { check: 'valve.coil', value: 'open', tap: 'hot' },
    { check: 'pump.voltage', value: 228 },
    { check: 'board.pump-pin', value: 3 },
    { check: 'valve.voltage', value: 230, tap: 'cold' },
    { check: 'insulation', value: 0.4 },
    { check: 'pump.runs-for', value: 70 },
    { check: 'ruler-vs-indicated', value: 24 },
    { check: 'drain.caught-back', value: 0.7 },
    { check: 'standpipe.height', value: 1600 },
    { check: 'screens.look', value: 'grit', tap: 'cold' },
    { check: 'level-hose.look', value: 'water-inside' },
    { check: 'leak.place', value: 'front-left' },
    { check: 'leak.trail', value: 'sediment' },
    { check: 'leak.amount', value: 'drip' },
  ])
  const draw = makeDraw(29)
  const drawn = (['inlet-valve.seeping', 'standpipe.too-high'] as const).map((truth) =>
    weighedCase(callWith(truth, 'top-load-belt', draw).file, 230),
  )
  const CYCLE = caseWith([{ check: 'complaint', value: 'leaking' }], 'front-load', [
    {
      kind: 'cycle',
      columns: ['t_s'],
      rows: [],
      events: [
        { t_s: 0, what: 'fill' },
        { t_s: 900, what: 'wash' },
        { t_s: 1800, what: 'drain' },
      ],
    },
  ])
  it.each(
    [EVERY_READING, CYCLE, { ...EVERY_READING, moment: 'spin' as const }, ...drawn].map(
      (of, n) => [n, of] as const,
    ),
  )('get one likelihood of it, alone and beside any other: visit %i', (_, visit) => {
    const { pieces, ways } = weighVisit(visit)
    const off = pieces.flatMap(({ id, likelihood }) => {
      const { kinds } = likelihood
      if (!kinds) return [`${id}: tells all apart`]
      const first = new Map<number, number>()
      for (let i = NO_FAULT; i < ways.length; i++)
        for (let j = i === NO_FAULT ? ways.length - 1 : NO_FAULT; j < ways.length; j++) {
          const second = i === NO_FAULT ? NO_FAULT : j
          const two = (kinds.of[i + 1] as number) * kinds.count + (kinds.of[second + 1] as number)
          const p = likelihood(i, second)
          const known = first.get(two) ?? p
          first.set(two, known)
          if (Math.abs(p - known) > 1e-12 * known)
            return [
              `${id}: ${ways[i]?.card.id} with ${ways[second]?.card.id} ${p}, another of their kinds ${known}`,
            ]
        }
      return []
    })
    expect(off).toEqual([])
    expect(pieces.length).toBeGreaterThan(10)
  })
  it('are of the kinds of all that something is made of', () => {
    const a = toldApartBy([1, 1, 2, Number.NaN, Number.NaN], (i) => i)
    const b = toldApartBy(['x', 'y', 'y', 'y', 'y'], (i) => i)
    expect([...(a.kinds?.of ?? [])]).toEqual([0, 1, 1, 2, 3, 3])
    const both = toldApartAs([a, b], () => 0)
    expect([...(both.kinds?.of ?? [])]).toEqual([0, 1, 2, 3, 4, 4])
    expect(toldApartAs([a, () => 0], () => 0).kinds).toBeUndefined()
  })
  it('are worked out once', () => {
    let asked = 0
    const once = onceForEachTwo(toldApartBy(['x', 'x', 'y'], () => ++asked))
    expect([once(0, 2), once(1, 2), once(2, 0), once(2, 1), once(NO_FAULT, NO_FAULT)]).toEqual([
      1, 1, 2, 2, 3,
    ])
  })
})
