import type { Page } from '@playwright/test'
import { go, openFromDay } from '../go.ts'
import { expect, test } from '../world.ts'

/** Fields of answers that hold what people wrote, or names they gave. */
const WRITTEN =
  /^(label|name|siteName|machineLabel|customerName|complaint|workshopName|instrumentLabel|note|by|make|model|serial|faults|testMode|pins|author|device|address|phone|text)$/

/** Words of data as they come in: what people wrote is in their own language. */
async function gatherData(page: Page): Promise<Set<string>> {
  const data = new Set<string>()
  const add = (text: string) => {
    for (const word of text.match(/[\p{L}’]+/gu) ?? []) data.add(word)
  }
  const walk = (value: unknown, key = '') => {
    // A result or a note is written by hand; a bare word may be a code.
    if (typeof value === 'string' && (WRITTEN.test(key) || (key === 'value' && value.includes(' '))))
      add(value)
    else if (Array.isArray(value)) for (const one of value) walk(one, key)
    else if (value && typeof value === 'object')
      for (const [inner, one] of Object.entries(value)) walk(one, inner)
  }
  // Read on its way to the page: what was asked of the browser afterwards may be gone with the page that it was for.
  await page.route(
    ({ pathname }) => pathname.startsWith('/api/') && !pathname.endsWith('/live'),
    async (route) => {
      const response = await route.fetch()
      await response.json().then(walk, () => {})
      await route.fulfill({ response })
    },
  )
  return data
}

/** Every text of a page: what is seen, what is read aloud, and its title. */
const textsOf = (page: Page) =>
  page.evaluate(() => {
    const texts: string[] = [document.title]
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node; node = walker.nextNode())
      if (!node.parentElement?.closest('script, style, code')) texts.push(node.textContent ?? '')
    for (const attribute of ['aria-label', 'title', 'placeholder', 'alt'])
      for (const element of document.querySelectorAll(`[${attribute}]`))
        texts.push(element.getAttribute(attribute) ?? '')
    return texts.map((text) => text.trim()).filter(Boolean)
  })

/** Signs of units, months and names that no language changes. */
const ALIKE =
  /^(Brendik|English|Español|min|gal|gpm|psi|inH|oz|kPa|ANSI|IEC|IPC|IRC|UPC|Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec|January|February|March|April|June|July|August|September|October|November|December|Mon|Tue|Wed|Thu|Fri|Sat|Sun|Monday|Tuesday|Wednesday|Thursday|Friday|Saturday|Sunday|am|pm)$/
/** In the pseudo-locale every vowel of the table has an accent: a word without one was written elsewhere. */
const unmarked = (text: string, data: ReadonlySet<string>) =>
  (text.match(/[\p{L}’]{3,}/gu) ?? []).filter(
    (word) => /[aeiouAEO]/.test(word) && !/[áéíóúÁÉÓ]/.test(word) && !ALIKE.test(word) && !data.has(word),
  )
const METRIC = /\d ?(?:mm|cm|mL|L|L\/min|L\/h|kPa|bar|°C|m)(?![\p{L}/])/u

const choose = (page: Page, language: string, units: string) =>
  page.addInitScript(
    ([chosen, system]) =>
      localStorage.setItem(
        'brendik.prefs',
        JSON.stringify({ units: system, theme: 'light', language: chosen }),
      ),
    [language, units],
  )

test.use({ newDevice: true })

test('every word of every screen comes from the table, and in US units nothing is metric', async ({
  page,
  world,
}) => {
  await choose(page, 'pseudo', 'us')
  const data = await gatherData(page)
  const strange: string[] = []
  // Figures come from the server and a worker, a moment after the page.
  const look = async (where: string, afterMs = 600) => {
    await page.waitForTimeout(afterMs)
    for (const text of await textsOf(page)) {
      const words = unmarked(text, data)
      if (words.length > 0) strange.push(`${where}: ${text.slice(0, 90)} (${words.join(', ')})`)
      // Beside a figure the calculators give the other system's on purpose.
      const metric = /^= /.test(text) ? null : METRIC.exec(text)
      if (metric) strange.push(`${where}: ${text.slice(0, 90)} (${metric[0]})`)
    }
  }
  await page.goto(world.url)
  await page.locator('ol a').first().waitFor()
  await look('day')
  const links = await page.evaluate(() =>
    [...document.querySelectorAll('a[href^="/visits/"]')].map((a) => a.getAttribute('href') ?? ''),
  )
  const visits = [...new Set(links.map((href) => /^\/visits\/[0-9a-f-]{36}/.exec(href)?.[0]).filter(Boolean))]
  for (const path of [
    '/logbook',
    '/workshop',
    '/learned',
    '/visits/new',
    '/rates?calc=winding',
    '/rates?calc=level',
  ])
    await go(page, path).then(() => look(path))
  expect(visits.length).toBeGreaterThan(2)
  for (const [n, visit] of visits.slice(0, 3).entries()) {
    // Anew: the sheets of the last one have left steps to go back.
    await page.goto(world.url + visit)
    await look('visit')
    const hrefs = await page.evaluate(() =>
      [...document.querySelectorAll('main a[href^="/runs/"]')].map((a) => a.getAttribute('href') ?? ''),
    )
    if (hrefs[0]) await go(page, hrefs[0]).then(() => look('run'))
    const stages = [
      ['arrive', 'make-safe', 'electrical', 'weigh', 'decide', 'repair', 'prove', 'report'],
      ['outside', 'hold', 'drain'],
      ['locate', 'fill', 'protocols/pump-or-path'],
    ][n] as string[]
    for (const stage of stages) {
      await go(page, `${visit}/${stage}`).then(() => look(stage))
      if (stage !== 'repair') continue
      await page.locator('main ul button').first().click()
      await look('a step of a job')
    }
    // What is set about the machine opens over the page, the same on every visit.
    for (const cell of n === 0 ? await page.locator('[data-state-strip] button').all() : []) {
      await cell.click()
      await expect(page.getByRole('dialog')).toBeVisible()
      await look('a sheet of the state', 100)
      await page.keyboard.press('Escape')
    }
  }
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  expect(strange).toEqual([])
})

test('a person chooses Spanish, and it follows them to another device, figures and dates with it', async ({
  page,
  world,
  browser,
}) => {
  await page.goto(`${world.url}/workshop`)
  await page.getByRole('radio', { name: 'Español' }).click()
  await expect(page.getByRole('heading', { name: 'Personas' })).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('lang', 'es')
  const other = await browser.newContext({ locale: 'es-ES' })
  await other.request.post(`${world.url}/api/session/demo`, { data: { role: 'owner' } })
  const device = await other.newPage()
  await device.goto(world.url)
  await expect(device.getByRole('link', { name: /Bitácora/ })).toBeVisible()
  await device.locator('ol').getByRole('link', { name: 'Larch House' }).first().click()
  await expect(
    device.getByText(/^Llena a \d+,\d L\/min, dentro de los \d+,\d a \d+,\d L\/min esperados\.$/),
  ).toBeVisible()
  // A comma is read as it is written; what may be thousands or decimals is asked.
  await device.goto(`${world.url}/rates?calc=drain-time`)
  const height = device.getByLabel(/Punta de la manguera sobre el piso/)
  await height.fill('0,85')
  await expect(device.getByText(/^¿0,85 mm\? Si eran metros/)).toBeVisible()
  await height.fill('1.250')
  await expect(device.getByText(/^1\.250: ¿miles o decimales\?/)).toBeVisible()
  await height.fill('850,5')
  await expect(device.getByText(/¿miles o decimales\?|Si eran metros/)).toHaveCount(0)
  // What is kept is no sentence: a bound is the same in every language, and told in each.
  await device.goto(world.url)
  await device.goto(`${await openFromDay(device, world.url, 'Larch House')}/drain`)
  const lift = device.getByRole('listitem').filter({ hasText: 'El chorro para con la punta a' })
  await lift.getByRole('button', { name: 'Anotar la lectura' }).click()
  await device.getByRole('dialog').getByRole('textbox').fill('1800')
  await device.getByRole('dialog').getByRole('button', { name: 'Todavía sale ahí' }).click()
  await expect(device.getByRole('dialog')).toHaveCount(0)
  await expect(lift).toContainText(/más de 1.?800 mm/)
  await expect
    .poll(() => world.rows('select value from observation where check_id = $1', ['drain.lift-stop']))
    .toEqual([{ value: 'above 1800' }])
  await other.close()
  await page.getByRole('radio', { name: 'English' }).click()
  await expect(page.getByRole('heading', { name: 'People' })).toBeVisible()
})
