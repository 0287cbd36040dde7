export {
  answerOfDiagnosis,
  answerOfVisit,
  type DiagnosisAnswer,
  type RunAnswer,
  type VisitAnswer,
} from './say/fileAnswer.ts'
export { KIND_ID, STAGE_NAME_ID } from './say/names.ts'
export { carriesMessage, readText } from './say/readText.ts'
export { sayCheck, sayObserved } from './say/sayLook.ts'
export {
  type ReportText,
  sayFault,
  sayOption,
  sayOptionOf,
  sayPoint,
  sayReport,
  sayTimes,
} from './say/sayReport.ts'
export { sayRests, sayRun } from './say/sayRun.ts'
export {
  actWords,
  sayChange,
  sayDrain,
  sayFill,
  sayFirst,
  sayHold,
  sayLast,
  sayVisit,
} from './say/sayVisit.ts'
export { timesAsLong } from './say/timesAsLong.ts'
export { type Unit, type UnitSystem, unitOf } from './units.ts'
export {
  type AnyLanguage,
  addTable,
  decimalMark,
  localeFor,
  type MessageId,
  makeWords,
  type Values,
  type Words,
} from './words.ts'
