import { judgeVisit } from '../src/files/analyseVisit.ts'
import { diagnoseVisit, type NextLook, NO_HISTORY, parseVisitFile, type WeighedCase } from '../src/index.ts'
import { nextLooks } from '../src/reason/weigh/nextLooks.ts'
import { weighVisit } from '../src/reason/weigh/weighVisit.ts'

export const sum = (values: Iterable<number>) => [...values].reduce((a, b) => a + b, 0)
export type Seen = {
  check: string
  value: string | number
  tap?: string
  side?: string
  water_inside?: boolean
  phase?: string
}
const fileWith = (observations: Seen[], family: string, runs: object[]) =>
  parseVisitFile({
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
  diagnoseVisit(fileWith(observations, family, runs))

/** The same as the core weighs it. */
export function caseWith(observations: Seen[], family = 'front-load', runs: object[] = []): WeighedCase {
  const { machine, site, judged, observations: seen, acts } = judgeVisit(fileWith(observations, family, runs))
  return {
    machine,
    site,
    runs: judged,
    observations: seen,
    acts,
    history: NO_HISTORY,
    leakSeen: [],
    panelsOpen: false,
    circuits: { supplyV: 230, windingOhm: null },
  }
}
/** Every look that tells something, whatever it costs. */
export function looksWith(observations: Seen[], family = 'front-load', runs: object[] = []): NextLook[] {
  const visit = caseWith(observations, family, runs)
  return nextLooks(visit, weighVisit(visit))
}
