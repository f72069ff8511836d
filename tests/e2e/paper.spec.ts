import { readFileSync } from 'node:fs'
import { drawer, expect, newJob, onPaper, open, STAGES, test } from './support'

/** Counts the pages of a PDF: the browser writes each as an object of its own. */
const pagesOf = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type\s*\/Page(?!s)/g)?.length ?? 0

test('every stage prints a sheet with shop, job, date and revision, black on white in either theme, on A4 and Letter', async ({
  page,
}) => {
  for (const stage of STAGES.filter((s) => s !== 'handover')) {
    await open(page, `/jobs/shell-runner/${stage}`)
    await page.evaluate(() => (document.documentElement.dataset.theme = 'bay'))
    await onPaper(page)
    const head = page.locator('[data-print-head]')
    await expect(head).toBeVisible()
    for (const words of ['Saltmarsh Spring & Circuit', 'Shell runner · Job 0421', 'Rowing club'])
      await expect(head).toContainText(words)
    await expect(page.getByRole('navigation', { name: 'Stages' })).toBeHidden()
    const [ink, paper] = await page.evaluate(() => {
      const main = document.querySelector('main')!
      return [getComputedStyle(main).color, getComputedStyle(document.documentElement).backgroundColor]
    })
    expect({ stage, ink, paper }).toEqual({ stage, ink: 'rgb(0, 0, 0)', paper: 'rgb(255, 255, 255)' })
    for (const format of ['A4', 'Letter']) expect(pagesOf(await page.pdf({ format }))).toBeGreaterThan(0)
    await expect(head).toContainText(/\d{1,2} \w+ \d{4} · Revision \d+/)
    await page.emulateMedia({ media: 'screen' })
  }
})

test('Build prints every step with a box to tick, over as many pages as it takes, and never the phone’s form', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await open(page, '/jobs/shell-runner/build')
  // Printed before anything was opened: the paper still has every part of the sheet.
  const pages = pagesOf(await page.pdf({ format: 'A4' }))
  expect(pages).toBeGreaterThan(1)
  await onPaper(page)
  await expect(page.getByRole('article')).toBeHidden()
  const steps = page.locator('[data-step]')
  const [, today, later] = /of\s+(\d+)\s+steps, (\d+) after the road/.exec(
    await page.locator('main').innerText(),
  )!
  expect(await steps.count()).toBe(Number(today) + Number(later))
  for (const step of await steps.all()) await expect(step.getByRole('checkbox')).toBeVisible()
  expect(pagesOf(await page.pdf({ format: 'A4' }))).toBe(pages)
})

test('the whole job is one pack of sheets, on A4 and Letter, from the demo and from a job made from nothing', async ({
  page,
}) => {
  await newJob(page, 'Peat barge, all sheets')
  for (const path of [
    new URL(page.url()).pathname.replace(/truck$/, 'handover'),
    '/jobs/shell-runner/handover',
  ]) {
    await open(page, path)
    await drawer(page, 'Paper and files')
    for (const paper of ['A4', 'Letter']) {
      await page.getByLabel('Paper', { exact: true }).selectOption(paper)
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('link', { name: 'Whole job pack' }).click(),
      ])
      const pdf = readFileSync(await download.path())
      expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
      // Load has one sheet for each haul, and eight others stand beside it, each on its own page.
      expect(pagesOf(pdf)).toBeGreaterThanOrEqual(9)
    }
  }
})
