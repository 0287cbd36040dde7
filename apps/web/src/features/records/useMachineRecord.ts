import type { MachineAnswer, MachineRecord } from '@brendik/core'
import { keepMachine } from './recordFacts.ts'

/** A machine's record, with what can be set of it from where it matters. */
export function useMachineRecord(machine: MachineAnswer): {
  record: MachineRecord
  change: (change: Partial<MachineRecord>) => void
} {
  const { record } = machine
  return {
    record,
    change: (change) =>
      keepMachine(machine.id, { spec: machine.spec, record: { ...record, ...change } }, machine),
  }
}
