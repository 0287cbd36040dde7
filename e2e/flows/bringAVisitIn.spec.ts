import { readFileSync } from 'node:fs'
import { follow, go } from '../go.ts'
import { expect, test } from '../world.ts'

test.use({ newDevice: true, serviceWorkers: 'allow' })

const RELEASED = new URL('../../packages/core/test/fixtures/visitFiles/0.1.0-streamed.json', import.meta.url)
/** A file of an earlier release, with a complaint by which it is known. */
const fileOf = (complaint: string) =>
  readFileSync(RELEASED, 'utf8').replace(/"complaint": "[^"]*"/, `"complaint": "${complaint}"`)
const asFile = (text: string, name = 'visit.json') => ({
  name,
  mimeType: 'application/json',
  buffer: Buffer.from(text),
})

test('a visit file is refused with its line, mended, looked at, taken in, and is here once', async ({
  page,
  world,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${world.url}/workshop`)
  await follow(page.getByRole('link', { name: 'Bring a visit in' }))
  const choose = page.getByLabel('Visit file')
  const text = fileOf('Came as a file')
  await choose.setInputFiles(asFile(text.replace('"diameter_mm": 540', '"diameter_mm": 54')))
  await expect(page.getByRole('alert')).toContainText('Nothing was changed')
  const line = text.slice(0, text.indexOf('"diameter_mm"')).split('\n').length
  await expect(page.getByRole('alert')).toContainText(
    new RegExp(`Line ${line}, column \\d+: machine\\.tub\\.diameter_mm: expected 200\\.\\.1200 mm, got 54`),
  )
  await expect(page.getByRole('button', { name: 'Take it in' })).toHaveCount(0)

  await choose.setInputFiles(asFile(text))
  await expect(page.getByText(/^Brings \d+ new, writes over 0, \d here already$/)).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: /^Run: Drain, / })).toHaveCount(2)
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByText('Taken in', { exact: true })).toBeVisible()
  await follow(page.getByRole('link', { name: 'Open the visit' }))
  await expect(page.getByText('Came as a file').first()).toBeVisible()

  // Dropped once more, from another hand: nothing of it is new.
  await go(page, '/bring-in')
  const dropped = await page.evaluateHandle((json) => {
    const data = new DataTransfer()
    data.items.add(new File([json], 'again.json', { type: 'application/json' }))
    return data
  }, text)
  await page.getByText('First you see what it would do').dispatchEvent('drop', { dataTransfer: dropped })
  await expect(page.getByText('All of it is here already')).toBeVisible()
})

test('what another app shares is shown before anything is done with it', async ({ page, world }) => {
  await page.goto(world.url)
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()
  await expect(page.locator('ol').getByRole('link', { name: 'Mill Yard' }).first()).toBeVisible()
  // As the system hands it over: a form sent to the app's address.
  await page.evaluate((json) => {
    const form = Object.assign(document.createElement('form'), {
      method: 'post',
      action: '/bring-in',
      enctype: 'multipart/form-data',
    })
    const input = Object.assign(document.createElement('input'), { type: 'file', name: 'file' })
    const data = new DataTransfer()
    data.items.add(new File([json], 'from another app.json', { type: 'application/json' }))
    input.files = data.files
    form.append(input)
    document.body.append(form)
    form.submit()
  }, fileOf('Handed over'))
  await expect(page.getByText('from another app.json')).toBeVisible()
  await expect(page.getByText(/Handed over/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take it in' })).toBeVisible()
})
