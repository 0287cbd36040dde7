import { expect, type Locator, type Page } from '@playwright/test'

/**
 * Goes to another page of the app as a link does, without loading the app anew, which takes longest by far; waits until it is there, which
 * its title tells. Where the app is not open yet it is loaded.
 * @param to - A path, or a whole address.
 */
export async function go(page: Page, to: string): Promise<void> {
  const here = new URL(page.url())
  if (here.origin !== new URL(to, page.url() === 'about:blank' ? undefined : here).origin) {
    await page.goto(to)
    return
  }
  const before = await page.title()
  await push(page, to)
  if (new URL(to, here).pathname !== here.pathname) await expect(page).not.toHaveTitle(before)
}

/** Goes to an address of the app that is open, and waits for nothing. */
export async function push(page: Page, to: string): Promise<void> {
  await page.evaluate((address) => {
    // One step further in the history of the router, as by a link: without its number it would pass for Back.
    history.pushState({ idx: (history.state?.idx ?? 0) + 1 }, '', address)
    dispatchEvent(new PopStateEvent('popstate'))
  }, to)
}

/** Follows a link within the app and waits until the page behind it is there: its address comes first, over the page that is left. */
export async function follow(link: Locator): Promise<void> {
  const page = link.page()
  const before = await page.title()
  await link.click()
  await expect(page).not.toHaveTitle(before)
}

/**
 * From the day to the visit at a place, as anybody comes to it.
 * @param which - Where the day has several there. @returns Its address.
 */
export async function openFromDay(
  page: Page,
  url: string,
  place: string,
  which: 'first' | 'last' = 'first',
): Promise<string> {
  await go(page, url)
  await page.locator('ol').getByRole('link', { name: place })[which]().click()
  await page.waitForURL(/\/visits\/[0-9a-f-]{36}/)
  return page.url()
}
