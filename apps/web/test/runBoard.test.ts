import {
  asText,
  drawnLevels,
  familyDefaults,
  openRunStream,
  type ReadingBlock,
  type RefusedEntry,
  type RunAnswer,
  type RunEvent,
  type RunPlan,
  type RunState,
  runFacts,
} from '@brendik/core'
import { afterAll, beforeEach, expect, it, jest } from '@jest/globals'
import { eventually } from './device.ts'

// The board's neighbours are stood in for: the network, the worker and its event stream.
const server = {
  away: false,
  events: [] as RunEvent[],
  posts: 0,
  refused: [] as RefusedEntry[],
  page: { blocks: [] as ReadingBlock[], upTo: 0, more: false },
}
/** Each test has a run of its own; the device keeps them all. */
let runId = ''
class ApiError extends Error {
  readonly code: string
  readonly status: number
  constructor(code: string, status: number, message: string) {
    super(message)
    this.code = code
    this.status = status
  }
}
const unused = async () => ({})
jest.unstable_mockModule('../src/api/client.ts', () => ({
  ApiError,
  put: unused,
  del: unused,
  get: async (path: string) => {
    if (server.away) throw new ApiError('server_away', 0, 'away')
    if (server.events.length === 0) throw new ApiError('not_found', 404, 'not found')
    if (path.includes('/blocks')) return server.page
    const answer: Omit<RunAnswer, 'runId'> = {
      visitId: 'v',
      machineLabel: 'm',
      siteName: 's',
      instrumentLabel: null,
      events: [...server.events],
      analysis: null,
      pending: false,
    }
    return answer
  },
  post: async (path: string, body: { events: RunEvent[] }) => {
    // What an earlier test left on its way is none of this one's.
    if (!path.includes(runId)) return { refused: [] }
    server.posts++
    if (server.away) throw new ApiError('server_away', 0, 'away')
    for (const event of body.events)
      if (!server.events.some((known) => known.id === event.id)) server.events.push(event)
    return { refused: server.refused }
  },
}))
let stream = openRunStream()
jest.unstable_mockModule('../src/workers/compute.ts', () => ({
  compute: {
    stream: (_runId: string, blocks: ReadingBlock[]) => stream.add(blocks),
    forget: () => {
      stream = openRunStream()
    },
    say: async (run: RunState) => ({
      analysis: null,
      streamed: stream.blocks()[0]?.atMs.length ?? 0,
      levels: drawnLevels(runFacts(run), stream.blocks(), 700),
    }),
  },
}))
const streams: {
  url: string
  onmessage?: (message: { data: string; lastEventId?: string }) => void
  close: () => void
}[] = []
Object.assign(globalThis, {
  EventSource: class {
    readonly url: string
    close() {}
    constructor(url: string) {
      this.url = url
      streams.push(this)
    }
  },
})
const { openRunBoard } = await import('../src/features/run/runBoard.ts')
const { readPages, readRun } = await import('../src/outbox/deviceDb.ts')
const { letGo, outbox, wakeSender } = await import('../src/outbox/outbox.ts')
const { sendForEver } = await import('../src/outbox/sender.ts')
const stop = new AbortController()
sendForEver(stop.signal)
afterAll(() => stop.abort())

const plan: RunPlan = {
  kind: 'drain',
  machine: { ...familyDefaults('front-load'), label: 'made up' },
  site: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: 900, waterTempC: 15, portHeightMm: 160 },
  taps: [],
  throttled: false,
  hoseEndMm: 900,
  startLevelMm: 110,
  endLevelMm: null,
  laundry: 'none',
  laundryKg: 0,
}
const meta = { visitId: 'v', machineLabel: 'm', siteName: 's', instrumentLabel: null }
const planned: RunEvent = { type: 'planned', id: 'p', atMs: 1000, plan, instrumentId: null }
const started: RunEvent = { type: 'started', id: 's', atMs: 1000 }
const level = (id: string, at: number): RunEvent => ({
  type: 'levelRead',
  id,
  atMs: at,
  levelMm: 100,
  by: 'ruler',
})
async function open() {
  const board = openRunBoard(runId)
  board.start()
  await eventually(() => expect(board.snapshot().loading).toBe(false))
  return board
}
const idsOf = (events: readonly { id: string }[]) => events.map((event) => event.id)
const kept = async () => idsOf((await readRun(runId))?.events ?? [])

beforeEach(() => {
  runId = `r${Math.random()}`
  letGo(outbox().map(({ id }) => id))
  streams.length = 0
  Object.assign(server, { away: false, events: [], posts: 0, refused: [] })
})

it('keeps an entry on the device before it is sent, and says when the server has it', async () => {
  const board = await open()
  board.plan(meta, planned, started)
  expect(board.snapshot().facts.phase).toBe('running')
  await eventually(async () => expect(await kept()).toEqual(['p', 's']))
  await eventually(() => expect(idsOf(server.events)).toEqual(['p', 's']))
  await eventually(() => expect(board.snapshot().sync).toBe('stored'))
  board.close()
})
it('goes on without a server, says so, and sends all when it returns', async () => {
  server.away = true
  const board = await open()
  board.plan(meta, planned, started)
  board.record(level('a', 5000))
  await eventually(() => expect([board.snapshot().sync, board.snapshot().problem]).toEqual(['waiting', null]))
  await eventually(async () => expect(await kept()).toHaveLength(3))
  server.away = false
  wakeSender()
  await eventually(() => expect(idsOf(server.events)).toEqual(['p', 's', 'a']))
  await eventually(() => expect(board.snapshot().sync).toBe('stored'))
  board.close()
})
it('comes back after a dead tab with all its entries, and sends those the server lacks', async () => {
  server.away = true
  const dead = await open()
  dead.plan(meta, planned, started)
  dead.record(level('a', 5000))
  await eventually(async () => expect(await kept()).toHaveLength(3))
  dead.close()
  server.away = false
  server.events = [planned, started]
  wakeSender()
  const board = await open()
  await eventually(() => expect(idsOf(board.snapshot().facts.inForce)).toEqual(['a']))
  await eventually(() => expect(idsOf(server.events)).toEqual(['p', 's', 'a']))
  board.close()
})
it('takes in what another device entered, without losing or doubling its own', async () => {
  const board = await open()
  board.plan(meta, planned, started)
  await eventually(() => expect(streams).toHaveLength(1))
  board.record(level('mine', 6000))
  const other = level('theirs', 5000)
  streams[0]?.onmessage?.({
    data: JSON.stringify({ type: 'facts', events: [planned, started, other], analysis: null }),
  })
  await eventually(() => expect(idsOf(board.snapshot().facts.inForce)).toEqual(['theirs', 'mine']))
  await eventually(() => expect(server.events.filter((event) => event.id === 'mine')).toHaveLength(1))
  board.close()
})
const block = (n: number): ReadingBlock => ({
  id: `b${n}`,
  source: 'stream',
  atMs: [2000 + n],
  levelMm: [99],
  rulerMm: [null],
  flowLMin: [null],
})
it('shows a streamed batch once, however often it is told', async () => {
  const board = await open()
  board.plan(meta, planned, started)
  await eventually(() => expect(streams).toHaveLength(1))
  for (let i = 0; i < 3; i++)
    streams[0]?.onmessage?.({
      data: JSON.stringify({ type: 'blocks', blocks: [block(1)] }),
      lastEventId: '7',
    })
  await eventually(() => expect(board.snapshot().streamed).toBe(1))
  board.close()
})
it('asks after a reload only for what came after the blocks that the device has, and shows them without network', async () => {
  const first = await open()
  first.plan(meta, planned, started)
  await eventually(() => expect(streams).toHaveLength(1))
  const say = (n: number) =>
    streams[0]?.onmessage?.({
      data: JSON.stringify({ type: 'blocks', blocks: [block(n)] }),
      lastEventId: String(n),
    })
  for (const n of [3, 4, 9]) say(n)
  await eventually(() => expect(first.snapshot().streamed).toBe(3))
  await eventually(async () => expect(await readPages(runId)).toHaveLength(3))
  first.close()
  server.away = true
  const again = await open()
  await eventually(() => expect(again.snapshot().streamed).toBe(3))
  await eventually(() => expect(streams.at(-1)?.url).toBe(`/api/runs/${runId}/live?after=9`))
  again.close()
  server.away = false
})
it('refuses what contradicts the run, and says what the server did not take', async () => {
  const board = await open()
  board.plan(meta, planned, started)
  board.record({ type: 'started', id: 's2', atMs: 3000 })
  expect(board.snapshot().problem).toBe('The run is already running.')
  board.dismissProblem()
  server.refused = [{ id: 'e', problem: 'in English', told: asText('entry.stops-twice') }]
  board.record({ type: 'stopped', id: 'e', atMs: 9000 })
  await eventually(() =>
    expect(board.snapshot().problem).toBe('The server did not take an entry: The run has already stopped.'),
  )
  // The run goes on as the server has it; what was refused lies in the outbox with its reason.
  expect(board.snapshot().facts.phase).toBe('running')
  expect(outbox().find(({ id }) => id === 'e')?.state).toBe('refused')
  board.close()
})
it('is sent on when its screen is gone, whatever page is open', async () => {
  server.away = true
  const board = await open()
  board.plan(meta, planned, started)
  await eventually(async () => expect(await kept()).toHaveLength(2))
  board.close()
  server.away = false
  wakeSender()
  await eventually(() => expect(idsOf(server.events)).toEqual(['p', 's']))
})
it('shows what another page of this device entered, at once', async () => {
  const board = await open()
  const page = await open()
  board.plan(meta, planned, started)
  await eventually(() => expect(page.snapshot().facts.phase).toBe('running'))
  server.away = true
  board.record(level('here', 5000))
  page.record(level('there', 6000))
  for (const each of [board, page])
    await eventually(() => expect(idsOf(each.snapshot().facts.inForce).sort()).toEqual(['here', 'there']))
  // Neither page wrote over what the other kept.
  await eventually(async () => expect((await kept()).sort()).toEqual(['here', 'p', 's', 'there']))
  board.close()
  page.close()
})
