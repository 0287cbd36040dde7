import { expectAccessible } from '../accessible.ts'
import { Board } from '../board.ts'
import { go } from '../go.ts'
import { expect, test } from '../world.ts'

test('two heights say that the pump is weak; the lift test is gated, kept, weighed in, and taken back', async ({
  page,
  world,
}) => {
  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: 'Larch House' }).click()
  const says = page.getByRole('region', { name: 'Pump or path' })
  await expect(says.getByRole('heading', { name: 'The pump is weak' })).toBeVisible()
  await expect(says.getByText('Weighed: 2 drains, at 2 heights.', { exact: false })).toBeVisible()

  await page.getByRole('link', { name: /Pump or path: lift test/ }).click()
  await page
    .getByRole('button', { name: /^Lift test/ })
    .last()
    .click()
  const sheet = page.getByRole('dialog')
  await sheet.getByLabel(/Hose end above floor/).fill('1780')
  await sheet.getByLabel(/Level in the tub/).fill('90')
  await expect(sheet.getByRole('button', { name: 'Keep' })).toBeDisabled()
  for (const box of await sheet.getByRole('checkbox').all()) await box.check()
  await sheet.getByRole('button', { name: 'Keep' }).click()
  await expect(sheet).toBeHidden()
  await expect(
    page
      .getByText('Nearly all of this comes', { exact: false })
      .or(page.getByText('a lift test', { exact: false }))
      .first(),
  ).toBeVisible()

  await page.getByRole('link', { name: 'Back to the visit' }).click()
  await expect(says.getByText('a lift test', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Take back: Stream stops at hose end' }).click()
  await expect(says.getByText('a lift test', { exact: false })).toBeHidden()
})

test.describe(() => {
  test.use({ newDevice: true })
  test('a hold inside a protocol asks for readings when they are due, shows the interval close, and leads to the next step', async ({
    page,
    world,
  }) => {
    await page.clock.install()
    const board = new Board(page)
    await go(page, world.url)
    await page.locator('ol').getByRole('link', { name: 'Mill Yard' }).first().click()
    // Its fill was slow: what that does not call for lies folded.
    await expect(page.getByRole('link', { name: /Three holds/ })).toBeHidden()
    await page.getByText(/^\d+ other protocols$/).click()
    await page.getByRole('link', { name: /Three holds/ }).click()
    await page
      .getByRole('link', { name: /Hold as found/ })
      .last()
      .click()
    await expect(page.getByRole('heading', { name: 'Hold as found' })).toBeVisible()
    await page.getByRole('button', { name: 'Start hold' }).click()
    await expect(page.getByText('Read the level now')).toBeVisible()
    for (const level of ['95', '88', '82', '75', '69']) {
      await board.level(level)
      await expect(page.getByText(/next in \d+ s/)).toBeVisible()
      await page.clock.fastForward(60_500)
      await expect(page.getByText('Read the level now')).toBeVisible()
    }
    await expect(page.getByRole('heading', { name: 'The level falls' })).toBeVisible()
    await expect(page.getByRole('figure', { name: 'How the interval closed' })).toBeVisible()
    await expect(page.getByText(/^below \d+ mm$/)).toBeVisible()
    await page.getByRole('button', { name: /^Stop/ }).click()
    await page.getByRole('link', { name: /On to the next step/ }).click()
    await expect(page.getByRole('link', { name: /Hold again.*next step/ })).toBeVisible()
    await expect(
      page
        .getByText('Not told apart yet', { exact: false })
        .or(page.getByText(/siphon/).first())
        .first(),
    ).toBeVisible()
  })
})

test('a gravity run cannot be started before the flood caution is read', async ({ page, world }) => {
  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: 'Larch House' }).click()
  await page.getByRole('link', { name: /run out by gravity/ }).click()
  await page
    .getByRole('link', { name: /Run out by gravity/ })
    .last()
    .click()
  const start = page.getByRole('button', { name: /^Start gravity run/ })
  await expect(start).toBeDisabled()
  await page.getByRole('checkbox', { name: /drains whatever is in the tub/ }).check()
  await expect(start).toBeEnabled()
})

test('calculators give figures in both systems, in place and by themselves, and name their sources', async ({
  page,
  world,
}) => {
  await go(page, `${world.url}/rates`)
  await page.getByLabel(/Took/).fill('60')
  await expect(page.getByText(/^10\.0 L\/min$/).first()).toBeVisible()
  await expect(page.getByText('= 2.64 gpm')).toBeVisible()
  await page.getByRole('link', { name: /Winding ohms/ }).click()
  await expect(page.getByText(/^13\.8/)).toBeVisible()
  await page.getByLabel('Measured', { exact: false }).fill('45')
  await expect(page.getByText(/Above the band/)).toBeVisible()
  await page.getByRole('link', { name: /Standpipe height/ }).click()
  await page.getByLabel(/Hose end above floor/).fill('2000')
  await expect(page.getByText(/no longer lifts at \d+ mm/)).toBeVisible()
  await expect(page.getByText(/IPC 802/)).toBeVisible()
  await page.getByRole('link', { name: /Level, volume, pressure/ }).click()
  await page.getByLabel(/Level above the port/).fill('9000')
  await expect(page.getByText(/expected inside this tub/)).toBeVisible()

  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: '14 Quarry Lane' }).click()
  await page.getByRole('button', { name: 'Water and buckets in the tub' }).click()
  await expect(page.getByRole('dialog').getByText(/have to come out/)).toBeVisible()
})

for (const [name, width, height] of [
  ['desk', 1280, 800],
  ['hand', 390, 844],
] as const)
  test(`conclusions, protocol, hold and rates hold no accessibility fault, ${name}, both themes`, async ({
    page,
    world,
  }) => {
    await page.setViewportSize({ width, height })
    await go(page, world.url)
    await page.locator('ol').getByRole('link', { name: 'Ash Row' }).click()
    await expect(page.getByRole('heading', { name: 'It leaks' })).toBeVisible()
    await expectAccessible(page, 'conclusions')
    const visit = page.url()
    await go(page, `${visit}/protocols/three-hold`)
    await expect(page.getByRole('heading', { name: 'It leaks' })).toBeVisible()
    await expectAccessible(page, 'protocol')
    await go(page, `${visit}/protocols/pump-or-path`)
    await page
      .getByRole('button', { name: /^(2 )?Lift test/ })
      .first()
      .click()
    await expectAccessible(page, 'lift test')
    await go(page, visit)
    await page
      .locator('ol')
      .getByRole('link', { name: /1 h 15 min/ })
      .click()
    await expect(page.getByText(/Leak height/).first()).toBeVisible()
    await expectAccessible(page, 'hold')
    await go(page, `${world.url}/rates?calc=voltage`)
    await expect(page.getByRole('heading', { name: 'Voltage tolerance' })).toBeVisible()
    await expectAccessible(page, 'rates')
  })
