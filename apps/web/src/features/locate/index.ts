export { LocateStage } from './LocateStage.tsx'
export { useLeakMarks, weighedCaseOf } from './useLeak.ts'
