/** The only entry of the computing core. */
export { assertNever } from './assertNever.ts'
export { analyseBoard } from './board/analyseBoard.ts'
export { BOARD_MARKS, type BoardMark, type RunEvent } from './board/runEvents.ts'
export { type ReadingBlock, runReadings } from './board/runReadings.ts'
export {
  type AdvanceResult,
  advanceRun,
  elapsedS,
  emptyRun,
  type RunFacts,
  type RunPhase,
  type RunState,
  runFacts,
  undoTarget,
} from './board/runState.ts'
export type {
  AssignmentAnswer,
  DayAnswer,
  ErrorAnswer,
  InstrumentAnswer,
  MachineAnswer,
  RunAnswer,
  RunSummary,
  SiteAnswer,
  StoredAnswer,
  VisitAnswer,
  VisitSummary,
} from './contract/answers.ts'
export {
  type IngestBlock,
  idSchema,
  ingestSchema,
  machineSpecSchema,
  numberIn,
  postEventsSchema,
  putInstrumentSchema,
  putSiteSchema,
  putVisitSchema,
  siteSpecSchema,
} from './contract/specSchemas.ts'
export { analyseVisit, type RunReport, type VisitReport } from './formats/analyseVisit.ts'
export { parseVisitFile, type VisitFile, VisitFileError, visitFileSchema } from './formats/visitFile.ts'
export {
  FAMILY_IDS,
  type FamilyId,
  familyDefaults,
  isHorizontal,
  type MachineSpec,
  type SiteSpec,
  TAPS,
  type Tap,
  tapedTub,
} from './machine/machineSpec.ts'
export { seededRandom } from './numeric/random.ts'
export {
  noisyLevelSensor,
  RIG_FAULTS,
  type RigFault,
  standingWasher,
  stepWasher,
  type WasherState,
} from './rig/washerModel.ts'
export { type ExpectedRun, expectedRun } from './runs/expectedRun.ts'
export type { Interval } from './runs/interval.ts'
export type { Readings } from './runs/readings.ts'
export { ANALYSIS_VERSION, type RunAnalysis } from './runs/runAnalysis.ts'
export { AIR_LEVEL_MM, plannedEndMm, RUN_KINDS, type RunKind, type RunPlan } from './runs/runPlan.ts'
export { type Saying, sayRun } from './runs/sayRun.ts'
export { type EntryQuestion, questionEntry } from './runs/unitSlip.ts'
export type { Verdict } from './runs/verdict.ts'
export { tubProblems, tubTopMm } from './tub/tubGeometry.ts'
export { tubLevelMm, tubVolumeL } from './tub/tubVolume.ts'
export {
  celsiusFromFahrenheit,
  fahrenheitFromCelsius,
  feetFromMetres,
  inchesFromMm,
  inchesWaterFromKpa,
  kpaFromInchesWater,
  kpaFromPsi,
  litresFromUsGallons,
  metresFromFeet,
  mmFromInches,
  psiFromKpa,
  usGallonsFromLitres,
} from './units.ts'
