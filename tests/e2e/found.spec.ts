import { drawer, expect, go, open, saved, test, whole } from './support'
import type { Page } from '@playwright/test'

/** Begins a kind of job at New job, as somebody would who found a fault under the truck. */
async function beginAs(page: Page, name: string, kind: string, found: string | null, target: string | null) {
  await open(page, '/')
  await page.getByRole('button', { name: 'New job', exact: true }).click()
  await page.getByLabel('Name of the job').fill(name)
  await page.getByLabel('Leaf flatbed').check()
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Truck' })).toBeVisible()
  await saved(page)
  await go(page, 'Air')
  await drawer(page, 'What is there')
  const panel = page.getByRole('region', { name: 'Kind of job' })
  await panel.getByLabel('Begin a job as').selectOption(kind)
  if (found) await panel.getByLabel('What is there').selectOption(found)
  if (target) await panel.getByLabel('What it becomes').selectOption(target)
  await panel.getByRole('button', { name: 'Begin it so' }).click()
  await expect(page.getByRole('region', { name: 'What becomes of each part' })).toBeVisible()
}
const row = (page: Page, part: string) =>
  page
    .getByRole('region', { name: 'What becomes of each part' })
    .getByRole('row')
    .filter({ has: page.getByRole('rowheader', { name: part, exact: true }) })
/** Text of every build step, drawer by drawer. */
async function steps(page: Page): Promise<string> {
  await go(page, 'Build')
  await whole(page)
  return page.locator('main[data-stage]').evaluate((main) => main.textContent ?? '')
}

test('hand-filled springs get a control: what stays is looked at, not bought or cut', async ({ page }) => {
  await beginAs(page, 'Lamp carrier', 'control', 'hand-two', 'wireless-dual')
  await expect(row(page, 'Left spring')).toContainText('there, kept')
  await expect(row(page, 'Compressor')).toContainText('new')
  await expect(page.getByRole('complementary')).toContainText('Parts that stay are not looked at yet')
  const off = page.getByRole('region', { name: 'Off and cut in this order' }).getByRole('listitem')
  await expect(off.first()).toHaveText('Let everything down that is there')
  await expect(
    off.filter({ hasText: /^Cut the line from the left .*, and put the left tee in$/ }),
  ).toHaveCount(1)
  await row(page, 'Left spring').getByRole('button', { name: 'Left spring' }).click()
  const chosen = page.getByRole('region', { name: 'Chosen on the circuit' })
  const condition = chosen.getByLabel('Condition, looked at')
  await condition.focus()
  await condition.selectOption('good')
  await saved(page)
  const text = await steps(page)
  expect(text).toContain('Look at the left spring')
  expect(text).toContain('Mount the compressor')
  expect(text).not.toContain('Mount the left fill valve')
  expect(text).not.toContain('Put the left spring and brackets together')
})

test('a drowned compressor becomes a solenoid on existing air, once the tank’s plate is read', async ({
  page,
}) => {
  await beginAs(page, 'Ford crosser', 'solenoid', 'wireless-dual', 'onboard-wireless')
  await expect(row(page, 'Old compressor')).toContainText('there, taken out')
  await expect(row(page, 'Feed solenoid')).toContainText('new')
  const notes = page.getByRole('complementary')
  await expect(notes).toContainText('Tank: no plate, no pressure')
  await row(page, 'Tank').getByRole('button', { name: 'Tank' }).click()
  const chosen = page.getByRole('region', { name: 'Chosen on the circuit' })
  await chosen.getByLabel('Rated, on its plate').fill('150')
  await chosen.getByLabel('Rated, on its plate').press('Enter')
  await chosen.getByLabel('Date, on its plate').fill('2021-05')
  await chosen.getByLabel('Date, on its plate').press('Enter')
  await expect(notes).not.toContainText('Tank: no plate, no pressure')
  await saved(page)
  const text = await steps(page)
  expect(text).toContain('Off: old compressor')
  expect(text).toContain('Mount the feed solenoid')
  expect(text).not.toContain('Mount the tank')
})

test('bags now, compressor later: plugged until then, and fitted later', async ({ page }) => {
  await beginAs(page, 'Slow saver', 'later', null, 'wireless-dual')
  await expect(row(page, 'Compressor')).toContainText('later')
  await expect(page.getByRole('complementary')).toContainText('Some of it is left for later')
  const now = await steps(page)
  expect(now).toContain('Plug what waits for the valve block')
  expect(now).not.toContain('Mount the compressor')
  await go(page, 'Air')
  await drawer(page, 'What is there')
  const panel = page.getByRole('region', { name: 'Kind of job' })
  await panel.getByLabel('Begin a job as').selectOption('fit-later-ones')
  await panel.getByLabel('What is there').selectOption('wireless-dual')
  await panel.getByRole('button', { name: 'Begin it so' }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /anew|replace|begin/i })
    .click()
  await expect(row(page, 'Compressor')).toContainText('new')
  await expect(row(page, 'Left spring')).toContainText('there, kept')
  await saved(page)
  const then = await steps(page)
  expect(then).toContain('Mount the compressor')
  expect(then).not.toContain('Mount the left fill valve')
})

test('do you need it: how often the load changes decides, and what hand fill costs is said', async ({
  page,
}) => {
  await open(page, '/jobs/estuary-flatbed/air')
  await drawer(page, 'Do you need it')
  const panel = page.getByRole('region', { name: 'Do you need it' })
  await expect(panel).toContainText('Say how often the load changes')
  await expect(panel.getByRole('row')).toHaveCount(7)
  const times = panel.getByLabel('The load changes, times a week')
  await times.fill('2')
  await times.press('Enter')
  await expect(panel).toContainText('Hand fill is enough: 2 changes cost about 8 minutes a week.')
  await times.fill('20')
  await times.press('Enter')
  await expect(panel).toContainText('By hand it would cost about 80 minutes a week')
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(panel).toContainText('Say how often the load changes')
})
