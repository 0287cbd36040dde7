import { type BrowserContext, test as base } from '@playwright/test'
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

export const test = base.extend<
  { world: World; pageErrors: string[]; insider: boolean; washers: boolean },
  { worldEnds: undefined }
>({
  /** Whether the test's page is signed in as it begins. */
  insider: [true, { option: true }],
  /** Whether the simulated washers stream; said once for a whole file. */
  washers: [false, { option: true }],
  context: async ({ context, world, insider }, use) => {
    if (insider) await signIn(context, world)
    await use(context)
  },
  world: [
    async ({ washers }, use, { file }) => {
      if (current?.file !== file) {
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
      await current?.close()
    },
    { scope: 'worker', auto: true, timeout: 60_000 },
  ],
  /** Every page must go through without an uncaught error. */
  pageErrors: [
    async ({ page }, use) => {
      const errors: string[] = []
      page.on('pageerror', (error) => errors.push(error.message))
      // What the page is not allowed to do it must not try.
      page.on('console', (message) => {
        if (/Content Security Policy/i.test(message.text())) errors.push(message.text())
      })
      await use(errors)
      if (errors.length > 0) throw new Error(`the page threw: ${errors.join('; ')}`)
    },
    { auto: true },
  ],
})
export { expect } from '@playwright/test'
