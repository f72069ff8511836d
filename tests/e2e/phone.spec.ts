import { axe, drawer, expect, open, saved, STAGES, test } from './support'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

test('Build under the truck: one step at a time, refused out of order, ticked with who', async ({ page }) => {
  await open(page, '/jobs/shell-runner/build')
  const step = page.getByRole('article')
  await expect(step).toContainText('step 7 of')
  await axe(page)
  await step.getByRole('button', { name: 'Next' }).tap()
  await expect(step).toContainText('step 8 of')
  await step.getByRole('button', { name: 'Next' }).tap()
  await expect(step).toContainText('step 9 of')
  await step.getByRole('button', { name: 'Done', exact: true }).tap()
  await expect(step.getByRole('alert')).toContainText('First “')
  await step.getByRole('button', { name: 'Before' }).tap()
  await step.getByRole('button', { name: 'Before' }).tap()
  await step.getByRole('button', { name: 'Done', exact: true }).tap()
  await expect(step).toContainText('step 8 of')
  await saved(page)
  await page.reload()
  await saved(page)
  await expect(page.getByRole('article')).toContainText('step 8 of')
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  const button = (await page.getByRole('button', { name: 'Done', exact: true }).boundingBox())!
  expect(button.height).toBeGreaterThanOrEqual(48)
})

test('Prove under the truck: a reading typed, a joint soaped', async ({ page }) => {
  await open(page, '/jobs/shell-runner/prove')
  await page.getByRole('button', { name: 'Hold test', exact: true }).tap()
  await drawer(page, 'Readings')
  await page.getByRole('button', { name: 'Reading', exact: true }).tap()
  await page.getByRole('button', { name: 'Reading', exact: true }).tap()
  await page.getByLabel('Pressure of reading 2', { exact: true }).fill('50')
  await page.getByLabel('Pressure of reading 2', { exact: true }).press('Enter')
  await expect(page.locator('[data-verdict]')).toHaveText('Leaking')
  await page.getByRole('button', { name: 'Back to the picture' }).tap()
  await drawer(page, 'Soap')
  await page
    .getByRole('group', { name: /^Compressor, line to/ })
    .first()
    .getByText('bubbles grow')
    .tap()
  await expect(page.getByRole('region', { name: 'Bench notes' })).toContainText('growing bubbles')
  await saved(page)
  await axe(page)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
})

test('no stage is wider than the phone', async ({ page }) => {
  for (const stage of STAGES) {
    await open(page, `/jobs/estuary-flatbed/${stage}`)
    expect({ stage, width: await page.evaluate(() => document.documentElement.scrollWidth) }).toEqual({
      stage,
      width: 390,
    })
  }
})

test('Hand over on a phone fits and reads', async ({ page }) => {
  await open(page, '/jobs/estuary-flatbed/handover')
  await expect(page.getByRole('article', { name: 'Driver’s sheet' })).toContainText('Never over')
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await axe(page)
})
