export { TogetherParts } from './TogetherParts.tsx'
export { judgedRuns, observationsOf, runsInVisit, useTogether } from './useTogether.ts'
