export { DayActions, DayBar } from './DayBars.tsx'
export { DueHoses } from './DueHoses.tsx'
export { NowMark, TimeIt, VisitLine } from './VisitLine.tsx'
