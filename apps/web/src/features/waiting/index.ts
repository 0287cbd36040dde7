export { ComputeCell } from './ComputeCell.tsx'
export { NewVersionCell } from './NewVersionCell.tsx'
export { WaitingCell } from './WaitingCell.tsx'
