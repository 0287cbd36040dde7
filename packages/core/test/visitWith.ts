import { diagnoseVisit, type NextLook, parseVisitFile, type WeighedCase } from '../src/index.ts'
import { weighVisit } from '../src/reason/weigh/weighVisit.ts'
import { nextLooks } from './nextLooks.ts'
import { weighedCase } from './study/weighedCase.ts'

export const sum = (values: Iterable<number>) => [...values].reduce((a, b) => a + b, 0)
export type Seen = {
  check: string
  value: string | number
  tap?: string
  side?: string
  water_inside?: boolean
  phase?: string
  level_mm?: number
}
const fileWith = (observations: Seen[], family: string, runs: object[]) => ({
  format: 'brendik-visit/1',
  machine: {
    family,
    tub: { diameter_mm: 540 },
    pump: { supply_v: 230 },
    valve: { taps: ['cold', 'hot'] },
  },
  observations,
  runs,
})
export const visitWith = (observations: Seen[], family = 'front-load', runs: object[] = []) =>
  diagnoseVisit(parseVisitFile(fileWith(observations, family, runs)))
/** What is wrong, with nothing of what to look at next: planning takes ten times as long. */
export const wrongWith = (observations: Seen[], family = 'front-load', runs: object[] = []) =>
  diagnoseVisit(parseVisitFile(fileWith(observations, family, runs)), { looks: false })

/** The same as the core weighs it. */
export const caseWith = (observations: Seen[], family = 'front-load', runs: object[] = []): WeighedCase =>
  weighedCase(fileWith(observations, family, runs), 230)
/** Every look that tells something, whatever it costs. */
export function looksWith(observations: Seen[], family = 'front-load', runs: object[] = []): NextLook[] {
  const visit = caseWith(observations, family, runs)
  return nextLooks(visit, weighVisit(visit))
}
