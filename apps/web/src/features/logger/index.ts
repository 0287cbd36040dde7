export { LogImport } from './LogImport.tsx'
