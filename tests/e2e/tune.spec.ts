import { axe, drawer, expect, fill, open, remedy, saved, test } from './support'

type Page = import('@playwright/test').Page
const notes = (page: Page) => page.getByRole('region', { name: 'Bench notes' })

test('three hauls on one memory: told, shared by the remedy, and what each lacks is shown', async ({
  page,
}) => {
  await open(page, '/jobs/shell-runner/tune')
  await drawer(page, 'Presets')
  await page.getByRole('button', { name: 'Store what Load found' }).click()
  await drawer(page, 'Memories')
  const memories = page.getByRole('region', { name: 'Memories' })
  await fill(page, 'Memories of the control', '1')
  // Found by its heading, because remedies of other notes may name it too.
  const few = notes(page).getByRole('button', { name: /More presets than the control has memories/ })
  await expect(few).toBeVisible()
  await remedy(page, 'Share the memories').click()
  await expect(few).toHaveCount(0)
  await expect(memories.getByRole('row').nth(1)).toContainText('mm')
  await axe(page)
  await saved(page)
})

test('set here, reads there: a colder night moves the figures, and a minimum that would fall is told', async ({
  page,
}) => {
  await open(page, '/jobs/estuary-flatbed/tune#weather')
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
  await levelling.getByRole('button', { name: 'Try every arm, link and lag' }).click()
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

test('three ways side by side: each is put on this job and run, its own is marked', async ({ page }) => {
  await open(page, '/jobs/ridge-tender/tune#ways')
  const ways = page.getByRole('region', { name: 'Three ways' })
  await expect(ways.getByText('Not run yet')).toBeVisible()
  await ways.getByRole('button', { name: 'Put each on this job and run it' }).click()
  await expect(ways.getByRole('columnheader')).toHaveCount(3)
  await expect(ways.getByRole('columnheader', { name: /Height valve/ })).toContainText('as planned')
  await expect(ways.getByRole('row', { name: /A change takes/ }).getByRole('cell')).toHaveCount(3)
  await axe(page)
})

test('electronic levelling: what keeps it still is asked for, a sensor unplugged keeps still, every setting is tried', async ({
  page,
}) => {
  await open(page, '/jobs/kiln-trailer/tune#levelling')
  const notes = page.getByRole('region', { name: 'Bench notes' })
  await expect(notes.getByText('Service lock on before it is jacked or hoisted')).toBeVisible()
  await expect(notes.getByText('What keeps it still was not looked up')).toHaveCount(0)
  await page.getByLabel('Still with a door open').selectOption('not looked at yet')
  await expect(notes.getByText('What keeps it still was not looked up')).toBeVisible()
  // A time of four minutes is shown in minutes, with the unit beside it.
  const givesUp = page.getByLabel('Gives up after')
  await expect(givesUp).toHaveValue('4.0')
  await expect(givesUp.locator('xpath=following-sibling::span')).toHaveText('min')
  for (const label of ['Still with a door open', 'Still with the key off', 'Still while hitching'])
    await page.getByLabel(label).selectOption('yes')
  await page.getByLabel('Has a service lock').selectOption('no')
  await expect(notes.getByText('It has no service lock')).toBeVisible()
  await notes.getByRole('button', { name: 'Fit a lock: a switch in its feed' }).click()
  await expect(notes.getByText('It has no service lock')).toHaveCount(0)
  await expect(notes.getByText('Service lock on before it is jacked or hoisted')).toBeVisible()
  const levelling = page.getByRole('region', { name: 'Levelling' })
  await levelling.getByLabel('With', { exact: true }).selectOption('its sensor unplugged, its link off')
  await levelling.getByRole('button', { name: 'Run it' }).click()
  await expect(levelling.getByText(/Air in 0/)).toBeVisible()
  await levelling.getByRole('button', { name: 'Try every filter, band and wait' }).click()
  await expect(levelling.getByRole('button', { name: 'Take it' }).first()).toBeVisible()
  const corners = page.getByRole('region', { name: 'Both corners' })
  await corners.getByLabel('Both over').selectOption('Left wheel on a kerb, and off again')
  await corners.getByRole('button', { name: 'Run both corners' }).click()
  await expect(corners.getByRole('row', { name: /One a side as planned/ })).toBeVisible()
  await expect(corners.getByRole('row')).toHaveCount(4)
  // Each result can be asked why.
  await corners
    .getByRole('button', { name: /rests after, why/ })
    .first()
    .click()
  await expect(page.getByRole('dialog').getByText(/Both rear corners in steps/)).toBeVisible()
  await page.keyboard.press('Escape')
  await axe(page)
  await saved(page)
})

test('from every preset to every other: run, with time, air and amps', async ({ page }) => {
  await open(page, '/jobs/estuary-flatbed/tune#memories')
  const moves = page.getByRole('region', { name: 'From one preset to another' })
  await expect(moves.getByText('Not run yet')).toBeVisible()
  await moves.getByRole('button', { name: 'Run every way from one preset to another' }).click()
  for (const figure of ['time', 'free air', 'most current'])
    await expect(moves.getByRole('button', { name: new RegExp(`: ${figure}, why`) }).first()).toBeVisible()
})
