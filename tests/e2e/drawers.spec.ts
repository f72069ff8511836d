import { axe, drawer, expect, fill, gauge, go, newJob, number, open, saved, STAGES, test } from './support'
import { slice } from '../slice'

const drawers = (page: import('@playwright/test').Page) =>
  page.getByRole('navigation', { name: /^Drawers of/ }).getByRole('link')
/** A layout shift as Chromium reports it. */
interface Moved {
  node: Node | null
  previousRect: DOMRectReadOnly
  currentRect: DOMRectReadOnly
}
const notes = (page: import('@playwright/test').Page) => page.getByRole('region', { name: 'Bench notes' })

test('every drawer of every stage opens by its address, and is the only one open', async ({ page }) => {
  for (const stage of slice('drawers', STAGES, 0.4)) {
    await open(page, `/jobs/shell-runner/${stage}`)
    const ids = await drawers(page).evaluateAll((links) => links.map((l) => l.getAttribute('data-opens')!))
    expect(ids.length).toBeGreaterThan(0)
    for (const id of ids) {
      await open(page, `/jobs/shell-runner/${stage}#${id}`)
      await expect(page.locator(`[data-drawer="${id}"]`)).toBeVisible()
      expect(await page.locator('[data-drawer]:visible').count()).toBe(1)
    }
  }
})

test('drawers are stepped through by [ and ], and back and forward lead through what was opened', async ({
  page,
}) => {
  await open(page, '/jobs/estuary-flatbed/load')
  const current = () => page.locator('[data-drawers] a[aria-current]').getAttribute('data-opens')
  expect(await current()).toBe('aboard')
  await page.keyboard.press(']')
  await expect.poll(current).toBe('trailer')
  await page.keyboard.press(']')
  await expect.poll(current).toBe('pressures')
  await page.keyboard.press('[')
  await expect.poll(current).toBe('trailer')
  await page.goBack()
  await expect.poll(current).toBe('pressures')
  await page.goBack()
  await page.goBack()
  await expect.poll(current).toBe('aboard')
  await page.goForward()
  await expect.poll(current).toBe('trailer')
  await expect(page).toHaveURL(/\/load#trailer$/)
})

test('a note leads to its field; what is edited is lit on the picture, what is pressed there opens its drawer', async ({
  page,
}) => {
  await open(page, '/jobs/kiln-trailer/truck#job')
  const heights = page.locator('[data-drawer="heights"]')
  await notes(page)
    .getByRole('button', { name: /The spring does not reach its seat/ })
    .click()
  await expect(page).toHaveURL(/#heights$/)
  await expect(heights.getByLabel('Seat gap, unladen', { exact: true })).toBeFocused()
  const gap = page.getByRole('button', { name: /^Seat gap, unladen/ })
  await expect(gap).toHaveClass(/bg-glow/)
  await heights.getByLabel('Fender lip, rear left', { exact: true }).focus()
  await expect(gap).not.toHaveClass(/bg-glow/)
  await expect(page.getByRole('button', { name: /^Fender lip, rear left/ })).toHaveClass(/bg-glow/)

  await page
    .getByRole('group', { name: 'Truck from the left side' })
    .getByRole('button', { name: /^Bend 2/ })
    .click()
  await expect(page.getByLabel('Bend 2, above ground')).toBeVisible()

  // It also works from another stage: a Stop of Truck is pressed at Build.
  await go(page, 'Build')
  await notes(page)
    .getByRole('button', { name: /Truck: The spring does not reach its seat/ })
    .click()
  await expect(heights.getByLabel('Seat gap, unladen', { exact: true })).toBeFocused()
})

test('what is added takes the focus, in a job made from nothing', async ({ page }) => {
  await newJob(page, 'Rows with the focus')
  await go(page, 'Load')
  await page.getByRole('button', { name: 'Add an item' }).click()
  await expect(page.getByLabel('Name of Item 1')).toBeFocused()
  await go(page, 'Truck')
  await drawer(page, 'Frame and springs')
  await page.getByRole('button', { name: 'Cross-member', exact: true }).click()
  await expect(page.getByLabel(/^Cross-member \d+, from the rear axle$/).last()).toBeFocused()
  await drawer(page, 'Weights and ratings')
  await page.getByRole('button', { name: 'Type one' }).click()
  await expect(page.getByLabel('Name of ticket Ticket')).toBeFocused()
  await saved(page)
})

test('five measurements give a believable pressure: a dozen entries from New job, in the order one walks round the truck', async ({
  page,
}) => {
  let entries = 0
  const type = async (label: string, value: string) => {
    entries++
    await fill(page, label, value)
  }
  await open(page, '/')
  await page.getByRole('button', { name: 'New job', exact: true }).click()
  await page.getByLabel('Name of the job').fill('First timer')
  await page.getByLabel('Leaf flatbed').check()
  entries += 2
  await page.getByRole('button', { name: 'Begin' }).click()
  await saved(page)
  const measure = page.getByRole('region', { name: 'Measure first' })
  await expect(measure.getByText('still a guess')).toHaveCount(5)
  await expect(measure.getByLabel('Rear axle, unladen')).toHaveClass(/guess/)
  await type('Rear axle rating', '3100')
  await type('Front axle, unladen', '1580 kg')
  await type('Rear axle, unladen', '1130 kg')
  await type('Fender lip, front left', '940')
  await type('Fender lip, rear left', '975')
  await type('Fender lip, rear right', '970')
  await type('Fender lip, front right', '945')
  await type('Seat gap, unladen', '210')
  await type('Carried', '900 kg')
  expect(entries).toBeLessThanOrEqual(12)
  await expect(measure.getByLabel('Rear axle, unladen')).not.toHaveClass(/guess/)
  await expect(measure.getByText('still a guess')).toHaveCount(1) // two ratings of the plate
  await expect(measure).toContainText(/wants\s+\d+\s*psi.* left,\s+\d+\s*psi/)
  await expect(measure).toContainText('give or take')
  await expect(page.getByRole('link', { name: /^Measure first\s*4 of 5/ })).toBeVisible()
  expect(number(await gauge(page, 'Left spring'))).toBeGreaterThan(20)
})

test.describe('in a hand', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

  test('a drawer comes up from below and goes back to the picture', async ({ page }) => {
    await open(page, '/jobs/estuary-flatbed/load')
    await expect(page.locator('[data-drawer]:visible')).toHaveCount(0)
    await drawers(page).filter({ hasText: 'Ratings' }).tap()
    await expect(page.locator('[data-drawer="ratings"]')).toBeVisible()
    await expect(page.getByRole('group', { name: /^Truck from the left side/ })).toBeInViewport()
    await axe(page)
    await page.getByRole('button', { name: 'Back to the picture' }).tap()
    await expect(page.locator('[data-drawer]:visible')).toHaveCount(0)
    await expect(drawers(page).filter({ hasText: 'Ratings' })).toBeFocused()
  })
})

for (const [width, height] of [
  [390, 844],
  [1280, 800],
  [1920, 1080],
] as const)
  test(`what stands under a circuit stays where it is when its drawing comes, ${width} wide`, async ({
    page,
  }) => {
    let draw = () => {}
    const held = new Promise<void>((resolve) => (draw = resolve))
    await page.route('**/elk-worker*', async (route) => {
      await held
      await route.continue()
    })
    await page.setViewportSize({ width, height })
    await page.goto('/jobs/festival-rig/air')
    await saved(page)
    await expect(page.getByText('Drawing the circuit …')).toBeVisible()
    await page.evaluate(() => document.fonts.ready.then(() => true))
    const under = page.getByRole('navigation', { name: 'Drawers of Air' })
    const before = (await under.boundingBox())!.y
    draw()
    await expect(page.locator('[data-circuit]')).toBeVisible()
    expect((await under.boundingBox())!.y).toBeCloseTo(before, 0)
  })

test('a remedy has its place in its note from the first, and can be pressed once it is tried', async ({
  page,
}) => {
  await newJob(page, 'Nothing moves')
  await page.addInitScript(() => {
    const late: string[] = []
    Object.assign(window, { late })
    const isRemedy = (node: Node) => node instanceof Element && node.matches('.remedy')
    new MutationObserver((changes) => {
      const added = changes.flatMap(({ addedNodes }) => [...addedNodes]).filter(isRemedy)
      late.push(...added.map((node) => node.textContent!.trim()))
    }).observe(document, { childList: true, subtree: true })
  })
  await open(page, new URL(page.url()).pathname.replace(/[^/]+$/, 'tune'))
  await expect(page.locator('.note .remedy').first()).toBeEnabled()
  expect(await page.evaluate(() => (window as unknown as { late: string[] }).late)).toEqual([])
})

for (const [path, settled] of [
  ['core-sampler/lay#places', 'Slack left at each spring'],
  ['core-sampler/power#guards', 'good for some seconds'],
  ['shell-runner/tune#setup', 'Write it down'],
] as const)
  test(`${path} comes whole: nothing in it moves, however slowly its files come`, async ({ page }) => {
    // The files arrive one after another, as over a poor connection.
    let asked = 0
    await page.route('**/_nuxt/**', async (route) => {
      if (asked++ % 2) await new Promise((resolve) => setTimeout(resolve, 300))
      await route.continue()
    })
    await page.addInitScript(() => {
      const moved: string[] = []
      Object.assign(window, { moved })
      const isIn = ({ node }: Moved) =>
        (node instanceof Element ? node : node?.parentElement)?.closest('[data-drawer]')
      new PerformanceObserver((list) => {
        for (const { sources } of list.getEntries() as unknown as { sources: Moved[] }[])
          for (const source of sources)
            if (isIn(source) && source.previousRect.height > 0)
              moved.push(`${source.node!.textContent} by ${source.currentRect.y - source.previousRect.y}`)
      }).observe({ type: 'layout-shift', buffered: true })
    })
    await open(page, `/jobs/${path}`)
    await expect(page.locator('[data-drawer]:visible').getByText(settled).first()).toBeVisible()
    await page.waitForLoadState('networkidle')
    expect(await page.evaluate(() => (window as unknown as { moved: string[] }).moved)).toEqual([])
  })

test('until the stand-in answers its card says so, and the answer moves nothing', async ({ page }) => {
  let answer = () => {}
  const held = new Promise<void>((resolve) => (answer = resolve))
  await page.route('**/api/devices', async (route) => {
    await held
    await route.continue()
  })
  await open(page, '/jobs/shell-runner/tune#setup')
  const card = page.getByRole('region', { name: 'Set it up' })
  await expect(card.getByText('The stand-in has not answered yet').first()).toBeVisible()
  const button = card.getByRole('button', { name: 'Write it down' })
  const before = (await button.boundingBox())!.y
  answer()
  await expect(card.getByText('The stand-in does not show it yet').first()).toBeVisible()
  await expect(card.getByText('has not answered yet')).toHaveCount(0)
  expect((await button.boundingBox())!.y).toBeCloseTo(before, 0)
})
