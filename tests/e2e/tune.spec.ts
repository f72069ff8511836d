import { axe, drawer, expect, fill, open, saved, test, whole } from './support'

type Page = import('@playwright/test').Page
const notes = (page: Page) => page.getByRole('region', { name: 'Bench notes' })

test('three hauls on one memory: told, shared by the remedy, and what each lacks is shown', async ({
  page,
}) => {
  await open(page, '/jobs/shell-runner/tune')
  await whole(page)
  await drawer(page, 'Presets')
  await page.getByRole('button', { name: 'Store what Load found' }).click()
  await drawer(page, 'Memories')
  const memories = page.getByRole('region', { name: 'Memories' })
  await fill(page, 'Memories of the control', '1')
  await expect(notes(page).getByText('More presets than the control has memories')).toBeVisible()
  await notes(page).getByRole('button', { name: 'Share the memories' }).click()
  await expect(notes(page).getByText('More presets than the control has memories')).toHaveCount(0)
  await expect(memories.getByRole('row').nth(1)).toContainText('mm')
  await axe(page)
  await saved(page)
})

test('set here, reads there: a colder night moves the figures, and a minimum that would fall is told', async ({
  page,
}) => {
  await open(page, '/jobs/estuary-flatbed/tune#weather')
  await whole(page)
  const weather = page.getByRole('region', { name: 'Set here, reads there' })
  const row = weather.getByRole('row').nth(1)
  const before = await row.innerText()
  await fill(page, 'Coldest it stands', '-30 °C')
  await expect.poll(() => row.innerText()).not.toBe(before)
  await saved(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => row.innerText()).toBe(before)
  await saved(page)
})

test('a height valve is run over a load, every arm is tried, and the best is taken', async ({ page }) => {
  await open(page, '/jobs/ridge-tender/tune#levelling')
  await whole(page)
  const levelling = page.getByRole('region', { name: 'Levelling' })
  await expect(levelling.getByText('Arm at full droop', { exact: true })).toBeVisible()
  await levelling.getByRole('button', { name: 'Run it' }).click()
  await expect(levelling.getByText(/at the end .* low/)).toBeVisible()
  await fill(page, 'Arm, shaft to hole', '60 mm')
  await expect(notes(page).getByText('The lever goes over centre')).toBeVisible()
  await notes(page)
    .getByRole('button', { name: /^Hang the link/ })
    .click()
  await expect(notes(page).getByText('The lever goes over centre')).toHaveCount(0)
  await levelling.getByRole('button', { name: 'Try every arm and lag' }).click()
  await expect(levelling.getByRole('button', { name: /^Stop after/ })).toHaveCount(0)
  await levelling.getByRole('button', { name: 'Take it' }).first().click()
  await expect(levelling.getByText('Of the plan as it was before the last change.').first()).toBeVisible()
  await levelling.getByRole('button', { name: 'Run it' }).click()
  await expect(levelling.getByText(/Level for good after/)).toBeVisible()
  await axe(page)
  await saved(page)
})

test('a control is set up by its card, and who paired what is written down; two are told to fight', async ({
  page,
}) => {
  await open(page, '/jobs/hive-hauler/tune#setup')
  await whole(page)
  const card = page.getByRole('region', { name: 'Set it up' })
  await expect(card.getByText('Pair one phone or remote')).toBeVisible()
  await expect(card.getByRole('listitem').filter({ hasText: /^.*Memory 1: / })).toContainText('L ')
  await card.getByLabel('Phone or remote').fill('Grey phone')
  await card.getByRole('button', { name: 'Write it down' }).click()
  await expect(card.getByText('they fight each other')).toHaveCount(0)
  await card.getByLabel('Phone or remote').fill('Red remote')
  await card.getByRole('button', { name: 'Write it down' }).click()
  await expect(card.getByText('they fight each other')).toBeVisible()
  await card.getByRole('button', { name: 'Take away: Grey phone' }).click()
  await expect(card.getByText('they fight each other')).toHaveCount(0)
  await axe(page)
  await saved(page)
  await open(page, '/jobs/hive-hauler/tune#setup')
  await expect(card.getByText('Red remote')).toBeVisible()
})
