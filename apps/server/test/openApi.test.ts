import { spawn } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { familyDefaults, type RunEvent } from '@brendik/core'
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import { Validator } from '@seriousme/openapi-schema-validator'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { ids, writes } from './everyAddress.ts'
import { type Inside, startTestServer, type TestServer } from './testServer.ts'

interface Described {
  paths: Record<
    string,
    Record<
      string,
      {
        operationId: string
        summary: string
        security: Record<string, unknown>[]
        parameters?: { name: string; in: string; required: boolean }[]
        requestBody?: { content: Record<string, { schema: object }> }
      }
    >
  >
}
let server: TestServer
let own: Inside
let api: Described
beforeAll(async () => {
  server = await startTestServer({ openSignUp: true })
  own = await server.enter('Described')
  api = (await (await fetch(`${server.url}/api/openapi.json`)).json()) as Described
})
afterAll(() => server.close())

const operations = () =>
  Object.entries(api.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ path, method, operation })),
  )

it('is OpenAPI 3.1 by another’s validator, in both languages, each operation under a name of its own', async () => {
  for (const language of ['en', 'es']) {
    const said = await (await fetch(`${server.url}/api/openapi.json?language=${language}`)).json()
    const { valid, errors } = await new Validator().validate(said as Parameters<Validator['validate']>[0])
    expect([language, valid, errors]).toEqual([language, true, undefined])
  }
  const names = operations().map(({ operation }) => operation.operationId)
  expect(new Set(names).size).toBe(names.length)
  const spanish = (await (await fetch(`${server.url}/api/openapi.json?language=es`)).json()) as Described
  expect(spanish.paths['/api/visits/{id}']?.get?.summary).not.toBe(
    api.paths['/api/visits/{id}']?.get?.summary,
  )
})

it('describes every address that the server has, and none that it has not', () => {
  const source = fileURLToPath(new URL('../src/', import.meta.url))
  const there = readdirSync(source, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts'))
    .flatMap((file) => {
      const text = readFileSync(source + file, 'utf8')
      return [...text.matchAll(/\b(router|app)\.(get|put|post|delete)\(\s*'([^']+)'/g)].flatMap(
        ([, on, method, path = '']) =>
          on === 'app' && !path.startsWith('/api/')
            ? []
            : [`${method} ${path.replace(/^\/api/, '').replace(/:(\w+)/g, '{$1}')}`],
      )
    })
  const described = operations().map(
    ({ path, method }) => `${method} ${path.replace(/^\/api(\/ingest)?/, '')}`,
  )
  expect(described.sort()).toEqual(there.sort())
})

describe('what is sent', () => {
  /** The operation that an address is of. */
  const operationOf = (method: string, path: string) => {
    const found = operations().filter(
      (one) =>
        one.method === method.toLowerCase() &&
        new RegExp(`^${one.path.replace(/\{\w+\}/g, '[^/]+')}$`).test(path.split('?')[0] ?? ''),
    )
    expect([method, path, found.length]).toEqual([method, path, 1])
    return found[0]?.operation
  }
  const validatorOf = (method: string, path: string) => {
    const schema = operationOf(method, path)?.requestBody?.content['application/json']?.schema
    return schema && new Ajv2020({ strict: false, validateFormats: false }).compile(schema)
  }

  it('is by its schema what the server takes, for every write', () => {
    let seen = 0
    for (const [method, path, body] of writes) {
      const validate = validatorOf(method, path)
      expect([path, validate !== undefined]).toEqual([path, true])
      validate?.(body)
      expect([path, validate?.errors]).toEqual([path, null])
      seen++
    }
    expect(seen).toBeGreaterThan(14)
  })

  it('is refused by the schema where the server refuses it: a key left out, another kind of value', async () => {
    let [refused, agreed] = [0, 0]
    for (const [method, path, body] of writes) {
      const validate = validatorOf(method, path)
      for (const key of Object.keys(body as object))
        for (const spoiled of [{ [key]: undefined }, { [key]: { not: 'this' } }]) {
          const sent = JSON.parse(JSON.stringify({ ...(body as object), ...spoiled }))
          const byServer = (await own.request(method, path, sent)).status
          if (byServer !== 400) continue
          refused++
          if (!validate?.(sent)) agreed++
        }
    }
    expect(refused).toBeGreaterThan(30)
    // What only code can check (that one column is there of three) no schema says.
    expect(agreed / refused).toBeGreaterThan(0.9)
  })
})

it('who may ask stands beside each: nothing of a workshop is open to anybody', async () => {
  for (const { path, method, operation } of operations()) {
    if (method !== 'get' || path.includes('{token}')) continue
    const address = path.replace(/\{\w+\}/g, ids.visit)
    const { status } = await server.ask({}, 'GET', address)
    const open = operation.security.length === 0
    expect([path, open ? status !== 401 : status === 401]).toEqual([path, true])
  }
})

it('the example logger sends what it reads to the run that chose it, once, and names what is no level', async () => {
  const [machine, site, visit, run, instrument] = Array.from({ length: 5 }, () => crypto.randomUUID())
  const spec = { ...familyDefaults('front-load'), label: 'Logged' }
  const place = {
    supplyKpa: { cold: null, hot: null },
    standpipeHeightMm: 900,
    waterTempC: 15,
    portHeightMm: null,
  }
  const key = (
    await own.request('POST', '/api/instrument-keys', { id: crypto.randomUUID(), label: 'Logger' })
  ).body as {
    token: string
  }
  const plan = {
    kind: 'fill' as const,
    machine: spec,
    site: place,
    taps: ['cold' as const],
    throttled: false,
    hoseEndMm: null,
    startLevelMm: 0,
    endLevelMm: 110,
    laundry: 'none' as const,
    laundryKg: 0,
  }
  const events: RunEvent[] = [
    {
      type: 'planned',
      id: crypto.randomUUID(),
      atMs: Date.now() - 2000,
      plan,
      instrumentId: instrument as string,
    },
    { type: 'started', id: crypto.randomUUID(), atMs: Date.now() - 1000 },
  ]
  for (const [method, path, body] of [
    ['PUT', `/api/machines/${machine}`, spec],
    ['PUT', `/api/sites/${site}`, { name: 'Here', spec: place, customerId: null }],
    ['PUT', `/api/visits/${visit}`, { machineId: machine, siteId: site, dueAtMs: Date.now(), complaint: '' }],
    ['PUT', `/api/ingest/instruments/${instrument}`, { label: 'Tub sensor', rateHz: 2 }],
    ['POST', `/api/runs/${run}/events`, { visitId: visit, events }],
  ] as const)
    expect([path, (await own.request(method, path, body)).status]).toEqual([path, 200])
  const script = fileURLToPath(new URL('../../../docs/examples/logger.mjs', import.meta.url))
  const logger = spawn(process.execPath, [script, 'Tub sensor'], {
    env: {
      ...process.env,
      NODE_OPTIONS: '',
      BRENDIK_URL: server.url,
      BRENDIK_KEY: key.token,
      BRENDIK_INSTRUMENT: instrument,
    },
    stdio: ['pipe', 'ignore', 'pipe'],
  })
  let complaints = ''
  logger.stderr.on('data', (text) => {
    complaints += text
  })
  const levels = [1, 2.5, 4, 5.5, 7]
  for (const level of levels) {
    logger.stdin.write(`${String(level).replace('.', ',')}\n`)
    await new Promise((resolve) => setTimeout(resolve, 300))
  }
  logger.stdin.write('nonsense\n')
  logger.stdin.end()
  expect(await new Promise((resolve) => logger.on('exit', resolve))).toBe(0)
  expect(complaints).toContain('expected a level in mm, got nonsense')
  const { blocks } = (await own.request('GET', `/api/runs/${run}/blocks`)).body as {
    blocks: { levelMm: number[] }[]
  }
  expect(blocks.flatMap(({ levelMm }) => levelMm)).toEqual(levels)
})
