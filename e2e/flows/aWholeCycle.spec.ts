import { randomUUID } from 'node:crypto'
import { go } from '../go.ts'
import { expect, test } from '../world.ts'

test('a whole cycle is timed by what the machine begins, in the hand; what was pressed in a hurry is not taken for a cycle', async ({
  page,
  world,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await go(page, `${world.url}/visits/new`)
  await page.getByRole('button', { name: /^A new machine/ }).click()
  await page.getByLabel('Name of the place').fill('Tide Mill')
  await page.getByLabel('Make and model, as you call it').fill('Mill front loader')
  await page.getByRole('button', { name: /^Start the visit/ }).click()
  await page.waitForURL(/\/visits\/[0-9a-f-]{36}\/arrive/)
  const visitId = /visits\/([0-9a-f-]{36})/.exec(page.url())?.[1] ?? ''
  const runId = randomUUID()
  await go(page, `${world.url}/runs/${runId}?visit=${visitId}&kind=cycle`)
  await expect(page.getByText('press what the machine begins', { exact: false }).first()).toBeVisible()
  for (const box of await page.getByRole('checkbox').all()) await box.check()
  await page
    .getByRole('button', { name: /^Start/ })
    .first()
    .click()
  const phases = page.getByRole('list', { name: 'Phases of the cycle' })
  for (const name of ['Fills', 'Washes', 'Drains', 'Spins', 'Ended']) {
    await page.getByRole('button', { name: new RegExp(`^${name}`) }).click()
    await expect(phases.getByText(name)).toBeVisible()
  }
  // Its place is dead for a moment after the start: a second tap of a hurried finger stops nothing.
  await page.waitForTimeout(1000)
  await page.getByRole('button', { name: /^Stop/ }).click()
  await expect(page.getByText('pressed too soon', { exact: false })).toBeVisible()
  // The server knows each phase as it was pressed.
  await expect
    .poll(async () => {
      const answer = await page.request.get(`${world.url}/api/runs/${runId}`)
      const { events } = (await answer.json()) as { events: { what?: string; plan?: { kind: string } }[] }
      return events.flatMap(({ what, plan }) => plan?.kind ?? what ?? [])
    })
    .toEqual(['cycle', 'fill', 'wash', 'drain', 'spin', 'end'])
})
