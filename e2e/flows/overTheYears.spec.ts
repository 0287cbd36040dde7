import { readFile } from 'node:fs/promises'
import { expectedRun, type LearnedAnswer, type RunEvent, type VisitAnswer } from '@brendik/core'
import type { Page } from '@playwright/test'
import { extractText, getDocumentProxy } from 'unpdf'
import { go } from '../go.ts'
import { bar, doUntil, step } from '../jobSteps.ts'
import { points, sign, waiveAll } from '../proof.ts'
import { visitWith } from '../visitWith.ts'
import { expect, test } from '../world.ts'

/** A drain timed by hand, as the app would have sent it: as on a sound machine, or without any water moving. */
async function drained(page: Page, url: string, visitUrl: string, moves: boolean): Promise<void> {
  const visitId = visitUrl.split('/').at(-1) ?? ''
  const visit = (await (await page.request.get(`${url}/api/visits/${visitId}`)).json()) as VisitAnswer
  const plan = {
    kind: 'drain' as const,
    machine: visit.machine.spec,
    site: visit.site.spec,
    taps: [],
    throttled: false,
    hoseEndMm: 900,
    startLevelMm: 110,
    endLevelMm: 0,
    laundry: 'none' as const,
    laundryKg: 0,
  }
  const { levelMm, midS } = expectedRun(plan)
  const endMs = 1000 * (midS.at(-1) ?? 0)
  // The device's clock went ahead of this one's while the job was worked.
  const fromMs = moves ? Date.now() + 30_000 : Date.now() - 600_000
  const base = (atMs: number) => ({ id: crypto.randomUUID(), atMs })
  const events: RunEvent[] = [
    { type: 'planned', ...base(fromMs - 500), plan, instrumentId: null },
    { type: 'started', ...base(fromMs) },
  ]
  levelMm.forEach((mm, n) => {
    const atMs = fromMs + 1000 * (midS[n] ?? 0)
    if (n > 0) events.push({ type: 'levelRead', ...base(atMs), levelMm: moves ? mm : 110, by: 'ruler' })
  })
  events.push({ type: 'stopped', ...base(fromMs + endMs) })
  const answer = await page.request.post(`${url}/api/runs/${crypto.randomUUID()}/events`, {
    data: { visitId, events },
  })
  expect(answer.status()).toBe(200)
}

test('a paper clip in the pump: found, taken out, run again, proved, told, signed, and counted for the next visit', async ({
  page,
  world,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const visit = await visitWith(page, world.url, 'front-load', null, [
    ['complaint', 'not-draining'],
    ['pump.sound', 'hum'],
    ['impeller.feel', 'jammed'],
  ])
  await drained(page, world.url, visit, false)
  await go(page, `${visit}/decide`)
  await expect(step(page)).toHaveText('Clear: Pump')
  await bar(page)
    .getByRole('button', { name: /^Repair/ })
    .click()
  await page.getByRole('button', { name: /Object in the pump/ }).click()
  await expect(step(page)).toHaveText('Pull the plug')
  const sheet = page.getByRole('dialog')
  await doUntil(page, 'All out: turn the impeller')
  await doUntil(page, 'Prove it with the panel off')
  await drained(page, world.url, visit, true)
  await go(page, `${visit}/prove`)
  const lead = page.getByRole('region', { name: /^Drain, hose end 900 mm: before and after/ })
  await expect(lead).toContainText('where next to nothing came before')
  await waiveAll(page)
  await expect(points(page).getByRole('heading', { name: 'Proven' })).toBeVisible()

  await go(page, `${visit}/report`)
  const paper = page.getByRole('article')
  await expect(paper.getByRole('heading', { level: 1 })).toHaveText('Your washer empties as it should.')
  await expect(paper).toContainText('Pump jammed.')
  await paper.getByRole('button', { name: 'Sign here' }).click()
  await sheet.getByRole('button', { name: 'Keep the signature' }).click()
  await expect(sheet.getByText('expected something here')).toBeVisible()
  await sheet.getByLabel('Name').fill('Ms Tern')
  await sheet.getByRole('button', { name: 'Keep the signature' }).click()
  await expect(sheet.getByText('expected a signature in the box')).toBeVisible()
  await sign(page, 'Ms Tern')
  await expect(paper).toContainText(/received by Ms Tern, \d+ \w+ 20\d\d/)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'The full record, as a PDF' }).click(),
  ])
  const bytes = new Uint8Array(await readFile(await file.path()))
  const { text } = await extractText(await getDocumentProxy(bytes), { mergePages: true })
  for (const said of ['Record of the visit', 'The pump was cleared', 'will not move'])
    expect([said, text.replace(/\s+/g, ' ').includes(said)]).toEqual([said, true])

  for (const [name, ending] of [
    ['The visit as a file, with its photos', /, visit\.zip$/],
    ['The visit as tables', /, tables\.zip$/],
    ['The visit as a spreadsheet', /, tables\.xlsx$/],
  ] as const) {
    const [table] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name }).click(),
    ])
    expect(table.suggestedFilename()).toMatch(ending)
    expect((await readFile(await table.path())).subarray(0, 2).toString()).toBe('PK')
  }

  // Closed, it counts for those that come after.
  const learned = async () =>
    (await (await page.request.get(`${world.url}/api/learned`)).json()) as LearnedAnswer
  const before = (await learned()).visits
  await go(page, visit)
  await expect(
    page.getByText('Since the pump was cleared, the drain runs, where next to nothing came before.'),
  ).toBeVisible()
  await page.getByRole('button', { name: /^Close the visit/ }).click()
  await page.getByRole('button', { name: 'Set the panels' }).click()
  await sheet.getByRole('button', { name: 'All on' }).click()
  await page.getByRole('button', { name: /^Close the visit/ }).click()
  await expect.poll(async () => (await learned()).visits).toBe(before + 1)
  await go(page, `${world.url}/workshop`)
  await expect(page.getByText(/^The part suspected first was it in \d+ of \d+ visits/)).toBeVisible()
  const [all] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'All visits as tables' }).click(),
  ])
  expect(await all.failure()).toBeNull()
  expect((await readFile(await all.path())).length).toBeGreaterThan(5000)
  await page.getByRole('button', { name: 'Write an archive of the whole workshop' }).click()
  const save = page.getByRole('link', { name: /^Save the archive, \d+\.\d MB$/ })
  await expect(page.getByText(/^As of .*\. It is here until .*\.$/)).toBeVisible()
  const [archive] = await Promise.all([page.waitForEvent('download'), save.click()])
  expect(await archive.failure()).toBeNull()
  expect((await readFile(await archive.path())).length).toBeGreaterThan(50_000)
  await go(page, `${world.url}/learned`)
  await page.getByRole('radio', { name: 'Weigh with it' }).click()
  await expect(page.getByText(/Visits opened from now on are weighed with it/)).toBeVisible()
  const next = await visitWith(page, world.url, 'front-load', null, [['complaint', 'not-draining']])
  await go(page, `${next}/weigh`)
  await expect(
    page.getByText(/In \d+ visits of this workshop it turned out more often than usual/).first(),
  ).toBeVisible()
})

test('shaft seals over two visits: agreed and ordered on the first, worked and watched dry on the second', async ({
  page,
  world,
}) => {
  // Young enough that its repair pays, whatever a next look would save.
  const first = await visitWith(page, world.url, 'top-load-belt', 2022, [
    ['complaint', 'leaking'],
    ['leak.phase', 'wash-motion'],
    ['leak.place', 'centre'],
    ['weep-holes', 'wet'],
    ['centre-post', 'dry'],
  ])
  await go(page, `${first}/decide`)
  await expect(step(page)).toHaveText('Replace: Shaft seal')
  await bar(page)
    .getByRole('button', { name: /^Customer’s yes/ })
    .click()
  const sheet = page.getByRole('dialog')
  await sheet.getByLabel('Who said yes').fill('Mr Dell')
  await sheet.getByRole('button', { name: 'Write it down' }).click()
  await go(page, first)
  const later = page.getByRole('region', { name: 'To come back to' })
  await later.getByRole('button', { name: 'Add what to come back to' }).click()
  await sheet.getByRole('button', { name: 'Part to arrive' }).click()
  await sheet.getByLabel('Note').fill('Shaft seals, both')
  await sheet.getByRole('button', { name: 'Keep it' }).click()
  await expect(later.getByText('Shaft seals, both')).toBeVisible()
  await expect(page.getByText(/^Repair: /)).toHaveCount(0)

  // The part has come: the same machine, another day.
  const { machine, site } = (await (
    await page.request.get(`${world.url}/api/visits/${first.split('/').at(-1)}`)
  ).json()) as VisitAnswer
  const id = crypto.randomUUID()
  const answer = await page.request.put(`${world.url}/api/visits/${id}`, {
    data: {
      machineId: machine.id,
      siteId: site.id,
      dueAtMs: Date.now(),
      complaint: 'Shaft seals, part is here',
    },
  })
  expect(answer.status()).toBe(200)
  const second = `${world.url}/visits/${id}`
  await go(page, `${second}/repair`)
  await page.getByRole('button', { name: /^Shaft seals/ }).click()
  await doUntil(page, 'Lay it down')
  // The hose holds a column of its own: nobody lays the machine down before its end is tied up.
  await page.getByRole('button', { name: 'Set the hose end' }).click()
  await sheet.getByRole('button', { name: 'lifted', exact: true }).click()
  await doUntil(page, 'Old seals out')
  await page.getByRole('button', { name: 'as thought', exact: true }).click()
  await doUntil(page, 'Prove it with the panel off')
  await go(page, `${second}/prove`)
  await expect(points(page)).toContainText('Dry while')
  // What was wet before is watched, and seen dry, where it is watched.
  await go(page, `${second}/locate`)
  const phases = page.getByRole('list', { name: 'Phases of the leak test' })
  await phases.getByRole('button', { name: /^Washing/ }).click()
  await sheet.getByRole('button', { name: 'Dry', exact: true }).click()
  await sheet.getByRole('button', { name: 'Close', exact: true }).click()
  await go(page, `${second}/prove`)
  await expect(
    points(page)
      .getByRole('listitem')
      .filter({ hasText: 'Dry while it turns' })
      .getByRole('img', { name: 'passed', exact: true }),
  ).toBeVisible()
  await waiveAll(page)
  await expect(points(page).getByRole('heading', { name: 'Proven' })).toBeVisible()
  await go(page, `${second}/report`)
  const paper = page.getByRole('article')
  await expect(paper).toContainText('The shaft seal was replaced.')
  await expect(paper).toContainText('Watched turning: nothing leaked.')
  await expect(paper).toContainText('Leak: shaft seal.')
  await expect(paper).toContainText('The old part showed it when it was opened.')

  // The part has come: the first visit is told.
  await go(page, first)
  await later.getByRole('button', { name: 'Done' }).click()
  await expect(later.getByText(/^done .+/)).toBeVisible()
})
