import { axe, drawer, expect, go, newJob, onPaper, open, saved, test } from './support'

test.describe('on a phone', () => {
  test.use({ viewport: { width: 360, height: 640 }, hasTouch: true, isMobile: true })

  test('a whole job step by step, the signal gone and back six times, to the driver’s sheet', async ({
    page,
    quiet,
  }) => {
    quiet.patterns.push(/Failed to load resource|ERR_INTERNET_DISCONNECTED|WebSocket|Failed to fetch/)
    await open(page, '/jobs/shell-runner/build')
    const step = page.getByRole('article')
    const count = async () => {
      const text = await step.textContent()
      const [, at, of] = /step (\d+) of (\d+)/.exec(text!) ?? []
      return at === undefined ? null : { at: Number(at), of: Number(of) }
    }
    const first = (await count())!
    let cuts = 0
    let isAway = false
    for (let at = first.at; at <= first.of; at++) {
      await expect(step).toContainText(`step ${at} of`)
      // Every step has a picture, or is one of reading and talking.
      const id = await step.getAttribute('data-one-step')
      if (!['sheet', 'box', 'tools', 'card', 'driver', 'key-fuse'].includes(id!))
        await expect(step.locator(`[data-picture="${id}"] svg[role="img"]`)).toBeVisible()
      if ((at - first.at) % 3 === 0 && cuts < 6) {
        isAway = !isAway
        if (isAway) cuts++
        await page.context().setOffline(isAway)
      }
      const clicked = step.getByRole('button', { name: 'The wrench clicked at each' })
      if ((await clicked.count()) > 0) await clicked.tap()
      else
        for (const box of await step.getByRole('checkbox', { name: /^Not measured/ }).all()) await box.check()
      await step.getByRole('button', { name: /^Done/ }).first().tap()
      await expect(step.getByRole('alert')).toHaveCount(0)
    }
    expect(cuts).toBeGreaterThanOrEqual(6)
    await page.context().setOffline(false)
    await expect(page.locator('main')).toContainText(`${first.of} of ${first.of}`)
    await saved(page)
    await page.reload()
    await saved(page)
    await expect(page.locator('main')).toContainText(`${first.of} of ${first.of}`)
    await go(page, 'Hand over')
    await expect(page.getByRole('article', { name: 'Driver’s sheet' })).toContainText('Never over')
  })

  test('soap goes place by place: picture, bubbles, the repair in place, and the next', async ({ page }) => {
    await open(page, '/jobs/hive-hauler/prove')
    await drawer(page, 'Soap')
    const here = page.getByRole('region', { name: 'Soap here' })
    const left = async () => Number(/^(\d+) to soap/.exec((await here.innerText()).trim())![1])
    const before = await left()
    const place = await here.getByRole('heading').innerText()
    await expect(here.locator('[data-where] svg')).toBeVisible()
    await here.getByRole('button', { name: 'bubbles grow' }).tap()
    const repair = here.getByRole('list', { name: `Put ${place} right` })
    await expect(repair).toContainText('Let all air out')
    const dry = here.getByRole('button', { name: 'dry now' })
    expect((await dry.boundingBox())!.height).toBeGreaterThanOrEqual(56)
    await dry.tap()
    await expect(repair).toBeHidden()
    await expect.poll(left).toBe(before - 1)
    await expect(here.getByRole('heading')).not.toHaveText(place)
    await expect(page.getByText(/Put right by/).first()).toBeVisible()
    // From a place that was chosen it goes on to the one after it, not back to the first.
    const first = await here.getByRole('heading').innerText()
    await here.getByRole('button', { name: 'Next place' }).tap()
    await here.getByRole('button', { name: 'Next place' }).tap()
    const third = await here.getByRole('heading').innerText()
    await here.getByRole('button', { name: 'nothing' }).tap()
    await expect(here.getByRole('heading')).not.toHaveText(third)
    await expect(here.getByRole('heading')).not.toHaveText(first)
    await saved(page)
    await axe(page)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360)
  })

  test('with words twice as large nothing is cut and nothing lies beside the page', async ({ page }) => {
    for (const path of [
      'build?step=torque-left',
      'build?step=mount-compressor',
      'prove#soap',
      'prove#functions',
    ]) {
      await open(page, `/jobs/estuary-flatbed/${path}`)
      await page.addStyleTag({ content: 'html { font-size: 200% !important }' })
      const wide = await page.evaluate(() => document.documentElement.scrollWidth)
      expect({ path, fits: wide <= 360 }).toEqual({ path, fits: true })
      const done = page.getByRole('button', { name: /^(Done|Take the tick back)/ }).first()
      if (!path.startsWith('build')) continue
      await done.scrollIntoViewIfNeeded()
      await expect(done).toBeInViewport({ ratio: 1 })
    }
  })

  test('a torque step says order, torque and members; words grow, the hand changes, keys take a figure', async ({
    page,
  }) => {
    await newJob(page, 'How tight')
    await go(page, 'Build')
    await drawer(page, 'Torques')
    await page.getByRole('button', { name: 'Take the usual values over, knowing so' }).first().tap()
    await saved(page)
    await page.goto(`${page.url().replace(/[?#].*/, '')}?step=torque-left`)
    await page.waitForSelector('html[data-ready]')
    const step = page.getByRole('article')
    await expect(step).toContainText('Tighten the left side')
    await expect(step).toContainText(/\d (N·m|ft·lbf)/)
    await step.getByText(/^Axle strap of the left lower bracket: \d members/).tap()
    await expect(step).toContainText('strap round the axle')
    const bolt = step.getByRole('button', { name: /^1 of 2: axle strap/ })
    await bolt.tap()
    await expect(bolt).toHaveAttribute('aria-pressed', 'true')
    await step.getByRole('button', { name: 'Keys for reached: axle strap of the left lower bracket' }).tap()
    const keys = step.getByRole('group', { name: /^Keys: Reached: axle strap/ })
    await keys.getByRole('button', { name: '2', exact: true }).tap()
    await keys.getByRole('button', { name: '0', exact: true }).tap()
    await keys.getByRole('button', { name: 'Enter' }).tap()
    await expect(
      step.getByLabel('Reached: axle strap of the left lower bracket', { exact: true }),
    ).toHaveValue('20')
    const done = step.getByRole('button', { name: /^Done/ }).first()
    const right = (await done.boundingBox())!
    expect(right.height).toBeGreaterThanOrEqual(56)
    await step.getByRole('button', { name: 'Right hand' }).tap()
    await expect(step.getByRole('button', { name: 'Left hand' })).toBeVisible()
    expect((await done.boundingBox())!.x).toBeLessThan(right.x)
    await step.getByRole('button', { name: 'Larger words' }).tap()
    await expect(step.getByRole('button', { name: 'Larger words' })).toContainText('125 %')
    await step.getByText('Why, and what if it is left out').tap()
    await expect(step).toContainText('Left out: A loose bracket')
    // The headless browser has no voice, and says so; with one it would read.
    await step.getByRole('button', { name: 'Read aloud' }).tap()
    await expect(
      step.getByText('no voice').or(step.getByRole('button', { name: 'Stop reading' })),
    ).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360)
    await axe(page)
  })
})

test('what was corrected on the left is offered mirrored on the right, and the part is shown in its circuit', async ({
  page,
}) => {
  await newJob(page, 'Other side')
  await go(page, 'Air')
  await page.getByLabel('Started from').selectOption('wireless-dual')
  await go(page, 'Build')
  await saved(page)
  const address = page.url().replace(/[?#].*/, '')
  await page.goto(`${address}?step=mount-fill-left`)
  await page.waitForSelector('html[data-ready]')
  const step = page.getByRole('article')
  await step.getByRole('button', { name: 'Does not fit here' }).click()
  await step
    .getByRole('button', { name: /^Put it .*: .* away, lines [+-−]?/ })
    .first()
    .click()
  await saved(page)
  await page.goto(`${address}?step=mount-fill-right`)
  await page.waitForSelector('html[data-ready]')
  const offer = step.getByRole('button', { name: /^Put it where it went on the left, mirrored/ })
  await offer.click()
  await expect(offer).toBeHidden()
  await saved(page)
  await step.getByText('In the circuit').click()
  await expect(step.locator('svg.circuit [data-component="fill-right"]')).toBeVisible()
  await axe(page)
})

test('what hands find changes the plan and is asked again at the desk', async ({ page }) => {
  await newJob(page, 'Found under it')
  await go(page, 'Air')
  await page.getByLabel('Started from').selectOption('wireless-dual')
  await go(page, 'Build')
  await saved(page)
  await page.goto(`${page.url().replace(/[?#].*/, '')}?step=mount-compressor`)
  await page.waitForSelector('html[data-ready]')
  const step = page.getByRole('article')
  await expect(step).toContainText('Mount the compressor')
  await step.getByRole('button', { name: 'Does not fit here' }).click()
  const place = step.getByRole('button', { name: /^Put it .*: .* away, lines [+-−]?/ }).first()
  await place.click()
  const notes = page.getByRole('region', { name: 'Bench notes' })
  await expect(notes).toContainText('It does not fit: mount the compressor')
  await notes.getByRole('button', { name: 'It is settled' }).click()
  await expect(notes).not.toContainText('It does not fit')
  // Something in the way, in three taps.
  await step.getByRole('button', { name: 'Something is in the way' }).click()
  await step.getByRole('button', { name: 'ahead', exact: true }).click()
  await step.getByRole('button', { name: 'a fist' }).click()
  await step.getByRole('button', { name: 'it moves' }).click()
  await expect(notes).toContainText('Something is in the way: mount the compressor')
  await axe(page)
  // A look is wanted, and the step says by whom it was given.
  await step.getByRole('button', { name: 'Ask first' }).click()
  await expect(notes).toContainText('A look is wanted: mount the compressor')
  await step.getByRole('button', { name: /has looked$/ }).click()
  await expect(step).toContainText('Looked at by')
  await expect(notes).not.toContainText('A look is wanted')
  await saved(page)
})

test('the box is checked: what is missing keeps its steps waiting, and the others are told', async ({
  page,
}) => {
  await newJob(page, 'Box check')
  await go(page, 'Air')
  await page.getByLabel('Started from').selectOption('wireless-dual')
  await go(page, 'Build')
  await drawer(page, 'Lists')
  const box = page.getByRole('region', { name: 'Box check' })
  await box.getByLabel('Found: compressor').selectOption('missing')
  await box.getByRole('button', { name: 'All else is there' }).click()
  await expect(box).toContainText('1 short')
  await axe(page)
  await expect(page.getByRole('region', { name: 'Bench notes' })).toContainText(
    'Missing in the box: compressor',
  )
  await drawer(page, 'Order and time')
  await expect(page.getByRole('region', { name: 'Waiting for a part' })).toContainText(
    /Compressor\s+holds \d+ steps/,
  )
  await expect(page.getByRole('region', { name: 'Waiting for a part' })).toContainText(
    'can be done meanwhile',
  )
  await page.getByLabel('For the first time: twice as long').check()
  await axe(page)
  await saved(page)
})

test('parts on one carrier plate move together in Lay and are mounted as one', async ({ page }) => {
  await newJob(page, 'Carrier')
  await go(page, 'Air')
  await page.getByLabel('Started from').selectOption('wireless-dual')
  await go(page, 'Lay')
  await drawer(page, 'Places')
  const plate = page.getByLabel('On the carrier plate, moved and mounted with what else is on it')
  await page.getByLabel('Part', { exact: true }).selectOption('compressor')
  await plate.check()
  await page.getByLabel('Part', { exact: true }).selectOption('block')
  const ahead = page.getByLabel('Valve block, from the rear axle', { exact: true })
  await plate.check()
  await saved(page)
  const before = Number((await ahead.inputValue()).replace(/[^\d.]/g, ''))
  await page.getByLabel('Part', { exact: true }).selectOption('compressor')
  const own = page.getByLabel('Compressor, from the rear axle', { exact: true })
  const was = Number((await own.inputValue()).replace(/[^\d.]/g, ''))
  await own.fill(String(was + 100))
  await own.press('Enter')
  await page.getByLabel('Part', { exact: true }).selectOption('block')
  await expect
    .poll(async () => Math.abs(Number((await ahead.inputValue()).replace(/[^\d.]/g, '')) - before - 100))
    .toBeLessThan(2)
  await go(page, 'Build')
  await drawer(page, 'Mount')
  await expect(page.locator('[data-step="mount-carrier"]')).toContainText('Mount the carrier plate with the')
  await expect(page.locator('[data-step="mount-compressor"]')).toContainText(
    'Put the compressor on the carrier plate',
  )
  await saved(page)
})

test('on paper every step has its picture and a code, and every bag its label', async ({ page }) => {
  await open(page, '/jobs/shell-runner/build')
  await onPaper(page)
  const mount = page.locator('[data-step="mount-compressor"]')
  await expect(mount.locator('svg').first()).toBeVisible()
  await expect(page.locator('[data-code="mount-compressor"] svg')).toBeVisible()
  await expect(page.locator('[data-bag-labels]')).toContainText('Breather hose')
})
