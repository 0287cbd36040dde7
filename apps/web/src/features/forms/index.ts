export { MachineForm } from './MachineForm.tsx'
export { RecordForm } from './RecordForm.tsx'
export { type SiteDraft, SiteForm, type SiteValues, siteDraft, siteValues } from './SiteForm.tsx'
export {
  type MachineValues,
  machineFormSchema,
  machineValues,
  type RecordValues,
  siteFormSchema,
  usualMachine,
} from './schemas.ts'
export { useRecordForm } from './useRecordForm.ts'
