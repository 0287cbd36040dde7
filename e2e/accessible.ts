import { expect, type Page } from '@playwright/test'
import axe, { type RunOptions } from 'axe-core'

/** Below this width the layout is the phone's; its colours are those of the desk. */
const PHONE = 600

/**
 * Looks for accessibility faults where the page stands, and for what sticks out sideways: by every rule in the theme that is shown, by
 * the rules of colour in the other one, since colours are all that a theme changes. Colours take nearly all of the time, and are looked
 * at on the desk alone.
 */
export async function expectAccessible(page: Page, where: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready)
  const shown = await page.evaluate(() => document.documentElement.dataset.theme ?? 'light')
  const other = shown === 'cellar' ? 'light' : 'cellar'
  const wear = (theme: string) =>
    page.evaluate((name) => {
      document.documentElement.dataset.theme = name
    }, theme)
  const faults = async (theme: string, options: RunOptions) => {
    if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
    const found = await page.evaluate(
      async (asked) =>
        (await axe.run({ ...asked, resultTypes: ['violations'], preload: false })).violations.map(
          ({ id, nodes }) => `${id}: ${nodes.map((node) => node.target).join(', ')}`,
        ),
      options,
    )
    return found.map((fault) => `${where}, ${theme}: ${fault}`)
  }
  const COLOURS = 'color-contrast'
  if ((page.viewportSize()?.width ?? PHONE) < PHONE)
    expect(await faults(shown, { rules: { [COLOURS]: { enabled: false } } })).toEqual([])
  else {
    const all = await faults(shown, {})
    await wear(other)
    const colours = await faults(other, { runOnly: [COLOURS] })
    await wear(shown)
    expect([...all, ...colours]).toEqual([])
  }
  const beyond = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
  expect([where, Math.max(0, beyond)]).toEqual([where, 0])
}
