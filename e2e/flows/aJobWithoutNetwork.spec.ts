import { readFile } from 'node:fs/promises'
import { expectedRun, familyDefaults, type VisitAnswer } from '@brendik/core'
import type { Page } from '@playwright/test'
import { extractText, getDocumentProxy } from 'unpdf'
import { Board } from '../board.ts'
import { bar, doUntil, setAhead, step } from '../jobSteps.ts'
import { points, sign, waiveAll } from '../proof.ts'
import { expect, test } from '../world.ts'

test.use({ newDevice: true, serviceWorkers: 'allow', viewport: { width: 390, height: 844 } })

const FULL_MM = 110
const NEARLY_OUT_MM = 25
/** Level in a sound machine of the family, so many seconds after its pump was started. */
function soundLevelMm(atS: number): number {
  const { levelMm, midS } = expectedRun({
    kind: 'drain',
    machine: { ...familyDefaults('front-load'), label: '' },
    site: {
      supplyKpa: { cold: null, hot: null },
      standpipeHeightMm: null,
      waterTempC: 15,
      portHeightMm: null,
    },
    taps: [],
    throttled: false,
    hoseEndMm: null,
    startLevelMm: FULL_MM,
    endLevelMm: 0,
    laundry: 'none',
    laundryKg: 0,
  })
  const next = [...midS].findIndex((s) => s > atS)
  return Math.round(levelMm[next < 0 ? levelMm.length - 1 : next] ?? 0)
}

/** A drain timed by hand on the device alone: set up, started, read with the ruler until it is nearly out, or thrice where no water moves. */
async function timeADrain(page: Page, visit: string, moves: boolean): Promise<void> {
  const board = new Board(page)
  await page.goto(visit)
  await page.getByRole('link', { name: /^Time a drain/ }).click()
  await expect(page.getByText(/nine of ten healthy machines take/)).toBeVisible()
  const plugged = page.getByRole('button', { name: 'It is plugged in' })
  if (await plugged.isVisible()) await plugged.click()
  await page.getByLabel('Level at start', { exact: false }).fill(String(FULL_MM))
  await board.start('drain')
  // A level that no sound machine would show by now is asked about.
  await page.addLocatorHandler(page.getByRole('button', { name: /^Keep \d+ mm$/ }), (keep) => keep.click())
  const startedMs = await board.startedMs()
  for (let n = 0, levelMm = FULL_MM; moves ? levelMm > NEARLY_OUT_MM && n < 6 : n < 3; n++) {
    // The device sleeps between two looks at the ruler: its clock goes on.
    await setAhead(page, moves ? 4000 : 20_000)
    await board.levelNow(async () => {
      const atS = ((await page.evaluate(() => Date.now())) - startedMs) / 1000
      levelMm = moves ? Math.max(2, soundLevelMm(atS)) : FULL_MM
      return levelMm
    })
    await expect(page.getByRole('timer')).toBeVisible()
  }
  await page.getByRole('button', { name: /^Stop/ }).click()
  await page.getByRole('link', { name: /Back to the visit/ }).click()
  await expect(page.getByRole('link', { name: /drain, hose end|^drain/ }).first()).toBeVisible()
}

test('a job wholly without network: complaint, looks, a price agreed, the pump cleared step by step, the run again, proof, report, signature, closed; all of it arrives', async ({
  page,
  context,
  world,
}) => {
  await page.goto(world.url)
  await expect(page.getByRole('link', { name: 'Mill Yard' }).first()).toBeVisible()
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()
  await expect(page.getByRole('link', { name: 'Mill Yard' }).first()).toBeVisible()
  // Nothing but the day was opened since the morning.
  await context.setOffline(true)

  await page.getByRole('link', { name: /Start a visit/ }).click()
  await page.getByRole('button', { name: /^A new machine/ }).click()
  await page.getByLabel('Name of the place').fill('Deep Cellar')
  await page.getByLabel('Make and model, as you call it').fill('Cellar front loader')
  await page.getByRole('button', { name: /^Start the visit/ }).click()
  await page.waitForURL(/\/visits\/[0-9a-f-]{36}\/arrive/)
  const visit = page.url().replace('/arrive', '')
  await page.getByRole('button', { name: 'does not drain' }).click()
  await page
    .getByRole('group', { name: 'Pump when draining' })
    .getByRole('button', { name: 'steady hum', exact: true })
    .click()
  await timeADrain(page, visit, false)
  await page.goto(`${visit}/decide`)
  await expect(step(page)).toHaveText('Clear: Pump')
  await bar(page)
    .getByRole('button', { name: /^Customer’s yes/ })
    .click()
  const sheet = page.getByRole('dialog')
  await sheet.getByLabel('Who said yes').fill('Ms Deep')
  await sheet.getByRole('button', { name: 'Write it down' }).click()
  await bar(page)
    .getByRole('button', { name: /^Repair/ })
    .click()
  await page.getByRole('button', { name: /Object in the pump/ }).click()
  await expect(step(page)).toHaveText('Pull the plug')
  await doUntil(page, 'Prove it with the panel off')

  await timeADrain(page, visit, true)
  await page.goto(`${visit}/prove`)
  await expect(page.getByRole('region', { name: /^Drain.*: before and after/ })).toContainText(
    'where next to nothing came before',
  )
  await expect(page.getByText('Cured: it runs as a sound machine does.')).toBeVisible()
  await waiveAll(page)
  await expect(points(page).getByRole('heading', { name: 'Proven' })).toBeVisible()

  await page.goto(`${visit}/report`)
  const paper = page.getByRole('article')
  await expect(paper.getByRole('heading', { level: 1 })).toHaveText('Your washer empties as it should.')
  await expect(paper).toContainText(/agreed with Ms Deep before work began/)
  await paper.getByRole('button', { name: 'Sign here' }).click()
  await sign(page, 'Ms Deep')
  await expect(paper).toContainText(/received by Ms Deep/)
  await page.goto(visit)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Does not drain')
  await page.getByRole('button', { name: /^Close the visit/ }).click()
  await page.getByRole('button', { name: 'Set the panels' }).click()
  await sheet.getByRole('button', { name: 'All on' }).click()
  await page.getByRole('button', { name: 'Set the hose end' }).click()
  await sheet.getByRole('button', { name: 'in the pipe', exact: true }).click()
  await page.getByRole('button', { name: /^Close the visit/ }).click()
  await expect(page.getByRole('button', { name: /Open it again/ })).toBeVisible()
  await page.goto(`${visit}/report`)
  await expect(paper.getByRole('heading', { level: 1 })).toBeVisible()
  const said = await paper.locator('h1, dt, dd').allInnerTexts()
  expect(said.length).toBeGreaterThan(5)
  await expect(page.getByRole('button', { name: /not sent yet/ })).toBeVisible()

  // In the street there is network again: it is all there, closed, and the paper says what the page said in the cellar.
  await context.setOffline(false)
  await expect(page.getByRole('button', { name: /not sent yet/ })).toHaveCount(0, { timeout: 60_000 })
  const stored = (await (
    await page.request.get(visit.replace('/visits/', '/api/visits/'))
  ).json()) as VisitAnswer
  expect(stored.closedAtMs).not.toBeNull()
  expect(stored.runs).toHaveLength(2)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^As a PDF/ }).click(),
  ])
  const { text } = await extractText(
    await getDocumentProxy(new Uint8Array(await readFile(await file.path()))),
    {
      mergePages: true,
    },
  )
  const bare = (one: string) => one.replace(/\s+/g, '')
  for (const one of said) expect([one, bare(text).includes(bare(one))]).toEqual([one, true])
})
