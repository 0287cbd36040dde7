export { LocateStage } from './LocateStage.tsx'
export { useLeakMarks, weighedOf } from './useLeak.ts'
