import { randomUUID } from 'node:crypto'
import { expectAccessible } from '../accessible.ts'
import { go } from '../go.ts'
import { expect, test } from '../world.ts'

test('what is wrong follows what is found, says why, names two that cannot both be right, and leads to the look that tells most', async ({
  page,
  world,
}) => {
  await go(page, `${world.url}/visits/new`)
  await page.getByRole('button', { name: /^A new machine/ }).click()
  await page.getByLabel('Name of the place').fill('North Pier')
  await page.getByLabel('Make and model, as you call it').fill('Pier front loader')
  await page.getByRole('button', { name: /^Start the visit/ }).click()
  await page.waitForURL(/\/visits\/[0-9a-f-]{36}\/arrive/)
  const visit = page.url().replace('/arrive', '')
  const strip = page.getByRole('navigation', { name: 'What is wrong, and why' }).getByRole('link').first()
  await page.getByRole('button', { name: 'does not drain' }).click()
  // On every stage a line says what leads; a complaint alone leaves several.
  await expect(strip).toContainText('%')
  await go(page, `${visit}/electrical`)
  await strip.click()
  await page.waitForURL(`${visit}/weigh`)
  const ranking = page.getByRole('region', { name: 'What it may be' })
  await expect(ranking.getByRole('button').nth(3)).toBeVisible()
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()

  const look = async (check: string, value: string | number) => {
    const said = {
      type: 'observed',
      id: randomUUID(),
      atMs: Date.now(),
      check,
      value,
      tap: null,
      levelMm: null,
    }
    const answer = await page.request.post(`${visit.replace('/visits/', '/api/visits/')}/observations`, {
      data: { observations: [said] },
    })
    expect(answer.status()).toBe(200)
  }
  await look('pump.sound', 'silent')
  await page.reload()
  // The page stands before the server is heard.
  await expect(page.getByText('Pump when draining: silent').first()).toBeVisible()
  // The next check is made where it is proposed, and is not proposed again.
  const next = page.getByRole('region', { name: 'Next, worth most for its minutes' })
  const proposed = await next.getByRole('heading', { level: 1 }).textContent()
  await page.keyboard.press('Space')
  const sheet = page.getByRole('dialog')
  await expect(sheet.getByRole('heading', { name: proposed ?? '' }).first()).toBeVisible()
  await sheet.getByRole('button').filter({ hasNotText: 'Close' }).first().click()
  await sheet.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: proposed ?? '', exact: true })).toBeHidden()
  // What cannot be made here is not proposed again, until that is taken back.
  const refused = (await page.getByRole('heading', { level: 1 }).textContent()) ?? ''
  await page.getByRole('button', { name: 'Cannot be made here' }).click()
  const gone = page.getByRole('region', { name: 'Not here' })
  await expect(gone).toContainText(refused)
  await expect(page.getByRole('heading', { level: 1, name: refused, exact: true })).toBeHidden()
  // Another order may be followed: what it would do next stands first.
  await page.getByRole('radio', { name: /^Meter first/ }).check()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/winding/i)
  await page.getByRole('radio', { name: /^Least minutes/ }).check()
  await expectAccessible(page, 'weigh')
  await gone.getByRole('button', { name: 'It can' }).click()
  await expect(gone).toHaveCount(0)

  await look('pump.winding', 'open')
  await page.reload()
  const open = ranking.getByRole('button', { name: /Pump winding open/ })
  await expect(open).toContainText('%')
  await open.click()
  const side = page.getByRole('region', { name: 'Pump winding open' })
  await expect(side.getByText('Pump winding: open circuit')).toBeVisible()
  await expect(side.getByText('strongly').first()).toBeVisible()

  // A pump whose winding is open cannot be heard running and move a strong stream.
  await look('pump.sound', 'runs')
  await look('stream.look', 'strong')
  await page.reload()
  const conflict = page.getByRole('heading', { name: 'These two cannot both be right' })
  await expect(conflict.first()).toBeVisible()
  await expect(page.getByRole('link', { name: /again: [\d.]+ min/ }).first()).toHaveAttribute(
    'href',
    /\/visits\/[0-9a-f-]{36}\/[a-z]+$/,
  )

  // Why 0.86? The card says what is held, and what it rests on.
  await side.getByRole('link', { name: 'What is held of it, and why' }).click()
  await page.waitForURL(/\/catalogue\?fault=/)
  await expect(page.getByRole('heading', { level: 1, name: 'Pump winding open' })).toBeVisible()
  await expect(page.getByText('(estimate)').first()).toBeVisible()
  await expectAccessible(page, 'a card of the catalogue')
  await page.getByRole('radio', { name: 'Checks' }).click()
  await page.getByRole('searchbox', { name: 'Find' }).fill('impeller')
  await page.getByRole('link', { name: 'Impeller by finger' }).click()
  await expect(
    page.getByRole('region', { name: 'Tells of' }).getByRole('link', { name: 'Pump jammed' }),
  ).toBeVisible()
})
