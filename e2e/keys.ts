import { expect, type Locator, type Page } from '@playwright/test'

/** Goes to a control with the tab key alone, as someone without a pointer does; fails when the key never gets there. */
export async function tabTo(page: Page, target: Locator): Promise<void> {
  await expect(target.first()).toBeVisible()
  for (let i = 0; i < 220; i++) {
    if (await target.first().evaluate((element) => element === document.activeElement)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`the tab key does not reach ${target}`)
}

/** Presses a control from the keyboard. */
export async function press(page: Page, target: Locator): Promise<void> {
  await tabTo(page, target)
  await page.keyboard.press('Enter')
}
