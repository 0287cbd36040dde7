import {
  type BLANK_RECORD,
  familyDefaults,
  type MachineAnswer,
  type RivalAnswer,
  type SiteAnswer,
} from '@brendik/core'
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import { type Inside, startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
let tobin: Inside
const id = (): string => crypto.randomUUID()
const spec = { ...familyDefaults('front-load'), label: 'Laundry front loader' }
const { tub } = spec

beforeAll(async () => {
  server = await startTestServer()
  tobin = await server.enter('Tobin', server.home.workshopId, 'technician')
})
afterAll(() => server.close())

/** A machine as both devices read it before they went where there is no network. */
async function machineSeenByBoth(): Promise<{
  machineId: string
  was: { spec: typeof spec; record: typeof BLANK_RECORD }
}> {
  const machineId = id()
  const made = await server.request('PUT', `/api/machines/${machineId}`, { ...spec, putId: id() })
  expect(made.status).toBe(200)
  const { spec: read, record } = (await server.request('GET', `/api/machines/${machineId}`))
    .body as MachineAnswer
  return { machineId, was: { spec: read as typeof spec, record } }
}
const put = async (by: Inside, path: string, body: object) => {
  const { status, body: answer } = await by.request('PUT', path, { putId: id(), ...body })
  expect({ status, answer }).toMatchObject({ status: 200 })
}
const machine = async (machineId: string) =>
  (await server.request('GET', `/api/machines/${machineId}`)).body as MachineAnswer
const rivalsOf = async (rowId: string) =>
  ((await server.request('GET', '/api/rivals')).body as RivalAnswer[]).filter(
    (rival) => rival.rowId === rowId,
  )
const settle = (rival: RivalAnswer | undefined, take: boolean) =>
  server.request('PUT', `/api/rivals/${rival?.id}`, { take })

describe('a record that two devices change without seeing each other', () => {
  it('holds what each of them changed, and nothing to settle, where they changed different fields', async () => {
    const { machineId, was } = await machineSeenByBoth()
    await put(server.home, `/api/machines/${machineId}`, {
      ...spec,
      fillLevelMm: 110,
      record: was.record,
      was,
    })
    await put(tobin, `/api/machines/${machineId}`, {
      ...spec,
      drainHose: { ...spec.drainHose, lengthM: 3.5 },
      record: { ...was.record, serial: 'QX-118' },
      was,
    })
    expect(await machine(machineId)).toMatchObject({
      spec: { fillLevelMm: 110, drainHose: { ...spec.drainHose, lengthM: 3.5 } },
      record: { serial: 'QX-118' },
    })
    expect(await rivalsOf(machineId)).toEqual([])
  })
  it('keeps both where they changed the same field, until one of them is chosen', async () => {
    for (const take of [true, false]) {
      const { machineId, was } = await machineSeenByBoth()
      const deep = (depthMm: number) => ({ ...spec, tub: { ...tub, depthMm }, was })
      await put(server.home, `/api/machines/${machineId}`, deep(tub.depthMm - 10))
      await put(tobin, `/api/machines/${machineId}`, deep(tub.depthMm - 20))
      const [rival, ...more] = await rivalsOf(machineId)
      expect(more).toEqual([])
      expect(rival).toMatchObject({
        subject: 'machine',
        label: 'Laundry front loader',
        path: ['spec', 'tub', 'depthMm'],
        stands: tub.depthMm - 10,
        value: tub.depthMm - 20,
        by: 'Tobin',
      })
      expect((await machine(machineId)).spec.tub.depthMm).toBe(tub.depthMm - 10)
      const answers = await Promise.all([settle(rival, take), settle(rival, take)])
      expect(answers.map(({ status }) => status)).toEqual([200, 200])
      expect((await machine(machineId)).spec.tub.depthMm).toBe(tub.depthMm - (take ? 20 : 10))
      expect(await rivalsOf(machineId)).toEqual([])
    }
  })
  it('takes a put once: sent again after somebody else changed it, it is no rival and changes nothing', async () => {
    const { machineId, was } = await machineSeenByBoth()
    const mine = { ...spec, fillLevelMm: 90, was, putId: id() }
    await put(tobin, `/api/machines/${machineId}`, mine)
    await put(server.home, `/api/machines/${machineId}`, {
      ...spec,
      fillLevelMm: 95,
      was: { ...was, spec: { ...was.spec, fillLevelMm: 90 } },
    })
    await put(tobin, `/api/machines/${machineId}`, mine)
    expect((await machine(machineId)).spec.fillLevelMm).toBe(95)
    expect(await rivalsOf(machineId)).toEqual([])
  })
  it('takes away and clears a field as it does others, and settles what was typed again as the other said it', async () => {
    const { machineId, was } = await machineSeenByBoth()
    const heights = { partHeightsMm: { pump: [60, 90] as const } }
    await put(server.home, `/api/machines/${machineId}`, { ...spec, ...heights, fillLevelMm: 100, was })
    const both = { ...was, spec: { ...was.spec, ...heights, fillLevelMm: 100 } }
    await put(server.home, `/api/machines/${machineId}`, { ...spec, ...heights, fillLevelMm: 105, was: both })
    await put(tobin, `/api/machines/${machineId}`, { ...spec, fillLevelMm: null, was: both })
    expect((await machine(machineId)).spec).not.toHaveProperty('partHeightsMm')
    const [rival] = await rivalsOf(machineId)
    expect(rival).toMatchObject({ path: ['spec', 'fillLevelMm'], stands: 105, value: null })
    await settle(rival, true)
    expect((await machine(machineId)).spec.fillLevelMm).toBeNull()

    const cleared = { ...was, spec: { ...was.spec, fillLevelMm: null } }
    await put(server.home, `/api/machines/${machineId}`, { ...spec, fillLevelMm: 120, was: cleared })
    await put(tobin, `/api/machines/${machineId}`, { ...spec, fillLevelMm: 130, was: cleared })
    expect(await rivalsOf(machineId)).toHaveLength(1)
    await put(server.home, `/api/machines/${machineId}`, {
      ...spec,
      fillLevelMm: 130,
      was: { ...was, spec: { ...was.spec, fillLevelMm: 120 } },
    })
    expect(await rivalsOf(machineId)).toEqual([])
  })
  it('keeps both of a place, its customer and what was agreed of a visit', async () => {
    const { machineId } = await machineSeenByBoth()
    const [siteId, customerId, visitId] = [id(), id(), id()]
    const site = {
      supplyKpa: { cold: null, hot: null },
      standpipeHeightMm: 900,
      waterTempC: 15,
      portHeightMm: 160,
    }
    const customer = { name: 'Larkspur household', phone: '555 0100', note: '' }
    const place = { name: 'Quince Court', spec: site, customerId }
    const agreed = { machineId, siteId, dueAtMs: 1_790_000_000_123, complaint: 'Gurgles' }
    await put(server.home, `/api/customers/${customerId}`, customer)
    await put(server.home, `/api/sites/${siteId}`, place)
    await put(server.home, `/api/visits/${visitId}`, agreed)
    const [read] = ((await server.request('GET', '/api/sites')).body as SiteAnswer[]).filter(
      (s) => s.id === siteId,
    )
    expect(read?.spec).toEqual(site)
    const twice = async (path: string, was: object, one: object, other: object) => {
      await put(server.home, path, { ...was, ...one, was })
      await put(tobin, path, { ...was, ...other, was })
    }
    await twice(
      `/api/customers/${customerId}`,
      customer,
      { phone: '555 0101' },
      { phone: '555 0102', note: 'Dog' },
    )
    await twice(
      `/api/sites/${siteId}`,
      place,
      { spec: { ...site, waterTempC: 12 } },
      { spec: { ...site, waterTempC: 9 } },
    )
    await twice(
      `/api/visits/${visitId}`,
      agreed,
      { complaint: 'Leaks' },
      { complaint: 'Leaks at the door', dueAtMs: 1_790_000_900_000 },
    )
    expect(await rivalsOf(customerId)).toMatchObject([
      { path: ['phone'], stands: '555 0101', value: '555 0102' },
    ])
    expect(await rivalsOf(siteId)).toMatchObject([{ path: ['spec', 'waterTempC'], stands: 12, value: 9 }])
    expect(await rivalsOf(visitId)).toMatchObject([
      { path: ['complaint'], stands: 'Leaks', value: 'Leaks at the door', label: 'Leaks' },
    ])
    expect((await server.request('GET', `/api/visits/${visitId}`)).body).toMatchObject({
      dueAtMs: 1_790_000_900_000,
      site: { customer: { note: 'Dog' } },
    })
  })
  it('is nobody else’s to see or to settle, and malformed choices are refused by field', async () => {
    const { machineId, was } = await machineSeenByBoth()
    for (const fillLevelMm of [80, 85])
      await put(server.home, `/api/machines/${machineId}`, { ...spec, fillLevelMm, was })
    const [rival] = await rivalsOf(machineId)
    const stranger = await server.enter('Stranger')
    expect((await stranger.request('GET', '/api/rivals')).body).toEqual([])
    expect((await stranger.request('PUT', `/api/rivals/${rival?.id}`, { take: true })).status).toBe(404)
    const refused = await server.request('PUT', `/api/rivals/${rival?.id}`, { take: 'yes' })
    expect(refused).toMatchObject({ status: 400, body: { message: expect.stringContaining('take') } })
    const odd = await server.request('PUT', `/api/machines/${machineId}`, { ...spec, was: 'then' })
    expect(odd).toMatchObject({ status: 400, body: { message: expect.stringContaining('was') } })
    expect(await rivalsOf(machineId)).toHaveLength(1)
  })
})
