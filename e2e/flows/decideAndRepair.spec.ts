import { BLANK_RECORD, familyDefaults } from '@brendik/core'
import { expectAccessible } from '../accessible.ts'
import { go, openFromDay } from '../go.ts'
import { bar, done, doUntil, step } from '../jobSteps.ts'
import { doubleTap } from '../taps.ts'
import { visitWith } from '../visitWith.ts'
import { expect, test } from '../world.ts'

test('what an act costs is weighed against a new machine, the customer says yes, and the job is worked to the last screw', async ({
  page,
  world,
}) => {
  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: 'Larch House' }).click()
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible()
  const visit = page.url()
  await page.keyboard.press('d')
  await expect(step(page)).toHaveText('Motor only: Pump')
  const lead = page.getByRole('region', { name: 'Motor only: Pump', exact: true })
  await expect(lead).toContainText(/\$1\d\d\b/)
  await expect(lead).toContainText(/“It costs \$1\d\d\. In 9\d of a hundred such cases that is the end of it/)
  await expectAccessible(page, 'decide')

  // Every assumption is changed in its place, and what comes out best follows.
  const assume = async (name: string, value: string | null) => {
    await page.getByRole('button', { name: `Change: ${name}` }).click()
    const sheet = page.getByRole('dialog')
    if (value === null) await sheet.getByRole('button', { name: 'As reckoned' }).click()
    else {
      await sheet.getByRole('textbox', { name }).fill(value)
      await sheet.getByRole('button', { name: 'Keep it' }).click()
    }
    await expect(sheet).toBeHidden()
  }
  await assume('Years left', '0.5')
  await expect(step(page)).toHaveText('A new machine')
  await expect(page.getByText(/“A repair of \$1\d\d would not pay/)).toBeVisible()
  await assume('Years left', null)
  await expect(step(page)).toHaveText('Motor only: Pump')
  await page.getByRole('button', { name: 'Change: Years left' }).click()
  const sheet = page.getByRole('dialog')
  await sheet.getByRole('textbox', { name: 'Years left' }).fill('500')
  await sheet.getByRole('button', { name: 'Keep it' }).click()
  await expect(sheet.getByText('expected a number from 0.1 to 40')).toBeVisible()
  await page.keyboard.press('Escape')

  // Nobody says yes without a name.
  await page.keyboard.press(' ')
  await sheet.getByRole('button', { name: 'Write it down' }).click()
  await expect(sheet.getByText('expected something here')).toBeVisible()
  await sheet.getByLabel('Who said yes').fill('Ms Tern')
  await sheet.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText(/^Ms Tern said yes to \$1\d\d\.\d\d at .+: Motor only: Pump\./)).toBeVisible()

  await bar(page)
    .getByRole('button', { name: /^Repair/ })
    .click()
  await page.getByRole('button', { name: /As decided.*Pump motor, hoses stay on/ }).click()
  await expect(step(page)).toHaveText('Pull the plug')
  await doubleTap(done(page))
  await expect(step(page)).toHaveText('Shut the taps')
  await doUntil(page, 'Top off')
  const strip = page.getByRole('region', { name: 'State of the machine' })
  await expect(strip).toContainText('unplugged')
  await expectAccessible(page, 'repair')
  await doUntil(page, 'Base screws out, pump tilted')

  // Somebody plugs it in again: nothing more is offered before that is put right.
  await strip.getByRole('button', { name: /^Mains/ }).click()
  await sheet.getByRole('button', { name: 'Plugged in' }).click()
  await expect(done(page)).toBeDisabled()
  await page.getByRole('button', { name: 'Set mains' }).click()
  await sheet.getByRole('button', { name: 'Unplugged' }).click()
  await expect(done(page)).toBeEnabled()

  await doUntil(page, 'Feel for objects in the housing')
  await page.getByRole('button', { name: 'as thought', exact: true }).click()
  await doUntil(page, 'Wipe the gasket face')
  await expect(done(page)).toBeDisabled()
  await expect(page.getByText('Tick what decides first.')).toBeVisible()
  await doUntil(page, 'Prove it with the panel off')
  // The act stands in the record, once, and what proves it is asked for.
  await bar(page)
    .getByRole('button', { name: /^Prove/ })
    .click()
  await expect(page).toHaveURL(/\/prove$/)
  await expect(page.getByRole('region', { name: 'Done so far' }).getByRole('listitem')).toHaveCount(1)
  await expect(page.getByRole('region', { name: 'What proves it' })).toContainText(
    'Drain: as a sound machine',
  )

  // A weep at the first proof: snugged evenly, dried, watched anew, and dry.
  const drains = page
    .getByRole('region', { name: 'What proves it' })
    .getByRole('listitem')
    .filter({ hasText: 'Dry while draining' })
  const watched = async (seen: 'Dry' | 'Wet', state: 'passed' | 'failed') => {
    await go(page, `${visit}/locate`)
    const phases = page.getByRole('list', { name: 'Phases of the leak test' })
    await phases.getByRole('button', { name: /^Draining/ }).click()
    await sheet.getByRole('button', { name: seen, exact: true }).click()
    await sheet.getByRole('button', { name: 'Close', exact: true }).click()
    await go(page, `${visit}/prove`)
    await expect(drains.getByRole('img', { name: state, exact: true })).toBeVisible()
  }
  await watched('Wet', 'failed')
  await page.getByRole('button', { name: /^Snugged evenly/ }).click()
  await expect(drains.getByRole('img', { name: 'open', exact: true })).toBeVisible()
  await watched('Dry', 'passed')

  // Nothing is left over before it is closed.
  await go(page, `${visit}/repair`)
  await page.getByRole('button', { name: /Close it up/ }).click()
  await expect(done(page)).toBeDisabled()
  await expect(page.getByText(/^Not all is back: \d+ pieces left over\.$/)).toBeVisible()
  const bags = page.getByRole('region', { name: 'Taken off, by place' })
  for (const letter of ['A', 'B', 'C', 'D', 'E', 'F'])
    await bags.getByRole('button', { name: `Bag ${letter} is back` }).click()
  await expect(bags).toContainText(/Nothing left over: all \d+ are back\./)
  await expect(done(page)).toBeEnabled()

  // The report says what was agreed.
  await go(page, `${visit}/report`)
  await expect(page.getByRole('article')).toContainText(
    /\$1\d\d\.\d\d, agreed with Ms Tern before work began: Motor only: Pump\./,
  )
})

test('a job is worked in the hand without network; both ticks of two people stand, and what was found is known for the machine', async ({
  page,
  world,
  context,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const visit = await openFromDay(page, world.url, 'Mill Yard, flat 3', 'last')
  await go(page, `${visit}/repair`)
  await page.getByRole('button', { name: /^Door bellows/ }).click()
  await expect(step(page)).toHaveText('Pull the plug')
  const other = await context.newPage()
  await other.goto(`${visit}/repair`)
  await expect(step(other)).toHaveText('Pull the plug')

  await context.setOffline(true)
  await doUntil(page, 'Top off')
  await page.getByRole('button', { name: /Rear band off, bellows off/ }).click()
  await page.getByRole('button', { name: 'screw clamp', exact: true }).click()
  await page.getByRole('button', { name: 'something else', exact: true }).click()
  await other.getByRole('button', { name: /Save nozzle/ }).click()
  await expect(step(other)).toHaveText('Save nozzle, drawer tube, side pipes')
  await context.setOffline(false)
  await expect(page.getByRole('button', { name: 'something else', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  // Another one opens it: the ticks are there, and what was found of this machine too.
  await other.reload()
  await expect(step(other)).toHaveText('Top off')
  await other.getByRole('button', { name: /Rear band off, bellows off/ }).click()
  await expect(other.getByRole('button', { name: 'screw clamp', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  // Worse than thought: it is decided again, and the job is where it was.
  await other.getByRole('link', { name: /^Worse than thought/ }).click()
  await expect(other).toHaveURL(/\/decide$/)
  // The page itself, not its address alone: gone back from before it came, the step that was looked at still stands.
  await expect(step(other)).not.toHaveText(/Rear band/)
  await other.goBack()
  await expect(step(other)).toHaveText('Top off')
})

test('an owner sets prices, and what is decided is reckoned by them', async ({ page, world }) => {
  await go(page, `${world.url}/workshop`)
  const prices = page.getByRole('region', { name: 'Prices' })
  await prices.getByLabel('An hour of work').fill('a lot')
  await prices.getByRole('button', { name: 'Save the prices' }).click()
  await expect(prices.getByText('expected an amount')).toBeVisible()
  await prices.getByLabel('An hour of work').fill('120')
  await prices.getByLabel('Currency, three letters').fill('eur')
  await prices.getByLabel('Tax, %').fill('20')
  await prices.getByText('Prices of parts').click()
  await prices.getByLabel('Pump', { exact: true }).fill('80.50')
  await prices.getByRole('button', { name: 'Save the prices' }).click()
  await expect(prices.getByRole('status')).toHaveText('Saved.')
  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: 'Larch House' }).click()
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible()
  await page.keyboard.press('d')
  await expect(page.getByText('By all that was found, and the workshop’s prices')).toBeVisible()
  await page.getByRole('button', { name: 'Choose: Replace: Pump' }).click()
  await expect(page.getByText(/part €96\.60, with coming and 20 % tax\.$/)).toBeVisible()
})

test('what is left to come back to is on the day until it is done, reminders counted', async ({
  page,
  world,
}) => {
  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: 'Larch House' }).click()
  const own = page.getByRole('region', { name: 'To come back to' })
  await own.getByRole('button', { name: 'Add what to come back to' }).click()
  const sheet = page.getByRole('dialog')
  await sheet.getByRole('button', { name: 'Customer to call' }).click()
  await sheet.getByLabel('Note').fill('Ask for the first cycles')
  await sheet.getByRole('button', { name: 'Keep it' }).click()
  await expect(own.getByText('Ask for the first cycles')).toBeVisible()
  const tomorrow = new Date(Date.now() + 86_400_000)
  const day = [tomorrow.getFullYear(), tomorrow.getMonth() + 1, tomorrow.getDate()]
    .map((part) => String(part).padStart(2, '0'))
    .join('-')
  // The day is asked of the server: what was kept here is there in a moment.
  const due = page.getByRole('region', { name: 'Due to come back to' })
  await expect(async () => {
    await go(page, `${world.url}/?day=${day}`)
    await expect(due).toContainText('Ask for the first cycles', { timeout: 5000 })
  }).toPass()
  await due.getByRole('button', { name: 'Reminded' }).click()
  await expect(due).toContainText('reminded once')
  await due.getByRole('button', { name: 'Done' }).click()
  await expect(due).toHaveCount(0)
  await go(page, world.url)
  await page.locator('ol').getByRole('link', { name: 'Larch House' }).click()
  await expect(own.getByText(/^done .+/)).toBeVisible()
})

test('a board is refused for its cost in an old machine, and nothing is sold', async ({ page, world }) => {
  const visit = await visitWith(page, world.url, 'front-load', 2008, [
    ['complaint', 'not-draining'],
    ['pump.sound', 'silent'],
    ['pump.winding', 150],
    ['lid-switch.continuity', 'closes'],
    ['board.pump-pin', 0],
  ])
  await go(page, `${visit}/decide`)
  await expect(step(page)).toHaveText('A new machine')
  await expect(
    page.getByText(/“A repair of [$€]\d+ would not pay for the years this machine has left/),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Choose: Leave it as it is' }).click()
  // Nobody is told that nothing has to be repaired.
  await expect(page.getByText(/“Nothing is repaired: the machine stays as it is/)).toBeVisible()
  await bar(page)
    .getByRole('button', { name: /^Customer’s yes/ })
    .click()
  const sheet = page.getByRole('dialog')
  await sheet.getByLabel('Who said yes').fill('Mr Dell')
  await sheet.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText(/^Mr Dell said yes to [$€]\d+\.\d\d at .+: Leave it as it is\./)).toBeVisible()
  await go(page, `${visit}/report`)
  const paper = page.getByRole('article')
  await expect(paper).toContainText('Nothing was repaired in this visit.')
  await expect(paper).toContainText(
    /[$€]\d+\.\d\d, agreed with Mr Dell before work began: Leave it as it is\./,
  )
})

test('a bellows with its mark not at twelve leads to its job, in which twelve o’clock decides', async ({
  page,
  world,
}) => {
  const visit = await visitWith(page, world.url, 'front-load', null, [
    ['complaint', 'leaking'],
    ['leak.phase', 'wash-motion'],
    ['leak.place', 'door'],
    ['bellows.look', 'mark-not-at-12'],
  ])
  // Another machine of the same model was opened before: what was found there is offered here.
  const other = await page.request.put(`${world.url}/api/machines/${crypto.randomUUID()}`, {
    data: {
      ...familyDefaults('front-load'),
      label: 'The same elsewhere',
      construction: { pumpRoute: null, pumpRow: null, found: { 'bellows-band': 'screw-clamp' } },
      record: { ...BLANK_RECORD, make: 'Invented', model: 'Corner 5' },
    },
  })
  expect(other.status()).toBe(200)
  await go(page, `${visit}/repair`)
  await page
    .getByRole('button', { name: /Door bellows/ })
    .first()
    .click()
  await page.getByRole('button', { name: /Rear band off, bellows off/ }).click()
  await expect(page.getByText('(as in another of this model)')).toBeVisible()
  await expect(page.getByRole('button', { name: 'screw clamp', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.getByRole('button', { name: /New one on: mark at twelve/ }).click()
  await expect(
    page.getByRole('img', { name: 'Seen from the front: mark at 12 o’clock, drain holes at 6 o’clock' }),
  ).toBeVisible()
  await expect(page.getByRole('checkbox', { name: /Mark exactly at twelve/ })).not.toBeChecked()
  await expect(done(page)).toBeDisabled()
})
