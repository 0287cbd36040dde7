import { expect, type Locator, type Page } from '@playwright/test'

/** Goes to another page of the app as a link does, without loading the app anew; waits until it is there, which its title tells. */
export async function go(page: Page, path: string): Promise<void> {
  const before = await page.title()
  await page.evaluate((to) => {
    history.pushState({}, '', to)
    dispatchEvent(new PopStateEvent('popstate'))
  }, path)
  await expect(page).not.toHaveTitle(before)
}

/** Follows a link within the app and waits until the page behind it is there: its address comes first, over the page that is left. */
export async function follow(link: Locator): Promise<void> {
  const page = link.page()
  const before = await page.title()
  await link.click()
  await expect(page).not.toHaveTitle(before)
}
