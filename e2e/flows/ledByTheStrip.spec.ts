import type { Page } from '@playwright/test'
import { follow, go, openFromDay } from '../go.ts'
import { expect, test } from '../world.ts'

test.use({ viewport: { width: 390, height: 844 } })

const strip = (page: Page) => page.getByRole('navigation', { name: 'What is wrong, and why' })

/** What each look shows on the machine of a story; whatever is not told of shows nothing wrong. */
type Story = Readonly<Record<string, string | number>>
const USUAL: Story = {
  Tap: 'fully open',
  'Fill hose': 'good',
  'Drain hose': 'good',
  'Display says': 'no fault',
  'Foam in the tub': 'none',
  'Starts when told to': 'yes',
  'Stream at the hose end': 'strong',
  'Drum spins': 'yes',
  'Standpipe backs up': 'no',
  'Ruler above display by': 0,
}

for (const { complaint, story, act } of [
  {
    complaint: 'does not drain',
    story: { 'Pump when draining': 'buzz that starts and stops', 'Stream at the hose end': 'none' },
    act: /Clear: .*pump/i,
  },
  {
    complaint: 'fills slowly',
    story: { 'Fill hose': 'kinked' },
    act: /Do first: Put right: .*fill hose/i,
  },
  {
    complaint: 'overfills',
    story: { 'Plug pulled while it fills': 'water goes on', 'Water comes in while off': 'yes' },
    act: /Replace: .*valve/i,
  },
] as { complaint: string; story: Story; act: RegExp }[])
  test(`${complaint}: led by the line on the stages alone, from the complaint to the act`, async ({
    page,
    world,
  }) => {
    await go(page, `${world.url}/visits/new`)
    await page.getByRole('button', { name: /^A new machine/ }).click()
    await page.getByLabel('Name of the place').fill(`Strip ${complaint}`)
    await page.getByLabel('Make and model, as you call it').fill('Plain front loader')
    await page.getByRole('button', { name: /^Start the visit/ }).click()
    await page.waitForURL(/\/visits\/[0-9a-f-]{36}\/arrive/)
    await page.getByRole('button', { name: complaint, exact: true }).click()
    const visit = page.url().replace('/arrive', '')
    const seen: string[] = []
    for (let n = 0; n < 12; n++) {
      const next = strip(page).getByRole('link').nth(1)
      await expect(next).toContainText(/^(Next|Act|Do first): /)
      if (await next.getByText(/^(Act|Do first): /).isVisible()) break
      // One tap starts it.
      await follow(next)
      const sheet = page.getByRole('dialog')
      const start = page.getByRole('button', { name: /^Start / })
      await expect(sheet.or(start)).toBeVisible()
      if (await start.isVisible()) {
        // It leads to the run that is worth most; here there is no time for one.
        await go(page, `${visit}/weigh`)
        await page.getByRole('button', { name: 'Cannot be made here' }).click()
        await expect(page.getByRole('region', { name: 'Not here' })).toBeVisible()
        await go(page, `${visit}/outside`)
        continue
      }
      const named = await sheet.getByRole('heading').first().innerText()
      const title = named.replace(/, (cold|hot)$/, '')
      if (n === 0) {
        // Begun, and gone to do it: the line says so on every stage, and leads back to where it is answered.
        await sheet.getByRole('button', { name: 'Close', exact: true }).click()
        await go(page, `${visit}/fill`)
        await expect(next).toContainText(`Begun: ${title}`)
        await follow(next)
        await expect(sheet.getByRole('heading', { name: title })).toBeVisible()
      }
      seen.push(title)
      const answer = story[title] ?? USUAL[title]
      expect([title, answer !== undefined]).toEqual([title, true])
      if (typeof answer === 'number') {
        await sheet.getByRole('button', { name: 'Enter the reading' }).click()
        await page.getByRole('dialog').last().getByRole('textbox').fill(String(answer))
        await page.keyboard.press('Enter')
      }
      // Of a doubled part the one that is asked for.
      else
        await sheet
          .getByRole('group', { name: named })
          .getByRole('button', { name: answer as string, exact: true })
          .click()
      await sheet.getByRole('button', { name: 'Close', exact: true }).click()
      await go(page, `${visit}/outside`)
      // Until it is weighed anew the line still names what was just answered.
      await expect(next).not.toContainText(`Next: ${named}`)
    }
    await expect(strip(page).getByRole('link').nth(1)).toContainText(act)
    expect(seen.length).toBeGreaterThan(0)
    // How long each took is kept with it.
    const timed = () =>
      world.rows<{ check_id: string }>(
        'select check_id from observation where visit_id = $1 and began_at < at',
        [visit.split('/').pop()],
      )
    await expect.poll(async () => (await timed()).length).toBeGreaterThanOrEqual(new Set(seen).size)
  })

test('leaks from below: led by the line on the stages alone, through gates and a watched phase, to the act', async ({
  page,
  world,
}) => {
  await go(page, `${world.url}/visits/new`)
  await page.getByRole('button', { name: /^A new machine/ }).click()
  await page.getByLabel('Name of the place').fill('Strip leak')
  await page.getByLabel('Make and model, as you call it').fill('Plain front loader')
  await page.getByRole('button', { name: /^Start the visit/ }).click()
  await page.waitForURL(/\/visits\/[0-9a-f-]{36}\/arrive/)
  await page.getByRole('button', { name: 'leaks', exact: true }).click()
  const visit = page.url().replace('/arrive', '')
  const story: Story = {
    ...USUAL,
    'Torch along the path while it leaks': 'under the pump',
    'Wipe dry, torch along the path once more': 'under the pump',
    'Recirculation hose': 'none fitted',
    'Filter cap': 'dry, at its stop',
    'Door bellows': 'good',
    'Trail it left': 'sediment',
    'Hose clamps': 'tight',
    'Pump housing': 'whole',
  }
  const sheet = page.getByRole('dialog')
  const next = strip(page).getByRole('link').nth(1)
  const phases = page.getByRole('list', { name: 'Phases of the leak test' })
  const gate = page.getByRole('button', { name: /^(Set mains|Enter how much water is inside|Set taps)$/ })
  const seen: string[] = []
  let answered = ''
  let plugged = true
  for (let n = 0; n < 20; n++) {
    await go(page, `${visit}/outside`)
    await expect(next).toContainText(/^(Next|Act|Do first): /)
    // Until it is weighed anew the line still names what was just answered.
    if (answered) await expect(next).not.toContainText(answered)
    answered = ''
    if (await next.getByText(/^(Act|Do first): /).isVisible()) break
    await follow(next)
    await expect(sheet.or(phases).or(gate.first())).toBeVisible()
    if (await gate.first().isVisible()) {
      // Each change of the machine's state is a tap, and opens the look only then.
      const what = await gate.first().innerText()
      await gate.first().click()
      const asks = await sheet.getByRole('heading').first().innerText()
      if (what === 'Set mains') {
        plugged = !plugged
        await sheet.getByRole('button', { name: plugged ? 'Plugged in' : 'Unplugged' }).click()
      } else if (what === 'Set taps') await sheet.getByRole('button', { name: 'open' }).first().click()
      else {
        await sheet.getByLabel(/level above the port/).fill('60')
        await sheet.getByRole('button', { name: /^Keep: / }).click()
      }
      seen.push(what)
      // The sheet in which it was said has gone: what stands there now is the look, or what else stands in its way.
      await expect(sheet.getByRole('heading', { name: asks, exact: true })).toHaveCount(0)
      await expect(sheet.or(phases).or(gate.first())).toBeVisible()
      if (await gate.first().isVisible()) continue
    }
    if (await phases.isVisible()) {
      // Watched where the phases stand: wet while it holds and drains, dry while it stands idle or spins.
      const line = await next.innerText()
      const named = line.toLowerCase()
      const phase = named.includes('drain') ? 'Draining' : named.includes('hold') ? 'Holding' : 'Filling'
      await phases.getByRole('button', { name: new RegExp(`^${phase}`) }).click()
      await sheet.getByRole('button', { name: 'Wet', exact: true }).click()
      await sheet.getByRole('button', { name: 'Close', exact: true }).click()
      seen.push(phase)
      answered = line
      continue
    }
    answered = await sheet.getByRole('heading').first().innerText()
    const title = answered.replace(/, (cold|hot)$/, '')
    const answer = story[title]
    expect([title, answer !== undefined]).toEqual([title, true])
    await sheet
      .getByRole('button', { name: answer as string, exact: true })
      .first()
      .click()
    // What may hurt is read first.
    const goOn = sheet.getByRole('button', { name: 'Go on', exact: true })
    const close = sheet.getByRole('button', { name: 'Close', exact: true })
    await expect(goOn.or(close)).toBeVisible()
    await page.waitForTimeout(300)
    if (await goOn.isVisible()) {
      for (const caution of await sheet.getByRole('checkbox').all()) await caution.check()
      await goOn.click()
    }
    await close.click()
    seen.push(title)
  }
  await expect(next).toContainText(/Act: Replace: .*pump/i)
  expect(seen).toContain('Set mains')
  expect(seen.length).toBeGreaterThan(3)
})

test('a look behind a shut gate is told with what comes first, and opens only once that was said', async ({
  page,
  world,
}) => {
  await go(page, `${world.url}/visits/new`)
  await page.getByRole('button', { name: /^A new machine/ }).click()
  await page.getByLabel('Name of the place').fill('Strip gate')
  await page.getByLabel('Make and model, as you call it').fill('Plain front loader')
  await page.getByRole('button', { name: /^Start the visit/ }).click()
  await page.waitForURL(/\/visits\/[0-9a-f-]{36}\/arrive/)
  await page.getByRole('button', { name: 'leaks', exact: true }).click()
  await strip(page).getByRole('link').nth(1).click()
  // Along the path with a torch: a panel comes off, and nobody has said that the plug is out.
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Torch along the path')
  await expect(page.getByText(/^First .*lower panel off 3.*; then 3 min\.$/)).toBeVisible()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page.getByRole('button', { name: /^Next check/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Set mains' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'unplugged' }).click()
  // It was asked for: with nothing more in its way it opens, once; Back takes the sheet, then the page.
  await expect(page.getByRole('dialog').getByRole('heading').first()).toContainText('Torch along the path')
  await page.goBack()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.goBack()
  await expect(page).toHaveURL(/\/arrive$/)
  await expect(page.getByRole('dialog')).toHaveCount(0)
})

test('what is sooner done than known leads to its entry, and then to the run again', async ({
  page,
  world,
}) => {
  await go(page, `${world.url}/visits/new`)
  await page.getByRole('button', { name: /^A new machine/ }).click()
  await page.getByLabel('Name of the place').fill('Strip kink')
  await page.getByLabel('Make and model, as you call it').fill('Plain front loader')
  await page.getByRole('button', { name: /^Start the visit/ }).click()
  await page.waitForURL(/\/visits\/[0-9a-f-]{36}\/arrive/)
  await page.getByRole('button', { name: 'fills slowly', exact: true }).click()
  await go(page, page.url().replace('/arrive', '/outside'))
  await page
    .getByRole('group', { name: 'Fill hose, cold' })
    .getByRole('button', { name: 'kinked', exact: true })
    .click()
  await expect(strip(page).getByRole('link').nth(1)).toContainText('Do first: Put right: Fill hose')
  await strip(page).getByRole('link').nth(1).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Put right: Fill hose')
  await page.getByRole('button', { name: /^Enter what was done/ }).click()
  const sheet = page.getByRole('dialog')
  await sheet.getByRole('radio', { name: 'Cold', exact: true }).click()
  await sheet.getByRole('button', { name: 'Keep it' }).click()
  // Whether it was that the fill says.
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Time a fill')
})

test('an answer that surprises makes another plan', async ({ page, world }) => {
  await go(page, `${world.url}/visits/new`)
  await page.getByRole('button', { name: /Mill Yard/ }).click()
  await page.getByRole('button', { name: 'does not drain', exact: true }).click()
  await page.waitForURL(/\/arrive$/)
  const visit = page.url().replace('/arrive', '')
  const line = page.getByRole('region', { name: 'How the visit is likely to go' })
  await go(page, `${visit}/weigh`)
  await expect(line).toContainText('Pump when draining')
  const before = await line.innerText()
  const first = await page.getByRole('heading', { level: 1 }).innerText()
  await go(page, `${visit}/drain`)
  const stream = page.getByRole('group', { name: 'Stream at the hose end' })
  await stream.getByRole('button', { name: 'strong', exact: true }).click()
  await go(page, `${visit}/weigh`)
  await expect(line).not.toHaveText(before)
  // And why: what was found, and what it moved.
  const why = page.getByRole('region', { name: 'Why it changed' })
  await expect(why).toContainText(/[Ss]tream.*strong.*: .*% before it, .*% now\./)
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(first)
})

test('the order that a workshop set is followed by whoever chooses it', async ({ page, world }) => {
  await go(page, `${world.url}/workshop`)
  const order = page.getByRole('region', { name: 'Own order of checks' })
  await order.getByRole('button', { name: 'Begin from: Meter first' }).click()
  await order.getByRole('button', { name: 'Earlier: Valve coil' }).click()
  await order.getByRole('button', { name: 'Save the order' }).click()
  await expect(order.getByRole('button', { name: 'Give it up' })).toBeVisible()
  await go(page, `${await openFromDay(page, world.url, 'Mill Yard')}/weigh`)
  await page.getByRole('radio', { name: /The workshop’s own/ }).click()
  // The first of that order that this machine has and nobody has answered yet.
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/Valve coil/)
  await page.reload()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/Valve coil/)
})

test('a machine that trips the breaker is measured before anything else, and says why', async ({
  page,
  world,
}) => {
  await go(page, `${world.url}/visits/new`)
  await page.getByRole('button', { name: /Mill Yard/ }).click()
  await page.getByRole('button', { name: 'trips the breaker', exact: true }).click()
  await page.waitForURL(/\/arrive$/)
  const worth = page.getByRole('region', { name: 'Worth doing' }).filter({ visible: true })
  await expect(worth).toContainText('a frame without earth can kill')
  await expect(worth.getByRole('listitem').first()).toContainText('Live parts to the frame')
  await expect(worth.getByRole('link', { name: /^Time a / })).toHaveCount(0)
  await expect(strip(page).getByRole('link').nth(1)).toContainText('Live parts to the frame')
  await worth.getByRole('link', { name: 'Measure the earth' }).click()
  await expect(page).toHaveURL(/electrical#check-earth.continuity$/)
  await go(page, page.url().replace(/\/electrical.*/, '/weigh'))
  await expect(page.getByText(/a frame without earth can kill/)).toBeVisible()
})

test('what goes on by itself leaves the hands free: the line asks for what disturbs nothing of it', async ({
  page,
  world,
}) => {
  const next = strip(page).getByRole('link').nth(1)
  const goesOn = page.getByRole('region', { name: 'Goes on by itself' })
  const begun = async (complaint: string) => {
    await go(page, `${world.url}/visits/new`)
    await page.getByRole('button', { name: /Mill Yard/ }).click()
    await page.getByRole('button', { name: complaint, exact: true }).click()
    await page.waitForURL(/\/arrive$/)
    return page.url().replace('/arrive', '')
  }
  // A hold that runs.
  const leaks = await begun('leaks')
  await go(page, `${leaks}/hold`)
  await page
    .getByRole('link', { name: /^Time a hold/ })
    .first()
    .click()
  const plugged = page.getByRole('button', { name: 'It is plugged in' })
  const start = page.getByRole('button', { name: /^Start hold/ })
  await expect(start).toBeVisible()
  if (await plugged.isVisible()) await plugged.click()
  await start.click()
  const stop = page.getByRole('button', { name: /^Stop/ })
  await expect(stop).toBeVisible()
  const run = page.url()
  await go(page, `${leaks}/electrical`)
  await expect(next).toContainText(/^Meanwhile: /)
  await go(page, `${leaks}/weigh`)
  await expect(goesOn).toContainText(/Watch it hold its water.*1[01] min to go/s)
  const line = page.getByRole('region', { name: 'How the visit is likely to go' }).getByRole('listitem')
  await expect(line.first()).toContainText('Watch it hold its water')
  await expect(line.nth(1)).toContainText('meanwhile')
  await go(page, run)
  // A press in the first moment of a page is taken for a slip.
  await expect(async () => {
    await stop.click({ timeout: 5000 })
    await expect(stop).toHaveCount(0, { timeout: 5000 })
  }).toPass()
  await go(page, `${leaks}/weigh`)
  await expect(page.getByRole('region', { name: 'What it may be' })).toBeVisible()
  await expect(goesOn).toHaveCount(0)

  // A check that is begun, left alone and read later: others are begun and answered beside it.
  const fills = await begun('fills when off')
  const name = 'Water comes in while off'
  const stored = await page.evaluate(() =>
    fetch('/api/own-order', {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ entries: ['water-when-off', 'tap.look'] }),
    }).then(({ ok }) => ok),
  )
  expect(stored).toBe(true)
  await go(page, `${fills}/weigh`)
  await page.getByRole('radio', { name: /The workshop’s own/ }).click()
  await page.getByRole('button', { name: /^Next check/ }).click()
  const sheet = page.getByRole('dialog')
  await expect(sheet.getByRole('heading', { name })).toBeVisible()
  await sheet.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(goesOn).toContainText(name)
  await go(page, `${fills}/outside`)
  await expect(next).toContainText(/^Meanwhile: /)
  await follow(next)
  await expect(sheet).toBeVisible()
  await sheet.getByRole('group').first().getByRole('button').first().click()
  await sheet.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(goesOn).toContainText(name)
  await goesOn.getByRole('button', { name: new RegExp(`^${name}`) }).click()
  await sheet.getByRole('group', { name }).getByRole('button', { name: 'no', exact: true }).click()
  await sheet.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(goesOn).toHaveCount(0)
})
