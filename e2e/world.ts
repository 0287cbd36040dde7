import { type ChildProcess, spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { once } from 'node:events'
import { createServer } from 'node:net'
import { type BrowserContext, test as base, type Page } from '@playwright/test'
import pg from 'pg'

/** The real thing: server and simulated washers as processes of their own, on a new database with the demo scenario. */
export interface World {
  url: string
  /** Ends the server at once, as a power cut would. */
  killServer: () => Promise<void>
  startServer: () => Promise<void>
  /** Holds back what the pages read of a visit, so that two people act without seeing each other. */
  pauseReads: (...pages: Page[]) => Promise<void>
  resumeReads: (...pages: Page[]) => Promise<void>
}

const VISIT_READ = /\/api\/visits\/[0-9a-f-]{36}$/
const root = new URL('../', import.meta.url).pathname

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const address = server.address()
  server.close()
  if (address === null || typeof address === 'string') throw new Error('no free port')
  return address.port
}

async function statement(url: string, text: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(text)
  await client.end()
}

function node(args: string[], env: Record<string, string>): ChildProcess {
  return spawn(process.execPath, ['--import', 'tsx', ...args], {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
}

async function ended(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return
  const exit = once(child, 'exit')
  child.kill(signal)
  await exit
}

/** One more device, signed in to the demo. */
export async function signIn(
  context: BrowserContext,
  world: World,
  role: 'owner' | 'technician' = 'owner',
): Promise<void> {
  const answer = await context.request.post(`${world.url}/api/session/demo`, { data: { role } })
  if (!answer.ok()) throw new Error(`the demo's door: ${answer.status()}`)
}

export const test = base.extend<
  { pageErrors: string[]; insider: boolean },
  { world: World; worldOfItsOwn: string }
>({
  /** A file that names one gets a server and database no other file's runs are weighed in. */
  worldOfItsOwn: ['', { option: true, scope: 'worker' }],
  /** Whether the test's page is signed in as it begins. */
  insider: [true, { option: true }],
  context: async ({ context, world, insider }, use) => {
    if (insider) await signIn(context, world)
    await use(context)
  },
  world: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads a fixture's needs from this pattern
    async ({}, use) => {
      const admin = process.env.DATABASE_URL
      if (!admin) throw new Error('DATABASE_URL is not set: run the tests with npm test')
      const name = `brendik_e2e_${process.pid}_${Date.now()}`
      await statement(admin, `create database ${name}`)
      const own = (address: string) => Object.assign(new URL(address), { pathname: `/${name}` }).toString()
      const env = {
        DATABASE_URL: own(admin),
        SERVER_DATABASE_URL: own(process.env.SERVER_DATABASE_URL ?? admin),
        PORT: String(await freePort()),
        WEB_DIR: 'apps/web/dist',
        BRENDIK_DEMO: '1',
        BRENDIK_KEY: randomBytes(24).toString('base64url'),
      }
      const url = `http://127.0.0.1:${env.PORT}`
      await once(node(['apps/server/src/demo/loadDemo.ts'], env), 'exit')
      let server: ChildProcess | null = null
      const startServer = async () => {
        server = node(['apps/server/src/main.ts'], env)
        for (let i = 0; i < 150; i++) {
          if (
            await fetch(`${url}/api/health`).then(
              (r) => r.ok,
              () => false,
            )
          )
            return
          await new Promise((resolve) => setTimeout(resolve, 100))
        }
        throw new Error('the server did not start')
      }
      await startServer()
      const rig = node(['apps/rig/src/main.ts', '--server', url], { BRENDIK_KEY: env.BRENDIK_KEY })
      await use({
        url,
        startServer,
        pauseReads: async (...pages) => {
          for (const page of pages)
            await page.route(VISIT_READ, (route) =>
              route.request().method() === 'GET' ? route.abort() : route.fallback(),
            )
        },
        resumeReads: async (...pages) => {
          for (const page of pages) await page.unroute(VISIT_READ)
        },
        killServer: async () => {
          if (server) await ended(server, 'SIGKILL')
        },
      })
      await ended(rig, 'SIGTERM')
      if (server) await ended(server, 'SIGTERM')
      await statement(admin, `drop database if exists ${name} with (force)`)
    },
    { scope: 'worker', timeout: 60_000 },
  ],
  /** Every page must go through without an uncaught error. */
  pageErrors: [
    async ({ page }, use) => {
      const errors: string[] = []
      page.on('pageerror', (error) => errors.push(error.message))
      // What the page is not allowed to do it must not try.
      page.on('console', (message) => {
        if (/Content Security Policy/i.test(message.text())) errors.push(message.text())
      })
      await use(errors)
      if (errors.length > 0) throw new Error(`the page threw: ${errors.join('; ')}`)
    },
    { auto: true },
  ],
})
export { expect } from '@playwright/test'
