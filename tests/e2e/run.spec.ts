import { readFileSync } from 'node:fs'
import { drawer, expect, open, saved, test } from './support'

test('the circuit is run, played, scrubbed and saved; a changed plan says so', async ({ page }) => {
  await open(page, '/jobs/shell-runner/air')
  await drawer(page, 'Run it')
  const panel = page.getByRole('region', { name: 'Run it' })
  await panel.getByLabel('What happens').selectOption('up-regatta')
  await panel.getByRole('button', { name: 'Run', exact: true }).click()
  await expect(panel).toContainText(/\d+ s to \d+ psi left/)
  const spring = panel
    .getByRole('table', { name: 'Readings at this place' })
    .getByRole('row')
    .filter({ hasText: /^Left spring(?! stands)/ })
  const full = await spring.innerText()
  await panel.getByRole('slider').fill('0')
  await expect.poll(() => spring.innerText()).not.toBe(full)
  await panel.getByLabel('Speed').selectOption('200')
  await panel.getByRole('button', { name: 'Play' }).click()
  await expect.poll(() => spring.innerText()).toBe(full)
  await expect(panel.getByRole('img')).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    panel.getByRole('button', { name: 'CSV' }).click(),
  ])
  expect(readFileSync(await download.path(), 'utf8')).toContain('# Boat trailer')
  await drawer(page, 'Springs and supply')
  await page.getByLabel('Tube', { exact: true }).selectOption('nylon-3-16')
  await drawer(page, 'Run it')
  await expect(panel).toContainText('The plan has changed since')
  await saved(page)
})
