import { type DayAnswer, type EntryEvent, familyDefaults, followValue } from '@brendik/core'
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import ICAL from 'ical.js'
import { startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
type Inside = Awaited<ReturnType<TestServer['enter']>>
let own: Inside
let visit: string
const DAY = 86_400_000
const NOW = Date.now()

beforeAll(async () => {
  server = await startTestServer({ openSignUp: true })
  own = await server.enter('Comes back')
  const [machine, site] = [crypto.randomUUID(), crypto.randomUUID()]
  visit = crypto.randomUUID()
  const spec = {
    ...familyDefaults('front-load'),
    label: 'Row 3, left; by the door, second from the wall and the window',
  }
  const place = {
    supplyKpa: { cold: null, hot: null },
    standpipeHeightMm: null,
    waterTempC: 15,
    portHeightMm: null,
  }
  await own.request('PUT', `/api/machines/${machine}`, spec)
  await own.request('PUT', `/api/sites/${site}`, { name: 'Ñandú Höfe, Süd', spec: place, customerId: null })
  await own.request('PUT', `/api/visits/${visit}`, {
    machineId: machine,
    siteId: site,
    dueAtMs: NOW + DAY,
    complaint: 'Leaks; under the door, "a lot"\nsince Monday',
  })
})
afterAll(() => server.close())

const say = async (topic: string, value: EntryEvent['value'], basedOn: string[] = [], who = own) => {
  const id = crypto.randomUUID()
  const answer = await who.request('POST', `/api/visits/${visit}/entries`, {
    entries: [{ id, atMs: Date.now(), topic, value, basedOn }],
  })
  expect(answer.status).toBe(200)
  return id
}
const due = async (toMs: number, who = own) =>
  ((await who.request('GET', `/api/day?fromMs=${toMs - DAY}&toMs=${toMs}`)).body as DayAnswer).followUps

describe('what to come back to', () => {
  it('is on the day from when it is due until it is done, with its reminders counted', async () => {
    const id = crypto.randomUUID()
    await say(
      `follow:${id}`,
      followValue({ kind: 'part', dueAtMs: NOW + 2 * DAY, note: 'pump, from the shop' }),
    )
    expect(await due(NOW + DAY)).toEqual([])
    expect(await due(NOW + 3 * DAY)).toMatchObject([
      { id, kind: 'part', note: 'pump, from the shop', told: 0, siteName: 'Ñandú Höfe, Süd', visitId: visit },
    ])
    await say(`told:${id}`, true)
    await say(`told:${id}`, true)
    expect((await due(NOW + 9 * DAY))[0]?.told).toBe(2)
    const done = await say(`followed:${id}`, true)
    expect(await due(NOW + 9 * DAY)).toEqual([])
    await say(`followed:${id}`, null, [done])
    expect(await due(NOW + 9 * DAY)).toHaveLength(1)
    await say(`followed:${id}`, true)
  })

  it('is taken back, and what cannot be read stands in nobody’s way', async () => {
    const id = crypto.randomUUID()
    const first = await say(`follow:${id}`, followValue({ kind: 'weep', dueAtMs: NOW, note: '' }))
    await say(`follow:${crypto.randomUUID()}`, 'weep someday')
    expect(await due(NOW + DAY)).toHaveLength(1)
    await say(`follow:${id}`, null, [first])
    expect(await due(NOW + DAY)).toEqual([])
    const wrong = await own.request('POST', `/api/visits/${visit}/entries`, {
      entries: [{ id: crypto.randomUUID(), atMs: 1, topic: 'follow:me', value: 'call 1', basedOn: [] }],
    })
    expect(wrong.status).toBe(400)
  })
})

describe('the calendar', () => {
  it('is iCalendar: another package reads it, lines are short, and everything has its name and stamp', async () => {
    const hand = await server.enter('Hand', own.workshopId, 'technician')
    const id = crypto.randomUUID()
    const note =
      'Trial pump; judge it: hums, leaks, "fine"?\nSecond line, with commas, äöü and more than seventy-five octets'
    await say(`follow:${id}`, followValue({ kind: 'trial', dueAtMs: NOW + 5 * DAY, note }))
    const { token } = (await own.request('POST', '/api/me/calendar', {})).body as { token: string }
    const answer = await fetch(`${server.url}/api/calendar/${token}.ics`)
    expect(answer.status).toBe(200)
    expect(answer.headers.get('content-type')).toMatch('text/calendar')
    const text = await answer.text()
    const lines = text.split('\r\n')
    expect(lines.some((line) => line.includes('\n'))).toBe(false)
    for (const line of lines) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
    const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent')
    expect(events).toHaveLength(2)
    for (const event of events)
      for (const needed of ['uid', 'dtstamp', 'dtstart', 'summary'])
        expect([needed, event.getFirstPropertyValue(needed) !== null]).toEqual([needed, true])
    const find = (uid: string) =>
      events.map((event) => new ICAL.Event(event)).find((event) => event.uid === `${uid}@brendik`)
    expect(find(id)?.description).toContain(note)
    expect(find(id)?.startDate.toJSDate().getTime()).toBe(Math.floor((NOW + 5 * DAY) / 1000) * 1000)
    expect(find(visit)?.description).toBe('Leaks; under the door, "a lot"\nsince Monday')
    // Somebody else's: the visit of the workshop, not what another one has to come back to.
    const theirs = (await hand.request('POST', '/api/me/calendar', {})).body as { token: string }
    const other = await (await fetch(`${server.url}/api/calendar/${theirs.token}.ics`)).text()
    expect(other).toContain(`${visit}@brendik`)
    expect(other).not.toContain(id)
  })

  it('a new address ends the old one, and an ended one leads nowhere', async () => {
    const make = async () =>
      ((await own.request('POST', '/api/me/calendar', {})).body as { token: string }).token
    const [first, second] = [await make(), await make()]
    expect((await fetch(`${server.url}/api/calendar/${first}.ics`)).status).toBe(404)
    expect((await fetch(`${server.url}/api/calendar/${second}.ics`)).status).toBe(200)
    await own.request('DELETE', '/api/me/calendar')
    expect((await fetch(`${server.url}/api/calendar/${second}.ics`)).status).toBe(404)
  })
})
