import { readFileSync } from 'node:fs'
import {
  axe,
  drawer,
  expect,
  fill,
  gauge,
  go,
  number,
  onPaper,
  open,
  reach,
  remedy,
  saved,
  test,
} from './support'
import { slice } from '../slice'

const DEMO_JOBS = [
  'estuary-flatbed',
  'star-wagon',
  'hive-hauler',
  'shell-runner',
  'festival-rig',
  'ridge-tender',
  'core-sampler',
  'kiln-trailer',
]

test('every stage of every demo job opens without a complaint', async ({ page }) => {
  for (const job of slice('stages', DEMO_JOBS, 0.4)) {
    await open(page, `/jobs/${job}/truck`)
    for (const stage of ['Load', 'Air', 'Lay', 'Power', 'Tune', 'Build', 'Prove', 'Hand over'])
      await go(page, stage)
  }
})

test('no accessibility violation on the list, the sums, the parts, a run by hand and a job of Stops', async ({
  page,
}) => {
  await open(page, '/')
  await axe(page)
  await open(page, '/sums')
  await axe(page)
  await open(page, '/parts')
  await axe(page)
  // The widest circuit, with a part chosen and a run shown.
  await open(page, '/jobs/festival-rig/air')
  await page.locator('[data-component="tank"]').click()
  await drawer(page, 'Run it')
  await page
    .getByRole('region', { name: 'Run it' })
    .getByRole('button', { name: 'By hand', exact: true })
    .click()
  await expect(page.getByRole('group', { name: 'Hands on' })).toBeVisible()
  await page.getByRole('button', { name: 'Hold' }).click()
  await axe(page)
  for (const theme of ['day', 'bay']) {
    await page.evaluate((t) => localStorage.setItem('np.theme', t), theme)
    await open(page, '/jobs/kiln-trailer/lay')
    await axe(page, ['color-contrast', 'target-size'])
  }
})

test('a new job from a truck kind to a printed sheet', async ({ page, quiet }) => {
  quiet.patterns.push(/422/)
  await open(page, '/')
  await page.getByLabel('You are').selectOption({ label: 'Odile' })
  await page.getByRole('button', { name: 'New job', exact: true }).click()
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('alert')).toContainText('Give the job a name')
  await page.getByLabel('Name of the job').fill('Peat cutter')
  await page.getByLabel('Leaf flatbed').check()
  await page.getByRole('button', { name: 'Begin' }).click()
  await saved(page)

  // Truck: on the picture and in the form, in whatever unit.
  await page.getByRole('button', { name: /^Wheelbase, 3\s?700 mm/ }).click()
  await page.keyboard.type('12 ft 6 in')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Wheelbase, 3\s?810 mm/ })).toBeVisible()
  await page.getByRole('button', { name: /^Rear axle, unladen, 1\s?110 kg/ }).click()
  await page.keyboard.type('1200')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Rear axle, unladen, 1\s?200 kg/ })).toBeVisible()
  await fill(page, 'Seat gap, full droop', 'a hand')
  await expect(page.getByText('is not a figure I can read')).toBeVisible()
  await expect(page.getByLabel('Seat gap, full droop', { exact: true })).toHaveValue('a hand')
  await fill(page, 'Seat gap, full droop', '11 in')
  await fill(page, 'Customer', 'Peat works')

  // Load.
  await go(page, 'Load')
  await page.getByRole('button', { name: 'Add an item' }).click()
  await fill(page, 'Mass of Item 1', '700')
  await fill(page, 'Item 1 from the rear axle', '-300')
  await fill(page, 'Item 1 from the centre line', '-250')
  await fill(page, 'Ball load', '90')
  const left = number(await gauge(page, 'Left spring'))
  const right = number(await gauge(page, 'Right spring'))
  expect(left).toBe(right) // The hauls are teed at first.
  await expect(page.getByRole('region', { name: 'Bench notes' })).toContainText(
    'Air does not put weight back on the front',
  )

  // Air: teed springs cannot carry a load on one side. The remedy separates them.
  await go(page, 'Air')
  await expect(page.getByRole('region', { name: 'Bench notes' })).toContainText(
    'One pressure for two different sides',
  )
  await page.getByLabel('Started from').selectOption('wireless-dual')
  await expect(page.locator('[data-component="dryer"]')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Bench notes' })).not.toContainText(
    'One pressure for two different sides',
  )
  expect(number(await gauge(page, 'Right spring'))).toBeGreaterThan(number(await gauge(page, 'Left spring')))
  const slow = number(await gauge(page, 'Up to level'))
  await drawer(page, 'Springs and supply')
  await page
    .getByRole('combobox', { name: 'Compressor', exact: true })
    .selectOption({ label: 'Medium compressor, 50 % duty' })
  await expect.poll(async () => number(await gauge(page, 'Up to level'))).toBeLessThan(slow)

  // Lay: drag the compressor over to the exhaust, see the Stop, take its remedy.
  await go(page, 'Lay')
  const compressor = page.locator('[data-part="compressor"]').first()
  const box = (await compressor.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 95, { steps: 8 })
  await page.mouse.up()
  await fill(page, 'Compressor, above ground', '600 mm')
  const note = page
    .getByRole('region', { name: 'Bench notes' })
    .getByRole('listitem')
    .filter({ hasText: 'Compressor sits too near the exhaust' })
  await expect(note).toBeVisible()
  await note.getByRole('button', { name: 'Move it clear of the exhaust' }).click()
  await expect(note).toBeHidden()
  const shield = remedy(page, 'Fit a heat shield')
  while (await shield.count()) await shield.first().click()
  const nearer = page.getByRole('button', { name: 'Move the block to the compressor' })
  if (await nearer.count()) await nearer.click()

  // Power follows, and a note reports a wire that is too thin.
  await go(page, 'Power')
  await page.getByLabel('Wire', { exact: true }).selectOption('16 AWG')
  await expect(page.getByRole('region', { name: 'Bench notes' })).toContainText('No fuse protects this wire')
  await page.getByLabel('Wire', { exact: true }).selectOption('As proposed')

  // Tune.
  await go(page, 'Tune')
  await page.getByRole('button', { name: 'Store what Load found' }).click()
  await fill(page, 'Usual load, left', '9 bar')
  await expect(page.getByRole('region', { name: 'Bench notes' })).toContainText('over the spring’s limit')
  // A remedy is tried on a copy before it is offered.
  await expect(remedy(page, 'Take Load’s pressure').first()).toBeVisible()
  await page.keyboard.press('Escape')
  await page.locator('main').click({ position: { x: 4, y: 4 } })
  await expect(async () => {
    await page.keyboard.press('.')
    await expect(page.getByRole('region', { name: 'Bench notes' })).not.toContainText(
      'over the spring’s limit',
      { timeout: 3000 },
    )
  }).toPass()
  await page.getByRole('button', { name: 'Store what Load found' }).click()

  // Build: the order is kept, and the page says why.
  await go(page, 'Build')
  await (await reach(page, page.getByLabel('Fuse in, last of all', { exact: true }))).click()
  await expect(page.locator('main').getByRole('alert')).toContainText('First “')
  await drawer(page, 'Make ready')
  await page.getByLabel('Chock the wheels, ignition off', { exact: true }).click()
  await expect(page.locator('[data-step="chock"]')).toContainText('Odile')

  // Prove: the readings of one night are pasted as rows.
  await go(page, 'Prove')
  await page.getByRole('button', { name: 'Hold test', exact: true }).click()
  await page
    .getByLabel(/Or paste rows/)
    .fill('time, pressure (psi), temperature (°C)\n17:00, 60.0, 16\n20:00, 59.2, 12.9\n23:00, sixty, 10')
  await page.getByRole('button', { name: 'Take in these rows' }).click()
  await expect(page.locator('main').getByRole('alert')).toContainText('Row 3')
  await page
    .getByLabel(/Or paste rows/)
    .fill(
      'time, pressure (psi), temperature (°C)\n17:00, 60.0, 16\n20:00, 59.2, 12.9\n23:00, 58.5, 10\n02:00, 58.0, 8\n07:30, 58.2, 9',
    )
  await page.getByRole('button', { name: 'Take in these rows' }).click()
  await expect(page.locator('[data-verdict]')).toHaveText('Cannot tell yet')
  await expect(page.locator('[data-wait]')).toContainText(/\d/)

  // Hand over.
  await go(page, 'Hand over')
  await fill(page, 'Driver', 'Night shift')
  await fill(page, 'Who to ask', 'Bram')
  await expect(page.getByRole('article', { name: 'Driver’s sheet' })).toContainText('Peat cutter')
  await expect(page.getByRole('article', { name: 'Driver’s sheet' })).toContainText('Usual load')
  await saved(page)
  await drawer(page, 'Paper and files')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'PDF' }).click(),
  ])
  expect(
    readFileSync(await download.path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-')
  await onPaper(page)
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeHidden()
  await expect(page.getByRole('article', { name: 'Driver’s sheet' })).toBeVisible()
  await page.emulateMedia({ media: 'screen' })

  // A page closed at any moment loses nothing. Undo also takes back edits made before the reload.
  await fill(page, 'Driver', 'Day shift')
  const address = page.url()
  await page.close({ runBeforeUnload: false })
  const again = await page.context().newPage()
  await open(again, new URL(address).pathname)
  await drawer(again, 'For the driver')
  await expect(again.getByLabel('Driver', { exact: true })).toHaveValue('Day shift')
  // The edits of the closed page may arrive a moment later than the page itself. Undo names the edit that it
  // takes back.
  await expect(again.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', 'Undo Driver')
  await again.getByRole('button', { name: 'Undo' }).click()
  await expect(again.getByLabel('Driver', { exact: true })).toHaveValue('Night shift')
  await again.getByRole('button', { name: 'Redo' }).click()
  await expect(again.getByLabel('Driver', { exact: true })).toHaveValue('Day shift')
})

test('why? shows formula, inputs and source of a figure', async ({ page }) => {
  await open(page, '/jobs/estuary-flatbed/load')
  await page
    .getByRole('region', { name: 'Gauge strip' })
    .getByRole('button', { name: /Rear axle, why/ })
    .click()
  const card = page.getByRole('dialog')
  await expect(card).toContainText('unladen + Σ m·(1 − x/L)')
  await expect(card).toContainText('Tote 1')
  await expect(card).toContainText('Statics about the axles')
  await axe(page)
  await page.keyboard.press('Escape')
  await expect(card).toBeHidden()
})

test('units switch anywhere and back without moving a figure', async ({ page, request }) => {
  const before = await (await request.get('/api/jobs/shell-runner/plan')).text()
  await open(page, '/jobs/shell-runner/load')
  await page.keyboard.press('u')
  await page.getByRole('button', { name: 'All inch-pound' }).click()
  await page.getByRole('button', { name: 'Done' }).click()
  await drawer(page, 'Trailer')
  await expect(page.getByLabel('Ball load', { exact: true })).toHaveValue('419')
  await page.getByLabel('Ball load', { exact: true }).focus()
  await page.getByLabel('Ball load', { exact: true }).press('Enter')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: /psi · in · lb/ }).click()
  for (const unit of ['mm', 'kg', 'N·m'])
    await page.getByRole('dialog').getByLabel(unit, { exact: true }).check()
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByRole('button', { name: /psi · mm · kg/ })).toBeVisible()
  expect(await (await request.get('/api/jobs/shell-runner/plan')).text()).toBe(before)
  // The test ends by closing this browser, so its choice of units must reach the server first.
  const unitsHeld = async () => (await (await request.get('/api/shop')).json()).document.units
  await expect.poll(unitsHeld).toMatchObject({ length: 'mm', mass: 'kg', torque: 'N·m' })
})

test('keys: stages by number, notes by J, find by /, help by ?', async ({ page }) => {
  await open(page, '/jobs/kiln-trailer/load')
  await page.keyboard.press('4')
  await expect(page.getByRole('heading', { level: 1, name: 'Lay' })).toBeVisible()
  await page.keyboard.press('j')
  await expect(page.locator('.note-head').first()).toBeFocused()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('Apply the note’s remedy')
  await expect(page.getByRole('dialog')).toContainText('Words at Lay')
  await expect(page.locator('[data-term="Slack"]')).toContainText('Length added to a line or wire')
  // A term of another stage is found by its name and comes first.
  await expect(page.locator('[data-term="Hunts"]')).toHaveCount(0)
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.getByLabel('What to find').fill('hunts')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-term]').first()).toContainText('never comes to rest')
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  const second = page.getByRole('option').nth(1)
  await page.getByLabel('What to find').fill('clay')
  await page.keyboard.press('ArrowDown')
  await expect(second).toHaveClass(/bg-chosen/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Load' })).toBeVisible()

  // An edit that arrives meanwhile does not clear the choice.
  await open(page, '/jobs/kiln-trailer/handover')
  const running = page.locator('main').getByText('The circuit is being run', { exact: false })
  await page.keyboard.press('/')
  await page.getByLabel('What to find').fill('clay')
  await page.keyboard.press('ArrowDown')
  await expect(second).toHaveClass(/bg-chosen/)
  await expect(running).toHaveCount(0)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Load' })).toBeVisible()
})

test('names of items that stand behind one another can both be read', async ({ page }) => {
  await open(page, '/jobs/festival-rig/load')
  const side = page
    .locator('main')
    .locator('div', { has: page.getByRole('group', { name: /^Truck from the left side/ }) })
    .last()
  const boxes = await Promise.all(
    ['Lighting towers', 'Cable drums'].map((name) =>
      side.getByText(name, { exact: true }).locator('..').boundingBox(),
    ),
  )
  const [towers, drums] = boxes.map((b) => b!)
  const across = Math.min(towers!.x + towers!.width, drums!.x + drums!.width) - Math.max(towers!.x, drums!.x)
  expect(across).toBeGreaterThan(20) // One name stands behind the other.
  expect(
    Math.min(towers!.y + towers!.height, drums!.y + drums!.height) - Math.max(towers!.y, drums!.y),
  ).toBeLessThan(2)
})

test('a plan file is exported and opened; a broken one is refused and changes nothing', async ({
  page,
  request,
}) => {
  const text = await (await request.get('/api/jobs/star-wagon/plan')).text()
  await open(page, '/')
  const jobs = (await (await request.get('/api/jobs')).json()).total as number
  await page.getByLabel('Plan file').setInputFiles({
    name: 'half.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text.slice(0, 500)),
  })
  await expect(page.getByRole('alert')).toContainText('nothing changed')
  expect((await (await request.get('/api/jobs')).json()).total).toBe(jobs)
  await page
    .getByLabel('Plan file')
    .setInputFiles({ name: 'star.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await expect(page).toHaveURL(/\/jobs\/.+\/truck/)
  await saved(page)
  await expect(page.getByText('Star wagon · Job 0417', { exact: true })).toBeVisible()
  expect(await (await request.get(`/api/jobs/${page.url().split('/').at(-2)}/plan`)).text()).toBe(text)
})

test('two browsers, one job: each sees the other’s edits as they happen, and is asked about the same field once', async ({
  page,
  browser,
}) => {
  const context = await browser.newContext()
  const other = await context.newPage()
  await open(other, '/')
  await other.getByLabel('You are').selectOption({ label: 'Bram' })
  await open(page, '/')
  await page.getByLabel('You are').selectOption({ label: 'Odile' })
  await open(page, '/jobs/festival-rig/load')
  await open(other, '/jobs/festival-rig/load')
  await expect(page.getByText('Bram is here')).toBeVisible()
  await fill(other, 'Mass of Cable drums', '399')
  await fill(other, 'Mass of Cable drums', '400')
  await expect(page.getByRole('alert')).toContainText('Bram changed this job just now')
  await expect(page.getByLabel('Mass of Cable drums', { exact: true })).toHaveValue('400')
  // A half-typed value stays while the other person's figure comes in. It counts once the field is left.
  const ball = page.getByLabel('Ball load', { exact: true })
  await (await reach(page, ball)).fill('77')
  await fill(other, 'Ball load', '66')
  await expect(page.getByRole('alert')).toContainText('Ball load')
  await expect(ball).toHaveValue('77')
  await ball.press('Enter')
  await saved(page)
  await expect(other.getByLabel('Ball load', { exact: true })).toHaveValue('77')
  // Both people type in the same field before either edit has arrived.
  const clash = async (mine: string, theirs: string) => {
    await context.setOffline(true)
    await fill(other, 'Ball load', theirs)
    await fill(other, 'Mass of Cable drums', `4${theirs}`)
    await expect(other.getByRole('status')).toContainText('kept here, not saved yet')
    await fill(page, 'Ball load', mine)
    await saved(page)
    await context.setOffline(false)
  }
  await clash('20', '30')
  const dialog = other.getByRole('dialog')
  await expect(dialog).toContainText('Somebody else changed the same thing')
  await expect(dialog.getByRole('group')).toHaveCount(1)
  await expect(dialog.getByRole('group', { name: /Ball load/ })).toContainText('20 kg')
  await expect(dialog).toContainText('Odile, ')
  await expect(dialog).toContainText('30 kg')
  await expect(dialog).toContainText('Bram, not saved yet')
  await axe(other)
  await dialog.getByLabel(/Odile/).check()
  await dialog.getByRole('button', { name: 'Keep these' }).click()
  await saved(other)
  await expect(other.getByLabel('Ball load', { exact: true })).toHaveValue('20')
  // All other edits made meanwhile are on both screens.
  await expect(page.getByLabel('Mass of Cable drums', { exact: true })).toHaveValue('430')
  await clash('25', '35')
  await dialog.getByRole('button', { name: 'Keep these' }).click()
  await saved(other)
  await expect(page.getByLabel('Ball load', { exact: true })).toHaveValue('35')
  // A settled question is not asked again.
  await open(other, '/jobs/festival-rig/load')
  await expect(other.getByRole('dialog')).toHaveCount(0)
  await drawer(other, 'Trailer')
  await expect(other.getByLabel('Ball load', { exact: true })).toHaveValue('35')
})

test('quick sums: the same figure as the headless command, and a clear word on bad input', async ({
  page,
}) => {
  await open(page, '/sums?sum=standby')
  await expect(page.locator('[data-out="days"]')).toHaveText('729 days')
  await page.getByLabel('Drain · mA').fill('0')
  await expect(page.getByRole('alert')).toContainText('drain_mA must be above 0')
  await page.getByLabel('Drain · mA').fill('4')
  await expect(page.locator('[data-out="days"]')).toHaveText('365 days')
  // The field reads in the shop's units, whatever the contract's: psi is typed where the contract says kPa.
  await open(page, '/sums?sum=gas-temperature')
  await fill(page, 'Pressure', '60 psi')
  await expect(page.locator('[data-out]').first()).toHaveText(/^−?[\d.]+ (psi|bar)$/)
})
