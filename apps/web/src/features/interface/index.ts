export { linesOf } from './document.ts'
export { OperationLine } from './OperationLine.tsx'
