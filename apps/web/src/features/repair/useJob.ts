import {
  agreedOf,
  BRANCHES,
  type BranchId,
  type FaultId,
  type Found,
  type JobNow,
  jobFor,
  jobNow,
  type KnownMachine,
  type MachineSpec,
  type PartId,
  type Working,
  workingOn,
} from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { machinesQuery } from '../../api/queries.ts'
import type { Space } from '../visit/index.ts'

/** A job under way, as it stands. */
export interface Job extends Working {
  now: JobNow
}

/** The job that is worked in a visit; null = none was chosen yet. */
export function useJob(space: Space, found: Found): Job | null {
  const working = workingOn(space.said)
  if (!working) return null
  const { spec } = space.visit.machine
  return { ...working, now: jobNow(working.job, spec, space.state, space.said, found, Date.now()) }
}

/** What was found of a machine, and what of it was taken over from another of its model. */
export function useFound({ visit: { machine } }: Space): { found: Found; ofModel: ReadonlySet<BranchId> } {
  const { model, make } = machine.record
  const { data } = useQuery({ ...machinesQuery(model), enabled: model !== '' })
  const own = foundIn(machine.spec)
  const taken = new Map<BranchId, string>()
  for (const other of data ?? ([] as KnownMachine[]))
    if (other.id !== machine.id && other.record.model === model && other.record.make === make)
      for (const [branch, option] of Object.entries(foundIn(other.spec)) as [BranchId, string][])
        if (own[branch] === undefined) taken.set(branch, option)
  return { found: { ...Object.fromEntries(taken), ...own }, ofModel: new Set(taken.keys()) }
}

function foundIn({ construction }: MachineSpec): Found {
  const known = (branch: string, option: string): branch is BranchId =>
    branch in BRANCHES && (BRANCHES[branch as BranchId] as readonly string[]).includes(option)
  return Object.fromEntries(
    Object.entries(construction?.found ?? {}).filter(([branch, option]) => known(branch, option)),
  )
}

const DONE = {
  replace: 'replaced',
  clean: 'cleaned',
  clear: 'cleared',
  adjust: 'adjusted',
  trial: 'trial',
} as const

/** Work that was decided or is worth most, as a job of a machine; null where nothing of the machine is worked on. */
export function workOf(
  act: string,
  part: PartId | null,
  variant: string | null,
  machine: MachineSpec,
  fault: FaultId | null,
): Working | null {
  if (act === 'new-machine' || act === 'nothing') return null
  const job = jobFor({ act: act as never, part, variant, fault }, machine)
  return {
    job,
    act: DONE[act as keyof typeof DONE] ?? 'cleared',
    part: part ?? 'tub',
  }
}

/** Work that the customer agreed to, as a job. @param fault - What leads: one part is worked on otherwise where its frame is live. */
export function agreedWork(space: Space, fault: FaultId | null): Working | null {
  const agreed = agreedOf(space.said)
  if (!agreed) return null
  const [act = '', part, variant] = agreed.option.split(':')
  return workOf(act, (part as PartId) ?? null, variant ?? null, space.visit.machine.spec, fault)
}
