import { expectAccessible } from '../accessible.ts'
import { Board } from '../board.ts'
import { expect, test } from '../world.ts'

test.use({ newDevice: true, serviceWorkers: 'allow' })

test('a visit, its machine and place, looks, notes, a photo and a run are made without network, survive a reload, and arrive once', async ({
  page,
  context,
  world,
}) => {
  const board = new Board(page)
  await page.goto(world.url)
  await expect(page.getByRole('link', { name: 'Mill Yard' }).first()).toBeVisible()
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()
  await page.getByRole('link', { name: /Start a visit/ }).click()
  await expect(page.getByText('Larch House').first()).toBeVisible()
  await context.setOffline(true)

  await page.getByRole('button', { name: /^A new machine/ }).click()
  await page.getByLabel('Name of the place').fill('Far Cellar')
  await page.getByLabel('Make and model, as you call it').fill('Cellar front loader')
  await page.getByRole('button', { name: /^Start the visit/ }).click()
  await page.waitForURL(/\/visits\/[0-9a-f-]{36}\/arrive/)
  const visit = page.url().replace('/arrive', '')
  await expect(page.getByText('Far Cellar').first()).toBeVisible()
  await page.getByRole('button', { name: 'drains slowly' }).click()
  await page.getByLabel('Notes').fill('Water to the ankles')
  await page.getByLabel('Notes').blur()
  const photo = await page.screenshot({ clip: { x: 0, y: 0, width: 80, height: 80 } })
  await page
    .getByRole('region', { name: 'Photos' })
    .locator('input[type=file]')
    .setInputFiles({ name: 'plate.png', mimeType: 'image/png', buffer: photo })
  await expect(page.getByRole('region', { name: 'Photos' }).getByRole('img')).toHaveCount(1)

  await page.goto(visit)
  await page.getByRole('link', { name: /^Time a drain/ }).click()
  await expect(page.getByText(/nine of ten healthy machines take/)).toBeVisible()
  await page.getByLabel('Level at start', { exact: false }).fill('110')
  await board.start('drain')
  const run = page.url().split('/runs/')[1]?.split('?')[0]
  await board.until(4)
  await board.level('80')
  await board.until(8)
  await board.level('50')
  await board.until(12)
  await page.getByRole('button', { name: /^Air drawn/ }).click()
  await page.getByRole('button', { name: /^Stop/ }).click()
  await page.getByRole('link', { name: /Back to the visit/ }).click()
  // Analysed on the device: the run stands in its visit with its figure.
  const line = page.getByRole('link', { name: /drain, hose end .*L\/min/s })
  await expect(line.first()).toBeVisible()

  // A flat battery: all of it is on the device.
  await page.goto(world.url)
  await page.reload()
  await expect(page.locator('ol').getByRole('link', { name: /Far Cellar/ })).toBeVisible()
  const cell = page.getByRole('button', { name: /not sent yet/ })
  await expect(cell).toBeVisible()
  await cell.click()
  await expect(page.getByRole('dialog').getByText('Machine: Cellar front loader')).toBeVisible()
  await expect(page.getByRole('dialog').getByText(/Water to the ankles/)).toBeVisible()
  await page.getByRole('dialog').getByRole('button', { name: 'Back' }).click()

  await context.setOffline(false)
  await expect(cell).toHaveCount(0)
  const api = async (path: string) => (await page.request.get(`${world.url}/api${path}`)).json()
  const id = visit.split('/visits/')[1]
  await expect.poll(async () => (await api(`/visits/${id}`)).photos?.length).toBe(1)
  const stored = await api(`/visits/${id}`)
  expect(stored).toMatchObject({
    site: { name: 'Far Cellar' },
    machine: { spec: { label: 'Cellar front loader' } },
  })
  expect(stored.observations.map((o: { value: string }) => o.value)).toEqual(['slow-drain'])
  expect(
    stored.entries
      .filter((e: { topic: string }) => e.topic === 'note:arrive')
      .map((e: { value: string }) => e.value),
  ).toEqual(['Water to the ankles'])
  const { events } = await api(`/runs/${run}`)
  expect(events.map((event: { type: string }) => event.type)).toEqual([
    'planned',
    'started',
    'levelRead',
    'levelRead',
    'marked',
    'stopped',
  ])
  await page.goto(visit)
  await expect(line).toHaveCount(1)
})

test('two pages of one device write over nothing: what both recorded without network arrives once', async ({
  page,
  context,
  world,
}) => {
  await page.goto(world.url)
  await expect(page.getByRole('link', { name: 'Mill Yard' }).first()).toBeVisible()
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()
  await page.locator('ol').getByRole('link', { name: 'Ash Row' }).first().click()
  await page.waitForURL(/visits\//)
  const visit = page.url()
  await page.goto(`${visit}/fill`)
  await expect(page.getByLabel('Notes')).toBeVisible()
  const other = await context.newPage()
  await other.goto(`${visit}/hold`)
  await expect(other.getByLabel('Notes')).toBeVisible()
  await context.setOffline(true)
  await page.getByLabel('Notes').fill('Said here')
  await page.getByLabel('Notes').blur()
  await other.getByLabel('Notes').fill('Said there')
  await other.getByLabel('Notes').blur()
  // Each page shows what the other keeps.
  await expect(page.getByRole('button', { name: '2 not sent yet. Show.' })).toBeVisible()
  await expect(other.getByRole('button', { name: '2 not sent yet. Show.' })).toBeVisible()
  // The page that did the sending is closed; the other takes over.
  await page.close()
  await context.setOffline(false)
  const notes = async () => {
    const { entries } = await (await other.request.get(visit.replace('/visits/', '/api/visits/'))).json()
    return entries
      .filter((e: { topic: string }) => e.topic.startsWith('note:'))
      .map((e: { topic: string; value: string }) => `${e.topic} ${e.value}`)
      .sort()
  }
  await expect.poll(notes).toEqual(['note:fill Said here', 'note:hold Said there'])
  await expect(other.getByRole('button', { name: /not sent yet/ })).toHaveCount(0)
  expect(await notes()).toHaveLength(2)
})

test('what the server does not take steps aside with its reason, holds up nothing, and is sent again when asked', async ({
  page,
  world,
}) => {
  await page.goto(world.url)
  await page.locator('ol').getByRole('link', { name: 'Mill Yard' }).first().click()
  await page.waitForURL(/visits\//)
  const visit = page.url()
  await page.goto(`${visit}/arrive`)
  await page.route('**/observations', (route) =>
    route.fulfill({
      status: 400,
      json: { code: 'input_invalid', message: 'observations.0.value: expected a choice' },
    }),
  )
  await page.getByRole('button', { name: 'fills slowly' }).click()
  const cell = page.getByRole('button', { name: '1 not taken by the server. Show.' })
  await expect(cell).toBeVisible()
  await page.getByLabel('Notes').fill('Sent all the same')
  await page.getByLabel('Notes').blur()
  const stored = async () => (await page.request.get(visit.replace('/visits/', '/api/visits/'))).json()
  await expect
    .poll(async () => (await stored()).entries.map((e: { value: string }) => e.value))
    .toContain('Sent all the same')
  await cell.click()
  const sheet = page.getByRole('dialog')
  await expect(sheet.getByText('Expected a choice')).toBeVisible()
  // A slip of the finger lets nothing go.
  await sheet.getByRole('button', { name: 'Discard it' }).click()
  await expect(sheet.getByText('gone for good', { exact: false }).first()).toBeVisible()
  await expectAccessible(page, 'refused item')
  await sheet.getByRole('button', { name: 'Keep it' }).click()
  await page.unroute('**/observations')
  await sheet.getByRole('button', { name: 'Send it again' }).click()
  await expect(sheet.getByRole('region', { name: 'Not taken' })).toHaveCount(0)
  await sheet.getByRole('button', { name: 'Back' }).click()
  await expect
    .poll(async () => (await stored()).observations.map((o: { value: string }) => o.value))
    .toContain('slow-fill')
})

test('what the server did not take is put right where it stands: a note in its line, a machine in its form', async ({
  page,
  world,
}) => {
  await page.goto(world.url)
  await page.locator('ol').getByRole('link', { name: 'Ash Row 5' }).click()
  await expect(page).toHaveURL(/\/visits\//)
  const visit = page.url()
  const stored = async () => (await page.request.get(visit.replace('/visits/', '/api/visits/'))).json()
  const { machine } = await stored()
  const refuse = (message: string) => ({ status: 400, json: { code: 'input_invalid', message } })
  for (const [address, word] of [
    ['**/entries', 'Mistyped'],
    ['**/machines/*', 'MISTYPED'],
  ] as const)
    await page.route(address, (route) =>
      route.request().postData()?.includes(word)
        ? route.fulfill(refuse(`${word}: expected otherwise`))
        : route.fallback(),
    )
  // The address changes a moment before the page does.
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible()
  await page.keyboard.press('1')
  await page.getByLabel('Notes').fill('Mistyped')
  await page.getByLabel('Notes').blur()
  await expect(page.getByRole('button', { name: '1 not taken by the server. Show.' })).toBeVisible()
  await page.goto(`${world.url}/machines/${machine.id}/change`)
  await page.getByLabel('Serial number').fill('MISTYPED')
  await page.getByRole('button', { name: 'Save the machine' }).click()

  await page.getByRole('button', { name: '2 not taken by the server. Show.' }).click()
  const sheet = page.getByRole('dialog')
  const note = sheet.locator('li', { hasText: 'Note, arrive' })
  await note.getByRole('button', { name: 'Put it right' }).click()
  await note.getByLabel('As it should be').fill('Typed anew')
  await note.getByRole('button', { name: 'Save and send' }).click()
  await expect(note).toHaveCount(0)
  await sheet.locator('li', { hasText: 'Machine:' }).getByRole('link', { name: 'Put it right' }).click()
  await expect(page.getByLabel('Serial number')).toHaveValue('MISTYPED')
  await page.getByLabel('Serial number').fill('QX-204')
  await page.getByRole('button', { name: 'Save the machine' }).click()
  await expect
    .poll(async () => {
      const now = await stored()
      return [now.machine.record.serial, ...now.entries.map((e: { value: unknown }) => e.value)]
    })
    .toEqual(expect.arrayContaining(['QX-204', 'Typed anew']))
  await expect(page.getByRole('button', { name: /not taken by the server/ })).toBeHidden()
})

test('a session that ends takes the page from nobody: signing in over it goes on where it was', async ({
  page,
  context,
  world,
}) => {
  await page.goto(world.url)
  await page.locator('ol').getByRole('link', { name: 'Mill Yard' }).first().click()
  await page.waitForURL(/visits\//)
  const visit = page.url()
  await page.getByRole('button', { name: 'Change', exact: true }).click()
  const typed = page.getByRole('dialog').getByLabel(/Complaint/)
  await typed.fill('Fills slowly; half typed')
  await context.clearCookies()
  // The next thing that is read finds nobody signed in.
  await expect(page.getByText('You are signed out.', { exact: false })).toBeVisible()
  await expect(typed).toHaveValue('Fills slowly; half typed')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Fills slowly; half typed' })).toBeVisible()
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByText('You are signed out.', { exact: false })).toHaveCount(0)
  expect(page.url()).toBe(visit)
  await expect
    .poll(
      async () =>
        (await (await page.request.get(visit.replace('/visits/', '/api/visits/'))).json()).complaint,
    )
    .toBe('Fills slowly; half typed')
})
