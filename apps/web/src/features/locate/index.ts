export { LocateStage } from './LocateStage.tsx'
export { useLeakRuns, weighedCaseOf } from './useLeak.ts'
