import {
  axe,
  drawer,
  expect,
  fill,
  gauge,
  go,
  newJob,
  number,
  open,
  remedy,
  saved,
  test,
  whole,
} from './support'

/**
 * A build step or a proof is valid for the thing it was done on. A value that nobody typed is not the truck's
 * own.
 */
const notes = (page: import('@playwright/test').Page) => page.getByRole('region', { name: 'Bench notes' })

test('torques: none typed is a Fix; off the sheet they stand; a unit that was typed is not offered away; no tightening step is done without them', async ({
  page,
}) => {
  await newJob(page, 'Torques')
  await go(page, 'Build')
  await whole(page)
  await expect(notes(page)).toContainText('Torques are still to be typed off the kit’s sheet')
  await expect(page.locator('[data-step="torque-left"]')).toContainText('Left upper bracket: not typed yet')
  await drawer(page, 'Torques')
  const sheet = page.getByRole('region', { name: 'Torques off the kit’s sheet' })
  await sheet.getByLabel('Thread, upper bracket').selectOption('M8')
  await sheet.getByLabel('Torque, upper bracket').fill('18 N·m')
  await sheet.getByLabel('Torque, upper bracket').press('Enter')
  await expect(notes(page)).toContainText('that torque does not suit its size')
  await expect(notes(page).getByRole('button', { name: /^It was/ })).toHaveCount(0)
  await sheet.getByLabel('Torque, upper bracket').fill('24 N·m')
  await sheet.getByLabel('Torque, upper bracket').press('Enter')
  await expect(notes(page)).not.toContainText('does not suit its size')
  await expect(page.locator('[data-step="torque-left"]')).toContainText('M8 8.8, off the kit’s sheet')
  await remedy(page, 'Take the usual values over, knowing so').click()
  await expect(page.locator('[data-step="bench-left"]')).toContainText('as usual: the kit’s sheet rules')
  await expect(page.locator('[data-step="torque-left"]')).toContainText('off the kit’s sheet')
  await expect(notes(page)).not.toContainText('Torques are still')
  // The step asks for the readings, cannot be done without them, and is done once one of them is said to be not
  // measured.
  await drawer(page, 'Make ready')
  await page.getByRole('checkbox', { name: 'Read the kit’s sheet from end to end' }).click()
  await drawer(page, 'Springs')
  await page.getByRole('checkbox', { name: 'Screw the air fitting into the left spring' }).click()
  const bench = page.locator('[data-step="bench-left"]')
  const tick = bench.getByRole('checkbox', { name: /^Put the left spring/ })
  const plates = 'roll plates and brackets of the left spring'
  await expect(bench.getByLabel(`Reached: ${plates}`)).toBeVisible()
  await tick.click()
  await expect(bench.getByRole('alert')).toContainText(`Type what the wrench reached: ${plates}`)
  await bench.getByLabel(`Not measured: ${plates}`).check()
  await bench.getByLabel(`Not measured: ${plates}`).uncheck()
  await bench.getByLabel(`Reached: ${plates}`).fill('16 ft·lbf')
  await bench.getByLabel(`Reached: ${plates}`).press('Enter')
  await expect(bench.getByLabel(`Reached: ${plates}`)).toHaveValue('16')
  await axe(page)
  await saved(page)
})

test('another starting circuit asks before it replaces work; kept, everything stands; started anew, the test is of an earlier one', async ({
  page,
}) => {
  await open(page, '/jobs/star-wagon/air')
  const started = page.getByLabel('Started from')
  await started.selectOption('hand-two')
  const ask = page.getByRole('dialog', { name: 'Start the circuit anew?' })
  await expect(ask).toContainText('1 hold test')
  await axe(page)
  await ask.getByRole('button', { name: 'Keep the circuit' }).click()
  await expect(ask).toBeHidden()
  await expect(started).toHaveValue('hand-teed')
  await started.selectOption('hand-two')
  await ask.getByRole('button', { name: 'Start anew' }).click()
  await expect(started).toHaveValue('hand-two')
  await go(page, 'Prove')
  await expect(page.locator('[data-verdict]')).toHaveText('Of an earlier circuit')
  await expect(notes(page)).toContainText('“Cold night” is of an earlier circuit')
  await go(page, 'Hand over')
  await expect(page.getByText('The left side has no hold test that reads tight.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await go(page, 'Prove')
  await expect(page.locator('[data-verdict]')).toHaveText('Tight')
  await saved(page)
})

test('a reading typed writes down what is under test, and another side put under test is written too', async ({
  page,
  request,
}) => {
  await open(page, '/jobs/hive-hauler/prove')
  await page.getByRole('button', { name: 'Hold test', exact: true }).click()
  await page.getByRole('button', { name: 'Reading', exact: true }).click()
  await page.getByRole('button', { name: 'Reading', exact: true }).click()
  await saved(page)
  const plan = await (await request.get('/api/jobs/hive-hauler/plan')).json()
  const [held] = Object.values(plan.prove.holds) as { covers: string }[]
  expect(held!.covers).toContain('Leaf helper, double convoluted')
  await expect(page.locator('[data-verdict]')).not.toHaveText('Of an earlier circuit')
  await drawer(page, 'The test')
  await page.getByLabel('Under test', { exact: true }).selectOption('supply')
  await expect(page.locator('[data-verdict]')).not.toHaveText('Of an earlier circuit')
  await saved(page)
})

test('higher above the sea a fill takes longer, and the figure says why', async ({ page }) => {
  await open(page, '/jobs/core-sampler/truck')
  await drawer(page, 'Truck and job')
  const low = number(await gauge(page, 'Up to level'))
  const field = page.getByLabel('Works at, above the sea')
  await field.fill('7000 m')
  await field.press('Enter')
  await expect(page.getByText(/Works at, above the sea is at most/)).toBeVisible()
  await field.fill('3000 m')
  await field.press('Enter')
  await expect.poll(async () => number(await gauge(page, 'Up to level'))).toBeGreaterThan(low)
  await go(page, 'Air')
  await page
    .getByRole('button', { name: /Up to level, why/ })
    .first()
    .click()
  await expect(page.getByRole('dialog')).toContainText('Air around it, absolute')
  await expect(page.getByRole('dialog')).toContainText('Slower by its feed')
  await page.keyboard.press('Escape')
  await saved(page)
})

test('the right column says what is next, what is a guess and what changed; one edit of several is taken back; it folds', async ({
  page,
}) => {
  await newJob(page, 'Outlook')
  await go(page, 'Load')
  const outlook = page.getByRole('region', { name: 'Outlook' })
  await expect(outlook.locator('[data-next]')).toContainText('Measure the plate in the door frame.')
  await page.getByRole('button', { name: 'Add an item' }).click()
  await fill(page, 'Mass of Item 1', '200 kg')
  await fill(page, 'Item 1 from the rear axle', '900 mm')
  await saved(page)
  await expect(outlook).toContainText('Mass of Item 1')
  await expect(outlook).toContainText('just now')
  await expect(outlook).not.toContainText('not saved yet')
  const lately = outlook.getByRole('listitem').filter({ hasText: 'Mass of Item 1' })
  await lately.getByRole('button', { name: 'Take back' }).click()
  await expect(page.getByLabel('Mass of Item 1')).not.toHaveValue('200')
  await expect(page.getByLabel('Item 1 from the rear axle', { exact: true })).toHaveValue('900')
  await expect(outlook).toContainText('Taken back: Mass of Item 1')
  await outlook.locator('[data-next]').click()
  await expect(page.getByRole('heading', { level: 1, name: 'Truck' })).toBeVisible()
  const fold = page.getByRole('button', { name: 'Fold the bench notes away' })
  await fold.click()
  await expect(outlook).toBeHidden()
  await axe(page)
  await page.getByRole('button', { name: /Show the bench notes: \d+/ }).click()
  await expect(outlook).toBeVisible()
  await saved(page)
})

test('another truck asks before it takes the place of a measured one', async ({ page }) => {
  await open(page, '/jobs/star-wagon/truck')
  await drawer(page, 'Truck and job')
  const begin = page.getByLabel('Begin from')
  await begin.selectOption('coil-wagon')
  const ask = page.getByRole('dialog', { name: 'Begin with another truck?' })
  await expect(ask).toContainText('1 scale ticket')
  await ask.getByRole('button', { name: 'Keep the truck' }).click()
  await expect(begin).toHaveValue('coil-van')
  await saved(page)
})
