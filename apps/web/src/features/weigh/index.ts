export { Weigh } from './Weigh.tsx'
