import { axe, drawer, expect, fill, newJob, number, open, saved, test } from './support'

const notes = (page: import('@playwright/test').Page) => page.getByRole('region', { name: 'Bench notes' })

test('what else hangs there is told: the part that stands in it says so, its remedy moves it, all is there again', async ({
  page,
}) => {
  await open(page, '/jobs/shell-runner/lay#solids')
  const told = page.getByRole('region', { name: 'In the way' })
  await told.getByRole('button', { name: 'Something that hangs there' }).click()
  await told.getByLabel('What it is').fill('Tool chest')
  await page.keyboard.press('Enter')
  // The part is moved to the compressor's place with the form.
  await drawer(page, 'Places')
  await page.getByLabel('Part', { exact: true }).selectOption({ label: 'Compressor' })
  const ahead = await page.getByLabel('Compressor, from the rear axle', { exact: true }).inputValue()
  const aside = await page.getByLabel('Compressor, from the centre line', { exact: true }).inputValue()
  await drawer(page, 'In the way')
  await fill(page, 'Middle of tool chest, from the rear axle', ahead)
  await fill(page, 'Middle of tool chest, from the centre line', aside)
  const note = notes(page).getByText('Compressor stands in the tool chest')
  await expect(note).toBeVisible()
  await notes(page)
    .getByRole('button', { name: /Move it clear of the tool chest/ })
    .click()
  await expect(note).toBeHidden()
  // Each near part is listed with its distance.
  await drawer(page, 'Places')
  await page.getByLabel('Part', { exact: true }).selectOption({ label: 'Compressor' })
  await expect(page.getByText(/Within .* of it:/)).toContainText('mm')
  await saved(page)
  await open(page, '/jobs/shell-runner/lay#solids')
  await expect(page.getByLabel('What it is')).toHaveValue('Tool chest')
  await axe(page)
  await page.getByRole('button', { name: 'Take tool chest away' }).click()
  await expect(page.getByLabel('What it is')).toHaveCount(0)
  await saved(page)
})

test('a run is made to pass a place, moved by the keys and by hand; its length and its pieces follow', async ({
  page,
}) => {
  await newJob(page, 'Runs by hand')
  await open(page, `${new URL(page.url()).pathname.replace(/\/[a-z]+$/, '/lay')}#runs`)
  const runs = page.getByRole('region', { name: 'Runs' })
  await expect(runs.getByText('Nothing: the cheapest way')).toBeVisible()
  const length = () => runs.getByText(/Run with its bends/).innerText()
  const before = await length()
  await runs.getByRole('button', { name: 'Make it pass a place' }).click()
  await fill(page, 'Place 1, above ground', '450 mm')
  await expect.poll(length).not.toBe(before)
  await expect(runs.getByRole('row').nth(2)).toBeVisible()
  const diamond = page.locator('[data-waypoint]').first()
  const place = page.getByLabel('Place 1, from the rear axle', { exact: true })
  const at = await place.inputValue()
  await diamond.press('ArrowLeft')
  await expect(place).not.toHaveValue(at)
  const box = (await diamond.locator('path').boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + 40, box.y + 10, { steps: 4 })
  await page.mouse.up()
  await expect(page.getByText('Move a place to pass').first()).toBeVisible()
  await runs.getByRole('button', { name: 'Take place 1 away' }).click()
  await expect.poll(length).toBe(before)
})

test('which coil each line is cut from: too short is told, long enough is planned, and kept', async ({
  page,
}) => {
  await open(page, '/jobs/shell-runner/lay#cuts')
  const coils = page.getByRole('region', { name: 'From which coil' })
  await expect(coils.getByText('No coil of it is written down').first()).toBeVisible()
  await coils.getByRole('button', { name: 'Coil on the shelf' }).click()
  await fill(page, 'Length of coil 1', '4')
  const short = notes(page).getByText('the coils are too short')
  await expect(short).toBeVisible()
  await fill(page, 'Length of coil 1', '60')
  await expect(short).toBeHidden()
  await expect(coils.getByText('1 coil, the fewest there can be')).toBeVisible()
  await expect(coils.getByRole('row').nth(1)).toContainText('left, keep it')
  await axe(page)
  await saved(page)
  await open(page, '/jobs/shell-runner/lay#cuts')
  await expect(page.getByLabel('Length of coil 1', { exact: true })).toHaveValue(/60|196/)
})

test('the truck is turned in space: chosen there and here alike, layers hidden, saved as a file others read', async ({
  page,
}) => {
  await open(page, '/jobs/estuary-flatbed/lay')
  await page.getByRole('group', { name: 'View' }).getByRole('button', { name: 'Turned' }).click()
  const canvas = page.locator('canvas[data-turned="true"]')
  await expect(canvas).toBeVisible()
  await axe(page)
  // A part chosen in the form is also chosen in the space view.
  await page.getByLabel('Part', { exact: true }).selectOption({ label: 'Valve block' })
  await expect(page.getByText('Chosen: Valve block')).toBeVisible()
  await page.getByRole('button', { name: 'From above' }).last().click()
  const seen = () => canvas.evaluate((c) => (c as HTMLCanvasElement).toDataURL())
  await expect.poll(async () => (await seen()).length).toBeGreaterThan(5_000)
  const above = await seen()
  await canvas.press('ArrowDown')
  await expect.poll(seen).not.toBe(above)
  const turned = await seen()
  await page.getByLabel('Rails and cross-members').uncheck()
  await expect.poll(seen).not.toBe(turned)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as GLB' }).click(),
  ])
  const stream = await file.createReadStream()
  const bytes = await new Promise<Buffer>((resolve) => stream.once('data', (d) => resolve(d as Buffer)))
  expect(bytes.subarray(0, 4).toString()).toBe('glTF')
})

test('find a place for everything: three layouts with what each costs, the second taken, and back in one step', async ({
  page,
}) => {
  await open(page, '/jobs/festival-rig/lay')
  await page.getByRole('link', { name: 'Find a place for everything' }).click()
  const panel = page.getByRole('region', { name: 'Whole layouts' })
  await expect(panel.getByRole('article')).toHaveCount(3)
  await expect(panel.getByRole('button', { name: 'Find a place for everything' })).toBeVisible()
  const second = panel.getByRole('article', { name: 'Second layout' })
  const tube = number(await second.locator('dd').first().innerText())
  const box = page.locator('[data-part="compressor"]').first()
  const before = await box.locator('title').textContent()
  await axe(page)
  await second.getByRole('button', { name: 'Take the second layout' }).click()
  await expect(panel.getByText('Second layout is taken')).toBeVisible()
  const cut = page.locator('[data-opens="cuts"]')
  await expect.poll(async () => number((await cut.innerText()).replace(/^[^\d]*/, ''))).toBeCloseTo(tube, 1)
  await expect(box.locator('title')).not.toHaveText(before!)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(box.locator('title')).toHaveText(before!)
  await saved(page)
  // The places found belong to this job. Another job opened from here has none.
  await page.getByRole('link', { name: 'Nimble Piston' }).click()
  await page
    .getByRole('link', { name: /Shell runner/ })
    .first()
    .click()
  await page.getByRole('link', { name: /4 Lay/ }).click()
  await page.locator('[data-opens="layouts"]').click()
  await expect(panel.getByRole('button', { name: 'Find a place for everything' })).toBeVisible()
  await expect(panel.getByRole('article')).toHaveCount(0)
})
