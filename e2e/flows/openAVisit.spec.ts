import { expectAccessible } from '../accessible.ts'
import { go, openFromDay } from '../go.ts'
import { expect, test } from '../world.ts'

test('a new machine and place become a visit; what cannot exist is named', async ({ page, world }) => {
  await go(page, world.url)
  await page.getByRole('link', { name: /Start a visit/ }).click()
  await page.getByRole('button', { name: /A new machine/ }).click()
  await page.getByLabel('Complaint').fill('Will not empty')
  // The usual measures of another family are no measured ones either.
  const assumed = page.getByRole('checkbox', { name: /^Not measured/ })
  for (const family of ['top-load-belt', 'front-load']) {
    await page.getByLabel('Family', { exact: true }).selectOption(family)
    await expect(assumed).toBeChecked()
  }
  await page.getByLabel('Tub diameter').fill('54')
  await page.getByRole('button', { name: /Start the visit/ }).click()
  // All that stands against it is said at once, by the names of the fields, and the first is where the keys go.
  await expect(page.getByRole('alert')).toContainText(/Name of the place.*Make and model.*Tub diameter/)
  await expect(page.getByLabel('Name of the place')).toBeFocused()
  await page.getByLabel('Name of the place').fill('Made-up Court 5')
  await page.getByLabel('Make and model').fill('Bench machine')
  await expect(page.getByText('expected 200 to 1200 mm, got 54 mm').first()).toBeVisible()
  await page.getByLabel('Tub diameter').fill('540')
  await page.getByRole('button', { name: /Start the visit/ }).click()
  await expect(page.getByText('Will not empty')).toBeVisible()
  await page.keyboard.press('0')
  await expect(page.getByText('540 × 420 mm')).toBeVisible()
})

test('a visit starts in three taps, and what was pressed is its complaint', async ({ page, world }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await go(page, world.url)
  await page.getByRole('link', { name: /Start a visit/ }).click()
  await page.getByRole('button', { name: /Mill Yard/ }).click()
  await page.getByRole('button', { name: 'leaks', exact: true }).click()
  await expect(page).toHaveURL(/\/arrive$/)
  await expect(page.getByRole('button', { name: 'leaks', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  // What it calls for stands there at once.
  await expect(page.getByRole('region', { name: 'Worth doing' }).getByRole('link').first()).toBeVisible()
})

test('a visit is planned for another day, found there, and moved', async ({ page, world }) => {
  const at = (days: number) => {
    const day = new Date(Date.now() + days * 86_400_000)
    const two = (n: number) => String(n).padStart(2, '0')
    return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}T09:15`
  }
  await go(page, `${world.url}/visits/new`)
  await page.getByRole('button', { name: /Mill Yard/ }).click()
  await page.getByLabel(/in the customer’s words/).fill('Planned ahead')
  await page.getByLabel('When').fill(at(2))
  await page.getByRole('button', { name: /Plan the visit/ }).click()
  await expect(page).toHaveURL(new RegExp(`day=${at(2).slice(0, 10)}$`))
  // It stands there at once, from the device; its line is drawn anew when the server has it.
  const stored = () => world.rows("select id from visit where complaint = 'Planned ahead'")
  await expect.poll(async () => (await stored()).length).toBe(1)
  await go(page, `${world.url}/?day=${at(2).slice(0, 10)}`)
  await page
    .locator('ol')
    .getByRole('link', { name: /Planned ahead/ })
    .click()
  await page.getByRole('button', { name: 'Change', exact: true }).click()
  await page.getByRole('dialog').getByLabel('When').fill(at(3))
  await page
    .getByRole('dialog')
    .getByLabel(/Complaint/)
    .fill('Planned and moved')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Planned and moved' })).toBeVisible()
  await go(page, `${world.url}/?day=${at(3).slice(0, 10)}`)
  await expect(page.locator('ol').getByRole('link', { name: /9:15.*Planned and moved/ })).toBeVisible()
})

test('a full day is searched, says where now is, and is found again where it was left', async ({
  page,
  world,
}) => {
  await go(page, world.url)
  const link = page.locator('ol').getByRole('link', { name: 'Mill Yard' }).first()
  const visit = (await link.getAttribute('href')) as string
  const { machine, site } = await (await page.request.get(`${world.url}/api${visit}`)).json()
  const day = new Date()
  for (let i = 0; i < 20; i++) {
    // To the last minute of the day: now is before some of them, whenever this runs.
    day.setHours(23, 40 + i, 0, 0)
    const put = await page.request.put(`${world.url}/api/visits/${crypto.randomUUID()}`, {
      data: {
        machineId: machine.id,
        siteId: site.id,
        dueAtMs: Math.min(day.getTime(), new Date().setHours(23, 59, 59, 0)),
        complaint: `Call ${String.fromCharCode(97 + i)}${i}`,
        putId: crypto.randomUUID(),
      },
    })
    expect(put.status()).toBe(200)
  }
  await page.reload()
  const last = page.locator('ol').getByRole('link', { name: /Call t19/ })
  await expect(last).toBeAttached()
  await expect(page.locator('ol').getByText(/^now, \d+:\d\d/)).toHaveCount(1)
  await last.scrollIntoViewIfNeeded()
  const left = await page.locator('main').evaluate((main) => main.scrollTop)
  expect(left).toBeGreaterThan(300)
  await last.click()
  await expect(page.getByRole('heading', { name: 'Call t19' })).toBeVisible()
  await expect(page).toHaveTitle(/Mill Yard.* – Brendik/)
  // One press of Back, and the list is where it was.
  await page.goBack()
  await expect(last).toBeInViewport()
  expect(await page.locator('main').evaluate((main) => main.scrollTop)).toBe(left)
  await page.getByLabel(/^Search these/).fill('mill t19')
  await expect(page.locator('ol').getByRole('link', { name: /Mill Yard/ })).toHaveCount(1)
})

test('the tech sheet is noted on arrival, and its band judges the winding', async ({ page, world }) => {
  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: '14 Quarry Lane' }).click()
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible()
  await page.keyboard.press('1')
  const sheet = page.getByRole('region', { name: 'Tech sheet' })
  await sheet.getByRole('radio', { name: 'Found', exact: true }).click()
  await sheet.getByRole('link', { name: 'Type what it states' }).click()
  await page.getByLabel('Supply').selectOption({ label: '120 V' })
  await page.getByLabel(/Pump winding, ohms/).fill('17 - 14')
  await page.getByRole('button', { name: /Save the machine/ }).click()
  await expect(page.getByText('expected the lower resistance first').first()).toBeVisible()
  await page.getByLabel(/Pump winding, ohms/).fill('13 - 17')
  await page.getByLabel('Test mode').fill('Hold the outer keys')
  await page.getByRole('button', { name: /Save the machine/ }).click()
  await expect(sheet.getByText('Hold the outer keys')).toBeVisible()
  await page.getByRole('button', { name: /^Mains/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Unplugged' }).click()
  await page.keyboard.press('7')
  await page.getByRole('button', { name: 'Enter the reading: Pump winding' }).click()
  await page
    .getByRole('dialog')
    .getByLabel(/Reading/)
    .fill('19.7')
  await page
    .getByRole('dialog')
    .getByLabel(/Temperature/)
    .fill('100')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  // 19.7 ohm at 100 °C is 15.0 ohm at 20 °C.
  await expect(
    page.getByText(/At 20 °C it would read 15\.0 Ω\. Band 13 to 17 Ω, tech sheet, 120 V/),
  ).toBeVisible()
})

test('two runs of a visit are laid over each other', async ({ page, world }) => {
  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: '14 Quarry Lane' }).click()
  await page
    .getByRole('link', { name: /^Compare with/ })
    .nth(1)
    .click()
  await expect(page.getByRole('heading', { name: /The second flows \d+ % more/ })).toBeVisible()
  await expect(page.getByRole('img', { name: 'Two runs, level over time' })).toBeVisible()
  // Asked for no run: the last two of a kind; with none to compare it leads on.
  await go(page, page.url().replace(/\?.*/, ''))
  await expect(page.getByRole('heading', { name: /The second flows \d+ % more/ })).toBeVisible()
  await go(page, world.url)
  await page
    .locator('ul')
    .getByRole('link', { name: /Rattles when it pumps/ })
    .click()
  await expect(page.getByRole('heading', { name: /Rattles/ })).toBeVisible()
  await go(page, `${page.url()}/compare`)
  await page.getByRole('link', { name: 'Back to the visit' }).click()
  await expect(page.getByRole('heading', { name: /Rattles/ })).toBeVisible()
  // What flows more with the hose end lowered is no better pump; and on the phone nothing lies over the curves.
  await page.setViewportSize({ width: 390, height: 844 })
  await go(page, `${await openFromDay(page, world.url, 'Larch House')}/compare`)
  await expect(page.getByText('Not set up alike: hose end 900 mm, then hose end 400 mm.')).toBeVisible()
  const curves = await page.getByRole('img', { name: 'Two runs, level over time' }).boundingBox()
  const below = await page.getByText('First run, dashed').boundingBox()
  expect((curves?.y ?? Number.NaN) + (curves?.height ?? Number.NaN)).toBeLessThanOrEqual(below?.y ?? 0)
})

test.describe(() => {
  test.use({ newDevice: true })

  test('a visit is printed dark on white by whoever wears the dark theme, with no bars', async ({
    page,
    world,
  }) => {
    await go(page, world.url)
    await page.getByRole('button', { name: 'Cellar theme' }).click()
    await page.locator('ol').getByRole('link', { name: 'Larch House' }).click()
    const complaint = page.getByRole('heading', { name: /long-drain fault/ })
    await expect(complaint).toBeVisible()
    await page.emulateMedia({ media: 'print' })
    await expect(complaint).toBeVisible()
    await expect(page.getByRole('region', { name: 'Actions' })).toBeHidden()
    await expect(page.getByText('Caretaker emptied it with a bucket', { exact: false })).toBeVisible()
    const lightness = await complaint.evaluate((heading) => {
      const canvas = document.createElement('canvas').getContext('2d') as CanvasRenderingContext2D
      canvas.fillStyle = getComputedStyle(heading).color
      canvas.fillRect(0, 0, 1, 1)
      return Math.max(...canvas.getImageData(0, 0, 1, 1).data.slice(0, 3))
    })
    expect(lightness).toBeLessThan(80)
  })
})

test('US units reach every figure, and the choice is kept', async ({ page, world }) => {
  await go(page, world.url)
  await page.getByRole('button', { name: /^Units: metric/ }).click()
  await expect(page.getByText(/gpm, within/).first()).toBeVisible()
  await page.locator('ol').getByRole('link', { name: '14 Quarry Lane' }).click()
  await expect(page.getByText('33.5 in', { exact: true })).toBeVisible()
  await page.reload()
  await page.getByRole('link', { name: /^Time a drain/ }).click()
  await expect(page.getByText(/^Drain from 11\.02 in/)).toBeVisible()
  await page.getByLabel(/Hose end above floor, in/).fill('48')
  await expect(page.getByText(/^Drain from 11\.02 in/)).toBeVisible()
})

for (const [name, width, height] of [
  ['desk', 1280, 800],
  ['hand', 390, 844],
] as const)
  test(`day, visit, set-up and result hold no accessibility fault, ${name}, both themes`, async ({
    page,
    world,
  }) => {
    await page.setViewportSize({ width, height })
    await go(page, world.url)
    await expect(page.locator('ol').getByText('14 Quarry Lane')).toBeVisible()
    await expectAccessible(page, 'day')
    await page.locator('ol').getByRole('link', { name: '14 Quarry Lane' }).click()
    await expect(page.getByText('Compare with').first()).toBeVisible()
    await expectAccessible(page, 'visit')
    await page.getByRole('link', { name: /^Time a drain/ }).click()
    await expect(page.getByText(/nine of ten/)).toBeVisible()
    await expectAccessible(page, 'set-up')
    await page.goBack()
    await page
      .locator('ol')
      .getByRole('link', { name: /as long/ })
      .click()
    await expect(page.getByText('Cannot be told from this')).toBeVisible()
    await expectAccessible(page, 'result')
    // The other theme is a press away, and kept.
    await go(page, world.url)
    await page.getByRole('button', { name: 'Cellar theme' }).click()
    await page.reload()
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'cellar')
    await page.getByRole('button', { name: 'Light theme' }).click()
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'light')
  })
