/** The only entry of the computing core. */

export { assertNever } from './assertNever.ts'
export { CHECK_IDS } from './catalogue/catalogueIds.ts'
export { ORDER_ENTRIES, type OrderEntry } from './catalogue/orderEntries.ts'
export { PROTOCOL_IDS, type ProtocolId } from './catalogue/protocolIds.ts'
export type {
  ArchiveAnswer,
  ArchiveNowAnswer,
  AssignmentAnswer,
  BlocksAnswer,
  BroughtAnswer,
  BroughtPiece,
  CustomerAnswer,
  DayAnswer,
  DueFollowUp,
  ErrorAnswer,
  FilePiece,
  HosesDue,
  InstrumentAnswer,
  KnownMachine,
  LearnedAnswer,
  LiveMessage,
  LogbookAnswer,
  LogbookLine,
  MachineAnswer,
  MachineHistory,
  ObservationAnswer,
  OwnModelAnswer,
  OwnRecordsAnswer,
  OwnRecordsLine,
  OwnRunAnswer,
  PhotoAnswer,
  PieceFate,
  RecordSubject,
  RefusedEntry,
  RivalAnswer,
  RunAnswer,
  RunDetail,
  RunSummary,
  SiteAnswer,
  StoredAnswer,
  VisitAnswer,
  VisitSummary,
} from './contract/answers.ts'
export {
  type CustomerReport,
  customerReport,
  isCured,
  type ReportChange,
} from './contract/customerReport.ts'
export { PAGES } from './contract/pages.ts'
export {
  type ChangeAnswer,
  demoSignInSchema,
  type FoundInvitationAnswer,
  type InvitationAnswer,
  instrumentKeySchema,
  invitationSchema,
  LANGUAGES,
  type Language,
  learningSchema,
  newArchiveSchema,
  newPersonSchema,
  newWorkshopSchema,
  type OwnOrder,
  type OwnSession,
  ownChoiceSchema,
  ownOrderSchema,
  ownRunSchema,
  PASSWORD_LEAST,
  type PersonAnswer,
  passwordChangeSchema,
  personalTokenSchema,
  personSchema,
  printedCodeSchema,
  ROLES,
  type Role,
  recoverySchema,
  type SessionAnswer,
  signInSchema,
  tokenSchema,
  type WhoAnswer,
} from './contract/peopleSchemas.ts'
export { type PriceListAnswer, priceListSchema } from './contract/priceSchemas.ts'
export {
  BLANK_RECORD,
  bringInSchema,
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
  LINK_DAYS,
  type Paper,
  paperSchema,
  type ReportLinkAnswer,
  reportLinkSchema,
  type SharedReportAnswer,
} from './contract/reportSchemas.ts'
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
export {
  TABLE_COLUMNS,
  TABLE_IDS,
  type TableCell,
  type TableColumn,
  type TableId,
} from './contract/tableColumns.ts'
export { figureCells, lookCells, readingCells, runCells, visitCells } from './contract/tableRows.ts'
export {
  finishedRuns,
  judgedRuns,
  leakMarksOf,
  leakRunsOf,
  observationsOf,
  type VisitProof,
  visitProof,
  weighedCaseOf,
} from './contract/visitCase.ts'
export { type FactsAsked, factsOfVisitFile, type VisitFacts } from './contract/visitFacts.ts'
export { asItCame, comparePieces, fileOfFacts, readOtherwise, writtenOver } from './contract/visitFileIn.ts'
export { type RecordedRun, visitFileOf } from './contract/visitFileOf.ts'
export { analyseVisit, type RunReport, type VisitReport } from './files/analyseVisit.ts'
export { type DiagnosisReport, diagnoseVisit } from './files/diagnoseVisit.ts'
export { instantOf } from './files/instant.ts'
export { guessRun } from './files/logger/guessRun.ts'
export {
  COLUMN_ROLES,
  type ColumnRole,
  cellsOf,
  guessForm,
  type LogColumn,
  type LogForm,
  type LogUnit,
  unitsOf,
} from './files/logger/logColumns.ts'
export { dayOrMonth, TIME_FORMS, type TimeForm } from './files/logger/logTime.ts'
export { LogReader, type LogReading, type ReadLog } from './files/logger/readLog.ts'
export {
  parseVisitFile,
  readVisitFile,
  type VisitFile,
  VisitFileError,
  type VisitFileProblem,
  visitFileSchema,
} from './files/visitFile.ts'
export { CALCULATOR_IDS, type CalculatorId } from './guide/calculators.ts'
export {
  FOLLOW_KINDS,
  type FollowKind,
  type FollowUp,
  followUpsOf,
  followValue,
  readFollow,
} from './guide/followUps.ts'
export { jobFits, jobFor, minutesByJobs } from './guide/jobs/jobFor.ts'
export {
  type Bag,
  foundOf,
  type JobNow,
  jobMinutes,
  jobNow,
  mayBeDone,
  type PlannedStep,
  SHOWED,
  type Showed,
  type StepNow,
  showedAsThought,
  showedOf,
  stepTopic,
  type Working,
  workingOn,
  workingValue,
} from './guide/jobs/jobPlan.ts'
export { jobOf } from './guide/jobs/jobs.ts'
export {
  BRANCHES,
  type BranchId,
  type Found,
  JOB_IDS,
  type Job,
  type JobDrawing,
  type JobId,
  type JobStep,
} from './guide/jobs/jobTypes.ts'
export { PUMP_WAYS } from './guide/jobs/ways.ts'
export {
  type ProofCase,
  type ProofPoint,
  type ProofPointId,
  proofOutcome,
  proofPoints,
} from './guide/proof/proofPoints.ts'
export { type ProofSays, type RunProof, runProofs } from './guide/proof/runProofs.ts'
export { type WhatItWas, whatItWas } from './guide/proof/whatItWas.ts'
export {
  planForStep,
  protocolProgress,
  type StepAdvice,
  type StepProgress,
  stepAdvice,
} from './guide/protocols/progress.ts'
export { PROTOCOLS } from './guide/protocols/protocols.ts'
export type {
  LookStep,
  Protocol,
  ProtocolStep,
  RunStep,
} from './guide/protocols/protocolTypes.ts'
export { protocolsFor } from './guide/protocolsFor.ts'
export { SIGN_BOX, SIGNED_TOPIC, type Signature, signedValue } from './guide/signature.ts'
export { toCarry } from './guide/truths/carry.ts'
export {
  type CheckWorth,
  type Learned,
  learnedOf,
  type Reliability,
} from './guide/truths/learned.ts'
export { provenRuns } from './guide/truths/provenRuns.ts'
export { type ShowedCount, showedCounts } from './guide/truths/showed.ts'
export { TRUTH_VERSION, type VisitTruth, visitTruth } from './guide/truths/visitTruth.ts'
export { ACCESS_WAYS, type AccessWay, PANELS } from './machine/access.ts'
export { HEALTHY_IDS, type HealthyId } from './machine/healthyDraws.ts'
export { LEAK_PHASES, type LeakPhase } from './machine/leakPhases.ts'
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
export { familyScale, type OwnRecords, ownGaussian } from './machine/ownRecords.ts'
export { ON_PUMP, type Part, type PartId } from './machine/parts.ts'
export {
  drainFlowAtHeightLMin,
  STANDPIPE_ABOVE_WEIR_MM,
  stallHeightMm,
  USUAL_HOSE_END_MM,
} from './machine/standpipe.ts'
export { portHeight } from './machine/uncertainty.ts'
export { analyseBoard } from './measure/board/analyseBoard.ts'
export { type DrawnLevels, drawnLevels } from './measure/board/drawnLevels.ts'
export { type IntervalAt, intervalHistory, mainInterval } from './measure/board/intervalHistory.ts'
export { BOARD_MARKS, type BoardMark, type RunEvent } from './measure/board/runEvents.ts'
export { type ReadingBlock, runReadings } from './measure/board/runReadings.ts'
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
} from './measure/board/runState.ts'
export { openRunStream, type RunStream } from './measure/board/runStream.ts'
export { type Drift, type DriftPoint, driftOf } from './measure/own/drift.ts'
export { learnBands, type RunAmongPeers } from './measure/own/learnBands.ts'
export { modelName, recordsKey } from './measure/own/ownKeys.ts'
export type { ProvenRun } from './measure/own/provenRun.ts'
export { type BandRests, bandRests, type FactFrom, type FactId } from './measure/plan/bandFacts.ts'
export { type BandShape, bandOf } from './measure/plan/bandOf.ts'
export { type ExpectedRun, expectedRun, type Spread } from './measure/plan/expectedRun.ts'
export { CYCLE_MARKS, type CycleMark } from './measure/plan/runMarks.ts'
export {
  AIR_LEVEL_MM,
  isFlowRun,
  plannedEndMm,
  RUN_KINDS,
  type RunKind,
  type RunPlan,
  type StartFrom,
} from './measure/plan/runPlan.ts'
export { knownFillLevelMm } from './measure/plan/timedEnds.ts'
export type { Readings } from './measure/readings/readings.ts'
export { type EntryQuestion, questionEntry } from './measure/readings/unitSlip.ts'
export { type FigureFact, figureFacts } from './measure/verdict/figureFacts.ts'
export { ANALYSIS_VERSION, blankAnalysis, type RunAnalysis } from './measure/verdict/runAnalysis.ts'
export type { HoldsSay, Saying, SlipCode } from './measure/verdict/saying.ts'
export type { Verdict } from './measure/verdict/verdict.ts'
export {
  asText,
  type Figure,
  type FigureKind,
  type FigureRange,
  figureOf,
  MESSAGE_MARK,
  type Message,
  type MessageValue,
  message,
  type PlainNumber,
  rangeOf,
} from './message.ts'
export type { FlowValue, Interval } from './numeric/interval.ts'
export { seededRandom } from './numeric/random.ts'
export { judgeVoltage, SUPPLY_BANDS } from './physics/electrical/voltage.ts'
export {
  CHAIN_POINTS,
  type ChainPoint,
  type ChainSays,
  type ChainVolts,
  judgeChain,
  type PointReading,
} from './physics/electrical/voltageChain.ts'
export {
  judgeOhms,
  type OhmReading,
  PUMP_WINDING_BANDS,
  type SupplyVolts,
  VALVE_COIL_BANDS,
  windingOhmAt,
} from './physics/electrical/winding.ts'
export {
  DROP_ML,
  flowFromDropsLH,
  LEAST_DROPS,
  litresPerDayFromDrops,
  rateOfDrops,
} from './physics/leak/drops.ts'
export { indicatedByDomeMm } from './physics/sensing/airDome.ts'
export { BUCKET_LEAST_S, bucketTest } from './physics/supply/bucket.ts'
export { CLEAN_SUPPLY_K, supplyFlowLMin } from './physics/supply/supplyLine.ts'
export { tubProblems, tubTopMm } from './physics/tub/tubGeometry.ts'
export { tubLevelMm, tubVolumeL } from './physics/tub/tubVolume.ts'
export { levelFromPressureMm, waterPressureKpa } from './physics/water/hydrostatics.ts'
export { BASES, type Basis, basisOf, type CardFigure } from './reason/catalogue/basis.ts'
export { COMPLAINTS, type FaultCard, type FaultId } from './reason/catalogue/faultCard.ts'
export { FAULT_CARDS } from './reason/catalogue/faultCards.ts'
export { type OwnChances, readOwnChances } from './reason/catalogue/ownChances.ts'
export { SOUND_LOOKS, sharesWith } from './reason/catalogue/soundLooks.ts'
export { checkApplies, outcomesFor } from './reason/checks/applies.ts'
export { CHECKS, checkFacts, valueProblem } from './reason/checks/checks.ts'
export type {
  CheckFacts,
  CheckId,
  ChoiceCheck,
  NumberCheck,
  Outcome,
  OutcomeTone,
} from './reason/checks/checkTypes.ts'
export type { FoundBy } from './reason/checks/foundBy.ts'
export { jointSays } from './reason/checks/joint.ts'
export { minutesOf } from './reason/checks/minutes.ts'
export { type ExpectedTime, expectedTime, type OwnTime } from './reason/checks/ownTimes.ts'
export {
  type Assumptions,
  type Decision,
  decideVisit,
  type Exposed,
  type Option,
} from './reason/economics/decide.ts'
export {
  AGREED_TOPIC,
  type Agreed,
  agreedOf,
  agreedValue,
  assumptionsOf,
} from './reason/economics/decideEntries.ts'
export {
  PRICE_KEYS,
  type PriceKey,
  type PriceList,
  partPrice,
  USUAL_PRICES,
  VARIANTS,
  type Variant,
} from './reason/economics/priceList.ts'
export { combineVisit, type VisitSays } from './reason/evidence/combineVisit.ts'
export { aboveMm } from './reason/evidence/drains/liftTests.ts'
export { DECIDE_LN } from './reason/evidence/drains/weighDrains.ts'
export { FILL_CAUSES, type FillCause } from './reason/evidence/fills/fillModel.ts'
export { runInVisit } from './reason/evidence/runInVisit.ts'
export { ACT_TOPIC, actsOfEntries, actValue } from './reason/evidence/seen/actEntries.ts'
export {
  ACT_WORDS,
  type ActWord,
  actTouchesRun,
  looksOfNow,
  type VisitAct,
} from './reason/evidence/seen/acts.ts'
export { HOSES_EVERY_MS, hosesDueSeen } from './reason/evidence/seen/hosesDue.ts'
export type { JudgedRun, Observation } from './reason/evidence/seen/observations.ts'
export { PHASE_OF_RUN } from './reason/leaks/gatherLeakFindings.ts'
export { partsAtSite } from './reason/leaks/leakCase.ts'
export { AMOUNTS, type LeakFaultId, leakFaultOf, TRAILS } from './reason/leaks/leakFaults.ts'
export type { LeakFindings, PhaseSeen } from './reason/leaks/leakFindings.ts'
export { type LeakHistory, NO_HISTORY, WORKED_ON, type WorkedOn } from './reason/leaks/leakHistory.ts'
export { FLOOR_PLACES, type LeakPlace, MACHINE_PLACES } from './reason/leaks/leakPlaces.ts'
export {
  type LeakTimeline,
  leakTimeline,
  levelAtReplay,
  phaseAtReplay,
  type TimelineMark,
  type TimelineRun,
} from './reason/leaks/leakTimeline.ts'
export type { PartVerdict } from './reason/leaks/partVerdicts.ts'
export { PHASE_WATCH, type PhaseWatch } from './reason/leaks/phaseWatch.ts'
export { WRONG_TURN_IDS, type WrongTurn } from './reason/leaks/wrongTurns.ts'
export { READ_LATER, type UnderWayNow, underWayNow } from './reason/planning/goingOn.ts'
export { mayBeLive } from './reason/planning/mayBeLive.ts'
export { NOT_HERE_TOPIC, notHereOf } from './reason/planning/notHere.ts'
export { SCHOOL_IDS, SCHOOLS, type SchoolId } from './reason/planning/schools.ts'
export {
  type PlannedNext,
  type PlannedOrder,
  type PlannedStop,
  type PlannedTime,
  type PlannedTry,
  type VisitView,
  visitView,
} from './reason/planning/visitPlan.ts'
export type { PlanChange } from './reason/planning/whatChanged.ts'
export { type WorkState, workStateOf } from './reason/planning/workState.ts'
export { type LeakView, leakView, type Suspect } from './reason/weigh/leakView.ts'
export { allowedLooks, type NextLook } from './reason/weigh/nextLooks.ts'
export type { Reason, Strength } from './reason/weigh/reasons.ts'
export { speaksOf } from './reason/weigh/weighNumbers.ts'
export type { Conflict, Contender, WeighView } from './reason/weigh/weighView.ts'
export type { WeighedCase } from './reason/weigh/weighVisit.ts'
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
export { CAUTION_IDS, type CautionId } from './state/cautions.ts'
export { type Said, saidEntries, saidOf, type VisitEntry } from './state/entries.ts'
export { type Block, pumpMaybeHot, pumpWaitMin, waterIsContained } from './state/gateLooks.ts'
export {
  ACT_IDS,
  type ActId,
  type Danger,
  dangersOf,
  type Gate,
  gateOf,
  leftOpen,
  unsaidForSafety,
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
  CYCLE_MOMENTS,
  type CycleMoment,
  ENTRY_TOPICS,
  STAGE_IDS,
  type StageId,
  type StageStatus,
} from './state/stages.ts'
export { PROOF_TOPIC, WORKING_TOPIC } from './state/topics.ts'
export {
  BUCKET_L,
  lipLevelMm,
  litresInside,
  PRIMED_L,
  RESIDUE_L,
  type WayOut,
  type WayOutId,
  waterLevelMm,
  waysOut,
} from './state/waterInside.ts'
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
