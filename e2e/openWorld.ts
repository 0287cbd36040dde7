import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'
import type { Page } from '@playwright/test'
import pg from 'pg'
import { DEMO_WORKSHOP } from '../apps/server/src/demo/demoPeople.ts'
import { addressOf, databaseUrl, statement } from './demoTemplate.ts'
import { freePort } from './freePort.ts'

/** The real thing: server and simulated washers as processes of their own, on a new database with the demo scenario. */
export interface World {
  url: string
  /** Ends the server at once, as a power cut would. */
  killServer: () => Promise<void>
  startServer: () => Promise<void>
  /** Holds back what the pages read of a visit, so that two people act without seeing each other. */
  pauseReads: (...pages: Page[]) => Promise<void>
  resumeReads: (...pages: Page[]) => Promise<void>
  /** Cuts every connection of the server to its database, the listening one among them; or that one alone. */
  cutDatabase: (which: 'all' | 'listening') => Promise<void>
  /** Everybody who is signed in came in an hour ago. */
  ageSessions: () => Promise<void>
  /** What stands in the database, as the demo's workshop sees it. */
  rows: <T>(text: string, values?: unknown[]) => Promise<T[]>
}

const VISIT_READ = /\/api\/visits\/[0-9a-f-]{36}$/
const root = new URL('../', import.meta.url).pathname

function node(args: string[], env: Record<string, string>): ChildProcess {
  return spawn(process.execPath, args, {
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

/** A new database with the demo scenario, and the processes on it. @param washers - Whether the simulated washers stream. */
export async function openWorld(washers: boolean): Promise<World & { close: () => Promise<void> }> {
  const admin = databaseUrl()
  const name = `brendik_e2e_${process.pid}_${Date.now()}`
  await statement(admin, `create database ${name} template ${process.env.DEMO_TEMPLATE}`)
  const env = {
    DATABASE_URL: addressOf(admin, name),
    SERVER_DATABASE_URL: addressOf(process.env.SERVER_DATABASE_URL ?? admin, name),
    PORT: String(await freePort()),
    WEB_DIR: 'apps/web/dist',
    BRENDIK_DEMO: '1',
    BRENDIK_KEY: process.env.BRENDIK_KEY ?? '',
  }
  const url = `http://127.0.0.1:${env.PORT}`
  let server: ChildProcess | null = null
  const startServer = async () => {
    server = node(['apps/server/dist/main.mjs'], env)
    for (let i = 0; i < 600; i++) {
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
  const rig = washers
    ? node(['--import', 'tsx', 'apps/rig/src/main.ts', '--server', url], { BRENDIK_KEY: env.BRENDIK_KEY })
    : null
  return {
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
    cutDatabase: (which) =>
      // Only who serves sees what its connections do.
      statement(
        env.SERVER_DATABASE_URL,
        `select pg_terminate_backend(pid) from pg_stat_activity
          where datname = current_database() and usename = current_user and pid <> pg_backend_pid()${which === 'listening' ? " and query ilike 'listen %'" : ''}`,
      ),
    ageSessions: () =>
      statement(
        env.DATABASE_URL,
        `select set_config('brendik.workshop_id', '${DEMO_WORKSHOP.id}', false); update session set created_at = now() - interval '1 hour'`,
      ),
    rows: async <T>(text: string, values: unknown[] = []) => {
      const client = new pg.Client({
        connectionString: env.SERVER_DATABASE_URL,
        options: `-c role=brendik_app -c brendik.workshop_id=${DEMO_WORKSHOP.id}`,
      })
      await client.connect()
      const { rows } = await client.query(text, values)
      await client.end()
      return rows as T[]
    },
    close: async () => {
      if (rig) await ended(rig, 'SIGTERM')
      if (server) await ended(server, 'SIGTERM')
      await statement(admin, `drop database if exists ${name} with (force)`)
    },
  }
}
