/** The only entry of the computing core. */
export { assertNever } from './assertNever.ts'
export { analyseBoard } from './board/analyseBoard.ts'
export { type IntervalAt, intervalHistory, mainInterval } from './board/intervalHistory.ts'
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
  ObservationAnswer,
  RunAnswer,
  RunDetail,
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
  type ObservationEvent,
  postEventsSchema,
  postObservationsSchema,
  putInstrumentSchema,
  putSiteSchema,
  putVisitSchema,
  siteSpecSchema,
} from './contract/specSchemas.ts'
export { judgeVoltage, SUPPLY_BANDS } from './electrical/voltage.ts'
export { PUMP_WINDING_BANDS, type SupplyVolts, windingOhmAt } from './electrical/winding.ts'
export { analyseVisit, type RunReport, type VisitReport } from './formats/analyseVisit.ts'
export { parseVisitFile, type VisitFile, VisitFileError, visitFileSchema } from './formats/visitFile.ts'
export { DROP_ML, flowFromDropsLH, litresPerDayFromDrops } from './leak/drops.ts'
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
  planForStep,
  protocolProgress,
  type StepAdvice,
  type StepProgress,
  stepAdvice,
} from './protocols/progress.ts'
export { PROTOCOL_IDS, type ProtocolId } from './protocols/protocolIds.ts'
export { PROTOCOLS } from './protocols/protocols.ts'
export {
  CAUTIONS,
  type LookStep,
  type Protocol,
  type ProtocolStep,
  type RunStep,
} from './protocols/protocolTypes.ts'
export {
  drainFlowAtHeightLMin,
  STANDPIPE_ABOVE_WEIR_MM,
  stallHeightMm,
  USUAL_HOSE_END_MM,
} from './pump/standpipe.ts'
export { CALCULATOR_IDS, CALCULATORS, type CalculatorId } from './rates/calculators.ts'
export {
  inputOfRun,
  noisyLevelSensor,
  RIG_FAULTS,
  type RigFault,
  rigLeakHeightMm,
  standingWasher,
  stepWasher,
  type WasherState,
} from './rig/washerModel.ts'
export { type ExpectedRun, expectedRun } from './runs/expectedRun.ts'
export type { FlowValue, Interval } from './runs/interval.ts'
export type { Readings } from './runs/readings.ts'
export { ANALYSIS_VERSION, type RunAnalysis } from './runs/runAnalysis.ts'
export {
  AIR_LEVEL_MM,
  isFlowRun,
  plannedEndMm,
  RUN_KINDS,
  type RunKind,
  type RunPlan,
} from './runs/runPlan.ts'
export { type Saying, sayRun } from './runs/sayRun.ts'
export { type EntryQuestion, questionEntry } from './runs/unitSlip.ts'
export type { Verdict } from './runs/verdict.ts'
export { indicatedByDomeMm } from './sensing/airDome.ts'
export { BUCKET_LEAST_S, bucketTest } from './supply/bucket.ts'
export { CLEAN_SUPPLY_K, supplyFlowLMin } from './supply/supplyLine.ts'
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
export { combineVisit, type VisitSays } from './visit/combineVisit.ts'
export type { JudgedRun, Observation } from './visit/observations.ts'
export { CAUSE_WORDS, sayDrain, sayFill, sayHold, sayVisit, type VisitText } from './visit/sayVisit.ts'
export { DECIDE_LN } from './visit/weighDrains.ts'
export { FILL_CAUSES } from './visit/weighFills.ts'
export { levelFromPressureMm, waterPressureKpa } from './water/hydrostatics.ts'
