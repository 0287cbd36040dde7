import { type ChildProcess, spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { once } from 'node:events'
import { existsSync } from 'node:fs'
import { chromium } from '@playwright/test'
import pg from 'pg'

/** Runs in the page, as text: it is no part of this program. */
const COUNT_FRAMES = `new Promise((resolve) => {
  const from = performance.now()
  let before = from, drawn = 0, late = 0, longestMs = 0
  requestAnimationFrame(function frame(at) {
    const took = at - before
    before = at
    drawn++
    if (drawn > 1 && took > 34) late++
    if (drawn > 1) longestMs = Math.max(longestMs, took)
    if (at - from < 12000) requestAnimationFrame(frame)
    else resolve({ drawn, late, longestMs })
  })
})`

/** Frames of the run board while a washer streams into it at 10 Hz: the fit is made in a worker, so that drawing never waits for it. */
export async function framesWhileStreaming(
  admin: string,
): Promise<{ drawn: number; late: number; longestMs: number } | null> {
  const executablePath = process.env.CHROMIUM ?? '/usr/bin/chromium'
  if (!existsSync(executablePath)) return null
  const name = `brendik_frames_${process.pid}`
  const client = new pg.Client({ connectionString: admin })
  await client.connect()
  await client.query(`create database ${name}`)
  const port = String(20_000 + (process.pid % 20_000))
  const url = `http://127.0.0.1:${port}`
  const own = (address: string) => Object.assign(new URL(address), { pathname: `/${name}` }).toString()
  const env = {
    ...process.env,
    DATABASE_URL: own(admin),
    SERVER_DATABASE_URL: own(process.env.SERVER_DATABASE_URL ?? admin),
    PORT: port,
    WEB_DIR: 'apps/web/dist',
    BRENDIK_DEMO: '1',
    BRENDIK_KEY: randomBytes(24).toString('base64url'),
  }
  const node = (...args: string[]): ChildProcess => spawn(process.execPath, args, { env, stdio: 'ignore' })
  await once(node('--import', 'tsx', 'apps/server/src/demo/loadDemo.ts'), 'exit')
  const children = [
    node('apps/server/dist/main.mjs'),
    node('--import', 'tsx', 'apps/rig/src/main.ts', '--server', url),
  ]
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu'] })
  try {
    for (let i = 0; i < 100; i++) {
      const up = await fetch(`${url}/api/health`).then(
        (r) => r.ok,
        () => false,
      )
      if (up) break
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.request.post(`${url}/api/session/demo`, { data: { role: 'owner' } })
    await page.goto(url)
    await page.locator('ol').getByRole('link', { name: '14 Quarry Lane' }).click()
    await page.getByRole('link', { name: 'Time a drain' }).click()
    await page.getByLabel('Readings').locator('option', { hasText: 'healthy' }).waitFor({ state: 'attached' })
    await page.getByLabel('Readings').selectOption({ label: 'Simulated washer, healthy' })
    await page.getByRole('button', { name: 'Start drain' }).click()
    await page.waitForTimeout(6000)
    return await page.evaluate<{ drawn: number; late: number; longestMs: number }>(COUNT_FRAMES)
  } finally {
    await browser.close()
    for (const child of children) {
      child.kill('SIGTERM')
      if (child.exitCode === null) await once(child, 'exit')
    }
    await client.query(`drop database if exists ${name} with (force)`)
    await client.end()
  }
}
