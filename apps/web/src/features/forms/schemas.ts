import {
  asText,
  customerSchema,
  type FamilyId,
  familyDefaults,
  figureOf,
  type MachineRecord,
  type MachineSpec,
  machineSpecSchema,
  putSiteSchema,
  tapedTub,
  tubProblems,
  tubTopMm,
} from '@brendik/core'
import * as v from 'valibot'

/** What is typed of a machine. */
export interface MachineValues {
  spec: MachineSpec
}
export interface RecordValues {
  record: MachineRecord
}

/** A machine as the values of its form: what is not said of it stands there as not said, so that a form left as it was changes nothing. */
export const machineValues = (spec: MachineSpec): MachineValues => ({
  spec: {
    ...spec,
    tub: { ...spec.tub, assumed: spec.tub.assumed ?? false },
    construction: { pumpRoute: null, pumpRow: null, pumpColumn: null, ...spec.construction },
  },
})

/** A machine of a family of which nothing is measured yet: the usual measures, said to be no more than that. */
export function usualMachine(family: FamilyId, label = ''): MachineValues {
  const usual = familyDefaults(family)
  return machineValues({ ...usual, label, tub: { ...usual.tub, assumed: true } })
}

/** A machine's measures, each by itself, and whether they can be those of one machine. */
export const machineFormSchema = v.pipe(
  machineSpecSchema,
  v.rawCheck(({ dataset, addIssue }) => {
    if (!dataset.typed) return
    const spec = dataset.value
    const against = (path: readonly string[], message: string) =>
      addIssue({
        message,
        path: path.map((key) => ({ type: 'object', origin: 'value', input: {}, key, value: null })) as never,
      })
    const tub = tapedTub(spec)
    for (const { field, problem } of tubProblems(tub)) against(['tub', field], problem)
    if (spec.fillLevelMm !== null && spec.fillLevelMm > tubTopMm(tub))
      against(
        ['fillLevelMm'],
        asText('machineForm.expectedInsideTheTubAt', {
          top: figureOf('level', tubTopMm(tub)),
          level: figureOf('level', spec.fillLevelMm),
        }),
      )
  }),
)

/** A place. @param noted - A customer is noted for it already, and needs a name. */
export const siteFormSchema = (noted: boolean) =>
  v.object({
    name: putSiteSchema.entries.name,
    spec: putSiteSchema.entries.spec,
    customer: v.lazy((customer) =>
      noted || Object.entries(customer ?? {}).some(([key, said]) => key !== 'id' && said !== '')
        ? customerSchema
        : v.any(),
    ),
  })
