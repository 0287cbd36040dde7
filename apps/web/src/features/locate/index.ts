export { LocateStage } from './LocateStage.tsx'
