import type { Page } from '@playwright/test'
import { expect, gauge, number, saved, stageShown, test } from './support'

const MOST = 220
/** Presses Tab until an element with that name has the focus. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < MOST; i++) {
    await page.keyboard.press('Tab')
    const focused = await page.evaluate(() => {
      const e = document.activeElement as HTMLInputElement | null
      // A group is not named by all the text inside it.
      const own = e?.matches('button, a') ? e.textContent : ''
      return `${e?.ariaLabel ?? ''} ${e?.labels?.[0]?.textContent ?? ''} ${own ?? ''}`
    })
    if (name.test(focused)) return
  }
  throw new Error(`No Tab reached ${name}`)
}
/** Goes to a field by Find, types, and leaves it. */
async function find(page: Page, field: string, value: string): Promise<void> {
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await expect(page.getByLabel('What to find')).toBeFocused()
  await page.keyboard.type(field)
  await page.keyboard.press('Enter')
  await expect(page.getByLabel(field, { exact: true }).and(page.locator(':focus'))).toBeVisible()
  await page.keyboard.press('Control+a')
  await page.keyboard.type(value)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
}
/** Goes to a stage by its number. */
async function stage(page: Page, key: string, name: string): Promise<void> {
  await page.keyboard.press('Escape')
  await page.keyboard.press(key)
  await expect(page.getByRole('heading', { level: 1, name, exact: true })).toBeVisible()
}

test('a whole job by keyboard alone, from the list to the driver’s sheet', async ({ page }) => {
  await page.goto('/')
  await page.waitForSelector('html[data-ready]')
  await tabTo(page, /^ *New job$/)
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Name of the job')).toBeFocused()
  await page.keyboard.type('By keys alone')
  await page.keyboard.press('Enter')
  await saved(page)
  await stageShown(page)
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page.getByRole('heading', { level: 1, name: 'Truck' })).toBeVisible()

  await find(page, 'Seat gap, unladen', '205 mm')
  await find(page, 'Wheel, rear left', '430 kg')
  await stage(page, '2', 'Load')
  await tabTo(page, /Add an item/)
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Name of Item 1')).toBeFocused()
  await page.keyboard.type('Hay')
  await tabTo(page, /^ *Mass of /)
  await page.keyboard.type('450')
  await page.keyboard.press('Enter')
  await expect.poll(async () => number(await gauge(page, 'Left spring'))).toBeGreaterThan(10)
  await find(page, 'Ball load', '60')

  await stage(page, '3', 'Air')
  await page.keyboard.press('/')
  await page.keyboard.type('Started from')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Started from')).toBeFocused()
  await page.keyboard.type('4')
  await expect(page.getByLabel('Started from')).toHaveValue('wireless-dual')

  await stage(page, '4', 'Lay')
  await tabTo(page, /^ *Compressor from below/)
  const tube = () => page.locator('[data-opens="cuts"]').innerText()
  const before = await tube()
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight')
  await expect.poll(tube).not.toBe(before)

  await stage(page, '5', 'Power')
  await find(page, 'Drop allowed', '4 %')
  await stage(page, '6', 'Tune')
  await tabTo(page, /Store what Load found/)
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-opens="presets"]')).toContainText('1 of 1')

  await stage(page, '7', 'Build')
  await tabTo(page, /^ *Done$/)
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-opens="make-ready"]')).toContainText('1 of')
  await stage(page, '8', 'Prove')
  await tabTo(page, /^\s*Hold test\s*$/)
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-verdict]')).toBeVisible()
  await stage(page, '9', 'Hand over')
  await find(page, 'Driver', 'Whoever feeds the herd')
  await expect(page.getByRole('article', { name: 'Driver’s sheet' })).toContainText('Whoever feeds the herd')
  await saved(page)
})
