import { familyDefaults, type MachineSpec, type SiteSpec } from '@brendik/core'
import { t } from '../../lib/words.ts'

/** The machine and place that a calculator works on: a visit's, or a family's usual one. */
export interface Subject {
  machine: MachineSpec
  site: SiteSpec
  /** Whose it is, in words. */
  name: string
}

export const USUAL_SITE: SiteSpec = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: null,
  waterTempC: 15,
  portHeightMm: null,
}
export function usualSubject(family: MachineSpec['family']): Subject {
  return { machine: familyDefaults(family), site: USUAL_SITE, name: t('calculatorInputs.aUsualOneOfIts') }
}
