import { readFileSync } from 'node:fs'
import { axe, drawer, expect, fill, newJob, number, onPaper, open, saved, test } from './support'

type Page = import('@playwright/test').Page
const notes = (page: Page) => page.getByRole('region', { name: 'Bench notes' })
const cutsShown = (page: Page) => page.locator('[data-opens="cuts"]')
const runsDrawn = (page: Page) => page.locator('[data-route]')

/** Drags a part in the view from below to the other side of the truck. */
async function dragAcross(page: Page, part: string): Promise<void> {
  const box = (await page.locator(`[data-part="${part}"]`).first().boundingBox())!
  const picture = (await page.getByRole('group', { name: /^Truck from below/ }).boundingBox())!
  const middle = picture.y + picture.height / 2
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x, middle, { steps: 4 })
  await page.mouse.move(x, 2 * middle - y, { steps: 6 })
  await page.mouse.up()
}

test('the largest job laid from a Stop to a cut list: dragged to the exhaust, let go, whole layouts found, the second taken', async ({
  page,
}) => {
  await open(page, '/jobs/festival-rig/lay')
  await dragAcross(page, 'compressor')
  const stop = notes(page)
    .getByText(/Compressor (sits too near|stands in)/)
    .first()
  await expect(stop).toBeVisible()
  // A part placed by hand stays there until somebody lets go of it.
  await page.getByRole('button', { name: /Let go of it/ }).click()
  await expect(stop).toBeHidden()
  await page.getByRole('link', { name: 'Find a place for everything' }).click()
  const panel = page.getByRole('region', { name: 'Whole layouts' })
  await expect(panel.getByRole('article')).toHaveCount(3)
  await panel.getByRole('button', { name: 'Take the second layout' }).click()
  await expect(panel.getByText('Second layout is taken')).toBeVisible()

  await drawer(page, 'Runs')
  const runs = page.getByRole('region', { name: 'Runs' })
  await expect(runs.getByRole('heading', { name: 'How it is pulled' })).toBeVisible()
  await expect(runs.getByText(/Mark both ends/)).toBeVisible()
  await runs.getByRole('button', { name: 'Make it pass a place' }).click()
  await expect(page.locator('[data-waypoint]').first()).toBeVisible()

  const all = await runsDrawn(page).count()
  const wires = page.getByRole('checkbox', { name: 'Wires' }).first()
  await wires.uncheck()
  await expect.poll(() => runsDrawn(page).count()).toBeLessThan(all)
  await wires.check()
  await expect(runsDrawn(page)).toHaveCount(all)

  await drawer(page, 'Cut in this order')
  await expect(page.getByRole('region', { name: 'Holes to drill' })).toContainText('the cab floor')
  await axe(page)
  await onPaper(page)
  await expect(page.getByRole('row', { name: /^1 / }).first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'Tape measure' })).toBeHidden()
  expect((await page.pdf({ format: 'A4' })).length).toBeGreaterThan(20_000)
  await page.emulateMedia({ media: 'screen' })
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Labels as CSV' }).click(),
  ])
  const labels = readFileSync(await file.path(), 'utf8')
    .trim()
    .split('\n')
  expect(labels).toHaveLength(2 * all + 1)
  await saved(page)
})

test('come nearer, measure, and save what is seen', async ({ page }) => {
  await open(page, '/jobs/estuary-flatbed/lay')
  const picture = page.getByRole('group', { name: /^Truck from below/ })
  const seen = () => picture.getAttribute('viewBox')
  const before = await seen()
  await picture.press('+')
  await expect.poll(seen).not.toBe(before)
  const near = await seen()
  await picture.press('ArrowRight')
  await expect.poll(seen).not.toBe(near)
  await page.getByRole('button', { name: 'Whole picture' }).click()
  await expect.poll(seen).toBe(before)

  const undo = page.getByRole('button', { name: 'Undo' })
  const last = await undo.getAttribute('title')
  // The tape from one edge of the picture to the other reads the length that the picture shows.
  await page.getByRole('button', { name: 'Tape measure' }).click()
  const box = (await picture.boundingBox())!
  const at = await page.locator('[data-part="compressor"]').first().boundingBox()
  const y = at!.y + at!.height / 2
  await page.mouse.move(at!.x + at!.width / 2, y)
  await page.mouse.down()
  await page.mouse.move(at!.x + at!.width / 2 + box.width / 4, y, { steps: 4 })
  await page.mouse.up()
  const measured = number((await page.getByText(/, as seen from here/).innerText()).split(',')[0]!)
  expect(measured).toBeCloseTo(Number(before!.split(' ')[2]) / 4, -1)
  // The tape started on the compressor, and the compressor did not move.
  expect(await undo.getAttribute('title')).toBe(last)

  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as SVG' }).click(),
  ])
  const svg = readFileSync(await file.path(), 'utf8')
  expect(svg).toContain('<svg')
  expect(svg).toContain('>valve block</text>')
  expect(svg).not.toContain('var(--')
})

test('a job from nothing: a part is turned and sized off its sheet, and what was cut becomes the shop’s allowance', async ({
  page,
}) => {
  await newJob(page, 'Reed barge')
  const lay = new URL(page.url()).pathname.replace(/\/[a-z]+$/, '/lay')
  await open(page, `${lay}#measured`)
  const measured = page.getByRole('region', { name: 'Back from the truck' })
  await expect(measured.getByText('No line of this job is measured yet.')).toBeVisible()
  await expect(measured.getByText('No other job on this kind of truck')).toBeVisible()
  const row = measured.getByRole('row').nth(1)
  const planned = number((await row.getByRole('cell').nth(1).innerText()).trim())
  await row.getByRole('textbox').fill(String(Math.round(planned * 120) / 100))
  await page.keyboard.press('Enter')
  await expect(measured.getByText(/one line came out/)).toBeVisible()
  const total = number((await cutsShown(page).innerText()).replace(/^[^\d]*/, ''))
  await saved(page)
  await row.getByRole('button', { name: /as planned/ }).click()
  await expect
    .poll(async () => number((await cutsShown(page).innerText()).replace(/^[^\d]*/, '')))
    .toBeLessThan(total)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect
    .poll(async () => number((await cutsShown(page).innerText()).replace(/^[^\d]*/, '')))
    .toBe(total)
  await saved(page)

  // The next job on this kind of truck is offered the measurements of this one and takes them in one press.
  await newJob(page, 'Osier barge')
  await open(page, `${new URL(page.url()).pathname.replace(/\/[a-z]+$/, '/lay')}#measured`)
  await expect(measured.getByText(/from one job and one line/)).toBeVisible()
  const before = number((await cutsShown(page).innerText()).replace(/^[^\d]*/, ''))
  await measured.getByRole('button', { name: 'Add it to every run here' }).click()
  await expect(measured.getByText('It is in every run of this job.')).toBeVisible()
  await expect
    .poll(async () => number((await cutsShown(page).innerText()).replace(/^[^\d]*/, '')))
    .toBeGreaterThan(before)

  await drawer(page, 'Places')
  await page.getByLabel('Part', { exact: true }).selectOption({ index: 0 })
  const label = await page.getByLabel('Part', { exact: true }).locator('option:checked').innerText()
  await page.getByLabel(`${label} points`, { exact: true }).selectOption({ label: 'Its front to the left' })
  await expect(page.getByText('Turned by hand.')).toBeVisible()
  await fill(page, `${label}, long`, '90 mm')
  await expect(page.getByText('Size off its own sheet.')).toBeVisible()
  await page.getByRole('button', { name: 'Turn it as proposed' }).click()
  await expect(page.getByText('Turned as proposed')).toBeVisible()
  await axe(page)
  await saved(page)
})
