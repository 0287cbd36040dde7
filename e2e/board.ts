import { expect, type Page } from '@playwright/test'
import { openFromDay } from './go.ts'

/** The seconds that a clock, or the time of an entry, shows as minutes and seconds: 0:05.2. */
export function clockSeconds(text: string): number {
  const [, minutes, seconds] = /(\d+):(\d\d(?:\.\d)?)/.exec(text.replace(/\s/g, '')) ?? []
  return Number(minutes) * 60 + Number(seconds)
}

/** The run board in a technician's words. */
export class Board {
  readonly page: Page
  constructor(page: Page) {
    this.page = page
  }

  /** From the day to a run of a kind in the visit at a place, set up but not started. */
  async setUp(url: string, place: string, kind: 'fill' | 'drain'): Promise<void> {
    // The day has a link to such a run of its own, for the visit at hand.
    await openFromDay(this.page, url, place)
    await this.page.getByRole('link', { name: new RegExp(`^Time a ${kind}`) }).click()
    await expect(this.page.getByText(/nine of ten healthy machines take/)).toBeVisible()
    // Another test may have left this machine set as unplugged, which is asked before a run.
    const plugged = this.page.getByRole('button', { name: 'It is plugged in' })
    if (await plugged.isVisible()) await plugged.click()
  }

  async start(kind: 'fill' | 'drain'): Promise<void> {
    await this.page.getByRole('button', { name: `Start ${kind}` }).click()
    await expect(this.page.getByRole('button', { name: /^Stop/ })).toBeVisible()
  }

  async chooseInstrument(label: string): Promise<void> {
    await expect(this.page.getByLabel('Readings').locator('option', { hasText: label })).toBeAttached()
    await this.page.getByLabel('Readings').selectOption({ label })
  }

  async seconds(): Promise<number> {
    return clockSeconds(await this.page.getByRole('timer').innerText())
  }

  /** Waits until the clock shows at least so many seconds. */
  async until(seconds: number): Promise<void> {
    await expect
      .poll(() => this.seconds(), { timeout: 60_000, intervals: [100] })
      .toBeGreaterThanOrEqual(seconds)
  }

  async level(text: string): Promise<void> {
    await this.type(text)
    await this.page.getByRole('dialog').getByRole('button', { name: 'Enter' }).click()
  }

  /** A level as it is by the moment in which it is typed: asked for once the keypad is there. */
  async levelNow(levelMm: () => Promise<number>): Promise<void> {
    await this.openKeypad()
    const sheet = this.page.getByRole('dialog')
    for (const key of String(await levelMm()))
      await sheet.getByRole('button', { name: key, exact: true }).click()
    await sheet.getByRole('button', { name: 'Enter' }).click()
  }

  /** A level, and the page loaded anew in the same instant: nothing can have been written meanwhile. */
  async levelAndReload(text: string): Promise<void> {
    await this.type(text)
    const loaded = this.page.waitForEvent('load')
    await this.page
      .getByRole('dialog')
      .getByRole('button', { name: 'Enter' })
      .evaluate((button: HTMLButtonElement) => {
        button.click()
        location.reload()
      })
    await loaded
  }

  private async type(text: string): Promise<void> {
    await this.openKeypad()
    for (const key of text)
      await this.page.getByRole('dialog').getByRole('button', { name: key, exact: true }).click()
  }

  private async openKeypad(): Promise<void> {
    const actions = this.page.getByRole('region', { name: 'Actions' })
    await actions.getByRole('button', { name: /^Level/ }).click()
    await expect(this.page.getByRole('dialog')).toBeVisible()
  }

  /** When the run was started, by the device's clock, ms: what it shows lags behind at most. */
  async startedMs(): Promise<number> {
    const seen: number[] = []
    for (let n = 0; n < 5; n++) {
      const [text, nowMs] = await this.page
        .getByRole('timer')
        .evaluate((timer) => [timer.textContent ?? '', Date.now()] as const)
      seen.push(nowMs - 1000 * clockSeconds(text))
      await this.page.waitForTimeout(120)
    }
    return Math.min(...seen)
  }

  /** After start and stop the place of the main action is dead for a moment, against a second tap: keys have to wait for its end. */
  async settled(): Promise<void> {
    await expect(this.page.locator('[data-actions] [aria-disabled]')).toHaveCount(0)
  }

  /** Stops the run as from the keyboard. */
  async space(): Promise<void> {
    await this.settled()
    await this.page.keyboard.press(' ')
  }

  entries() {
    return this.page.getByRole('list', { name: 'Entries' }).getByRole('listitem')
  }
}
