/** Chromium started for a test. */
const started = (executablePath: string) => ({
  executablePath,
  args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--font-render-hinting=none'],
})
const whole = process.env.CHROMIUM ?? '/usr/bin/chromium'

/** What people have. */
export const WHOLE_BROWSER = started(whole)
/** The same without what a window needs: quicker. It wakes no service worker when there is network again. */
export const LEAN_BROWSER = started(process.env.LEAN_CHROMIUM ?? whole)
