import { readFileSync } from 'node:fs'
import { axe, expect, fill, gauge, go, newJob, number, open, saved, test } from './support'
import { slice } from '../slice'

const list = (page: import('@playwright/test').Page) => page.getByRole('list', { name: 'Jobs' })
const menu = (page: import('@playwright/test').Page, job: string) =>
  page.getByRole('button', { name: `What to do with ${job}`, exact: true })

test('the list is sorted and filtered, and its address leads back to it', async ({ page }) => {
  await open(page, '/')
  await page.getByLabel('Stands at').selectOption('done')
  await expect(list(page).getByRole('link', { name: /Kiln trailer/ })).toHaveCount(0)
  await expect(list(page).getByRole('link', { name: /Star wagon/ })).toBeVisible()
  await page.getByLabel('Stands at').selectOption('')
  await page.getByLabel('with a Stop').check()
  await expect(list(page).getByRole('link', { name: /Star wagon/ })).toHaveCount(0)
  await expect(list(page).getByRole('link', { name: /Kiln trailer/ })).toBeVisible()
  await page.getByLabel('Sorted by').selectOption('name')
  await expect(page).toHaveURL(/stopped=true/)
  await expect(page).toHaveURL(/sort=name/)
  await axe(page)
  await page.reload()
  await expect(page.getByLabel('with a Stop')).toBeChecked()
  await page.getByLabel('with a Stop').uncheck()
  const names = () => list(page).getByRole('link').locator('.font-head').allInnerTexts()
  // Reads the list once per call, because it fills up while the test looks.
  const sorted = async () => {
    const shown = await names()
    return shown.length > 5 && shown.every((name, i) => i === 0 || shown[i - 1]!.localeCompare(name) <= 0)
  }
  await expect.poll(sorted).toBe(true)
})

test('a job is put away and brought back; begun once more, nothing of it is done', async ({
  page,
  quiet,
}) => {
  quiet.patterns.push(/422/)
  await open(page, '/')
  await menu(page, 'Star wagon').click()
  await page.getByRole('menuitem', { name: 'The same truck once more' }).click()
  await page.getByLabel('Name of the job').fill('Second wagon')
  await page.getByRole('button', { name: 'Begin' }).click()
  await saved(page)
  await go(page, 'Load')
  const copied = await gauge(page, 'Left spring')
  await go(page, 'Build')
  await expect(page.locator('main')).toContainText(/0\s*of\s*\d+\s*steps/)
  await open(page, '/jobs/star-wagon/load')
  expect(await gauge(page, 'Left spring')).toBe(copied)

  await open(page, '/')
  await menu(page, 'Second wagon').click()
  await page.getByRole('menuitem', { name: 'Put it away' }).click()
  await expect(list(page).getByRole('link', { name: /Second wagon/ })).toHaveCount(0)
  await page.getByLabel('put away').check()
  await expect(list(page).getByRole('link')).toHaveCount(1)
  await menu(page, 'Second wagon').click()
  await page.getByRole('menuitem', { name: 'Bring it back' }).click()
  await page.getByLabel('put away').uncheck()
  await expect(list(page).getByRole('link', { name: /Second wagon/ })).toBeVisible()

  await menu(page, 'Estuary flatbed').click()
  await page.getByRole('menuitem', { name: 'Begin one like it' }).click()
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('Give the job a name')
  await page.getByLabel('Name of the job').fill('Next flatbed')
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await saved(page)
  await go(page, 'Air')
  await expect(page.getByLabel('Started from')).toHaveValue('wireless-dual')
})

test('several jobs go out as one file and come in again, each told by itself where it does not fit', async ({
  page,
}) => {
  await open(page, '/?search=wagon')
  await expect(list(page).getByRole('link').first()).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'These as a file' }).click(),
  ])
  const file = JSON.parse(readFileSync(await download.path(), 'utf8')) as {
    plans: { job: { name: string } }[]
  }
  expect(file.plans.map((p) => p.job.name)).toContain('Star wagon')
  const before = await list(page).getByRole('link').count()
  const one = { ...file, plans: file.plans.slice(0, 1) }
  const broken = { ...file, plans: [file.plans[0], { format: 'other' }] }
  const asFile = (name: string, value: unknown) => ({
    name,
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(value)),
  })
  await page.getByLabel('Plan file').setInputFiles([asFile('one.json', one), asFile('broken.json', broken)])
  await expect(page.getByRole('alert')).toContainText(
    '“broken.json” was not opened, and nothing changed. Plan 2 of 2',
  )
  await expect(list(page).getByRole('link')).toHaveCount(before + 1)
})

test('a revision is opened, compared in words and units, and gone back to; undo leads forward again', async ({
  page,
}) => {
  await newJob(page, 'Revised')
  await go(page, 'Load')
  await page.getByRole('button', { name: 'Add an item' }).click()
  await fill(page, 'Mass of Item 1', '400')
  await saved(page)
  const rear = number(await gauge(page, 'Rear axle'))
  await fill(page, 'Mass of Item 1', '700')
  await saved(page)
  await page.getByRole('button', { name: /^Revision \d+$/ }).click()
  const dialog = page.getByRole('dialog')
  await dialog
    .getByRole('button', { name: /Add an item/ })
    .first()
    .click()
  const typed = dialog.getByRole('table', { name: 'What was typed otherwise' })
  await expect(typed).toContainText('700 kg')
  await expect(dialog.getByRole('table', { name: 'What it comes to otherwise' })).toContainText('Rear axle')
  await axe(page)
  await dialog
    .getByRole('button', { name: /Mass of Item 1/ })
    .last()
    .click()
  await dialog.getByRole('button', { name: /Go back to revision/ }).click()
  await expect(dialog).toBeHidden()
  await expect.poll(async () => number(await gauge(page, 'Rear axle'))).toBeLessThanOrEqual(rear)
  await saved(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Mass of Item 1', { exact: true })).toHaveValue('700')
})

test('Find leads to fields, figures, parts and notes, and does what it names', async ({ page }) => {
  await open(page, '/jobs/estuary-flatbed/load')
  const find = async (text: string) => {
    await page.keyboard.press('/')
    await page.getByLabel('What to find').fill(text)
    await page.keyboard.press('Enter')
  }
  await find('wheelbase')
  await expect(page).toHaveURL(/\/truck#lengths$/)
  await expect(page.locator('[data-drawer="lengths"]').getByLabel('Wheelbase', { exact: true })).toBeFocused()
  await page.keyboard.press('Escape')
  await page.locator('h1').click()
  await find('gap, full')
  await expect(
    page.locator('[data-drawer="heights"]').getByLabel('Seat gap, full droop', { exact: true }),
  ).toBeFocused()
  await page.locator('h1').click()
  await find('drop allowed')
  await expect(page.getByLabel('Drop allowed', { exact: true })).toBeFocused()
  await page.locator('h1').click()
  await find('history')
  await expect(page.getByRole('dialog')).toContainText('Revisions of Estuary flatbed')
  await page.keyboard.press('Escape')
  await find('duplicate')
  await expect(page.getByRole('heading', { level: 1, name: 'Jobs' })).toBeVisible()
})

const FIELDS = [
  ['truck', 'Driver sits'],
  ['load', 'Pulled by'],
  ['air', 'Spacer at the spring'],
  ['lay', 'Slack left at each spring'],
  ['power', 'Live conductors together'],
  ['tune', 'Minimum kept up'],
  ['handover', 'Next check'],
] as const

test('every field that Find names is in a drawer of its stage', async ({ page }) => {
  for (const [stage, label] of slice('fields', FIELDS, 0.5)) {
    await open(page, `/jobs/estuary-flatbed/${stage}`)
    await page.keyboard.press('/')
    await page.getByLabel('What to find').fill(label)
    await page
      .getByRole('option', { name: new RegExp(`^${label}`) })
      .first()
      .click()
    await expect(page.getByLabel(label, { exact: true }).first()).toBeFocused()
  }
})
