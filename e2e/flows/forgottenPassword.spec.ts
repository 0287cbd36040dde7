import { expect, test } from '../world.ts'

// Who comes first sets up the workshop: each file that does so has a server of its own.
test.use({ insider: false })

test('who forgot their password sets a new one by an owner’s code, and a sole owner by the one on paper', async ({
  page,
  world,
  browser,
}) => {
  await page.goto(world.url)
  await page.getByRole('button', { name: 'Set up a workshop of my own' }).click()
  await page.getByLabel('Name of the workshop').fill('Sole Street repairs')
  await page.getByLabel('Your name').fill('Sole owner')
  await page.getByLabel('E-mail address').fill('sole@bench.example')
  await page.getByLabel('Password').fill('a long enough one')
  await page.getByRole('button', { name: 'Set it up' }).click()
  await expect(page.getByText('No visits on this day.')).toBeVisible()
  await page.goto(`${world.url}/workshop`)
  const paper = page.getByRole('region', { name: 'Code on paper' })
  await paper.getByLabel('Your password, to make a code').fill('a long enough one')
  await paper.getByRole('button', { name: 'Make a code' }).click()
  const code = await paper.getByText(/^([0-9A-Z]{5}-){4}/).innerText()
  // What comes out of the printer is the code and what it is for, and nothing else.
  await page.emulateMedia({ media: 'print' })
  await expect(page.locator('.on-paper', { hasText: code })).toBeVisible()
  await expect(page.locator('.on-paper', { hasText: '/recover' })).toBeVisible()
  await expect(page.locator('h2', { hasText: 'People' })).toBeHidden()
  await page.emulateMedia({ media: null })
  await expect(page.locator('h2', { hasText: 'People' })).toBeVisible()
  await paper.getByRole('button', { name: 'I have it' }).click()
  await expect(paper.getByText(/lets you set a new one/)).toBeVisible()

  const context = await browser.newContext()
  const phone = await context.newPage()
  await phone.goto(world.url)
  await phone.getByRole('link', { name: 'The password is forgotten' }).click()
  await phone.getByLabel('Code').fill('AAAAA-AAAAA-AAAAA-AAAAA-AAAAA')
  await phone.getByLabel('New password').fill('seven green kettles')
  await phone.getByRole('button', { name: 'Set it and sign in' }).click()
  await expect(phone.getByRole('alert')).toContainText('ask for a new one')
  await phone.getByLabel('Code').fill(code.toLowerCase())
  await phone.getByRole('button', { name: 'Set it and sign in' }).click()
  await expect(phone.getByText('No visits on this day.')).toBeVisible()
  // The device that was in is out.
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await page.getByLabel('E-mail address').fill('sole@bench.example')
  await page.getByLabel('Password').fill('seven green kettles')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByText('No visits on this day.')).toBeVisible()
  await page.goto(`${world.url}/workshop`)

  // Where somebody is signed in is seen, and ended from there.
  const mine = page.getByRole('region', { name: 'Where you are signed in' })
  await expect(mine.getByRole('listitem')).toHaveCount(2)
  await expect(mine.getByText('This device')).toBeVisible()
  await mine.getByRole('button', { name: /^Sign out/ }).click()
  await expect(mine.getByRole('listitem')).toHaveCount(1)
  await phone.reload()
  await expect(phone.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await context.close()
})
