/** The only entry of the computing core. */
export { assertNever } from './assertNever.ts'
export { analyseBoard } from './board/analyseBoard.ts'
export { type DrawnLevels, drawnLevels } from './board/drawnLevels.ts'
export { type IntervalAt, intervalHistory, mainInterval } from './board/intervalHistory.ts'
export { BOARD_MARKS, type BoardMark, type RunEvent } from './board/runEvents.ts'
export type { ReadingBlock } from './board/runReadings.ts'
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
export { openRunStream, type RunStream } from './board/runStream.ts'
export { checkApplies, outcomesFor } from './checks/applies.ts'
export { CHECKS, checkFacts, valueProblem } from './checks/checks.ts'
export type {
  CheckFacts,
  CheckId,
  ChoiceCheck,
  NumberCheck,
  Outcome,
  OutcomeTone,
} from './checks/checkTypes.ts'
export { jointSays } from './checks/joint.ts'
export { COMPLAINTS_WITH_RULE, type Proposal, proposeChecks } from './checks/propose.ts'
export type {
  AssignmentAnswer,
  BlocksAnswer,
  CustomerAnswer,
  DayAnswer,
  ErrorAnswer,
  HosesDue,
  InstrumentAnswer,
  KnownMachine,
  LiveMessage,
  LogbookAnswer,
  LogbookLine,
  MachineAnswer,
  MachineHistory,
  ObservationAnswer,
  PhotoAnswer,
  RecordSubject,
  RivalAnswer,
  RunAnswer,
  RunDetail,
  RunSummary,
  SiteAnswer,
  StoredAnswer,
  VisitAnswer,
  VisitSummary,
} from './contract/answers.ts'
export { PAGES } from './contract/pages.ts'
export {
  type ChangeAnswer,
  demoSignInSchema,
  type InvitationAnswer,
  instrumentKeySchema,
  invitationSchema,
  newPersonSchema,
  newWorkshopSchema,
  type OwnSession,
  PASSWORD_LEAST,
  type PersonAnswer,
  passwordChangeSchema,
  personSchema,
  printedCodeSchema,
  type Role,
  recoverySchema,
  type SessionAnswer,
  signInSchema,
  tokenSchema,
  type WhoAnswer,
} from './contract/peopleSchemas.ts'
export {
  BLANK_RECORD,
  closedSchema,
  customerSchema,
  type EntryEvent,
  logbookQuerySchema,
  type MachineRecord,
  machineRecordSchema,
  machinesQuerySchema,
  PHOTO_MOST_BYTES,
  PHOTO_STAGES,
  PHOTO_TYPES,
  photoQuerySchema,
  postEntriesSchema,
  recordOf,
  settleRivalSchema,
} from './contract/recordSchemas.ts'
export {
  afterBlockSchema,
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
export {
  CHAIN_POINTS,
  type ChainPoint,
  type ChainSays,
  type ChainVolts,
  judgeChain,
  type PointReading,
} from './electrical/voltageChain.ts'
export {
  judgeOhms,
  type OhmReading,
  PUMP_WINDING_BANDS,
  type SupplyVolts,
  VALVE_COIL_BANDS,
  windingOhmAt,
} from './electrical/winding.ts'
export { analyseVisit, type RunReport, type VisitReport } from './formats/analyseVisit.ts'
export { type DiagnosisReport, diagnoseVisit } from './formats/diagnoseVisit.ts'
export { parseVisitFile, type VisitFile, VisitFileError, visitFileSchema } from './formats/visitFile.ts'
export { DROP_ML, flowFromDropsLH, LEAST_DROPS, litresPerDayFromDrops, rateOfDrops } from './leak/drops.ts'
export { PHASE_OF_RUN } from './leaksites/findings.ts'
export { type LeakFaultId, leakFault } from './leaksites/leakFaults.ts'
export type { LeakFindings, PhaseSeen } from './leaksites/leakFindings.ts'
export { type LeakHistory, NO_HISTORY, WORKED_ON, type WorkedOn } from './leaksites/leakHistory.ts'
export { PHASE_WORD } from './leaksites/leakPieces.ts'
export { FLOOR_PLACES, type LeakPlace, MACHINE_PLACES } from './leaksites/leakPlaces.ts'
export type { PartVerdict, Reason, Strength, Suspect, WrongTurn } from './leaksites/leakReasons.ts'
export {
  type LeakTimeline,
  leakTimeline,
  levelAtReplay,
  phaseAtReplay,
  type TimelineMark,
  type TimelineRun,
} from './leaksites/leakTimeline.ts'
export { type LeakCaseOfVisit, type LeakView, leakView, partsAtSite } from './leaksites/leakView.ts'
export { allowedLooks, type LeakLook } from './leaksites/nextLeakLook.ts'
export { PHASE_WATCH, type PhaseWatch } from './leaksites/phaseWatch.ts'
export {
  FAMILY_IDS,
  type FamilyId,
  familyDefaults,
  isHorizontal,
  type MachineSpec,
  PUMP_COLUMNS,
  PUMP_ROUTES,
  PUMP_ROWS,
  type PumpRoute,
  type SiteSpec,
  TAPS,
  type Tap,
  tapedTub,
} from './machine/machineSpec.ts'
export { portHeight } from './machine/uncertainty.ts'
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
export type {
  LookStep,
  Protocol,
  ProtocolStep,
  RunStep,
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
export { ANALYSIS_VERSION, blankAnalysis, type RunAnalysis } from './runs/runAnalysis.ts'
export {
  AIR_LEVEL_MM,
  isFlowRun,
  plannedEndMm,
  RUN_KINDS,
  type RunKind,
  type RunPlan,
  type StartFrom,
} from './runs/runPlan.ts'
export { type Saying, sayRests, sayRun } from './runs/sayRun.ts'
export { knownFillLevelMm } from './runs/timedEnds.ts'
export { type EntryQuestion, questionEntry } from './runs/unitSlip.ts'
export type { Verdict } from './runs/verdict.ts'
export { indicatedByDomeMm } from './sensing/airDome.ts'
export { type Standing, saidOf, standingEntries, type VisitEntry } from './stages/entries.ts'
export {
  CYCLE_MOMENTS,
  type CycleMoment,
  ENTRY_TOPICS,
  STAGE_IDS,
  type StageId,
  type StageStatus,
} from './stages/stages.ts'
export { CAUTIONS, type CautionId } from './state/cautions.ts'
export {
  ACT_IDS,
  type ActId,
  type Block,
  type Danger,
  dangersOf,
  type Gate,
  gateOf,
  leftOpen,
  pumpMaybeHotWords,
  pumpWaitMin,
  unsaidForSafety,
  waterIsContained,
} from './state/gates.ts'
export {
  type MachineState,
  machineState,
  STATE_FIELDS,
  STATE_WORDS,
  type StateField,
  type StateRun,
  type WaterInside,
  type WordField,
} from './state/machineState.ts'
export { PUMP_HEAT, pumpCoolDownMin, pumpTempC } from './state/pumpHeat.ts'
export {
  BUCKET_L,
  lipLevelMm,
  litresInside,
  RESIDUE_L,
  type WayOut,
  type WayOutId,
  waterLevelMm,
  waysOut,
} from './state/waterInside.ts'
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
export { ACT_TOPIC, actsOfEntries, actValue } from './visit/actEntries.ts'
export { ACT_WORDS, type ActWord, actTouchesRun, type VisitAct } from './visit/acts.ts'
export { combineVisit, type VisitSays } from './visit/combineVisit.ts'
export { FILL_CAUSES } from './visit/fillModel.ts'
export { HOSES_EVERY_MS, hosesDueSeen } from './visit/hosesDue.ts'
export type { JudgedRun, Observation } from './visit/observations.ts'
export { runInVisit } from './visit/runInVisit.ts'
export {
  actWords,
  CAUSE_WORDS,
  sayChange,
  sayDrain,
  sayFill,
  sayFirst,
  sayHold,
  sayLast,
  sayVisit,
  type VisitText,
} from './visit/sayVisit.ts'
export { DECIDE_LN } from './visit/weighDrains.ts'
export { levelFromPressureMm, waterPressureKpa } from './water/hydrostatics.ts'
export { LEAK_PHASES, type LeakPhase } from './waterpath/leakPhases.ts'
export { ON_PUMP, PART_NAME, type Part, type PartId } from './waterpath/parts.ts'
