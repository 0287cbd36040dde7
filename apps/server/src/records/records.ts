import {
  customerSchema,
  type MachineRecord,
  type MachineSpec,
  machineRecordSchema,
  machineSpecSchema,
  putSiteSchema,
  putVisitSchema,
  type RecordSubject,
  recordOf,
  tapedTub,
  tubProblems,
} from '@brendik/core'
import type { Actor, Queries } from '../db/database.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { customerAsItStands, machineRow, siteAsItStands, visitAsItStands } from './rows.ts'

/** What is written over when it changes, as one document: how it is checked, read and written. */
interface RecordKind<D> {
  /** Keys that are not stated are left as they stand. @throws {AppError} input_invalid */
  check: (input: unknown) => D
  /** As it stands, until the transaction ends; null = there is none. */
  lock: (tx: Queries, actor: Actor, id: string) => Promise<D | null>
  write: (tx: Queries, actor: Actor, id: string, now: D) => Promise<unknown>
}

interface MachineDocument {
  spec: MachineSpec
  record?: MachineRecord
}
const machine: RecordKind<MachineDocument> = {
  check(input) {
    const { spec: given, record } = input as { spec: unknown; record?: unknown }
    const spec = parseInput(machineSpecSchema, given)
    const problem = tubProblems(tapedTub(spec))[0]
    if (problem) throw new AppError('input_invalid', `tub.${problem.field}: ${problem.problem}`)
    return { spec, ...(record === undefined ? {} : { record: parseInput(machineRecordSchema, record) }) }
  },
  async lock(tx, { workshopId }, id) {
    const row = await tx.maybeOne('lockMachine', machineRow, [workshopId, id])
    return row && { spec: row.spec, record: recordOf(row.record) }
  },
  write: (tx, { workshopId }, id, { spec, record }) =>
    tx.run('upsertMachine', [
      workshopId,
      id,
      spec.label,
      JSON.stringify(spec),
      record === undefined ? null : JSON.stringify(record),
    ]),
}

type SiteDocument = ReturnType<typeof checkSite>
const checkSite = (input: unknown) => {
  const { customerId, ...site } = parseInput(putSiteSchema, input)
  return customerId === undefined ? site : { ...site, customerId }
}
const site: RecordKind<SiteDocument> = {
  check: checkSite,
  lock: (tx, { workshopId }, id) => tx.maybeOne('lockSite', siteAsItStands, [workshopId, id]),
  write: (tx, { workshopId }, id, now) =>
    tx.run('upsertSite', [
      workshopId,
      id,
      now.name,
      JSON.stringify(now.spec),
      'customerId' in now ? now.customerId : null,
    ]),
}

type CustomerDocument = ReturnType<typeof checkCustomer>
const checkCustomer = (input: unknown) => parseInput(customerSchema, input)
const customer: RecordKind<CustomerDocument> = {
  check: checkCustomer,
  lock: (tx, { workshopId }, id) => tx.maybeOne('lockCustomer', customerAsItStands, [workshopId, id]),
  write: (tx, { workshopId }, id, { name, phone, note }) =>
    tx.run('upsertCustomer', [workshopId, id, name, phone, note]),
}

type VisitDocument = ReturnType<typeof checkVisit>
const checkVisit = (input: unknown) => parseInput(putVisitSchema, input)
const visit: RecordKind<VisitDocument> = {
  check: checkVisit,
  lock: (tx, { workshopId }, id) => tx.maybeOne('lockVisit', visitAsItStands, [workshopId, id]),
  write: (tx, { workshopId, technicianId }, id, { machineId, siteId, dueAtMs, complaint }) =>
    tx.run('upsertVisit', [workshopId, id, machineId, siteId, technicianId, dueAtMs, complaint]),
}

export const RECORD_KINDS = { machine, site, customer, visit } as Record<RecordSubject, RecordKind<object>>
