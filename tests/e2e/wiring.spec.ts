import { readFileSync } from 'node:fs'
import { axe, drawer, expect, fill, open, reach, saved, test } from './support'

type Page = import('@playwright/test').Page
const notes = (page: Page) => page.getByRole('region', { name: 'Bench notes' })
const chosen = (page: Page) => page.getByRole('region', { name: 'Chosen part or wire' })
const wires = (page: Page) => page.getByRole('region', { name: 'Wires' })

test('the aluminium-bed job goes from Stop to clear by its remedies alone', async ({ page }) => {
  await open(page, '/jobs/kiln-trailer/power')
  const power = page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /Power/ })
  await expect(power.getByRole('img', { name: 'has a Stop' })).toBeVisible()
  await expect(notes(page).getByText('The aluminium body is no earth')).toBeVisible()
  await expect(notes(page).getByText('The feed makes the compressor slow')).toBeVisible()
  await notes(page).getByRole('button', { name: 'Earth at the battery' }).click()
  await expect(notes(page).getByText('The aluminium body is no earth')).toHaveCount(0)
  await expect(notes(page).getByText('The feed makes the compressor slow')).toHaveCount(0)
  await expect(power.getByRole('img', { name: 'clear' })).toBeVisible()
  await saved(page)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(notes(page).getByText('The aluminium body is no earth')).toBeVisible()
  await saved(page)
})

test('a relay is put in line by keyboard, drawn, and taken out again', async ({ page }) => {
  await open(page, '/jobs/shell-runner/power')
  await page.getByRole('button', { name: 'Contact in the block, contact, closes' }).focus()
  await page.keyboard.press('Enter')
  await expect(chosen(page).getByRole('heading', { name: 'Contact in the block' })).toBeVisible()
  await chosen(page).getByRole('button', { name: 'Put a relay in line' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Relay contact, relay contact' })).toBeVisible()
  await page.getByRole('button', { name: 'Control', exact: true }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Relay coil, relay coil' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Contact in the block, contact, closes' })).toBeVisible()
  await axe(page)
  await drawer(page, 'Wires')
  await expect(wires(page).getByText('Wire to the relay’s coil')).toBeVisible()
  await page.getByRole('button', { name: 'Relay coil, relay coil' }).click()
  await chosen(page).getByRole('button', { name: 'Take the relay out' }).click()
  await expect(page.getByRole('button', { name: /^Relay coil/ })).toHaveCount(0)
  await saved(page)
})

test('a wire takes a mark and a colour, says when the colour lies, and goes out as CSV and JSON', async ({
  page,
}) => {
  await open(page, '/jobs/core-sampler/power#wires')
  const row = wires(page).getByRole('row').filter({ hasText: 'Feed wire' })
  await row.getByRole('button', { name: 'W1' }).click()
  await expect(chosen(page).getByRole('heading', { name: /^W1 Feed wire/ })).toBeVisible()
  await fill(page, 'Mark on it', 'P1')
  await fill(page, 'Colour', 'Black')
  await expect(notes(page).getByText('Feed wire: black says otherwise')).toBeVisible()
  await drawer(page, 'Wires')
  await expect(wires(page).getByRole('button', { name: 'P1' })).toBeVisible()
  const file = async (name: string) => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      wires(page).getByRole('button', { name }).click(),
    ])
    return readFileSync(await download.path(), 'utf8')
  }
  expect(await file('Wires as CSV')).toMatch(/P1,Feed wire,Battery/)
  const graph = JSON.parse(await file('Wiring as JSON')) as { parts: { id: string; mark?: string }[] }
  expect(graph.parts.find(({ id }) => id === 'feed')!.mark).toBe('P1')
  await notes(page).getByRole('button', { name: 'Take the colour of its kind' }).click()
  await expect(notes(page).getByText('Feed wire: black says otherwise')).toHaveCount(0)
  await saved(page)
})

test('pressing a wire shows it at Lay; the bars say where the volts go, state by state', async ({ page }) => {
  await open(page, '/jobs/core-sampler/power#volts')
  const bars = page.getByRole('region', { name: 'Volts lost' })
  await expect(bars.getByText('it turns')).toBeVisible()
  await bars.getByLabel('State').selectOption({ label: 'Key off' })
  await expect(bars.getByText('it stands still')).toBeVisible()
  await bars.getByLabel('On the way to').selectOption({ label: 'Relay coil' })
  await bars.getByLabel('State').selectOption({ label: 'Compressor on a cold morning' })
  await bars.getByRole('button', { name: 'Wire to the pressure switch' }).click()
  await chosen(page).getByRole('button', { name: 'Show it at Lay' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Lay' })).toBeVisible()
  await expect(await reach(page, page.getByLabel('Line or wire'))).toHaveValue(/^wire-.*switch/)
})

test('what is chosen of the wiring is kept: tap, fuse near the battery, a second battery', async ({
  page,
}) => {
  await open(page, '/jobs/core-sampler/power#schools')
  await fill(page, 'Main fuse from the battery', '300 mm')
  await expect(notes(page).getByText('The main fuse is far from the battery')).toBeVisible()
  await notes(page).getByRole('button', { name: 'Put its holder beside the battery' }).click()
  await expect(notes(page).getByText('The main fuse is far from the battery')).toHaveCount(0)
  await page.getByRole('button', { name: 'Fit a second battery' }).click()
  await page.getByLabel('A link at both ends of their wire').selectOption('no')
  await expect(notes(page).getByText('The wire between the batteries is guarded at one end')).toBeVisible()
  await notes(page).getByRole('button', { name: 'A link at both ends' }).click()
  await drawer(page, 'What it carries')
  await expect(page.getByText('Lifts with both batteries', { exact: true })).toBeVisible()
  await saved(page)
  await open(page, '/jobs/core-sampler/power#schools')
  await expect(await reach(page, page.getByLabel('Joined by'))).toBeVisible()
  await page.getByRole('button', { name: 'Take the second battery out' }).first().click()
  await saved(page)
})

test('a second compressor: added at Air, its delay said at Power, its plug turned down, each by the note that asks', async ({
  page,
}) => {
  await open(page, '/jobs/shell-runner/air')
  await page.getByRole('button', { name: 'Add a second compressor' }).click()
  await saved(page)
  await open(page, '/jobs/shell-runner/power#schools')
  await expect(page.getByRole('button', { name: 'Second compressor motor, motor' })).toBeVisible()
  await expect(notes(page).getByText('Whether the second compressor starts later is not said')).toBeVisible()
  await notes(page).getByRole('button', { name: 'Start the second one later' }).click()
  await expect(notes(page).getByText('Whether the second compressor starts later is not said')).toHaveCount(0)
  await expect(page.getByLabel('The second compressor starts later by')).toHaveValue('2')
  await page.getByText('Which way plugs face', { exact: true }).click()
  await page.getByLabel('Plug at the second compressor').selectOption('up')
  await expect(notes(page).getByText('Second compressor: its plug faces up')).toBeVisible()
  await notes(page).getByRole('button', { name: 'Turn the plug down' }).click()
  await expect(page.getByLabel('Plug at the second compressor')).toHaveValue('down')
  await axe(page)
  await saved(page)
})

test('colours kept as the shop’s own begin the next job', async ({ page }) => {
  await open(page, '/jobs/core-sampler/power#schools')
  const colours = page.getByRole('region', { name: 'Plugs and colours' })
  await colours.getByText('Colours of wires').click()
  await fill(page, 'Colour of feeds', 'brown')
  await colours.getByRole('button', { name: 'Keep them as the shop’s own' }).click()
  await expect(colours).toContainText('As the shop has them')
  await saved(page)
  await open(page, '/')
  await page.getByRole('button', { name: 'New job', exact: true }).click()
  await page.getByLabel('Name of the job').fill('Brown wires')
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(page).toHaveURL(/jobs\/.+\//)
  const [, id] = /jobs\/([^/]+)/.exec(page.url())!
  await open(page, `/jobs/${id}/air`)
  await page.getByRole('button', { name: 'Add a compressor and valve block' }).click()
  await saved(page)
  await open(page, `/jobs/${id}/power#schools`)
  await colours.getByText('Colours of wires').click()
  await expect(page.getByLabel('Colour of feeds')).toHaveValue('brown')
})
