import { press, tabTo } from '../keys.ts'
import { expect, test } from '../world.ts'

test.use({ insider: false })

test('a whole visit by keyboard alone, from the door to the logbook', async ({ page, world }) => {
  const button = (label: string | RegExp) =>
    page.getByRole('button', { name: label, exact: typeof label === 'string' })
  const dialog = page.getByRole('dialog')
  const inDialog = (label: string | RegExp) => dialog.getByRole('button', { name: label })
  await page.goto(world.url)
  await press(page, button('Open the demo'))
  await press(page, page.getByRole('link', { name: /Start a visit/ }))
  await press(page, page.getByRole('button', { name: /Mill Yard/ }))
  await press(page, button('does not drain'))

  // Arrive
  await expect(page).toHaveURL(/\/arrive$/)
  await press(page, button('draining'))
  await press(page, button('buzz that starts and stops'))
  await expect(page.getByText('Jammed: it tries and gives up.')).toBeVisible()
  await tabTo(page, page.getByLabel('Notes'))
  const note = `Keyboard note ${Date.now()}`
  await page.keyboard.type(note)
  await press(page, button(/^Done/))

  // Make safe: nothing is known, so nothing that opens the machine is offered.
  await expect(page).toHaveURL(/make-safe$/)
  const acts = page.getByRole('region', { name: 'What may be done now' })
  await expect(acts.getByRole('button', { name: 'Open the filter cap' })).toHaveCount(0)
  await expect(acts.getByText('not now')).toHaveCount(3)
  await press(page, button(/^Mains/))
  await press(page, inDialog('Unplugged'))
  await expect(dialog).toBeHidden()
  // Unplugged is not enough while water may be inside.
  await expect(acts.getByRole('button', { name: 'Open the filter cap' })).toHaveCount(0)
  await press(page, button('Enter how much'))
  await tabTo(page, dialog.getByLabel(/level above the port/))
  await page.keyboard.type('110')
  await press(page, inDialog(/^Keep: /))
  await expect(
    acts.getByText(/L are inside\. Get it out, or set a tray or bucket under it/).first(),
  ).toBeVisible()
  await press(page, button('Set a tray or bucket').first())
  await press(page, inDialog('Tray or buckets'))
  await tabTo(page, dialog.getByLabel(/It holds/))
  await page.keyboard.type('2')
  await press(page, inDialog('Keep'))
  await press(page, inDialog('Done'))
  await expect(acts.getByText(/What is set under it holds 2\.0 L/).first()).toBeVisible()
  await expect(acts.getByRole('button', { name: 'Open the filter cap' })).toHaveCount(0)
  await press(page, button('Set the water'))
  await press(page, inDialog(/^Empty/))
  // Now it is offered, after its cautions are read.
  await press(page, acts.getByRole('button', { name: 'Open the filter cap' }))
  await expect(inDialog('Go on')).toBeDisabled()
  for (const caution of await dialog.getByRole('checkbox').all()) {
    await tabTo(page, caution)
    await page.keyboard.press('Space')
  }
  await press(page, inDialog('Go on'))
  await press(page, acts.getByRole('button', { name: 'Cap is shut, at its stop' }))
  // Safe is not a word for a machine of which something is not said.
  await press(page, button(/^Done/))
  await expect(page.getByText('Not set yet: the taps. Set it above.')).toBeVisible()
  await press(page, button(/^Taps/))
  for (const tap of ['Cold tap', 'Hot tap'])
    await press(page, dialog.getByRole('group', { name: tap }).getByRole('button', { name: 'Shut' }))
  await press(page, inDialog('Done'))
  await press(page, button(/^Done/))

  // Outside look
  await expect(page).toHaveURL(/outside$/)
  await press(page, page.locator('#check-drain-hose\\.look').getByRole('button', { name: 'good' }))
  await press(
    page,
    page.locator('#check-standpipe\\.height').getByRole('button', { name: /Enter the reading/ }),
  )
  await tabTo(page, dialog.getByLabel(/Reading/))
  await page.keyboard.type('900')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/A sound pump gives/)).toBeVisible()

  // The digits lead to any stage.
  await page.keyboard.press('6')
  await expect(page).toHaveURL(/drain$/)
  const trap = page.locator('#check-trap\\.look')
  await press(page, trap.getByRole('button', { name: 'debris' }))
  for (const caution of await dialog.getByRole('checkbox').all()) {
    await tabTo(page, caution)
    await page.keyboard.press('Space')
  }
  await press(page, inDialog('Go on'))
  await expect(trap.getByRole('button', { name: 'debris' })).toHaveAttribute('aria-pressed', 'true')
  await tabTo(page, page.getByLabel('Result in a few words'))
  await page.keyboard.type('Trap full of debris')
  await press(page, button(/^Done/))

  // Electrical: the tech sheet's band, then the gate before live work.
  await expect(page).toHaveURL(/electrical$/)
  // Asked once for a machine: the first of these two visits says it.
  const volts = page.getByRole('radio', { name: '230 V' })
  await expect(volts).toBeVisible()
  if (!(await volts.isChecked())) {
    await expect(
      page.getByText('not set: read it off the plate; nothing is judged before that'),
    ).toBeVisible()
    await tabTo(page, page.getByRole('radio', { name: '120 V' }))
    await page.keyboard.press('ArrowRight')
    // The focus goes on a moment after the key.
    await expect(volts).toBeFocused()
    await page.keyboard.press('Enter')
  }
  await expect(volts).toBeChecked()
  await press(page, page.locator('#check-pump\\.winding').getByRole('button', { name: /Enter the reading/ }))
  await tabTo(page, dialog.getByLabel(/Reading/))
  await page.keyboard.type('178')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Within its band/)).toBeVisible()
  const live = page.locator('#check-pump\\.voltage').getByRole('button', { name: /Enter the reading/ })
  await expect(live).toBeDisabled()
  await press(page, button('Enter who measures').first())
  await press(page, inDialog('Yes, by me'))
  // A connected pump runs while it is measured, and the tub is empty.
  await expect(live).toBeDisabled()
  await press(page, button('Set its connector').first())
  await press(page, inDialog(/^Off/))
  await expect(live).toBeEnabled()
  await press(page, live)
  for (const caution of await dialog.getByRole('checkbox').all()) {
    await tabTo(page, caution)
    await page.keyboard.press('Space')
  }
  await press(page, inDialog('Go on'))
  await tabTo(page, dialog.getByLabel(/Reading/))
  await page.keyboard.type('229')
  await page.keyboard.press('Enter')
  // It buzzes and is fed: an object, not the pump.
  await expect(page.getByText(/does not turn: an object jams it/)).toBeVisible()
  await press(page, button(/^Done/))

  // Nothing leaks: there is nothing to locate.
  await expect(page).toHaveURL(/locate$/)
  await expect(page.getByText('Nothing seen yet')).toBeVisible()
  await press(page, button(/^Not needed/))

  // The whole visit, closed, found again by a word of its note.
  await expect(page.getByText('Coin trap: debris', { exact: true })).toBeVisible()
  await press(page, button(/^Close the visit/))
  // How the machine is left is said first.
  await press(page, button('Set the hose end'))
  await press(page, inDialog('in the pipe'))
  await press(page, button('Set the panels'))
  await press(page, inDialog('All on'))
  await press(page, button(/^Close the visit/))
  await expect(page.getByText(/^Closed /)).toBeVisible()
  await page.goto(`${world.url}/logbook`)
  await tabTo(page, page.getByLabel(/any word of the notes/))
  await page.keyboard.type(note.split(' ').at(-1) as string)
  await expect(page.locator('main').getByRole('link')).toHaveCount(1)
  await press(page, page.locator('main').getByRole('link', { name: /Mill Yard/ }))
  await expect(page.getByText('Coin trap: debris', { exact: true })).toBeVisible()
})
