export { BringIn } from './BringIn.tsx'
