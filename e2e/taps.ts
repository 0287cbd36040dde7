import { expect, type Locator, type Page } from '@playwright/test'

/**
 * Two taps on one place, the second as soon as what comes up there is there: made in the page itself, so that how soon does not hang on how
 * busy the machine is.
 * @param comesUp - How the name of the action that comes up begins; without it the second tap follows a frame later.
 */
export async function doubleTap(target: Locator, comesUp?: string): Promise<void> {
  // What has just come up is dead for a moment itself.
  await expect(target).toBeEnabled()
  await target.evaluate(async (element, begins) => {
    const { left, top } = element.getBoundingClientRect()
    const [x, y] = [left + 60, top + 30]
    const there = () => document.elementFromPoint(x, y)?.closest<HTMLElement>('button, a')
    const frame = () => new Promise((shown) => requestAnimationFrame(shown))
    const tap = () => {
      const action = there()
      for (const type of ['pointerdown', 'pointerup'])
        action?.dispatchEvent(new PointerEvent(type, { bubbles: true, cancelable: true }))
      action?.click()
    }
    tap()
    do await frame()
    while (begins !== undefined && !there()?.textContent?.trim().startsWith(begins))
    tap()
  }, comesUp)
}

/** When events of a type were made in this page from now on, ms by the device's clock. */
export async function instantsOf(page: Page, type: string): Promise<() => Promise<number[]>> {
  const kept = `instants of ${type}`
  await page.evaluate(
    ([name, of]) => {
      const instants: number[] = []
      Object.assign(window, { [name]: instants })
      const now = Date.now() - performance.now()
      addEventListener(of, (event) => instants.push(now + event.timeStamp), true)
    },
    [kept, type] as const,
  )
  return () => page.evaluate((name) => (window as unknown as Record<string, number[]>)[name] ?? [], kept)
}
