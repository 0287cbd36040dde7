export { BringIn } from './BringIn.tsx'
export { Brought } from './Brought.tsx'
export { takeFile, tryFile } from './sendFile.ts'
