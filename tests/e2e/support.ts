import axeCore from 'axe-core'
import { expect, test as base, type Locator, type Page } from '@playwright/test'

/**
 * Every test fails on a console error or an unhandled one. `quiet` lists the errors that a test provokes on
 * purpose.
 */
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
 * A stage appears a moment after its heading, and the drawing of a circuit later still.
 * Before that, nothing on them can be read, counted or pressed.
 */
export async function stageShown(page: Page): Promise<void> {
  await expect(page.locator('main[data-stage] [data-bench]')).toBeAttached()
  await expect(page.getByText('Drawing the circuit …')).toHaveCount(0)
}

/** Opens a drawer of the current stage by the start of its title. */
export async function drawer(page: Page, title: string): Promise<void> {
  const link = page
    .getByRole('navigation', { name: /^Drawers of/ })
    .getByRole('link', { name: new RegExp(`^${title}`) })
  // A press at the very moment the stage appears can be lost. A person would press again, and so does this.
  await expect(async () => {
    await link.click()
    await expect(link).toHaveAttribute('aria-current', 'true', { timeout: 5_000 })
  }).toPass()
}

/** Builds all drawers, including those that nobody has opened, as the browser does before it prints. */
export async function whole(page: Page): Promise<void> {
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')))
  await expect(page.locator('[data-bench="whole"]')).toBeAttached()
}

/** Shows the page as it looks on paper. */
export async function onPaper(page: Page): Promise<void> {
  await whole(page)
  await page.emulateMedia({ media: 'print' })
}

/** Opens drawers one after another until the element is there: a drawer is built when it is first opened. */
export async function reach(page: Page, what: Locator): Promise<Locator> {
  const tabs = page.getByRole('navigation', { name: /^Drawers of/ }).getByRole('link')
  const isThere = async () => (await what.count()) > 0 && (await what.first().isVisible())
  if (new URL(page.url()).pathname.startsWith('/jobs/')) await stageShown(page)
  for (let i = 0; !(await isThere()) && i < (await tabs.count()); i++) {
    const id = await tabs.nth(i).getAttribute('data-opens')
    await tabs.nth(i).click()
    // Waits for the pressed drawer. The one before it stays open for a moment and would be taken for it.
    await page.locator(`[data-drawer="${id}"]:not(.shut) > *`).first().waitFor()
  }
  await what.waitFor()
  return what
}

/** Opens a page and waits until it answers clicks. */
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path)
  await page.waitForSelector('html[data-ready]')
  if (!path.startsWith('/jobs/')) return
  await saved(page)
  await stageShown(page)
}

/** Goes to a stage with the line of stages. */
export async function go(page: Page, stage: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: new RegExp(stage) })
    .click()
  await expect(page.getByRole('heading', { level: 1, name: stage })).toBeVisible()
  await stageShown(page)
}

/** Makes a new job of the kind that is offered first. */
export async function newJob(page: Page, name: string): Promise<void> {
  await open(page, '/')
  await page.getByRole('button', { name: 'New job', exact: true }).click()
  await page.getByLabel('Name of the job').fill(name)
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/\/jobs\/.+/)
}

export const saved = (page: Page) => expect(page.getByRole('status')).toContainText(/Revision \d+ saved/)

/** A figure of the gauge strip as the screen shows it. */
export async function gauge(page: Page, name: string): Promise<string> {
  const cell = page.getByRole('region', { name: 'Gauge strip' }).locator('div', { hasText: name }).first()
  return (await cell.locator('.figure').first().innerText()).trim()
}

/** Reads a printed figure as a number: without thin spaces, and with a plain minus sign. */
export const number = (text: string) => Number(text.replace(/[^\d.−-]/g, '').replace('−', '-'))

export async function fill(page: Page, label: string, value: string): Promise<void> {
  const field = await reach(page, page.getByLabel(label, { exact: true }).first())
  await field.fill(value)
  await field.press('Enter')
}

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']

/** The remedy of one note. Another note may end its own label with the same words, as "…; then: …". */
export const remedy = (page: Page, label: string) =>
  page
    .getByRole('region', { name: 'Bench notes' })
    .getByRole('button', { name: new RegExp(`^${label.replaceAll(/[.()?]/g, '\\$&')}`) })

/** Checks WCAG 2.2 AA with axe in the page. `rules` limits it to the rules that a theme or width can affect. */
export async function axe(page: Page, rules?: string[], within = ':root'): Promise<void> {
  // Loaded once per document, because it is half a megabyte.
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
