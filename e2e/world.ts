import {
  type Browser,
  type BrowserContext,
  test as base,
  type ConsoleMessage,
  type Page,
  type ViewportSize,
} from '@playwright/test'
import { push } from './go.ts'
import { openWorld, type World } from './openWorld.ts'

/** One more device, signed in to the demo. */
export async function signIn(
  context: BrowserContext,
  world: World,
  role: 'owner' | 'technician' = 'owner',
): Promise<void> {
  const answer = await context.request.post(`${world.url}/api/session/demo`, { data: { role } })
  if (!answer.ok()) throw new Error(`the demo's door: ${answer.status()}`)
}

/** The world of the file whose tests run in this process: no other file's runs are weighed in it. */
let current: { file: string; world: World; close: () => Promise<void> } | null = null

/**
 * The device that the tests of a file take up one after the other, with the app open where the one before left it: loading the app takes
 * longer than most of what is done with it.
 */
let device: { file: string; context: BrowserContext; page: Page | null } | null = null
async function putAway(): Promise<void> {
  await device?.context.close()
  device = null
}
async function takeUp(browser: Browser, file: string): Promise<BrowserContext> {
  if (device?.file !== file) {
    await putAway()
    device = { file, context: await browser.newContext(), page: null }
  }
  return (device as NonNullable<typeof device>).context
}
/** The page for the next test: back on the network, nothing held up, nothing open. What was set on the device (units, theme, keys) stays. */
async function restored(page: Page, world: World, viewport: ViewportSize | null): Promise<Page> {
  for (const other of page.context().pages()) if (other !== page) await other.close()
  await page.context().setOffline(false)
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  await page.emulateMedia({ media: null })
  if (viewport) await page.setViewportSize(viewport)
  // From wherever it stands, whatever is open there.
  await push(page, `${world.url}/nowhere`)
  await page.getByText('There is no such screen.').waitFor()
  return page
}

export const test = base.extend<
  { world: World; pageErrors: string[]; insider: boolean; washers: boolean; newDevice: boolean },
  { worldEnds: undefined }
>({
  /** Whether the test's page is signed in as it begins. */
  insider: [true, { option: true }],
  /** Whether the test has a device of its own, on which the app was never open. */
  newDevice: [false, { option: true }],
  /** Whether the simulated washers stream; said once for a whole file. */
  washers: [false, { option: true }],
  context: async ({ browser, world, insider, newDevice }, use, { file }) => {
    const own = newDevice || !insider
    const context = own ? await browser.newContext() : await takeUp(browser, file)
    if (insider) await signIn(context, world)
    await use(context)
    if (own) await context.close()
  },
  page: async ({ context, viewport, world }, use, info) => {
    if (context !== device?.context) return use(await context.newPage())
    const { page } = device
    device.page = page && !page.isClosed() ? await restored(page, world, viewport) : await context.newPage()
    await use(device.page)
    // Whatever state a failed test leaves, it fails no other.
    if (info.status !== info.expectedStatus) await putAway()
  },
  world: [
    async ({ washers }, use, { file }) => {
      if (current?.file !== file) {
        await putAway()
        await current?.close()
        current = null
        const { close, ...world } = await openWorld(washers)
        current = { file, world, close }
      }
      await use(current.world)
    },
    { timeout: 60_000 },
  ],
  worldEnds: [
    // biome-ignore lint/correctness/noEmptyPattern: as above
    async ({}, use) => {
      await use(undefined)
      await putAway()
      await current?.close()
    },
    { scope: 'worker', auto: true, timeout: 60_000 },
  ],
  /** Every page must go through without an uncaught error. */
  pageErrors: [
    async ({ page }, use) => {
      const errors: string[] = []
      const threw = (error: Error) => errors.push(error.message)
      // What the page is not allowed to do it must not try.
      const said = (message: ConsoleMessage) => {
        if (/Content Security Policy/i.test(message.text())) errors.push(message.text())
      }
      page.on('pageerror', threw).on('console', said)
      await use(errors)
      page.off('pageerror', threw).off('console', said)
      if (errors.length > 0) throw new Error(`the page threw: ${errors.join('; ')}`)
    },
    { auto: true },
  ],
})
export { expect } from '@playwright/test'
