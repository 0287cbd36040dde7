import { familyDefaults, type MachineSpec, type SiteSpec } from '../src/machine/machineSpec.ts'
import type { RunKind, RunPlan } from '../src/measure/plan/runPlan.ts'

export const KNOWN_MACHINE: MachineSpec = {
  ...familyDefaults('front-load'),
  label: 'made up',
  valve: { ratedLMin: 8, taps: ['cold', 'hot'] },
  pump: { shutoffHeadM: 2.4, freeFlowLMin: 34 },
  fillLevelMm: 120,
}
export const KNOWN_SITE: SiteSpec = {
  supplyKpa: { cold: 320, hot: 320 },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: 160,
}

export function makePlan(kind: RunKind, change: Partial<RunPlan> = {}): RunPlan {
  return {
    kind,
    machine: KNOWN_MACHINE,
    site: KNOWN_SITE,
    taps: kind === 'fill' ? ['cold'] : [],
    throttled: false,
    hoseEndMm: kind === 'drain' ? 900 : null,
    startLevelMm: kind === 'fill' ? 0 : 120,
    endLevelMm: null,
    laundry: 'none',
    laundryKg: 0,
    ...change,
  }
}
