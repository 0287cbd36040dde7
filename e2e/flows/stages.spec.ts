import { expectAccessible } from '../accessible.ts'
import { go, openFromDay } from '../go.ts'
import { expect, test } from '../world.ts'

const PNG =
  'iVBORw0KGgoAAAANSUhEUgAAAAoAAAAKCAIAAAACUFjqAAAAEklEQVR4nGP4z8CAB+GTG8HSALfKY52fTcuYAAAAAElFTkSuQmCC'

test('a photo is made small, shown at once, kept through a dead server, and taken back', async ({
  page,
  world,
}) => {
  await page.goto(world.url)
  await page.locator('ol').getByRole('link', { name: 'Mill Yard' }).first().click()
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible()
  await page.keyboard.press('3')
  const photos = page.getByRole('region', { name: 'Photos' })
  await expect(photos).toBeVisible()
  await world.killServer()
  await photos
    .locator('input[type=file]')
    .setInputFiles({ name: 'hose.png', mimeType: 'image/png', buffer: Buffer.from(PNG, 'base64') })
  await expect(photos.getByRole('img', { name: /not sent yet/ })).toBeVisible()
  await world.startServer()
  await expect(photos.getByRole('img', { name: /not sent yet/ })).toHaveCount(0)
  await expect(photos.getByRole('img')).toHaveCount(1)
  // It is a picture, and a JPEG by now.
  const src = await photos.getByRole('img').getAttribute('src')
  const answer = await page.request.get(`${world.url}${src}`)
  expect(answer.headers()['content-type']).toBe('image/jpeg')
  await photos.getByRole('button', { name: /^Taken/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Take it back' }).click()
  await expect(photos.getByRole('img')).toHaveCount(0)
  await photos
    .locator('input[type=file]')
    .setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') })
  await expect(photos.getByRole('alert')).toContainText('no picture that the browser can read')
})

test('what is typed and pressed while the server is away is kept and sent later', async ({ page, world }) => {
  await page.goto(world.url)
  await page.locator('ol').getByRole('link', { name: 'Mill Yard' }).first().click()
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible()
  await page.keyboard.press('2')
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeAttached()
  await world.killServer()
  await page.getByLabel('Notes').fill('Typed without a server')
  await page.getByLabel('Notes').blur()
  await page.getByRole('button', { name: /^Panels/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'One is off' }).click()
  await expect(page.getByRole('button', { name: /^Panels open/ })).toBeVisible()
  await world.startServer()
  await expect
    .poll(async () => {
      const id = page.url().split('/visits/')[1]?.split('/')[0]
      const answer = await page.request.get(`${world.url}/api/visits/${id}`).catch(() => null)
      return answer?.ok() ? JSON.stringify((await answer.json()).entries) : ''
    })
    .toMatch(/Typed without a server.*state:panels|state:panels.*Typed without a server/)
  await page.reload()
  await expect(page.getByLabel('Notes')).toHaveValue('Typed without a server')
})

for (const [name, width, height] of [
  ['desk', 1280, 800],
  ['hand', 390, 844],
] as const)
  test(`no view holds an accessibility fault, both themes, ${name}`, async ({ page, world }) => {
    await page.setViewportSize({ width, height })
    const visit = await openFromDay(page, world.url, 'Larch House')
    const { machine, site } = await (await page.request.get(visit.replace('/visits/', '/api/visits/'))).json()
    const STAGE_PART = 'Result in a few words'
    const views: [string, string][] = [
      ['/', 'Larch House'],
      ['/visits/new', 'A new machine'],
      [`/visits/new?machine=${machine.id}`, 'What is wrong?'],
      ['/visits/new?new=1', 'Tub diameter inside'],
      ...['arrive', 'make-safe', 'outside', 'fill', 'hold', 'drain', 'electrical', 'locate'].map(
        (stage): [string, string] => [`${visit.slice(world.url.length)}/${stage}`, STAGE_PART],
      ),
      [`${visit.slice(world.url.length)}/log`, 'A table that somebody’s logger wrote'],
      ['/logbook?words=larch', 'Yearly inspection.'],
      [`/machines/${machine.id}`, 'Made-up Works'],
      [`/machines/${machine.id}/change`, 'Serial number'],
      [`/sites/${site.id}`, 'Telephone'],
      ['/workshop', 'Who changed what'],
      ['/learned', 'Coin trap blocked'],
      ['/own-records/model:front-load:madeupworks%20c3450', 'washer 1, drain'],
      ['/interface', 'Send readings of a run'],
      ['/bring-in', 'First you see what it would do.'],
    ]
    for (const [path, text] of views) {
      if (path !== '/') await go(page, path)
      else await page.goto(world.url)
      await expect(page.getByText(text).first()).toBeAttached()
      await expectAccessible(page, path)
      // Only the parts that should scroll do.
      expect([path, await page.evaluate(() => document.documentElement.scrollHeight - innerHeight)]).toEqual([
        path,
        0,
      ])
    }
    await page.context().clearCookies()
    await page.goto(world.url)
    await expect(page.getByRole('button', { name: 'Open the demo' })).toBeVisible()
    await expectAccessible(page, 'sign-in')
    // Nobody is in: whoever comes next opens the app anew.
    await page.close()
  })
