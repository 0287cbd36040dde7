export { Rivals } from './Rivals.tsx'
export {
  keepClosed,
  keepMachine,
  keepSite,
  keepVisit,
  mendSite,
  siteAsSaid,
  withKeptMachine,
  withKeptSite,
} from './recordFacts.ts'
export { useMachineRecord } from './useMachineRecord.ts'
export { useMachine, useRecords } from './useRecords.ts'
export { useRefused } from './useRefused.ts'
