import { go } from '../go.ts'
import { expect, signIn, test } from '../world.ts'

test('two technicians on one visit lose nothing: both values are kept until one is chosen', async ({
  page,
  world,
  browser,
}) => {
  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: 'Ash Row 5' }).click()
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible()
  await page.keyboard.press('3')
  await expect(page).toHaveURL(/outside$/)
  const otherContext = await browser.newContext()
  await signIn(otherContext, world, 'technician')
  const other = await otherContext.newPage()
  await other.goto(page.url())

  // Both type into the same note at the same time.
  await page.getByLabel('Notes').focus()
  await other.getByLabel('Notes').focus()
  await page.keyboard.type('Ines saw rust')
  await other.keyboard.type('Tobin saw scale')
  for (const screen of [page, other]) {
    const answers = screen.getByRole('region', { name: 'Two answers' })
    await expect(answers.getByText('Ines saw rust')).toBeVisible()
    await expect(answers.getByText('Tobin saw scale')).toBeVisible()
  }
  // What somebody is typing is never taken from under their hands.
  await expect(page.getByLabel('Notes')).toHaveValue('Ines saw rust')
  await page.getByRole('button', { name: 'Keep both, one under the other' }).click()
  await expect(other.getByRole('region', { name: 'Two answers' })).toBeHidden()
  await other.reload()
  await expect(other.getByLabel('Notes')).toHaveValue(
    /Ines saw rust\nTobin saw scale|Tobin saw scale\nInes saw rust/,
  )

  // The same of the machine's state: what is disputed counts as not known, and is settled in its cell.
  const set = async (screen: typeof page, word: string) => {
    await screen.getByRole('button', { name: /^Mains/ }).click()
    await screen.getByRole('dialog').getByRole('button', { name: word }).click()
  }
  await world.pauseReads(page, other)
  await set(page, 'Unplugged')
  await set(other, 'Plugged in')
  await world.resumeReads(page, other)
  for (const screen of [page, other])
    await expect(screen.getByRole('button', { name: /^Mains two answers/ })).toBeVisible()
  await page.getByRole('button', { name: /^Mains/ }).click()
  await expect(page.getByRole('dialog').getByText(/Both are kept: choose the right one/)).toBeVisible()
  await page
    .getByRole('dialog')
    .locator('li', { hasText: 'unplugged' })
    .getByRole('button', { name: 'Keep this' })
    .click()
  await expect(other.getByRole('button', { name: /^Mains unplugged/ })).toBeVisible()

  // And of a look: both answers stand, by name.
  await page.keyboard.press('Escape')
  await world.pauseReads(page, other)
  const hose = (screen: typeof page) => screen.locator('#check-drain-hose\\.look')
  await hose(page).getByRole('button', { name: 'kinked' }).click()
  await hose(other).getByRole('button', { name: 'good' }).click()
  await world.resumeReads(page, other)
  for (const screen of [page, other])
    await expect(
      hose(screen).getByText(/Two answers stand:.*\((Ines|Tobin)\).*\((Ines|Tobin)\)/),
    ).toBeVisible()
  await hose(page).getByRole('button', { name: 'kinked' }).click()
  await expect(hose(other).getByText(/Two answers stand/)).toBeHidden()
  await expect(hose(other).getByRole('button', { name: 'kinked' })).toHaveAttribute('aria-pressed', 'true')
  await otherContext.close()
})

test('two devices change one machine, one of them without network: both values are kept until one is chosen', async ({
  page,
  world,
  browser,
}) => {
  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: 'Ash Row 5' }).click()
  await expect(page).toHaveURL(/\/visits\//)
  const visitUrl = page.url()
  const visitId = visitUrl.split('/').at(-1)
  const { machine } = await (await page.request.get(`${world.url}/api/visits/${visitId}`)).json()
  const otherContext = await browser.newContext()
  await signIn(otherContext, world, 'technician')
  const other = await otherContext.newPage()
  const change = `${world.url}/machines/${machine.id}/change?back=/visits/${visitId}`
  for (const screen of [page, other]) {
    await screen.goto(change)
    await expect(screen.getByLabel('Serial number')).toBeVisible()
  }

  await otherContext.setOffline(true)
  await other.getByLabel('Tub diameter inside').fill('512')
  await other.getByLabel('Serial number').fill('QX-118')
  await other.getByRole('button', { name: 'Save the machine' }).click()
  await expect(other.getByRole('button', { name: /not sent yet/ })).toBeVisible()
  await page.getByLabel('Tub diameter inside').fill('508')
  await page.getByLabel('Closes the valve at').fill('105')
  await page.getByRole('button', { name: 'Save the machine' }).click()
  await expect(page).toHaveURL(visitUrl)
  // The first of the two has arrived: the other one comes late.
  const stored = async () =>
    (await (await page.request.get(`${world.url}/api/visits/${visitId}`)).json()).machine
  await expect.poll(async () => (await stored()).spec.tub.diameterMm).toBe(508)
  await otherContext.setOffline(false)

  // Each sees both, whoever reads the visit.
  for (const screen of [page, other]) {
    await screen.goto(visitUrl)
    const answers = screen.getByRole('region', { name: 'Two answers' })
    await expect(answers.getByText('508 mm')).toBeVisible()
    await expect(answers.getByText('512 mm')).toBeVisible()
    await expect(answers.getByText(/Tobin/)).toBeVisible()
  }
  await page
    .getByRole('region', { name: 'Two answers' })
    .getByRole('button', { name: 'Keep this: 512 mm' })
    .click()
  await expect(page.getByRole('region', { name: 'Two answers' })).toBeHidden()
  await expect
    .poll(stored)
    .toMatchObject({ spec: { tub: { diameterMm: 512 }, fillLevelMm: 105 }, record: { serial: 'QX-118' } })
  await other.reload()
  await expect(other.getByRole('heading', { name: 'Runs' })).toBeVisible()
  await expect(other.getByRole('region', { name: 'Two answers' })).toBeHidden()
  await otherContext.close()
})
