import { axe, drawer, expect, go, open, saved, test } from './support'

type Page = import('@playwright/test').Page

/** Counts what a person presses; choosing from a list is two, as by mouse. */
function counted(page: Page) {
  let presses = 0
  return {
    count: () => presses,
    press: async (name: string | RegExp, exact = true) => {
      presses += 1
      await page.getByRole('button', { name, exact }).first().click()
    },
    choose: async (label: string | RegExp) => {
      presses += 1
      await page.getByRole('radio', { name: label }).check()
    },
    pick: async (label: string, option: string) => {
      presses += 2
      await page.getByLabel(label, { exact: true }).selectOption({ label: option })
    },
    add: () => void (presses += 1),
  }
}
/** Opens the dialog of a new job and names it; typing a name is no press. */
async function newOne(page: Page, hand: ReturnType<typeof counted>, name: string) {
  await open(page, '/')
  await hand.press('New job')
  await page.getByLabel('Name of the job').fill(name)
}

test('hand fill gets a control: from the job list to the first step of Build in eight presses', async ({
  page,
}) => {
  const hand = counted(page)
  await newOne(page, hand, 'Control wanted')
  await axe(page)
  await hand.choose(/^A control for springs filled by hand/)
  await hand.pick('What it becomes', 'Compressor, dual path, wireless')
  await hand.press('Begin')
  await page.waitForURL(/\/air#found/)
  await saved(page)
  await expect(page.getByRole('region', { name: 'Kind of job' })).toBeVisible()
  hand.add()
  await go(page, 'Build')
  await expect(page.getByRole('article')).toContainText('step 1 of')
  expect(hand.count()).toBeLessThanOrEqual(8)
  await expect(page.locator('main')).toContainText('Look at what is there')
})

test('a dead compressor is a repair in six presses: it comes off, the same goes in', async ({ page }) => {
  const hand = counted(page)
  await newOne(page, hand, 'Dead compressor')
  await hand.choose(/^A repair/)
  await hand.press('Begin')
  await page.waitForURL(/\/air#found/)
  hand.add()
  await go(page, 'Build')
  expect(hand.count()).toBeLessThanOrEqual(6)
  await drawer(page, 'Mount')
  await expect(page.locator('[data-step="mount-compressor"]')).toBeVisible()
  await drawer(page, 'Make ready')
  await expect(page.locator('[data-step^="off-"]').first()).toContainText('Look for why it failed')
})

test('it sinks and nobody knows why: three presses from the job list to a place to soap', async ({
  page,
}) => {
  const hand = counted(page)
  await newOne(page, hand, 'Sinks on the left')
  await hand.choose(/^What is wrong/)
  await hand.press('Begin')
  await page.waitForURL(/\/prove#soap/)
  expect(hand.count()).toBe(3)
  const here = page.getByRole('region', { name: 'Soap here' })
  await expect(here.getByRole('button', { name: 'bubbles grow' })).toBeVisible()
  await axe(page)
})

test('new springs with a load: the first pressure is there as the job opens', async ({ page }) => {
  const hand = counted(page)
  await newOne(page, hand, 'Gravel')
  await page.getByLabel('What it usually carries, if you know it').fill('600 kg')
  await hand.press('Begin')
  await page.waitForURL(/\/truck#measure/)
  await go(page, 'Load')
  await expect(page.locator('[data-subject] input').first()).toHaveValue('Load')
  // A load that no truck carries is refused before anything is made.
  await newOne(page, hand, 'Too much')
  const load = page.getByLabel('What it usually carries, if you know it')
  await load.fill('60 t')
  await load.press('Tab')
  await expect(page.getByRole('alert').first()).toBeVisible()
  await expect(page.getByLabel('Name of the job')).toHaveValue('Too much')
})
