import type { MachineAnswer, MachineRecord } from '@brendik/core'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { putMachine } from '../../api/queries.ts'

/** A machine's record, with the supply that can be set from where it matters. */
export function useMachineRecord(machine: MachineAnswer): {
  record: MachineRecord
  setVolts: (volts: 120 | 230) => void
  problem: string | null
} {
  const client = useQueryClient()
  const [set, setSet] = useState<120 | 230 | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  return {
    record: set === null ? machine.record : { ...machine.record, supplyVolts: set },
    problem,
    setVolts(volts) {
      setSet(volts)
      setProblem(null)
      putMachine(machine.id, machine.spec, { ...machine.record, supplyVolts: volts })
        .then(() => client.invalidateQueries())
        .catch((error: Error) => setProblem(error.message))
    },
  }
}
