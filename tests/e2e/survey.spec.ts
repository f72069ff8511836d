import { axe, drawer, expect, fill, gauge, go, newJob, number, open, remedy, saved, test } from './support'

const notes = (page: Parameters<typeof open>[0]) => page.getByRole('region', { name: 'Bench notes' })

test('a lifted truck: the misfit, the spacer it wants, the axle moved by slider and by play', async ({
  page,
}) => {
  await open(page, '/jobs/kiln-trailer/truck')
  await expect(notes(page)).toContainText('The spring does not reach its seat')
  const fit = page.getByRole('region', { name: 'Springs in place', exact: true })
  const behind = page.getByRole('region', { name: 'Springs in place, from behind' })
  await drawer(page, 'Springs in place')
  await notes(page)
    .getByRole('button', { name: /Put in the standard spacer, 102 mm/ })
    .click()
  await expect(notes(page)).not.toContainText('does not reach its seat')
  await expect(fit.getByRole('row').filter({ hasText: /^Unladen/ })).toContainText('158')
  await page.getByRole('button', { name: 'From behind' }).click()
  const slider = behind.getByRole('slider')
  await slider.focus()
  const before = await behind.getByText(/^\s*Spring .*nearest here/).innerText()
  await page.keyboard.press('End')
  await expect.poll(() => behind.getByText(/^\s*Spring .*nearest here/).innerText()).not.toBe(before)
  await expect(slider).toHaveAttribute('aria-valuetext', /left wheel \d+ mm/)
  await behind.getByText('crossed up', { exact: true }).click()
  await page.keyboard.press('Shift+Tab')
  await behind.getByRole('button', { name: 'Move the axle' }).click()
  const at = await slider.inputValue()
  await expect.poll(() => slider.inputValue()).not.toBe(at)
  await behind.getByRole('button', { name: 'Hold' }).click()
  await saved(page)
})

test('a bag dragged into the fender is a Stop, in the section and in the list; undone, it is gone', async ({
  page,
}) => {
  await open(page, '/jobs/shell-runner/truck')
  await page.getByRole('button', { name: 'From behind' }).click()
  const seat = page.getByRole('button', { name: /^Left spring seat/ })
  const box = (await seat.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x - 20, box.y + box.height / 2, { steps: 4 })
  await page.mouse.up()
  await expect(notes(page)).toContainText('The bag touches the inner fender')
  const undo = page.getByRole('button', { name: 'Undo' })
  await expect(undo).toHaveAttribute('title', 'Undo Move the spring seats')
  await undo.click()
  await expect(notes(page)).not.toContainText('The bag touches the inner fender')
  await saved(page)
})

test('what is moved in one view moves in the others, by mouse and by keys', async ({ page }) => {
  await open(page, '/jobs/festival-rig/truck')
  const battery = (view: string) =>
    page.getByRole('group', { name: view }).getByRole('button', { name: /^Battery,/ })
  await page.setViewportSize({ width: 1920, height: 1080 }) // all views at once
  const label = await battery('Truck from below').getAttribute('aria-label')
  await battery('Truck from the left side').focus()
  await page.keyboard.press('ArrowRight')
  await expect(battery('Truck from below')).not.toHaveAttribute('aria-label', label!)
  await saved(page)
  await drawer(page, 'Also under there')
  await page.getByRole('button', { name: 'Something found' }).click()
  await fill(page, 'What', 'Old air tank')
  await expect(
    page.getByRole('group', { name: 'Truck from below' }).getByRole('button', { name: /^Old air tank/ }),
  ).toBeVisible()
  await saved(page)
})

test('two heights and a known load give the rate; a ticket from a CSV gives the weights', async ({
  page,
}) => {
  await open(page, '/jobs/core-sampler/truck')
  await expect(notes(page)).toContainText('Not weighed yet')
  await drawer(page, 'How it is known')
  const survey = page.getByRole('region', { name: 'What was measured and how' })
  await survey.getByLabel('Rear rate, a side: known by').selectOption('two-heights')
  await expect(notes(page)).toContainText('Two heights do not give a rate yet')
  await fill(page, 'Known load on the rear axle', '400 kg')
  await fill(page, 'Lip left, with the load', '810')
  await fill(page, 'Lip right, with the load', '810')
  await expect(notes(page)).not.toContainText('Two heights do not give')
  // 200 kg a side over 70 mm.
  await expect(survey.getByRole('row').filter({ hasText: 'Rear rate, a side' })).toContainText('28.0')
  await drawer(page, 'Weights and ratings')
  const tickets = page.getByRole('region', { name: 'Scale tickets' })
  const csv = (text: string) =>
    tickets
      .locator('input[type=file]')
      .setInputFiles({ name: 'tickets.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await csv('front,rear\n1230,plenty')
  await expect(tickets.getByRole('alert')).toContainText('Line 2')
  await csv('label,front,rear\nQuarry scale,1340,1180')
  await expect(notes(page)).toContainText('“Quarry scale” says otherwise')
  await tickets.getByRole('button', { name: 'Use Quarry scale as the unladen weight' }).click()
  await expect(notes(page)).not.toContainText('says otherwise')
  await expect(notes(page)).not.toContainText('Not weighed yet')
  await tickets.getByRole('button', { name: 'Simulated weighbridge' }).click()
  await expect(tickets.getByText('simulated', { exact: true })).toBeVisible()
  await saved(page)
})

test('a half-full tank, a person, a trailer from its own plan, spring bars: every figure follows', async ({
  page,
}) => {
  await open(page, '/jobs/hive-hauler/load')
  await page.getByRole('button', { name: 'Add an item' }).click()
  await page.getByLabel('What Item 2 is').selectOption('liquid')
  await fill(page, 'Length of Item 2', '1.5 m')
  await fill(page, 'Width of Item 2', '1.2 m')
  await fill(page, 'Item 2 filled to', '50')
  await expect(notes(page)).toContainText('Liquid moves')
  await fill(page, 'Item 2 filled to', '100')
  await expect(notes(page)).not.toContainText('Liquid moves')
  await drawer(page, 'Trailer')
  const trailer = page.getByRole('region', { name: 'Trailer' })
  await trailer.getByLabel('Load on it').selectOption('trailer')
  const rear = number(await gauge(page, 'Rear axle'))
  await trailer.getByRole('button', { name: 'Something aboard it' }).click()
  await fill(page, 'Load 1 from the coupling', '1 m')
  await expect.poll(async () => number(await gauge(page, 'Rear axle'))).toBeGreaterThan(rear)
  await fill(page, 'Load 1 from the coupling', '6 m')
  await expect.poll(async () => number(await gauge(page, 'Rear axle'))).toBeLessThan(rear)
  const before = number(await gauge(page, 'Rear axle'))
  await trailer.getByLabel('Weight-distributing hitch').uncheck()
  await expect.poll(async () => number(await gauge(page, 'Rear axle'))).toBeGreaterThan(before)
  await saved(page)
})

test('from above the left side is at the bottom: an item moved down there is left of the centre', async ({
  page,
}) => {
  await newJob(page, 'Which side')
  await go(page, 'Load')
  await page.getByRole('button', { name: 'Add an item' }).click()
  await page.getByRole('group', { name: 'View' }).getByRole('button', { name: 'From above' }).click()
  const item = page.getByRole('button', { name: /^Item 1 from above/ })
  const before = (await item.boundingBox())!
  await item.press('ArrowDown')
  await expect.poll(async () => (await item.boundingBox())!.y).toBeGreaterThan(before.y)
  const across = page.getByLabel('Item 1 from the centre line', { exact: true })
  await expect(across).not.toHaveValue('0')
  await expect(page.getByLabel('Item 1 from the centre line, which way', { exact: true })).toHaveValue(
    'left of centre',
  )
  await saved(page)
})

test('how sure: a range under the gauge, sampled where a limit lies in it, and narrower once weighed', async ({
  page,
}) => {
  await open(page, '/jobs/kiln-trailer/load')
  await drawer(page, 'How sure')
  const sure = page.getByRole('region', { name: 'How sure' })
  const decides = sure.getByRole('list', { name: 'What decides the doubt' })
  await expect(decides).toContainText('the load on the coupling')
  await expect(notes(page)).toContainText(
    /Take the area from the spring’s own sheet: it decides \d+ % of the doubt/,
  )
  const partOfBall = async () =>
    number(
      (
        await decides.getByRole('listitem').filter({ hasText: 'the load on the coupling' }).allInnerTexts()
      ).join(),
    )
  const before = await partOfBall()
  await drawer(page, 'Trailer')
  await page.getByRole('region', { name: 'Trailer' }).getByLabel('Load on it').selectOption('weighed')
  await drawer(page, 'How sure')
  await expect.poll(async () => (await partOfBall()) < before).toBe(true)
  // With a motion ratio that nobody taped, the range reaches past the spring's limit.
  await open(page, '/jobs/star-wagon/truck')
  await drawer(page, 'How it is known')
  await page
    .getByRole('region', { name: 'What was measured and how' })
    .getByLabel('Motion ratio: known by')
    .selectOption('unknown')
  await go(page, 'Load')
  await drawer(page, 'How sure')
  await expect(sure).toContainText('10 000 cases tried')
})

test('a slip of sign is kept, marked and explained, and taken away by its remedy', async ({ page }) => {
  await open(page, '/jobs/star-wagon/load')
  const pressure = await gauge(page, 'Left spring')
  await fill(page, 'Mass of Projector case', '-85')
  await expect(page.getByLabel('Mass of Projector case')).toHaveValue('−85')
  await expect(notes(page)).toContainText('An item weighs less than nothing')
  expect(await gauge(page, 'Left spring')).toBe(pressure)
  await remedy(page, 'Take the minus away').click()
  await expect(notes(page)).not.toContainText('less than nothing')
  await saved(page)
})

test('two springs side by side, and the figures off a spring’s own sheet', async ({ page }) => {
  await open(page, '/jobs/shell-runner/air')
  await drawer(page, 'Which spring')
  const table = page.getByRole('region', { name: 'Which spring' })
  await table.getByRole('button', { name: 'Compare two' }).click()
  const pair = page.getByRole('table', { name: 'Two springs side by side' })
  await expect(pair.getByRole('row').filter({ hasText: 'Ride frequency' })).toContainText('Hz')
  await pair.getByLabel('Second spring').selectOption('coil-insert-450')
  await expect(pair.getByRole('row').filter({ hasText: 'Verdict' })).toContainText('goes inside the coil')
  const before = number(await gauge(page, 'Left spring'))
  await drawer(page, 'Springs and supply')
  await page.getByLabel('Figures off the spring’s own sheet').check()
  await fill(page, 'Effective area at design height', '250 cm²')
  await expect.poll(async () => number(await gauge(page, 'Left spring'))).toBeLessThan(before)
  await saved(page)
})

test('the shop’s habit: the target set once is what a new haul and a new job begin with', async ({
  page,
}) => {
  await open(page, '/jobs/shell-runner/load')
  await drawer(page, 'Pressures')
  await page.getByRole('radio', { name: 'Unladen rake, front to rear' }).check()
  await page.getByRole('button', { name: 'Make this the shop’s habit for new hauls' }).click()
  await expect(page.getByText('The shop’s habit for new hauls.')).toBeVisible()
  await drawer(page, 'What is aboard')
  await page.getByRole('button', { name: 'Haul', exact: true }).click()
  await drawer(page, 'Pressures')
  await expect(page.getByRole('radio', { name: 'Unladen rake, front to rear' })).toBeChecked()
  await page.getByRole('radio', { name: 'Unladen rear height' }).check()
  await page.getByRole('button', { name: 'Make this the shop’s habit for new hauls' }).click()
  await saved(page)
})

test('Truck and Load with everything open have no accessibility violation', async ({ page }) => {
  await open(page, '/jobs/hive-hauler/truck')
  const drawers = page.getByRole('navigation', { name: 'Drawers of Truck' }).getByRole('link')
  await axe(page)
  // The page around the drawers does not move.
  for (const link of await drawers.all()) {
    await link.click()
    await axe(page, undefined, '.drawer:not(.shut)')
  }
  await open(page, '/jobs/hive-hauler/load')
  await drawer(page, 'Trailer')
  await page.getByRole('region', { name: 'Trailer' }).getByLabel('Load on it').selectOption('trailer')
  await axe(page)
})
