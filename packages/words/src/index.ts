export {
  answerOfDiagnosis,
  answerOfVisit,
  type DiagnosisAnswer,
  type RunAnswer,
  type VisitAnswer,
} from './say/fileAnswer.ts'
export { sayAny } from './say/say.ts'
export { sayRests, sayRun, timesAsLong } from './say/sayRun.ts'
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
export { type Unit, type UnitSystem, unitOf } from './units.ts'
export {
  type AnyLanguage,
  decimalMark,
  LANGUAGES,
  type Language,
  localeFor,
  type MessageId,
  makeWords,
  type Values,
  type Words,
} from './words.ts'
