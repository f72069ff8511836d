import { axe, drawer, expect, fill, newJob, open, saved, test } from './support'

type Page = import('@playwright/test').Page
const walk = (page: Page) => page.getByRole('region', { name: 'Meter walk' })

test('a bad earth is found by what the walk asks for, kept, and looked for again', async ({ page }) => {
  await open(page, '/jobs/estuary-flatbed/power#meter')
  await expect(walk(page).getByText('Nothing is read yet')).toBeVisible()
  // The walk first asks for what can be seen without a meter.
  await expect(walk(page).getByRole('paragraph').filter({ hasText: 'works: key on' })).toBeVisible()
  await page
    .getByLabel('Read', { exact: true })
    .selectOption({ label: 'Compressor motor runs at its usual speed: key on, compressor running' })
  await walk(page).getByRole('button', { name: 'It does not' }).click()
  await expect(walk(page).getByRole('listitem').filter({ hasText: 'does not work' })).toBeVisible()
  await page
    .getByLabel('Read', { exact: true })
    .selectOption({ label: 'Motor, its feed, against the battery’s negative: key on, compressor running' })
  await fill(page, 'The meter shows', '12.2 V')
  await page
    .getByLabel('Read', { exact: true })
    .selectOption({ label: 'Motor, its earth, against the battery’s negative: key on, compressor running' })
  await fill(page, 'The meter shows', '4.1 V')
  await expect(walk(page).getByRole('listitem').first()).toContainText('Earth of the compressor')
  await axe(page)
  await saved(page)
  await open(page, '/jobs/estuary-flatbed/power#meter')
  await expect(walk(page).getByText('4.10 V')).toBeVisible()
  await walk(page)
    .getByRole('button', { name: /^Take back: Motor, its earth/ })
    .click()
  await expect(walk(page).getByText('4.10 V')).toHaveCount(0)
  await walk(page).getByRole('button', { name: 'Start again' }).click()
  await expect(walk(page).getByText('Nothing is read yet')).toBeVisible()
  await saved(page)
})

test('a hand-filled set has no wire to walk along; given a compressor it has', async ({ page }) => {
  await newJob(page, 'Skiff trailer')
  await open(page, new URL(page.url()).pathname.replace(/\/[a-z]+$/, '/power'))
  await expect(page.getByText('Nothing to wire: this set')).toBeVisible()
  await expect(page.locator('[data-opens="meter"]')).toHaveCount(0)
  await open(page, '/jobs/festival-rig/power')
  await drawer(page, 'Meter walk')
  await expect(walk(page).getByLabel('Read', { exact: true })).toBeVisible()
})
