import { axe, expect, fill, open, reach, test } from './support'

type Page = import('@playwright/test').Page
const stand = (page: Page) => page.getByRole('region', { name: 'On the stand-in' })
const card = (page: Page) => page.getByRole('region', { name: 'Set it up' })
const left = (page: Page) => stand(page).locator('[data-gauge="left"]')
const steps = (page: Page) => card(page).getByText('✓ The stand-in shows it')

/** First pressure shown in a reading, in Pa. */
const shown = async (page: Page) => Number.parseFloat((await left(page).innerText()).replace(/[^\d.]*/, ''))

/** A pairing lasts for as long as the job's devices, so each test has a job of its own. */
async function setUp(page: Page, job: string): Promise<void> {
  await open(page, `/jobs/${job}/tune#setup`)
  await expect(stand(page).getByText('The label reads')).toBeVisible()
}
async function pair(page: Page): Promise<void> {
  const label = await stand(page).getByText('The label reads').innerText()
  await stand(page).getByLabel('Code on the label').fill(/\d{4}/.exec(label)![0])
  await stand(page).getByRole('button', { name: 'Pair this phone' }).click()
  await expect(stand(page).getByText(/paired with Phone of/)).toBeVisible()
}
async function hold(page: Page, name: string, ms: number): Promise<void> {
  const key = await reach(page, stand(page).getByRole('button', { name, exact: true }))
  await key.hover()
  await page.mouse.down()
  await page.waitForTimeout(ms)
  await page.mouse.up()
}

test('the box is paired, wrong code first, three memories are stored and gone to, its fuse pulled and put back', async ({
  page,
}) => {
  await setUp(page, 'shell-runner')
  await stand(page).getByLabel('Code on the label').fill('0000')
  await stand(page).getByRole('button', { name: 'Pair this phone' }).click()
  await expect(stand(page).getByText('That is not the code on the box’s label')).toBeVisible()
  await expect(stand(page).getByLabel('Code on the label')).toHaveValue('0000')
  await pair(page)
  await axe(page)

  // It sleeps until the key is on.
  await (await reach(page, stand(page).getByRole('button', { name: /^Memory 1: go there/ }))).click()
  await expect(stand(page).getByText('The box has no power.')).toBeVisible()
  await stand(page).getByLabel('Key', { exact: true }).selectOption('on')
  await stand(page).getByLabel('Time goes').selectOption('60')
  await expect(stand(page).getByText('waiting')).toBeVisible()

  const low = await shown(page)
  for (const [i, ms] of [300, 300, 300].entries()) {
    await hold(page, 'Both up', ms)
    await expect(stand(page).getByText('waiting')).toBeVisible()
    await (await reach(page, stand(page).getByRole('button', { name: 'Store here' }).nth(i))).click()
    await expect(
      stand(page)
        .getByText(/^L .* · R /)
        .nth(i),
    ).toBeVisible()
  }
  await expect.poll(() => shown(page)).toBeGreaterThan(low)
  const high = await shown(page)

  // The truck goes down to the first memory, and the device says when it is there.
  await (await reach(page, stand(page).getByRole('button', { name: /^Memory 1: go there/ }))).click()
  await expect(stand(page).getByText('reached').first()).toBeVisible()
  expect(await shown(page)).toBeLessThan(high)

  // With its plug pulled it is off. Plugged in again, it still knows its memories and its phone.
  await stand(page).getByRole('button', { name: 'Pull the main fuse' }).click()
  await expect(stand(page).getByText('fuse out')).toBeVisible()
  await stand(page).getByRole('button', { name: 'Put the main fuse in' }).click()
  await expect(stand(page).getByText('waiting')).toBeVisible()
  await expect(stand(page).getByText(/^L .* · R /)).toHaveCount(3)
  await (await reach(page, stand(page).getByRole('button', { name: /^Memory 3: go there/ }))).click()
  await expect(stand(page).getByText('reached').first()).toBeVisible()
  expect(await shown(page)).toBeGreaterThan(low)
})

test('the card is confirmed step by step by what the box answers', async ({ page }) => {
  await setUp(page, 'estuary-flatbed')
  await page.getByLabel('This phone is called').fill('Second tablet')
  await page.getByLabel('This phone is called').press('Enter')
  const before = await steps(page).count()
  await stand(page).getByRole('button', { name: 'Pull the main fuse' }).click()
  await stand(page).getByLabel('Time goes').selectOption('60')
  await expect(stand(page).getByText('fuse out')).toBeVisible()
  await page.waitForTimeout(500)
  await stand(page).getByRole('button', { name: 'Put the main fuse in' }).click()
  await expect(stand(page).getByText(/pairing open/)).toBeVisible()
  const label = await stand(page).getByText('The label reads').innerText()
  await stand(page).getByLabel('Code on the label').fill(/\d{4}/.exec(label)![0])
  await stand(page).getByRole('button', { name: 'Pair this phone' }).click()
  await expect(stand(page).getByText('paired with Second tablet')).toBeVisible()
  await expect(steps(page)).toHaveCount(Math.max(before, 2))
  await stand(page).getByLabel('Key', { exact: true }).selectOption('on')
  const minimum = card(page).locator('li', { hasText: 'Set the minimum kept up' })
  const pressure = /L ([\d.]+)/.exec(await minimum.innerText())![1]!
  await fill(page, 'Minimum it keeps up', pressure)
  await expect(minimum.getByText('✓ The stand-in shows it')).toBeVisible()
})

test('the line to the devices breaks: it is said, nothing typed is lost, and it comes back by itself', async ({
  page,
}) => {
  let cut: (() => Promise<void>) | null = null
  let away = false
  await page.routeWebSocket(/^ws:\/\/127\.0\.0\.1/, async (socket) => {
    if (away) return socket.close()
    socket.connectToServer()
    cut = () => socket.close()
  })
  await setUp(page, 'hive-hauler')
  await stand(page).getByLabel('Code on the label').fill('12')
  away = true
  await cut!()
  await expect(stand(page).getByText('The devices do not answer.')).toBeVisible()
  await stand(page).getByRole('button', { name: 'Pair this phone' }).click()
  await expect(stand(page).getByText('Nothing was pressed')).toBeVisible()
  await expect(stand(page).getByLabel('Code on the label')).toHaveValue('12')
  away = false
  await expect(stand(page).getByText('The devices do not answer.')).toHaveCount(0)
  await expect(stand(page).getByLabel('Code on the label')).toHaveValue('12')
})

test('devices of another version say so, and what to do', async ({ page }) => {
  await page.routeWebSocket(/^ws:\/\/127\.0\.0\.1/, (socket) => {
    const server = socket.connectToServer()
    socket.onMessage((text) => server.send(String(text).replace('"protocol":1', '"protocol":0')))
  })
  await open(page, '/jobs/shell-runner/tune#setup')
  await expect(stand(page).getByText(/speak different versions/)).toBeVisible()
})

test('a fault is hidden, looked for with the meter, and told', async ({ page }) => {
  await open(page, '/jobs/kiln-trailer/tune#setup')
  const wrong = page.getByRole('region', { name: 'What is wrong with the stand-in' })
  await wrong.getByText('Make something fail, and find it').click()
  await wrong.getByRole('button', { name: 'Hide one' }).click()
  await expect(wrong.getByText('Something is wrong; find out what.')).toBeVisible()
  await wrong.getByRole('button', { name: 'Read the meter' }).click()
  await expect(wrong.getByText(/: -?[\d.]+ V/)).toBeVisible()
  await wrong.getByRole('button', { name: 'Tell what it is' }).click()
  await expect(wrong.getByText(/^It was: /)).toBeVisible()
  await wrong.getByRole('button', { name: 'Mend all' }).click()
  await expect(wrong.getByText('Nothing is wrong with it.')).toBeVisible()
  await wrong.getByRole('button', { name: 'Spray', exact: true }).click()
  await expect(wrong.getByText('its beginning dry, its end dry')).toBeVisible()
})

test('a height valve is set up on its stand-in: its arm by hand, a load levelled, dumped with the arm held down', async ({
  page,
}) => {
  await open(page, '/jobs/ridge-tender/tune#setup')
  const press = async (name: string) =>
    (await reach(page, stand(page).getByRole('button', { name, exact: true }))).click()
  await stand(page).getByLabel('Key', { exact: true }).selectOption('running')
  await stand(page).getByLabel('Time goes').selectOption('20')
  await expect(steps(page)).toHaveCount(1)
  // It must not run longer than this check needs: filled far over its height, it would have nothing to level.
  await stand(page).getByLabel('Time goes').selectOption('1')
  await press('Height-control valve, its arm: up')
  await expect(stand(page).getByText('A hand holds its arm up.')).toBeVisible()
  await expect(stand(page).getByText('The height valve fills')).toBeVisible()
  await press('Height-control valve, its arm: down')
  await expect(stand(page).getByText('A hand holds its arm down.')).toBeVisible()
  await press('Height-control valve, its arm: let go')
  await expect(steps(page)).toHaveCount(2)
  await stand(page).getByLabel('Time goes').selectOption('20')
  await stand(page).getByLabel('On the truck').selectOption('Tank full')
  await expect(steps(page)).toHaveCount(3)
  await press('Dump valve: down')
  await expect(stand(page).getByText('It filled while the dump stood open')).toBeVisible()
  await press('Height-control valve, its arm: down')
  await press('Dump valve: let go')
  const happened = stand(page).getByRole('list', { name: 'What happened' })
  await expect(happened.getByText('Dump valve: let go')).toBeVisible()
  await press('Dump valve: down')
  await expect(stand(page).getByText('It filled while the dump stood open')).toHaveCount(0)
  await axe(page)
})

test('a controller is locked and taught on its stand-in; what it was taught in no order is refused', async ({
  page,
}) => {
  await open(page, '/jobs/kiln-trailer/tune#setup')
  const press = async (name: string) =>
    (await reach(page, stand(page).getByRole('button', { name, exact: true }))).click()
  await stand(page).getByLabel('Key', { exact: true }).selectOption('running')
  await expect(stand(page).getByText('it was not taught yet')).toBeVisible()
  await press('Service lock on')
  await expect(stand(page).getByText('its service lock is on')).toBeVisible()
  await press('Begin to teach it')
  await expect(stand(page).getByText('The service lock is on: nothing moves.')).toBeVisible()
  await press('Service lock off')
  await press('Begin to teach it')
  await press('Taught')
  await expect(stand(page).getByText('all three to be taught before the end')).toBeVisible()
  for (const name of ['Low is here', 'High is here', 'Ride height is here']) await press(name)
  await press('Taught')
  await expect(stand(page).getByText('lie too near together')).toBeVisible()
  await axe(page)
})
