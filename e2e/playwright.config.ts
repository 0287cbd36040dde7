import { defineConfig } from '@playwright/test'
import { LEAN_BROWSER } from './browsers.ts'

/** Those that take longest by the clock begin first: one begun last would hold up the end. */
const LONGEST = /(torture|twoTechnicians|streamFromAnInstrument|cannotBeSpoiled|locateALeak)\.spec\.ts$/

export default defineConfig({
  testDir: 'flows',
  globalSetup: './demoTemplate.ts',
  workers: 4,
  projects: [
    { name: 'longest', testMatch: LONGEST },
    { name: 'others', testIgnore: LONGEST },
  ],
  // They only end what hangs: two cores that are shared with others were seen to take three times as long.
  timeout: 400_000,
  expect: { timeout: 60_000 },
  outputDir: '../test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    // Units, language and clock come from the device.
    locale: 'en-GB',
    // A page's own store of the app is made where a test is about it.
    serviceWorkers: 'block',
    // Keeping a trace of every press takes three times as long: it is for looking into one test.
    trace: process.env.TRACE ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
    launchOptions: LEAN_BROWSER,
  },
})
