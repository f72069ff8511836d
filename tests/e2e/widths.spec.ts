import { axe, expect, open, STAGES, test } from './support'

/** What a theme or a width can change of what both layouts, in a hand and on a bench, have been looked through for. */
const THEMED = ['color-contrast', 'target-size']

/** A phone, a tablet, a laptop and a large screen; all rules once for each of the two layouts. */
const WIDTHS = [
  { width: 390, height: 844, rules: undefined },
  { width: 820, height: 1180, rules: THEMED },
  { width: 1280, height: 800, rules: undefined },
  { width: 1920, height: 1080, rules: THEMED },
]

// Nothing is changed here, so that both workers may take of it.
test.describe.configure({ mode: 'parallel' })

for (const stage of STAGES)
  test(`${stage} has no accessibility violation and no sideways scroll at any width, in either theme`, async ({
    page,
  }) => {
    await open(page, `/jobs/estuary-flatbed/${stage}`)
    if (stage === 'air') await expect(page.locator('[data-circuit]')).toBeVisible()
    for (const { width, height, rules } of WIDTHS) {
      await page.setViewportSize({ width, height })
      for (const theme of ['day', 'bay']) {
        await page.evaluate((name) => (document.documentElement.dataset.theme = name), theme)
        await axe(page, theme === 'day' ? rules : THEMED)
      }
      const wide = await page.evaluate(() => document.documentElement.scrollWidth)
      expect({ stage, width, wide }).toEqual({ stage, width, wide: width })
    }
  })
