import {
  expectedRun,
  familyDefaults,
  type RunEvent,
  type SharedReportAnswer,
  signedValue,
  type VisitAnswer,
} from '@brendik/core'
import { makeWords, sayRun } from '@brendik/words'
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import sharp from 'sharp'
import { extractText, getDocumentProxy } from 'unpdf'
import { startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
type Inside = Awaited<ReturnType<TestServer['enter']>>
let own: Inside
let visitId: string
const T0 = Date.UTC(2026, 10, 2, 9)
const MIN = 60_000

beforeAll(async () => {
  server = await startTestServer({ openSignUp: true })
  own = await server.enter('Reports')
  visitId = await drainTwice(own)
})
afterAll(() => server.close())

/** A visit whose drain was timed before its hose was cleared and after it. */
async function drainTwice(who: Inside, wait = true): Promise<string> {
  const [machine, site, visit] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()]
  const spec = { ...familyDefaults('front-load'), label: 'Row 3' }
  const place = {
    supplyKpa: { cold: null, hot: null },
    standpipeHeightMm: 900,
    waterTempC: 15,
    portHeightMm: null,
  }
  const put = async (method: string, path: string, body: unknown) =>
    expect([path, (await who.request(method, path, body)).status]).toEqual([path, 200])
  await put('PUT', `/api/machines/${machine}`, spec)
  await put('PUT', `/api/sites/${site}`, { name: 'Ñandú House', spec: place, customerId: null })
  await put('PUT', `/api/visits/${visit}`, {
    machineId: machine,
    siteId: site,
    dueAtMs: T0,
    complaint: 'Slow',
  })
  const drain = async (fromMs: number, slower: number) => {
    const base = (atMs: number) => ({ id: crypto.randomUUID(), atMs })
    const plan = {
      kind: 'drain' as const,
      machine: spec,
      site: place,
      taps: [],
      throttled: false,
      hoseEndMm: 900,
      startLevelMm: 110,
      endLevelMm: 0,
      laundry: 'none' as const,
      laundryKg: 0,
    }
    const events: RunEvent[] = [
      { type: 'planned', ...base(fromMs - 1000), plan, instrumentId: null },
      { type: 'started', ...base(fromMs) },
    ]
    // As foretold, or so many times as long.
    const { levelMm, midS } = expectedRun(plan)
    levelMm.forEach((mm, n) => {
      const atS = slower * (midS[n] ?? 0)
      if (n > 0) events.push({ type: 'levelRead', ...base(fromMs + atS * 1000), levelMm: mm, by: 'ruler' })
    })
    events.push({ type: 'stopped', ...base(fromMs + slower * 1000 * (midS.at(-1) ?? 0)) })
    const run = crypto.randomUUID()
    await put('POST', `/api/runs/${run}/events`, { visitId: visit, events })
  }
  await drain(T0, 2.1)
  const act = {
    id: crypto.randomUUID(),
    atMs: T0 + 10 * MIN,
    topic: `act:${crypto.randomUUID()}`,
    value: 'cleared outer-drain-hose',
    basedOn: [],
  }
  await put('POST', `/api/visits/${visit}/entries`, { entries: [act] })
  await drain(T0 + 20 * MIN, 1)
  // Verdicts are made beside the requests.
  for (let n = 0; wait && n < 100; n++) {
    const { runs } = (await who.request('GET', `/api/visits/${visit}`)).body as VisitAnswer
    if (runs.every(({ pending, analysis }) => !pending && analysis)) break
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  return visit
}

const bare = (text: string) => text.replace(/\s+/g, '')
async function textOf(bytes: ArrayBuffer): Promise<string> {
  const { text } = await extractText(await getDocumentProxy(new Uint8Array(bytes)), { mergePages: true })
  return text
}
describe('the page for the customer', () => {
  it('asked for before the verdicts are made it waits for them, and so does the record', async () => {
    for (const paper of ['report', 'record']) {
      const fresh = await drainTwice(own, false)
      const answer = await fetch(`${server.url}/api/visits/${fresh}/${paper}.pdf`, { headers: own.headers })
      expect([paper, answer.status]).toEqual([paper, 200])
      const text = await textOf(await answer.arrayBuffer())
      if (paper === 'report') expect(bare(text)).toContain(bare('as fast as before'))
      else expect(text).not.toContain('Not worked out yet.')
    }
  })
  it('is a tagged PDF whose text, taken out by another package, is that of the page', async () => {
    for (const [language, units] of [
      ['en', 'metric'],
      ['es', 'us'],
    ] as const) {
      const query = `language=${language}&units=${units}&zone=Europe/London`
      const answer = await fetch(`${server.url}/api/visits/${visitId}/report.pdf?${query}`, {
        headers: own.headers,
      })
      expect(answer.status).toBe(200)
      expect(answer.headers.get('content-type')).toMatch('application/pdf')
      const bytes = await answer.arrayBuffer()
      // Before its text is taken out: that hands the bytes over.
      const raw = Buffer.from(bytes).toString('latin1')
      const link = { id: crypto.randomUUID(), days: 7, paper: { language, units, zone: 'Europe/London' } }
      const { token } = (await own.request('POST', `/api/visits/${visitId}/report-links`, link)).body as {
        token: string
      }
      const page = (await (await server.ask({}, 'GET', `/api/shared/${token}`)).json()) as SharedReportAnswer
      const { text } = page
      expect(text.headline).toBe(
        language === 'en'
          ? 'Your washer was repaired. It is not proven yet.'
          : 'Su lavadora fue reparada. Todavía no está comprobado.',
      )
      expect(text.ratio?.figure).toMatch(/^2[.,]\d×$/)
      expect(page.siteName).toBe('Ñandú House')
      expect(page.chart?.after.length).toBeGreaterThan(5)
      const said = [
        page.workshop,
        `${page.dated} · ${page.siteName}`,
        text.headline,
        text.lead,
        text.legend,
        text.ratio?.figure ?? '',
        text.ratio?.says ?? '',
        text.ratio?.range ?? '',
        ...text.rows.flatMap(({ name, text: row }) => [name, row]),
        text.record,
        text.received,
      ]
      let rest = bare(await textOf(bytes))
      for (const part of said) {
        expect([part, rest.includes(bare(part))]).toEqual([part, true])
        rest = rest.replace(bare(part), '')
      }
      // Nothing else stands in it but the figures of the two axes.
      expect(rest).toMatch(/^[\d.,]*(min|s|mm|in|[\d.,])*$/)
      expect(raw).toContain('/StructTreeRoot')
      expect(raw).toContain('/MarkInfo')
    }
  })
})

describe('the full record', () => {
  it('holds every run with its readings, every look, act, point and photo, in both languages', async () => {
    const jpeg = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#345' } })
      .jpeg()
      .toBuffer()
    const photoId = crypto.randomUUID()
    const photo = await fetch(
      `${server.url}/api/photos/${photoId}?visit=${visitId}&stage=repair&atMs=${T0 + 5 * MIN}`,
      {
        method: 'PUT',
        headers: { ...own.headers, 'content-type': 'image/jpeg' },
        body: new Uint8Array(jpeg),
      },
    )
    expect(photo.status).toBe(200)
    // The place it shows was said on the device: a step of a job.
    await own.request('POST', `/api/visits/${visitId}/entries`, {
      entries: [
        {
          id: crypto.randomUUID(),
          atMs: T0,
          topic: `photo-of:${photoId}`,
          value: 'pump-object:po.hose',
          basedOn: [],
        },
      ],
    })
    const observations = [
      ['complaint', 'slow-drain'],
      ['drain-hose.look', 'kinked'],
      ['pump.winding', 175.4],
    ].map(([check, value], n) => ({
      type: 'observed',
      id: crypto.randomUUID(),
      atMs: T0 + n * MIN,
      check,
      value,
      tap: null,
      levelMm: null,
    }))
    await own.request('POST', `/api/visits/${visitId}/observations`, { observations })
    const { runs } = (await own.request('GET', `/api/visits/${visitId}`)).body as VisitAnswer
    for (const [language, kinked, place] of [
      ['en', 'kinked', 'Inlet hose off'],
      ['es', 'doblada', 'Fuera la manguera de entrada'],
    ] as const) {
      const query = `language=${language}&zone=Europe/London`
      const answer = await fetch(`${server.url}/api/visits/${visitId}/record.pdf?${query}`, {
        headers: own.headers,
      })
      expect(answer.status).toBe(200)
      const bytes = await answer.arrayBuffer()
      const raw = Buffer.from(bytes).toString('latin1')
      expect(raw).toContain('/StructTreeRoot')
      expect(raw.match(/\/Subtype \/Image/g)).toHaveLength(1)
      const text = bare(await textOf(bytes))
      const words = makeWords(language, 'metric')
      expect(text).toContain('Row3')
      expect(text.toLowerCase()).toContain(kinked)
      expect(text).toContain(bare(place))
      expect(text).toContain(bare(words.withUnit('ohm', 175.4)))
      for (const { analysis } of runs)
        expect(text).toContain(bare(sayRun(words, (analysis as NonNullable<typeof analysis>).saying)))
      // Every reading by hand stands with its second.
      expect(text.match(/\d+s\d+mm/g)?.length).toBeGreaterThan(20)
      expect(text).toContain(bare(words.t('prove.point.run-drain')))
    }
  })
})

it('a signature stands over its line on the page, its link and its PDF until more is done', async () => {
  const say = (topic: string, value: string, atMs: number) =>
    own.request('POST', `/api/visits/${visitId}/entries`, {
      entries: [{ id: crypto.randomUUID(), atMs, topic, value, basedOn: [] }],
    })
  const strokes = [[...Array(60).keys()].map((n) => [20 + 5 * n, 60 + 30 * Math.sin(n / 4)] as const)]
  await say('signed', signedValue({ name: 'Ms Tern', strokes }), T0 + 60 * MIN)
  const shared = async () => {
    const link = { id: crypto.randomUUID(), days: 7, paper: { zone: 'UTC' } }
    const made = (await own.request('POST', `/api/visits/${visitId}/report-links`, link)).body as {
      token: string
    }
    const answer = await server.ask({}, 'GET', `/api/shared/${made.token}`)
    return ((await answer.json()) as SharedReportAnswer).text
  }
  const text = await shared()
  expect(text.received).toBe('received by Ms Tern, November 2, 2026')
  expect(text.signed?.[0]?.length).toBeGreaterThan(20)
  const pdf = await fetch(`${server.url}/api/visits/${visitId}/report.pdf?zone=UTC`, { headers: own.headers })
  expect(bare(await textOf(await pdf.arrayBuffer()))).toContain(bare(text.received))
  await say(`act:${crypto.randomUUID()}`, 'replaced pump', T0 + 63 * MIN)
  expect(await shared()).toMatchObject({ received: 'received', signed: null })
})

describe('a link to it', () => {
  const make = async (who: Inside, change: object = {}) =>
    who.request('POST', `/api/visits/${visitId}/report-links`, {
      id: crypto.randomUUID(),
      days: 30,
      paper: {},
      ...change,
    })

  it('shows the page and its PDF to whoever has it, and nothing once it is taken back', async () => {
    const made = (await make(own)).body as { id: string; token: string }
    const page = await server.ask({}, 'GET', `/api/shared/${made.token}`)
    expect(page.status).toBe(200)
    const pdf = await fetch(`${server.url}/api/shared/${made.token}/report.pdf`)
    expect(bare(await textOf(await pdf.arrayBuffer()))).toContain(
      bare(((await page.json()) as SharedReportAnswer).text.headline),
    )
    const links = (await own.request('GET', `/api/visits/${visitId}/report-links`)).body as { id: string }[]
    expect(links.map(({ id }) => id)).toContain(made.id)
    await own.request('DELETE', `/api/report-links/${made.id}`)
    expect((await server.ask({}, 'GET', `/api/shared/${made.token}`)).status).toBe(404)
    expect((await fetch(`${server.url}/api/shared/${made.token}/report.pdf`)).status).toBe(404)
  })

  it('asked for again under its id gets a new secret, and the old one leads nowhere', async () => {
    const id = crypto.randomUUID()
    const first = (await make(own, { id })).body as { token: string }
    const second = (await make(own, { id })).body as { token: string }
    expect((await server.ask({}, 'GET', `/api/shared/${first.token}`)).status).toBe(404)
    expect((await server.ask({}, 'GET', `/api/shared/${second.token}`)).status).toBe(200)
  })

  it('is over by itself, is guessed by nobody, and is made for own visits only, for days that make sense', async () => {
    expect((await server.ask({}, 'GET', `/api/shared/${'x'.repeat(43)}`)).status).toBe(404)
    expect((await server.ask({}, 'GET', '/api/shared/short')).status).toBe(400)
    const other = await server.enter('Another')
    expect((await make(other)).status).toBe(404)
    for (const days of [0, 91, 1.5, 'all']) expect((await make(own, { days })).status).toBe(400)
    expect((await make(own, { paper: { language: 'xx' } })).status).toBe(400)
  })
})
