import { WHOLE_BROWSER } from '../browsers.ts'
import { expect, test } from '../world.ts'

test.use({ newDevice: true, serviceWorkers: 'allow', launchOptions: WHOLE_BROWSER })

test('what was recorded without the server is sent once it is there, though no page is open any more', async ({
  page,
  context,
  world,
}) => {
  await page.goto(world.url)
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()
  await page.locator('ol').getByRole('link', { name: 'Ash Row 5' }).click()
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible()
  await page.keyboard.press('3')
  await world.killServer()
  await page.getByLabel('Notes').fill('Typed in the cellar')
  await page.getByLabel('Notes').blur()
  await expect(page.getByRole('button', { name: /not sent yet/ })).toBeVisible()
  // The page asked for it when it found the server away.
  await expect
    .poll(() =>
      page.evaluate(async () => {
        const registration = await navigator.serviceWorker.ready
        return (registration as unknown as { sync: { getTags: () => Promise<string[]> } }).sync.getTags()
      }),
    )
    .toEqual(['brendik-outbox'])
  const blank = await context.newPage()
  const browser = await context.newCDPSession(blank)
  const registered = new Promise<string>((resolve) =>
    browser.on('ServiceWorker.workerRegistrationUpdated', ({ registrations }) => {
      const ours = registrations.find((one) => one.scopeURL.startsWith(world.url))
      if (ours) resolve(ours.registrationId)
    }),
  )
  await browser.send('ServiceWorker.enable')
  const registrationId = await registered
  await page.close()
  await world.startServer()
  const notes = () =>
    world.rows<{ value: string }>('select value from visit_entry where value = \'"Typed in the cellar"\'')
  expect(await notes()).toEqual([])
  // The browser's own wait may be minutes: it is told that the network is back.
  await browser.send('ServiceWorker.dispatchSyncEvent', {
    origin: world.url,
    registrationId,
    tag: 'brendik-outbox',
    lastChance: false,
  })
  await expect.poll(async () => (await notes()).length).toBe(1)

  // And the page that is opened next shows it as sent, once.
  const again = await context.newPage()
  await again.goto(world.url)
  await again.locator('ol').getByRole('link', { name: 'Ash Row 5' }).click()
  await expect(again.getByRole('navigation', { name: 'Stages' })).toBeVisible()
  await again.keyboard.press('3')
  await expect(again.getByLabel('Notes')).toHaveValue('Typed in the cellar')
  await expect(again.getByRole('button', { name: /not sent yet/ })).toBeHidden()
  expect(await notes()).toHaveLength(1)
})

test('who finds that the browser cleared what the page kept is told so, once', async ({ page, world }) => {
  await page.goto(world.url)
  await expect(page.locator('ol').getByRole('link').first()).toBeVisible()
  await world.ageSessions()
  await page.reload()
  await expect(page.locator('ol').getByRole('link').first()).toBeVisible()
  const cell = page.getByRole('button', { name: 'Storage of this device. Show.' })
  await expect(cell).toBeHidden()
  await page.goto(`${world.url}/icon.svg`)
  await page.evaluate(
    () =>
      new Promise((resolve, reject) => {
        const gone = indexedDB.deleteDatabase('brendik')
        gone.onsuccess = resolve
        gone.onerror = reject
      }),
  )
  await page.goto(world.url)
  await cell.click()
  await expect(page.getByRole('dialog').getByText(/cleared what the page kept/)).toBeVisible()
  await page.getByRole('button', { name: 'Back' }).click()
  await expect(cell).toBeHidden()
  await page.reload()
  await expect(page.locator('ol').getByRole('link').first()).toBeVisible()
  await expect(cell).toBeHidden()
})
