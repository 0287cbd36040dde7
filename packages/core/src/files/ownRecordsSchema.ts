import * as v from 'valibot'
import { HEALTHY_IDS } from '../machine/healthyDraws.ts'
import { OWN_OF } from '../machine/ownRecords.ts'

const COUNT = HEALTHY_IDS.length
const few = (most: number) => v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(most))
const figures = (count: number) =>
  v.pipe(v.array(v.pipe(v.number(), v.finite(), v.minValue(-20), v.maxValue(20))), v.length(count))

/** What own records said of a machine when a run was set up. */
export const ownRecordsSchema = v.object({
  of: v.picklist(OWN_OF),
  machines: few(100_000),
  runs: few(1_000_000),
  mean: figures(COUNT),
  cov: figures((COUNT * (COUNT + 1)) / 2),
})
