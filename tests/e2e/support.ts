import axeCore from 'axe-core'
import { expect, test as base, type Locator, type Page } from '@playwright/test'

/** Every test fails on a console error or an unhandled one; `quiet` names what a test provokes on purpose. */
export const test = base.extend<{ quiet: { patterns: RegExp[] }; watched: undefined }>({
  // eslint-disable-next-line no-empty-pattern
  quiet: async ({}, use) => {
    await use({ patterns: [] })
  },
  watched: [
    async ({ page, quiet }, use) => {
      const errors: string[] = []
      page.on('console', (m) => m.type() === 'error' && errors.push(m.text()))
      page.on('pageerror', (e) => errors.push(e.message))
      await use(undefined)
      expect(errors.filter((e) => !quiet.patterns.some((p) => p.test(e)))).toEqual([])
    },
    { auto: true },
  ],
})
export { expect }

export const STAGES = ['truck', 'load', 'air', 'lay', 'power', 'tune', 'build', 'prove', 'handover'] as const

/**
 * A stage comes a moment after its heading, and the drawing of a circuit another one later; nothing can be read,
 * counted or pressed on them before.
 */
export async function stageShown(page: Page): Promise<void> {
  await expect(page.locator('main[data-stage] [data-bench]')).toBeAttached()
  await expect(page.getByText('Drawing the circuit …')).toHaveCount(0)
}

/** Opens a drawer of the stage shown by its title; other words may stand behind it. */
export async function drawer(page: Page, title: string): Promise<void> {
  const link = page
    .getByRole('navigation', { name: /^Drawers of/ })
    .getByRole('link', { name: new RegExp(`^${title}`) })
  // Pressed in the very moment its stage appears it may stay shut: whoever sees that presses again.
  await expect(async () => {
    await link.click()
    await expect(link).toHaveAttribute('aria-current', 'true', { timeout: 5_000 })
  }).toPass()
}

/** Has all drawers made, as the browser does before it prints: those too that nobody has opened. */
export async function whole(page: Page): Promise<void> {
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')))
  await expect(page.locator('[data-bench="whole"]')).toBeAttached()
}

/** As the page stands on paper. */
export async function onPaper(page: Page): Promise<void> {
  await whole(page)
  await page.emulateMedia({ media: 'print' })
}

/** Opens drawers one after the other until something is there: one that nobody has opened is not made yet. */
export async function reach(page: Page, what: Locator): Promise<Locator> {
  const tabs = page.getByRole('navigation', { name: /^Drawers of/ }).getByRole('link')
  const isThere = async () => (await what.count()) > 0 && (await what.first().isVisible())
  if (new URL(page.url()).pathname.startsWith('/jobs/')) await stageShown(page)
  for (let i = 0; !(await isThere()) && i < (await tabs.count()); i++) {
    const id = await tabs.nth(i).getAttribute('data-opens')
    await tabs.nth(i).click()
    // The one pressed, not the one that is still open: looked at too early, it would be passed by and shut again.
    await page.locator(`[data-drawer="${id}"]:not(.shut) > *`).first().waitFor()
  }
  await what.waitFor()
  return what
}

/** Opens a page and waits until it answers to clicks. */
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path)
  await page.waitForSelector('html[data-ready]')
  if (!path.startsWith('/jobs/')) return
  await saved(page)
  await stageShown(page)
}

/** Goes to a stage by the line. */
export async function go(page: Page, stage: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: new RegExp(stage) })
    .click()
  await expect(page.getByRole('heading', { level: 1, name: stage })).toBeVisible()
  await stageShown(page)
}

/** A job made from nothing, of the kind offered first. */
export async function newJob(page: Page, name: string): Promise<void> {
  await open(page, '/')
  await page.getByRole('button', { name: 'New job', exact: true }).click()
  await page.getByLabel('Name of the job').fill(name)
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/\/jobs\/.+/)
}

export const saved = (page: Page) => expect(page.getByRole('status')).toContainText(/Revision \d+ saved/)

/** A figure on the gauge strip, as read on the screen. */
export async function gauge(page: Page, name: string): Promise<string> {
  const cell = page.getByRole('region', { name: 'Gauge strip' }).locator('div', { hasText: name }).first()
  return (await cell.locator('.figure').first().innerText()).trim()
}

/** Digits of a figure as printed: thin spaces out, a true minus turned plain. */
export const number = (text: string) => Number(text.replace(/[^\d.−-]/g, '').replace('−', '-'))

export async function fill(page: Page, label: string, value: string): Promise<void> {
  const field = await reach(page, page.getByLabel(label, { exact: true }).first())
  await field.fill(value)
  await field.press('Enter')
}

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']

/** A note's own remedy: others may carry it after their own, as "…; then: …". */
export const remedy = (page: Page, label: string) =>
  page
    .getByRole('region', { name: 'Bench notes' })
    .getByRole('button', { name: new RegExp(`^${label.replaceAll(/[.()?]/g, '\\$&')}`) })

/** WCAG 2.2 AA by axe, in the page itself; `rules` narrows it to what a theme or a width can change. */
export async function axe(page: Page, rules?: string[], within = ':root'): Promise<void> {
  // Read once for each document: it is half a megabyte.
  if (await page.evaluate(() => !('axe' in window))) await page.evaluate(axeCore.source)
  const runOnly = rules ? { type: 'rule', values: rules } : { type: 'tag', values: WCAG }
  const found = await page.evaluate(
    async ({ within, runOnly }) => {
      const { axe } = window as unknown as { axe: typeof axeCore }
      const options = { runOnly, resultTypes: ['violations'] } as axeCore.RunOptions
      const { violations } = await axe.run(within, options)
      const placesOf = ({ nodes }: axeCore.Result) => nodes.map(({ target }) => target.join(' '))
      return violations.map((one) => `${one.id}: ${placesOf(one).slice(0, 4).join(' | ')}`)
    },
    { within, runOnly },
  )
  expect(found).toEqual([])
}
