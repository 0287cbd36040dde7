import { go, openFromDay } from '../go.ts'
import { expect, test } from '../world.ts'

// A machine whose runs no other file adds to.
test('what was done is entered, also after the run that proved it, parts before from after, and is taken back', async ({
  page,
  world,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const visit = await openFromDay(page, world.url, '14 Quarry Lane')
  const since = page.getByText(
    /^Since the outer drain hose was cleared, the drain is [\d.]+ times as fast as before\./,
  )
  const takeBack = page.getByRole('button', { name: 'Take back: the outer drain hose was cleared' })

  const differ = page.getByText(/^Two drains at one height differ: the second runs at \d+ % of the first\./)

  // Entered in the demo; without it the two drains contradict each other.
  await expect(since.first()).toBeVisible()
  await go(page, `${visit}/drain`)
  await takeBack.click()
  await expect(takeBack).toHaveCount(0)
  await go(page, visit)
  await expect(differ.first()).toBeVisible()
  await expect(since).toHaveCount(0)
  await expect(page.getByText(/cannot be told from sound/)).toHaveCount(0)

  await go(page, `${visit}/drain`)
  await page.getByRole('button', { name: 'Cleaned, cleared or replaced something' }).click()
  const sheet = page.getByRole('dialog')
  await expect(sheet.getByRole('button', { name: 'Keep it' })).toBeDisabled()
  await sheet.getByRole('button', { name: 'Outer drain hose' }).click()
  await sheet.getByRole('button', { name: 'Cleared' }).click()
  await sheet.getByRole('radio', { name: /^Before the drain of/ }).click()
  await sheet.getByRole('button', { name: 'Keep it' }).click()
  await expect(takeBack).toBeVisible()
  await go(page, visit)
  await expect(since.first()).toBeVisible()

  // It is told, and can be entered, in every stage: here of a part that this one does not offer first.
  await go(page, `${visit}/electrical`)
  await expect(takeBack).toBeVisible()
  await page.getByRole('button', { name: 'Cleaned, cleared or replaced something' }).click()
  await expect(sheet.getByRole('button', { name: 'Tub seal' })).toHaveCount(0)
  await sheet.getByRole('button', { name: 'Another part' }).click()
  await sheet.getByRole('button', { name: 'Tub seal' }).click()
  await sheet.getByRole('button', { name: 'Replaced' }).click()
  // No drain speaks of a tub seal: there is no run of this visit that it could have been before.
  await expect(sheet.getByRole('radio', { name: /^Before/ })).toHaveCount(0)
  await sheet.getByRole('button', { name: 'Keep it' }).click()
  await go(page, `${visit}/locate`)
  await expect(page.getByRole('button', { name: 'Take back: the tub seal was replaced' })).toBeVisible()
  await takeBack.click()
  await expect(takeBack).toHaveCount(0)
  await go(page, visit)
  await expect(page.getByText('Takes for ever to empty', { exact: false }).first()).toBeVisible()
  await expect(since).toHaveCount(0)
})
