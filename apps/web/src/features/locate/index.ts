export { LocateStage } from './LocateStage.tsx'
export { leakCaseOf, useLeakRuns } from './useLeak.ts'
