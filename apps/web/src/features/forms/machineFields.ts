import type { MachineSpec } from '@brendik/core'

/** What every group of fields of a machine is given. */
export interface MachineFields {
  spec: MachineSpec
  set: (change: Partial<MachineSpec>) => void
  /** The problem of a field by its path, once somebody has touched the form. */
  at: (path: string) => string | undefined
}
/** A field that was emptied: the schema refuses it by name. */
export const nan = (value: number | null) => value ?? Number.NaN
