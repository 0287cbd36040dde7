export { TogetherParts } from './TogetherParts.tsx'
export { runsInVisit, useTogether } from './useTogether.ts'
