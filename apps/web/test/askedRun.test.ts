import { actValue, BLANK_RECORD, familyDefaults, type VisitAnswer } from '@brendik/core'
import { expect, it } from '@jest/globals'
import { askedBy, firstPlan } from '../src/features/run/firstPlan.ts'
import { newId } from '../src/lib/newId.ts'
import { type AskedRun, newRunPath } from '../src/lib/newRunPath.ts'

const visit = {
  machine: { spec: { ...familyDefaults('front-load'), record: BLANK_RECORD } },
  site: { spec: { standpipeHeightMm: 760 } },
  entries: [],
  runs: [],
  observations: [],
} as unknown as VisitAnswer

const plan = (asked: AskedRun) =>
  firstPlan(asked.run, visit, askedBy(new URLSearchParams(newRunPath('a visit', asked).split('?')[1])))

it('a run is set up for the tap and the height of the hose end that a look asks for', () => {
  expect(plan({ run: 'fill', tap: 'hot' }).taps).toEqual(['hot'])
  expect(plan({ run: 'fill', taps: ['cold', 'hot'] }).taps).toEqual(['cold', 'hot'])
  expect(plan({ run: 'drain', hoseEndMm: 400 }).hoseEndMm).toBe(400)
  expect(plan({ run: 'siphon', hoseEndMm: 100 }).hoseEndMm).toBe(100)
})

it('and for what is known of machine and place where it asks for none', () => {
  expect(plan({ run: 'fill' }).taps).toEqual([visit.machine.spec.valve.taps[0]])
  expect(plan({ run: 'drain' }).hoseEndMm).toBe(760)
  expect(plan({ run: 'fill', tap: 'hot' }).hoseEndMm).toBeNull()
  const strange = askedBy(new URLSearchParams('tap=warm&hoseEndMm=low'))
  expect(firstPlan('drain', visit, strange).hoseEndMm).toBe(760)
  expect(firstPlan('fill', visit, strange).taps).toEqual([visit.machine.spec.valve.taps[0]])
})

it('and after something was done as the run before it was made, whichever way leads there', () => {
  const acted = (value: string): VisitAnswer => {
    const act = { id: 'an act', atMs: 100, topic: `act:${newId()}`, value, basedOn: [], by: 'Ines' }
    return { ...visit, entries: [act] } as unknown as VisitAnswer
  }
  const cleaned = acted(actValue({ what: 'cleaned', part: 'inlet-screen', tap: 'hot' }))
  expect(firstPlan('fill', cleaned).taps).toEqual(['hot'])
  expect(firstPlan('fill', cleaned, { taps: ['cold'] }).taps).toEqual(['cold'])
  expect(firstPlan('drain', cleaned).hoseEndMm).toBe(760)
})
