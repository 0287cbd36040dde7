import { expect, type Page } from '@playwright/test'

export const points = (page: Page) => page.getByRole('region', { name: 'What proves it' })

/** Leaves out, by name, whatever did not pass yet. */
export async function waiveAll(page: Page): Promise<void> {
  const waive = points(page).getByRole('button', { name: /^Waive: / })
  const sheet = page.getByRole('dialog')
  for (let left = await waive.count(); left > 0; left--) {
    await waive.first().click()
    await sheet.getByLabel('Why it is left out').fill('Customer runs it tonight')
    await sheet.getByRole('button', { name: 'Waive', exact: true }).click()
    await expect(waive).toHaveCount(left - 1)
  }
}

/** Writes a name and draws with a finger in the sheet that asks for a signature. */
export async function sign(page: Page, name: string): Promise<void> {
  const sheet = page.getByRole('dialog')
  await sheet.getByLabel('Name').fill(name)
  const box = await sheet.getByRole('img', { name: 'Sign with a finger in the box' }).boundingBox()
  if (!box) throw new Error('no box to sign in')
  await page.mouse.move(box.x + 20, box.y + 60)
  await page.mouse.down()
  for (let n = 1; n < 40; n++) await page.mouse.move(box.x + 20 + 6 * n, box.y + 60 + 20 * Math.sin(n / 4))
  await page.mouse.up()
  await sheet.getByRole('button', { name: 'Keep the signature' }).click()
}
