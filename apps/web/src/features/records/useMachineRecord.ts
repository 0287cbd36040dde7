import type { MachineAnswer, MachineRecord } from '@brendik/core'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { putMachine } from '../../api/queries.ts'

/** A machine's record, with what can be set of it from where it matters. */
export function useMachineRecord(machine: MachineAnswer): {
  record: MachineRecord
  change: (change: Partial<MachineRecord>) => void
  problem: string | null
} {
  const client = useQueryClient()
  const [changed, setChanged] = useState<Partial<MachineRecord>>({})
  const [problem, setProblem] = useState<string | null>(null)
  const record = { ...machine.record, ...changed }
  return {
    record,
    problem,
    change(change) {
      setChanged({ ...changed, ...change })
      setProblem(null)
      putMachine(machine.id, machine.spec, { ...record, ...change })
        .then(() => client.invalidateQueries())
        .then(() => setChanged({}))
        .catch((error: Error) => setProblem(error.message))
    },
  }
}
