export { BucketFields } from './BucketFields.tsx'
export { CALCULATOR_BODY, NEEDS_MACHINE } from './bodies.ts'
export { type Subject, usualSubject } from './calculatorInputs.ts'
export { InPlace } from './InPlace.tsx'
