import { BLANK_RECORD, familyDefaults, type KnownMachine, type VisitAnswer } from '@brendik/core'
import { Board } from '../board.ts'
import { follow, go } from '../go.ts'
import { expect, test } from '../world.ts'

/** Two stories of one workshop: what its own runs say of the next machine, and how one looks into that and takes part of it back. */
test('a washer of a model that was proven before is expected by own records, and judged by them and without', async ({
  page,
  world,
}) => {
  const { url } = world
  expect((await page.request.put(`${url}/api/learned`, { data: { bands: true } })).status()).toBe(200)
  const [machine, visit] = [crypto.randomUUID(), crypto.randomUUID()]
  const known = (await (await page.request.get(`${url}/api/machines`)).json()) as KnownMachine[]
  const peer = known.find(({ spec }) => spec.label === 'Corner laundry, washer 1')
  const put = async (path: string, data: unknown) =>
    expect((await page.request.put(`${url}/api${path}`, { data })).status()).toBe(200)
  // Typed by another hand.
  const record = { ...BLANK_RECORD, make: 'MADE UP WORKS', model: 'c3 450' }
  const spec = { ...familyDefaults('front-load'), label: 'Corner laundry, washer 8' }
  await put(`/machines/${machine}`, { ...spec, tub: { ...spec.tub, assumed: true }, record })
  await put(`/visits/${visit}`, {
    machineId: machine,
    siteId: peer?.siteId,
    dueAtMs: Date.now(),
    complaint: 'drains slowly',
  })
  await expect
    .poll(
      async () =>
        ((await (await page.request.get(`${url}/api/visits/${visit}`)).json()) as VisitAnswer).own?.machines,
    )
    .toBe(5)

  await go(page, `${url}/runs/${crypto.randomUUID()}?visit=${visit}&kind=drain`)
  const own = page.getByRole('region', { name: 'Own records' })
  await expect(own).toContainText('Of this model: 5 machines proven healthy, 13 runs. Without:')
  const head = page.getByText(/nine of ten healthy machines take/)
  const withRecords = await head.innerText()
  await own.getByRole('radio', { name: 'What is usual' }).click()
  await expect(head).not.toHaveText(withRecords)
  await own.getByRole('radio', { name: 'Own records' }).click()
  await expect(head).toHaveText(withRecords)

  // Half as fast as its peers: more than enough for either.
  const board = new Board(page)
  await page.getByLabel(/^Level at start/).fill('110')
  await board.start('drain')
  await board.until(5)
  await board.level('105')
  await board.until(9)
  await board.level('100')
  await board.until(14)
  await board.level('94')
  await page.getByRole('button', { name: /^Stop/ }).click()
  await expect(
    page.getByText(/Expected by own records: 5 machines, 13 runs\. By what is usual/),
  ).toBeVisible()
})

test('records of a model are looked into; a run is set aside and counted again, and the switch ends it for all', async ({
  page,
  world,
}) => {
  const { url } = world
  await page.request.put(`${url}/api/learned`, { data: { bands: true } })
  await go(page, `${url}/learned`)
  await follow(page.getByRole('link', { name: /Made-up Works C3-450/ }))
  await expect(page.getByRole('heading', { level: 1, name: 'Made-up Works C3-450' })).toBeVisible()
  await expect(page.getByText('5 machines, 13 runs, 2 far from the others')).toBeVisible()
  await expect(page.getByRole('img', { name: /^Drain: how 12 runs stand/ })).toBeVisible()
  const first = page.getByRole('listitem').filter({ hasText: 'washer 1, drain' }).first()
  const far = page.getByRole('listitem').filter({ hasText: 'washer 6, drain' }).first()
  await expect(far).toContainText('far from the others, not used')
  await first.getByRole('button', { name: 'Set aside' }).click()
  await expect(first).toContainText('set aside by Ines')
  // The records are worked out anew behind everything else that a busy machine has to do.
  const whenDone = { timeout: 170_000 }
  await expect(page.getByText('5 machines, 12 runs')).toBeVisible(whenDone)
  await first.getByRole('button', { name: 'Count again' }).click()
  await expect(page.getByText('5 machines, 13 runs')).toBeVisible(whenDone)

  await go(page, `${url}/learned`)
  const own = page.getByRole('region', { name: 'Own records' })
  await own.getByRole('radio', { name: 'What is usual' }).click()
  await expect(own).toContainText('Switched off')
})
