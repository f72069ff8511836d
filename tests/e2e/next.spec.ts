import { expect, newJob, open, test } from './support'

test('a job opened again from the list lands on its next step', async ({ page }) => {
  await open(page, '/')
  await page
    .getByRole('link', { name: /Estuary flatbed/ })
    .first()
    .click()
  await page.waitForURL(/\/jobs\/estuary-flatbed\/build/)
  await expect(page.locator('[data-next]')).toContainText('Do the next step')
  await expect(page.getByRole('article')).toContainText(
    (await page.locator('[data-next]').innerText()).replace(/^Do the next step: |\.$/g, ''),
  )
})

test('Next names the very thing to measure, leads to its drawer, and says what may be done meanwhile', async ({
  page,
}) => {
  await newJob(page, 'What next')
  const next = page.locator('[data-next]')
  await expect(next).toHaveText('Measure the plate in the door frame.')
  await page.getByRole('region', { name: 'Outlook' }).getByText('Put on what it carries.').click()
  await page.waitForURL(/\/load/)
  await next.click()
  await page.waitForURL(/\/truck#measure/)
  await expect(page.getByRole('region', { name: 'Measure first' })).toBeVisible()
  for (const label of ['Front axle rating', 'Rear axle rating', 'Gross rating']) {
    const field = page.getByLabel(label, { exact: true }).first()
    const now = Number((await field.inputValue()).replace(/[^\d.]/g, ''))
    await field.fill(String(now + 10))
    await field.press('Enter')
  }
  await expect(next).toHaveText('Measure both axles on a scale, empty.')
})
