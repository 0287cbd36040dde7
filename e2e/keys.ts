import { expect, type Locator, type Page } from '@playwright/test'

/** No screen of the app has more stops than this. */
const MOST_STOPS = 220

/** How many stops lie between the focus and an element, as the order of the document has it; null = not told. Runs in the page. */
function stopsTo(element: Element): number | null {
  if (element === document.activeElement) return 0
  const dialogs = [...document.querySelectorAll('[role=dialog]')]
  const stops = [
    ...(dialogs.at(-1) ?? document).querySelectorAll<HTMLElement>(
      'a[href], button, input, select, textarea, summary, [tabindex]',
    ),
  ].filter(
    (stop) =>
      stop.tabIndex >= 0 &&
      !stop.matches(':disabled') &&
      stop.checkVisibility({ visibilityProperty: true }) &&
      // A group of radio buttons is one stop.
      !(stop instanceof HTMLInputElement && stop.type === 'radio' && !stop.checked && stop !== element),
  )
  const to = stops.indexOf(element as HTMLElement)
  const from = stops.indexOf(document.activeElement as HTMLElement)
  return to < 0 || to <= from ? null : to - from
}

/** Goes to a control with the tab key alone, as someone without a pointer does; fails when the key never gets there. */
export async function tabTo(page: Page, target: Locator): Promise<void> {
  await expect(target.first()).toBeVisible()
  // Most of the way without asking at every stop where the focus is; the rest, and whatever is not as reckoned, stop by stop.
  const most = (await target.first().evaluate(stopsTo)) ?? 0
  for (let i = 0; i < most - 2; i++) await page.keyboard.press('Tab')
  for (let i = 0; i < MOST_STOPS; i++) {
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
