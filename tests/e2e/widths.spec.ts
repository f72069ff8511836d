import { axe, expect, open, STAGES, test } from './support'

/** A phone, a tablet, a laptop and a large screen. */
const WIDTHS = [
  [390, 844],
  [820, 1180],
  [1280, 800],
  [1920, 1080],
] as const

for (const stage of STAGES)
  test(`${stage} has no accessibility violation and no sideways scroll at any width, in either theme`, async ({
    page,
  }) => {
    await open(page, `/jobs/estuary-flatbed/${stage}`)
    if (stage === 'air') await expect(page.locator('[data-circuit]')).toBeVisible()
    for (const [width, height] of WIDTHS) {
      await page.setViewportSize({ width, height })
      await page.evaluate(() => (document.documentElement.dataset.theme = 'day'))
      await axe(page)
      await page.evaluate(() => (document.documentElement.dataset.theme = 'bay'))
      await axe(page, ['color-contrast', 'target-size'])
      const wide = await page.evaluate(() => document.documentElement.scrollWidth)
      expect({ stage, width, wide }).toEqual({ stage, width, wide: width })
    }
  })
