import type { Page } from '@playwright/test'
import { follow, go } from '../go.ts'
import { expect, test } from '../world.ts'

/** A drain as a logger writes it that speaks German: semicolons, decimal commas, CRLF, millibar; the pump starts after 20 s, and a clamp sees it. */
function logText(): string {
  const two = (n: number) => String(n).padStart(2, '0')
  const rows = Array.from({ length: 300 }, (_, n) => {
    const s = n / 2
    const mm = s < 20 ? 118 : Math.max(6, 118 - (s - 20) * 1.9)
    const cell = n === 7 ? '---' : (mm * 0.0978).toFixed(3).replace('.', ',')
    return `14.11.2026 09:${two(14 + Math.floor(s / 60))}:${two(Math.floor(s % 60))},${n % 2 === 0 ? 0 : 5};${cell};18,2;${n === 7 ? '---' : s < 20 ? '0,01' : '0,38'}`
  })
  return ['Tauchsonde;0042', 'Zeit;Druck (mbar);Temp;Strom (A)', ...rows, ''].join('\r\n')
}
const FILE = { name: 'Sonde 3.csv', mimeType: 'text/csv', buffer: Buffer.from(logText()) }

/** Opens the page of a visit's logger by its link, which moves down the page as what is known of the visit comes in. */
async function openLog(page: Page, url: string): Promise<string> {
  await page.goto(url)
  await follow(page.locator('ol').getByRole('link', { name: '14 Quarry Lane' }).first())
  const link = page.getByRole('link', { name: 'Readings from a logger' })
  await expect(link).toHaveAttribute('href', /^\/visits\/[0-9a-f-]{36}\/log$/)
  const path = (await link.getAttribute('href')) ?? ''
  await go(page, path)
  await expect(page.getByLabel('File of the logger')).toBeAttached()
  return path.split('/')[2] ?? ''
}

test('a logger’s table becomes a run: guessed, drawn, put right, tried, taken in once, and read the same way the next time', async ({
  page,
  world,
}) => {
  const id = await openLog(page, world.url)
  await page.getByLabel('File of the logger').setInputFiles(FILE)
  await expect(page.getByLabel('Druck (mbar) holds')).toHaveValue('pressure')
  await expect(page.getByLabel('Druck (mbar), unit')).toHaveValue('mbar')
  await expect(page.getByLabel('Decimals after')).toHaveValue(',')
  await expect(
    page.getByText(/^300 rows from .*14 Nov 2026.* Usually 0\.50 s from one to the next\.$/),
  ).toBeVisible()
  await expect(page.getByText('1 row was left out, the first in line 10: no figure in it.')).toBeVisible()
  await expect(page.getByLabel('Kind of run')).toHaveValue('drain')
  const begins = Number(await page.getByLabel('Begins after, s').inputValue())
  expect(Math.abs(begins - 20)).toBeLessThan(3)

  // Another unit is seen at once to be wrong, and put back.
  await page.getByLabel('Druck (mbar), unit').selectOption('kPa')
  await page.getByLabel('Druck (mbar), unit').selectOption('bar')
  await expect(
    page.getByText('Levels, flows or currents that no machine has: look at the unit of the column.'),
  ).toBeVisible()
  await page.getByLabel('Druck (mbar), unit').selectOption('mbar')
  await expect(
    page.getByText('Levels, flows or currents that no machine has: look at the unit of the column.'),
  ).toHaveCount(0)

  await page.getByLabel('Remember this logger as').fill('Our probe')
  await page.getByRole('button', { name: 'See what it would do' }).click()
  await expect(page.getByText(/^Brings 1 new, writes over 0/)).toBeVisible()
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByText('Taken in. It is a run of the visit.')).toBeVisible()
  const answer = await page.request.get(`${world.url}/api/visits/${id}`)
  const { runs: stored } = (await answer.json()) as {
    runs: { kind: string; startedAtMs: number; id: string }[]
  }
  const taken = stored.filter(
    ({ startedAtMs }) =>
      new Date(startedAtMs).getFullYear() === 2026 &&
      new Date(startedAtMs).getMonth() === 10 &&
      new Date(startedAtMs).getDate() === 14,
  )
  expect(taken.map(({ kind }) => kind)).toEqual(['drain'])
  const read = await page.request.get(`${world.url}/api/runs/${taken[0]?.id}/blocks`)
  const { blocks } = (await read.json()) as { blocks: { currentA: number[] }[] }
  expect(Math.max(...(blocks[0]?.currentA ?? []))).toBeCloseTo(0.38, 6)
  // What it says can be seen as of any other run.
  await page.goto(`${world.url}/runs/${taken[0]?.id}`)
  await expect(page.getByText(/L\/min/).first()).toBeVisible()

  await page.goto(`${world.url}/visits/${id}/log`)
  await page.getByLabel('File of the logger').setInputFiles(FILE)
  await expect(page.getByRole('heading', { name: 'Read as “Our probe”' })).toBeVisible()
  await page.getByRole('button', { name: 'See what it would do' }).click()
  await expect(page.getByText('This run is here already.')).toBeVisible()
})

test('what is no table is said to be none', async ({ page, world }) => {
  await openLog(page, world.url)
  await page.getByLabel('File of the logger').setInputFiles({
    name: 'letter.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('Dear customer,\nhello.\n'),
  })
  await expect(page.getByRole('alert')).toContainText('letter.txt: expected a table of figures')
})
