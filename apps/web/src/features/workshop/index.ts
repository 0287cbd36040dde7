export { Changes } from './Changes.tsx'
export { InstrumentKeys } from './InstrumentKeys.tsx'
export { Me } from './Me.tsx'
export { People } from './People.tsx'
