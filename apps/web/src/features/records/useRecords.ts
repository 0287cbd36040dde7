import type { KnownMachine, MachineAnswer, MachineHistory, SiteAnswer } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { machineQuery, machinesQuery, sitesQuery, untilVerdicts } from '../../api/queries.ts'
import { useOutbox } from '../../outbox/useOutbox.ts'
import { withKeptMachine, withKeptMachines, withKeptSites } from './recordFacts.ts'

/** Machines and places as last read, with what this device knows beyond. */
export function useRecords(enabled = true): {
  machines: KnownMachine[]
  sites: SiteAnswer[]
  /** Neither read nor refused yet. */
  pending: boolean
  error: Error | null
} {
  const machines = useQuery({ ...machinesQuery(), enabled })
  const sites = useQuery({ ...sitesQuery, enabled })
  const outbox = useOutbox()
  return useMemo(
    () => ({
      machines: withKeptMachines(machines.data, sites.data, outbox),
      sites: withKeptSites(sites.data, outbox),
      pending: enabled && (machines.isPending || sites.isPending),
      error: (machines.data ? null : machines.error) ?? (sites.data ? null : sites.error),
    }),
    [machines, sites, outbox, enabled],
  )
}

/** One machine with its history where it can be read; one that only this device knows, without. */
export function useMachine(machineId: string): {
  machine: MachineAnswer | undefined
  history: MachineHistory | undefined
  error: Error | null
} {
  const { data, error } = useQuery({
    ...machineQuery(machineId),
    refetchInterval: ({ state }) =>
      untilVerdicts(
        state.data?.visits.flatMap((visit) => visit.runs),
        false,
      ),
  })
  const outbox = useOutbox()
  const { machines } = useRecords(error !== null && !data)
  const read = data ?? machines.find((machine) => machine.id === machineId)
  return {
    machine: read && withKeptMachine(read, outbox),
    history: data && withKeptMachine(data, outbox),
    error: read ? null : error,
  }
}
