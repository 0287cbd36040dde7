import { expect, test } from '../world.ts'

test.use({ insider: false })

test('a workshop is set up, lets a technician in by a link, and sees nothing of another workshop', async ({
  page,
  world,
  browser,
}) => {
  await page.goto(world.url)
  await page.getByRole('button', { name: 'Set up a workshop of my own' }).click()
  await page.getByLabel('Name of the workshop').fill('Bench Street repairs')
  await page.getByLabel('Your name').fill('Owner of ours')
  await page.getByLabel('E-mail address').fill('owner@bench.example')
  await page.getByLabel('Password').fill('a long enough one')
  await page.getByRole('button', { name: 'Set it up' }).click()
  await expect(page.getByText('No visits on this day.')).toBeVisible()
  await page.getByRole('link', { name: /^Logbook/ }).click()
  await expect(page.getByText('No visits yet.')).toBeVisible()
  await page.goto(`${world.url}/workshop`)
  // The people stand above; once they are there nothing moves any more.
  await expect(page.getByRole('listitem').filter({ hasText: 'Owner of ours' }).first()).toBeVisible()
  // A link is for somebody: without a name there is none.
  await page.getByRole('button', { name: 'Invite a technician' }).click()
  await expect(page.getByLabel('Name of the new person')).toBeFocused()
  await page.getByLabel('Name of the new person').fill('Guest of ours')
  await page.getByRole('button', { name: 'Invite a technician' }).click()
  await expect(page.getByText('Guest of ours: link for a technician')).toBeVisible()
  const link = await page.getByText(/\/join\//).innerText()

  const context = await browser.newContext()
  const guest = await context.newPage()
  await guest.goto(link)
  await expect(guest.getByRole('heading', { name: 'Join Bench Street repairs' })).toBeVisible()
  await expect(guest.getByLabel('Your name')).toHaveValue('Guest of ours')
  await guest.getByLabel('E-mail address').fill('guest@bench.example')
  await guest.getByLabel('Password').fill('short')
  await guest.getByRole('button', { name: 'Join' }).click()
  await expect(guest.getByText('expected at least 10 characters')).toBeVisible()
  await expect(guest.getByRole('heading', { name: 'Join Bench Street repairs' })).toBeVisible()
  await guest.getByLabel('Password').fill('another long one')
  await guest.getByRole('button', { name: 'Join' }).click()
  await guest.getByRole('link', { name: /^Workshop/ }).click()
  await expect(guest.getByText('Technician, Bench Street repairs')).toBeVisible()
  await expect(guest.getByRole('region', { name: 'People' })).toHaveCount(0)
  await guest.getByRole('button', { name: 'Sign out' }).click()
  await expect(guest.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await guest.getByLabel('E-mail address').fill('guest@bench.example')
  await guest.getByLabel('Password').fill('wrong wrong wrong')
  await guest.getByRole('button', { name: 'Sign in' }).click()
  await expect(guest.getByRole('alert')).toContainText('is not right')
  await guest.getByLabel('Password').fill('another long one')
  await guest.getByRole('button', { name: 'Sign in' }).click()
  await expect(guest.getByText('No visits on this day.')).toBeVisible()
  // The link was for one.
  await guest.goto(link)
  await expect(guest.getByRole('alert')).toContainText('This link was used')

  // With access ended, the technician is out on the next touch.
  await page.reload()
  const line = page.getByRole('region', { name: 'People' }).locator('li', { hasText: 'Guest of ours' })
  await line.getByRole('button', { name: 'End access' }).click()
  await expect(line.getByRole('button', { name: 'Give access again' })).toBeVisible()
  await guest.goto(world.url)
  await expect(guest.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Changes' }).getByText('access: yes → no')).toBeVisible()
  await context.close()
})
