import { diagnoseVisit, parseVisitFile } from '../src/index.ts'

export const sum = (values: Iterable<number>) => [...values].reduce((a, b) => a + b, 0)
export type Seen = {
  check: string
  value: string | number
  tap?: string
  side?: string
  water_inside?: boolean
  phase?: string
}
export const visitWith = (observations: Seen[], family = 'front-load', runs: object[] = []) =>
  diagnoseVisit(
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
    }),
  )
