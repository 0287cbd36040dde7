export { LiveBoard } from './LiveBoard.tsx'
export { firstPlan, SetupBoard } from './SetupBoard.tsx'
export { useExpected } from './useExpected.ts'
export { useRunBoard } from './useRunBoard.ts'
