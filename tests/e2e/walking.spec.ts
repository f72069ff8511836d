import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { expect, fill, gauge, number, open, saved, test } from './support'

test('a tote is dragged, every figure moves, it is saved, and the headless command gives the same', async ({
  page,
  request,
}) => {
  await open(page, '/')
  await page.getByRole('link', { name: /Estuary flatbed/ }).click()
  await page.getByRole('link', { name: /Load/ }).click()
  await saved(page)
  const revision = async () => number(await page.getByRole('status').innerText())
  const before = {
    revision: await revision(),
    left: number(await gauge(page, 'Left spring')),
    rear: number(await gauge(page, 'Rear axle')),
  }

  const tote = page.locator('[data-item="t3"]')
  const box = (await tote.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 - 60, box.y + box.height / 2, { steps: 6 })
  await page.mouse.up()
  await expect.poll(async () => number(await gauge(page, 'Rear axle'))).toBeLessThan(before.rear - 20)
  expect(number(await gauge(page, 'Left spring'))).toBeLessThan(before.left)
  await expect.poll(revision).toBe(before.revision + 1)
  await saved(page)

  await page.reload()
  await saved(page)
  const rear = number(await gauge(page, 'Rear axle'))
  const file = '.build/e2e-estuary.json'
  writeFileSync(file, await (await request.get('/api/jobs/estuary-flatbed/plan')).text())
  let out: string
  try {
    out = execFileSync('bin/np', ['check', file], { encoding: 'utf8' })
  } catch (error) {
    out = (error as { stdout: string }).stdout
  }
  const report = JSON.parse(out) as { figures: { load: Record<string, { value: number }> } }
  expect(Math.round(report.figures.load['totes.rearAxle']!.value)).toBe(rear)

  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => number(await gauge(page, 'Rear axle'))).toBe(before.rear)
  await saved(page)
  await fill(page, 'Mass of Tote 1', '700 lb')
  await expect.poll(async () => number(await gauge(page, 'Rear axle'))).not.toBe(before.rear)
  await page.keyboard.press('Escape')
  await page.locator('body').click({ position: { x: 5, y: 400 } })
  await page.keyboard.press('Control+z')
  await expect.poll(async () => number(await gauge(page, 'Rear axle'))).toBe(before.rear)
  await saved(page)
})
