import { axe, drawer, expect, open, saved, test } from './support'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

type Page = import('@playwright/test').Page
const functions = (page: Page) => page.getByRole('region', { name: 'Functions' })

/** What is to be expected of a sight, as it is shown. */
async function expected(page: Page, label: string): Promise<string> {
  const figure = functions(page).getByRole('button', { name: new RegExp(`${label}, to expect, why`) })
  return (await figure.innerText()).replace(/[^\d.−-]/g, '').replace('−', '-')
}
const drawerBack = (page: Page) => page.getByRole('button', { name: 'Back to the picture' }).tap()
async function type(page: Page, test: string, sight: string, value: string): Promise<void> {
  const item = functions(page).getByRole('listitem').filter({ hasText: test }).first()
  const field = item.getByLabel(`${sight}, read`)
  await field.fill(value)
  await field.press('Enter')
}

test('left and right swapped is found by trying the functions, and the readings are there after a reload', async ({
  page,
}) => {
  await open(page, '/jobs/estuary-flatbed/prove')
  await drawer(page, 'Functions')
  await functions(page).getByRole('button', { name: 'Work out what is to be expected' }).tap()
  await expect(functions(page).getByText('Nothing was read yet')).toBeVisible()
  const [left, right] = [
    await expected(page, 'Left up: left spring'),
    await expected(page, 'Left up: right spring'),
  ]
  expect(Number(left)).toBeGreaterThan(2 * Number(right))
  // What should have come up on the left came up on the right.
  await type(page, 'Left up', 'Left spring', right)
  await type(page, 'Left up', 'Right spring', left)
  await expect(functions(page).getByText('wrong', { exact: true })).toHaveCount(2)
  await saved(page)
  await functions(page).getByRole('button', { name: 'What may it be?' }).tap()
  const found = functions(page).getByRole('group', { name: 'What it may be' })
  await expect(found.getByRole('listitem').first()).toContainText('Left and right swapped')
  await axe(page)
  await page.reload()
  await saved(page)
  await drawer(page, 'Functions')
  await functions(page).getByRole('button', { name: 'Work out what is to be expected' }).tap()
  await expect(functions(page).getByText('2 of 2 readings are not as expected.')).toBeVisible()
})

test('soap by the list: the rest of a part dry at once, a bubble puts its repair first', async ({ page }) => {
  await open(page, '/jobs/hive-hauler/prove')
  await drawer(page, 'Soap')
  const next = page.getByRole('region', { name: 'Next best' })
  const first = await next.getByRole('listitem').first().innerText()
  const at = /^Soap at (.*?): /.exec(first)![1]!
  const group = page.getByRole('region', { name: `At ${at}`, exact: true })
  await group.getByRole('button', { name: 'All dry here' }).tap()
  await expect(next.getByRole('listitem').first()).not.toContainText(`Soap at ${at}:`)
  await group.getByRole('group').first().getByText('bubbles grow').tap()
  await expect(next.getByRole('listitem').first()).toContainText('Repair:')
  await expect(page.getByRole('region', { name: /^At / }).first()).toHaveAccessibleName(`At ${at}`)
  // Repaired step by step and soaped again: who put it right is kept.
  await expect(group.getByText('Let all air out')).toBeVisible()
  await group.getByRole('group').first().getByText('nothing').tap()
  await expect(group.getByText('Put right by')).toBeVisible()
  await expect(next.getByRole('listitem').first()).not.toContainText('Repair:')
  await saved(page)
  await axe(page)
})

test('before a hold test begins it is told how long it must run, and a coarser gauge longer', async ({
  page,
}) => {
  await open(page, '/jobs/hive-hauler/prove')
  await page.getByRole('button', { name: 'Hold test', exact: true }).tap()
  await drawer(page, 'The test')
  const plan = page.getByRole('region', { name: 'How long it must run' })
  const hours = plan.getByRole('button', { name: /A sound one is told tight after, why/ })
  await expect(hours).toBeVisible()
  const fine = await hours.innerText()
  await page.getByLabel('Gauge’s smallest step').fill('3')
  await page.getByLabel('Gauge’s smallest step').press('Enter')
  await expect(hours).not.toHaveText(fine)
  await axe(page)
})

test('readings are taken from the stand-in’s gauge in its own time, with thermometer and barometer', async ({
  page,
}) => {
  await open(page, '/jobs/core-sampler/prove')
  await page.getByRole('button', { name: 'Hold test', exact: true }).tap()
  await drawer(page, 'Readings')
  await page.getByRole('button', { name: 'The stand-in’s gauge' }).tap()
  const gauge = page.getByRole('region', { name: 'The stand-in’s gauge' })
  await gauge.getByRole('button', { name: 'Take this reading' }).tap()
  await expect(page.getByLabel('Pressure of reading 1', { exact: true })).toBeVisible()
  await expect(async () => {
    await gauge.getByRole('button', { name: 'Take this reading' }).tap()
    await expect(page.getByLabel('Pressure of reading 3', { exact: true })).toBeVisible({ timeout: 1000 })
  }).toPass()
  await expect(page.locator('[data-verdict]')).toHaveText('Cannot tell yet')
  // The server goes on with the page closed.
  await gauge.getByRole('button', { name: 'Log it' }).tap()
  await expect(gauge.getByText(/The server logs it: [1-9]/)).toBeVisible()
  await page.goto('/')
  await page.goto('/jobs/core-sampler/prove')
  await saved(page)
  await drawer(page, 'Readings')
  await expect(page.getByLabel('Pressure of reading 4', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'The stand-in’s gauge' }).tap()
  await gauge.getByRole('button', { name: 'Stop logging' }).tap()
  await expect(gauge.getByRole('button', { name: 'Log it' })).toBeVisible()
  await drawerBack(page)
  await drawer(page, 'The test')
  const ways = page.getByRole('region', { name: 'Other ways to tell' })
  await ways.getByLabel('Truck sank by, at the wheel').fill('5')
  await ways.getByLabel('Truck sank by, at the wheel').press('Enter')
  await expect(ways.getByRole('button', { name: /Leak from a truck that sinks, why/ })).toBeVisible()
  await axe(page)
  await saved(page)
})
