import { expect, type Page } from '@playwright/test'

/** Goes to another page of the app as a link does, without loading the app anew; waits until it is there, which its title tells. */
export async function go(page: Page, path: string): Promise<void> {
  const before = await page.title()
  await page.evaluate((to) => {
    history.pushState({}, '', to)
    dispatchEvent(new PopStateEvent('popstate'))
  }, path)
  await expect(page).not.toHaveTitle(before)
}
