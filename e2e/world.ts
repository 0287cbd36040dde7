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

export const test = base.extend<
  { pageErrors: string[]; insider: boolean },
  { world: World; worldOfItsOwn: string }
>({
  /** A file that names one gets a server and database no other file's runs are weighed in. */
  worldOfItsOwn: ['', { option: true, scope: 'worker' }],
  /** Whether the test's page is signed in as it begins. */
  insider: [true, { option: true }],
  context: async ({ context, world, insider }, use) => {
    if (insider) await signIn(context, world)
    await use(context)
  },
  world: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads a fixture's needs from this pattern
    async ({}, use) => {
      const { close, ...world } = await openWorld()
      await use(world)
      await close()
    },
    { scope: 'worker', timeout: 60_000 },
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
