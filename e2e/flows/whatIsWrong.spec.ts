import { randomUUID } from 'node:crypto'
import { expectAccessible } from '../accessible.ts'
import { expect, test } from '../world.ts'

test('what is wrong follows what is found, says why, names two that cannot both be right, and leads to the look that tells most', async ({
  page,
  world,
}) => {
  await page.goto(`${world.url}/visits/new`)
  await page.getByRole('button', { name: /^A new machine/ }).click()
  await page.getByLabel('Name of the place').fill('North Pier')
  await page.getByLabel('Make and model, as you call it').fill('Pier front loader')
  await page.getByRole('button', { name: /^Start the visit/ }).click()
  await page.waitForURL(/\/visits\/[0-9a-f-]{36}\/arrive/)
  const visit = page.url().replace('/arrive', '')
  const wrong = page.getByRole('region', { name: 'What is wrong' })
  await page.getByRole('button', { name: 'does not drain' }).click()
  await page.goto(visit)
  // A complaint alone tells nothing apart.
  await expect(wrong.getByRole('heading', { name: 'Not told apart yet' })).toBeVisible()

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
  const next = wrong.getByRole('link', { name: /min/ })
  await expect(next.first()).toBeVisible()
  await expect(next.first()).toHaveAttribute('href', /\/visits\/[0-9a-f-]{36}\/[a-z]+$/)
  await look('pump.winding', 'open')
  await page.reload()
  await expect(wrong.getByRole('heading', { name: 'Pump winding open' })).toBeVisible()
  await expect(wrong.getByText(/For: .*Pump winding: open circuit \(strongly\)/)).toBeVisible()
  await expectAccessible(page, 'what is wrong')

  // A pump whose winding is open cannot be heard running and move a strong stream.
  await look('pump.sound', 'runs')
  await look('stream.look', 'strong')
  await page.reload()
  await expect(wrong.getByText('These two cannot both be right', { exact: false })).toBeVisible()
})
