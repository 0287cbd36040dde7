import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: 'flows',
  globalSetup: './demoTemplate.ts',
  workers: 2,
  timeout: 120_000,
  expect: { timeout: 10_000 },
  outputDir: '../test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--font-render-hinting=none'],
    },
  },
})
