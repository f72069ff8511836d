import { readFile } from 'node:fs/promises'
import { axe, drawer, expect, open, saved, test } from './support'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

type Page = import('@playwright/test').Page
const functions = (page: Page) => page.getByRole('region', { name: 'Functions' })

/** The expected reading of a gauge, as the page shows it. */
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
  // The right side came up where the left should have.
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
  // Repaired step by step and soaped again: the record says who repaired it.
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
  await open(page, '/')
  const id = await copyOf(page, 'hive-hauler', 'Held empty')
  await open(page, `/jobs/${id}/prove`)
  await page.getByRole('button', { name: 'Hold test', exact: true }).tap()
  await drawer(page, 'The test')
  const plan = page.getByRole('region', { name: 'How long it must run' })
  const hours = plan.getByRole('button', { name: /A sound one proves tight after, why/ })
  await expect(hours).toBeVisible()
  const fine = await hours.innerText()
  await page.getByLabel('Gauge’s smallest step').fill('3')
  await page.getByLabel('Gauge’s smallest step').press('Enter')
  await expect(hours).not.toHaveText(fine)
  await axe(page)
  // A system that begins empty loses nothing, however much it leaks. The page says so and does not call it
  // tight.
  await drawerBack(page)
  await drawer(page, 'Readings')
  await page.getByLabel(/^Or paste rows/).fill('0, 0 psi, 20 °C\n600, 0 psi, 20 °C\n1200, 0 psi, 20 °C')
  await page.getByRole('button', { name: 'Take in these rows' }).tap()
  await drawerBack(page)
  await expect(page.locator('[data-verdict]')).toHaveText('Cannot tell yet')
  await expect(page.getByText('It began with too little in it: what is empty loses nothing')).toBeVisible()
  await expect(page.getByText('“Hold test 1” began with too little in it')).toBeVisible()
  await drawer(page, 'The test')
  await expect(plan.getByText('however long it runs, it tells nothing')).toBeVisible()
  await expect(hours).not.toBeAttached()
  await saved(page)
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
  // The server keeps logging with the page closed.
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

/** A copy of a job for one test, so that no other test sees its edits or its devices. */
async function copyOf(page: Page, from: string, name: string): Promise<string> {
  const answer = await page.request.post('/api/jobs', {
    data: { from, as: 'copy', name },
    headers: { 'x-nimble-piston': '1' },
  })
  const text = await answer.text()
  expect(answer.status(), text).toBe(201)
  return (JSON.parse(text) as { id: string }).id
}
const faults = (page: Page) => page.getByRole('region', { name: 'What is wrong with the stand-in' })
const stand = (page: Page) => page.getByRole('region', { name: 'On the stand-in' })
async function toTheDevices(page: Page, id: string): Promise<void> {
  await open(page, `/jobs/${id}/tune#setup`)
  await expect(stand(page).locator('[data-gauge="left"]')).toBeVisible()
  await faults(page).getByText('Make something fail, and find it').tap()
}
async function fillTo(page: Page, reads: RegExp): Promise<void> {
  await stand(page).getByRole('button', { name: 'Fill valve: up' }).tap()
  await expect(stand(page).locator('[data-gauge="left"]')).toHaveText(reads)
  await stand(page).getByRole('button', { name: 'Fill valve: let go' }).tap()
}
/** The gauge is read finely, so that one hour is enough to tell, and the server logs it. */
async function logFinely(page: Page): Promise<void> {
  await drawer(page, 'The test')
  for (const [label, value] of [
    ['Gauge’s smallest step', '0.01'],
    ['Thermometer sure to, K', '0.02'],
    ['Stood before, min', '600'],
    ['Loss allowed a day', '5'],
  ] as const) {
    await page.getByLabel(label).fill(value)
    await page.getByLabel(label).press('Enter')
  }
  await drawerBack(page)
  await drawer(page, 'Readings')
  const gauge = page.getByRole('region', { name: 'The stand-in’s gauge' })
  await page.getByRole('button', { name: 'The stand-in’s gauge' }).tap()
  await gauge.getByRole('button', { name: 'Log it' }).tap()
  await expect(gauge.getByText(/The server logs it: [1-9]/)).toBeVisible()
}

test('a hidden leak: logged with the page closed, told, found by soap, put right, held again, and all of it on the sheet', async ({
  page,
}) => {
  await open(page, '/jobs/star-wagon/prove')
  const id = await copyOf(page, 'star-wagon', 'Hidden leak')
  await toTheDevices(page, id)
  // Seed 1 hides a leak at a spring's joint.
  await faults(page).getByRole('button', { name: 'Hide one' }).tap()
  await expect(faults(page).getByText('Something is wrong; find out what.')).toBeVisible()
  await fillTo(page, /^(1[5-9]|2\d)/)

  await open(page, `/jobs/${id}/prove`)
  await page.getByRole('button', { name: 'Hold test', exact: true }).tap()
  await logFinely(page)
  // Time runs faster only from here: a side that is empty before its first reading shows no leak.
  await toTheDevices(page, id)
  await stand(page).getByLabel('Time goes').selectOption('60')
  await page.goto('/')
  await page.goto(`/jobs/${id}/prove`)
  await saved(page)
  await expect(page.locator('[data-verdict]')).toHaveText('Leaking')
  // From here on, filling is no longer a reading of this test.
  await drawer(page, 'Readings')
  await page.getByRole('button', { name: 'The stand-in’s gauge' }).tap()
  await page.getByRole('button', { name: 'Stop logging' }).tap()
  await expect(page.getByRole('button', { name: 'Log it' })).toBeVisible()
  await saved(page)

  // Filled again and sprayed joint by joint: a side that has lost all its air shows no bubbles.
  await toTheDevices(page, id)
  await stand(page).getByLabel('Time goes').selectOption('1')
  await fillTo(page, /^(1[5-9]|2\d)/)
  const lines = faults(page).getByLabel('Spray both joints of')
  const labels = await lines.locator('option').allInnerTexts()
  let bubbling = ''
  for (const label of labels) {
    await lines.selectOption({ label })
    await faults(page).getByRole('button', { name: 'Spray', exact: true }).tap()
    const shown = faults(page).getByText(`${label}: its beginning`)
    await expect(shown).toBeVisible()
    if (/its end (bubbles|slow foam)/.test(await shown.innerText())) bubbling = label
  }
  const at = /→ (.*)$/.exec(bubbling)![1]!
  await open(page, `/jobs/${id}/prove`)
  await drawer(page, 'Soap')
  const group = page.getByRole('region', { name: `At ${at.toLowerCase()}`, exact: true })
  const joint = group.getByRole('listitem').filter({ hasText: 'line to' }).first()
  await joint.getByText('bubbles grow').tap()
  const next = page.getByRole('region', { name: 'Next best' })
  await expect(next.getByRole('listitem').first()).toContainText(`Repair: ${at}`)
  await expect(joint.getByText('Let all air out')).toBeVisible()

  // Cut again and reseated, the fault is gone.
  await toTheDevices(page, id)
  await faults(page).getByRole('button', { name: 'Mend all' }).tap()
  await expect(faults(page).getByText('Nothing is wrong with it.')).toBeVisible()
  await fillTo(page, /^2\d/)
  await stand(page).getByLabel('Time goes').selectOption('60')
  await open(page, `/jobs/${id}/prove`)
  await drawer(page, 'Soap')
  await joint.getByText('nothing', { exact: true }).tap()
  await expect(group.getByText('Put right by')).toBeVisible()
  await group.getByRole('button', { name: 'Hold its side again' }).tap()
  await expect(group.getByText('Held again: readings wanted.')).toBeVisible()
  await drawerBack(page)
  await logFinely(page)
  await drawerBack(page)
  await expect(page.locator('[data-verdict]')).toHaveText('Tight')
  await drawer(page, 'Soap')
  await expect(group.getByText('Held again: tight.')).toBeVisible()
  await drawerBack(page)

  await drawer(page, 'Paper and files')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'All of it as CSV' }).tap()
  const path = await (await download).path()
  const text = await readFile(path, 'utf8')
  expect(text).toMatch(/hold test,Hold test 1,verdict,"leaking, and opened since/)
  expect(text).toMatch(/hold test,"Again: .*",verdict,tight/)
  expect(text).toContain(`\nrepair,"${at}, line`)
  const pdf = await page.request.get(`/api/jobs/${id}/pack?paper=A4&only=proof`)
  expect(pdf.headers()['content-type']).toBe('application/pdf')
  await axe(page)
})

test('after the road: room too small is not fine whatever is ticked; the recheck becomes the next check', async ({
  page,
}) => {
  await open(page, '/jobs/core-sampler/prove')
  await drawer(page, 'After the road')
  const road = page.getByRole('region', { name: 'After the road' })
  const left = road.getByRole('listitem').filter({ hasText: 'Room round the left spring' })
  await left.getByLabel('Room round the left spring, measured').fill('10 mm')
  await left.getByLabel('Room round the left spring, measured').press('Enter')
  await expect(left.getByText('not fine', { exact: true }).first()).toBeVisible()
  await left.getByText('fine', { exact: true }).last().tap()
  await expect(
    page.getByText('After the road: Room round the left spring, not as it should be'),
  ).toBeAttached()
  await left.getByLabel('Room round the left spring, measured').fill('15 mm')
  await left.getByLabel('Room round the left spring, measured').press('Enter')
  await expect(
    page.getByText('After the road: Room round the left spring, not as it should be'),
  ).not.toBeAttached()
  // A pressure counts as set only once somebody confirms it; until then it is just a reading.
  const pressure = road.getByRole('listitem').filter({ hasText: 'Left pressure' })
  await pressure.getByLabel('Left pressure, measured').fill('40 psi')
  await pressure.getByLabel('Left pressure, measured').press('Enter')
  await expect(pressure.getByText('measured: is it fine?')).toBeVisible()
  await pressure.getByText('fine', { exact: true }).last().tap()
  await expect(pressure.getByText('measured: is it fine?')).toHaveCount(0)
  await road.getByLabel('Driven in a day, about').fill('100 km')
  await road.getByLabel('Driven in a day, about').press('Enter')
  await road.getByRole('button', { name: 'Make it the next check' }).tap()
  await expect(road.getByText(/At Hand over: \d{4}-\d\d-\d\d/)).toBeVisible()
  await axe(page)
  await saved(page)
})

test('a reading that stands by itself is told, left out by its remedy, and kept; a second thermometer may be typed', async ({
  page,
}) => {
  await open(page, '/jobs/kiln-trailer/prove')
  await page.getByRole('button', { name: 'Hold test', exact: true }).tap()
  await drawer(page, 'Readings')
  const rows = [60, 60, 60, 60, 54, 60, 60, 60].map(
    (psi, i) => `${i * 60}, ${psi} psi, ${i === 2 ? '' : '20 °C'}`,
  )
  await page.getByLabel(/^Or paste rows/).fill(rows.join('\n'))
  await page.getByRole('button', { name: 'Take in these rows' }).tap()
  await expect(page.getByLabel('Temperature of reading 3', { exact: true })).toHaveValue('')
  await page.getByRole('button', { name: 'A second thermometer' }).tap()
  await page.getByLabel('Temperature elsewhere at reading 1').fill('21 °C')
  await page.getByLabel('Temperature elsewhere at reading 1').press('Enter')
  // The newest reading by the large keys: one press changes it by one step of the gauge.
  const newest = page.getByRole('group', { name: 'Newest reading' })
  await newest.getByRole('button', { name: 'Gauge, more' }).tap()
  await expect(page.getByLabel('Pressure of reading 8', { exact: true })).toHaveValue('61.0')
  await newest.getByRole('button', { name: 'Gauge, less' }).tap()
  await expect(page.getByLabel('Pressure of reading 8', { exact: true })).toHaveValue('60.0')
  const counts = page.getByLabel('Reading 5 counts')
  await expect(counts).toBeChecked()
  await page
    .getByRole('button', { name: /Leave reading 5 out/ })
    .first()
    .tap()
  await expect(counts).not.toBeChecked()
  await expect(page.getByText('reading 5 stands by itself')).not.toBeAttached()
  // Nothing is half hidden under the bar.
  await page.getByLabel('Time of reading 1', { exact: true }).focus()
  await axe(page)
  await saved(page)
})
