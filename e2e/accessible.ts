import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

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
  const faults = async (axe: AxeBuilder, theme: string) =>
    (await axe.analyze()).violations.map(
      ({ id, nodes }) => `${where}, ${theme}: ${id}: ${nodes.map((node) => node.target).join(', ')}`,
    )
  const COLOURS = ['color-contrast']
  if ((page.viewportSize()?.width ?? PHONE) < PHONE)
    expect(await faults(new AxeBuilder({ page }).disableRules(COLOURS), shown)).toEqual([])
  else {
    const all = await faults(new AxeBuilder({ page }), shown)
    await wear(other)
    const colours = await faults(new AxeBuilder({ page }).withRules(COLOURS), other)
    await wear(shown)
    expect([...all, ...colours]).toEqual([])
  }
  const beyond = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
  expect([where, Math.max(0, beyond)]).toEqual([where, 0])
}
