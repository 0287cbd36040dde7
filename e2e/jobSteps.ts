import { expect, type Page } from '@playwright/test'

export const bar = (page: Page) => page.getByRole('region', { name: 'Actions' })
export const done = (page: Page) => bar(page).getByRole('button', { name: /^Done/ })
export const step = (page: Page) => page.getByRole('heading', { level: 1 })
/** In the page: its clock goes on by so much, and by what it was set on before. */
function goAhead(byMs: number): void {
  const ahead = Number(sessionStorage.getItem('ahead')) + byMs
  sessionStorage.setItem('ahead', String(ahead))
  const page = window as typeof window & { wall?: () => number }
  page.wall ??= Date.now.bind(Date)
  const { wall } = page
  Date.now = () => wall() + ahead
}

const led = new WeakSet<Page>()
/** Sets the device's clock on by so much, and by what it was set on before; a page opened later stands as far ahead. */
export async function setAhead(page: Page, byMs: number): Promise<void> {
  if (!led.has(page)) await page.addInitScript(goAhead, 0)
  led.add(page)
  await page.evaluate(goAhead, byMs)
}

/** Does steps as they come until one stands there; what has to be read before a gate is read, what decides is ticked. */
export async function doUntil(page: Page, title: string): Promise<void> {
  for (let n = 0; n < 60; n++) {
    const now = await step(page).innerText()
    if (now === title) return
    // What the step before has settled is skipped a moment later: it is read again.
    if ((await step(page).innerText()) !== now || !(await done(page).isVisible())) {
      await page.waitForTimeout(50)
      continue
    }
    const decides = page.getByRole('checkbox', { name: /^Decides whether/ })
    if ((await decides.isVisible()) && !(await decides.isChecked())) await decides.check()
    await expect(done(page)).toBeEnabled()
    await done(page).click()
    const sheet = page.getByRole('dialog')
    if (await sheet.isVisible()) {
      for (const box of await sheet.getByRole('checkbox').all()) await box.check()
      await sheet.getByRole('button', { name: 'Go on' }).click()
    }
    await expect(step(page)).not.toHaveText(now)
  }
  throw new Error(`no step ${title}`)
}
