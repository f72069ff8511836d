import type { Page } from '@playwright/test'
import { slice } from '../slice'
import { axe, expect, open, STAGES, test } from './support'

/**
 * The phone and the laptop have two different layouts: all rules are checked.
 * Tablet and large screen stretch them: only the rules that a width can affect are checked.
 */
const WIDTHS = [
  { width: 390, height: 844, rules: undefined },
  { width: 820, height: 1180, rules: ['target-size'] },
  { width: 1280, height: 800, rules: undefined },
  { width: 1920, height: 1080, rules: ['target-size'] },
]
/** The rules that another theme can affect on a layout that was already checked. */
const THEMED = ['color-contrast']

const inTheme = (page: Page, theme: 'day' | 'bay') =>
  page.evaluate((name) => void (document.documentElement.dataset.theme = name), theme)

// These tests change nothing, so both workers may share them.
test.describe.configure({ mode: 'parallel' })

for (const stage of slice('widths', STAGES, 0.5))
  test(`${stage} has no accessibility violation and no sideways scroll at any width, in either theme`, async ({
    page,
  }) => {
    await open(page, `/jobs/estuary-flatbed/${stage}`)
    if (stage === 'air') await expect(page.locator('[data-circuit]')).toBeVisible()
    for (const { width, height, rules } of WIDTHS) {
      await page.setViewportSize({ width, height })
      await axe(page, rules)
      if (!rules) {
        await inTheme(page, 'bay')
        await axe(page, THEMED)
        await inTheme(page, 'day')
      }
      const wide = await page.evaluate(() => document.documentElement.scrollWidth)
      expect({ stage, width, wide }).toEqual({ stage, width, wide: width })
    }
  })
