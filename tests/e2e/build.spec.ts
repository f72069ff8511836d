import { axe, drawer, expect, go, newJob, open, saved, test } from './support'

test('what is taken off is written down, gets its step off and back, and the truck does not come down before it is back', async ({
  page,
}) => {
  await newJob(page, 'Rail cover in the way')
  await go(page, 'Build')
  await drawer(page, 'Off and back')
  const register = page.getByRole('region', { name: 'Off and back' })
  await expect(register).toContainText('Both rear wheels')
  await register.getByLabel('Also took off').fill('Mud flap')
  await register.getByRole('button', { name: 'Write it down' }).click()
  await expect(register.getByLabel('Also took off')).toHaveValue('')
  await register.getByLabel('Bolts: mud flap').fill('3')
  await register.getByLabel('Bolts: mud flap').press('Enter')
  await register.getByLabel('Head: mud flap').fill('hex 10 mm')
  await register.getByLabel('Head: mud flap').press('Enter')
  await axe(page)
  await saved(page)
  await drawer(page, 'Make ready')
  const off = page.locator('[data-step^="free-own-"]')
  await expect(off).toContainText('Off: mud flap')
  await expect(off).toContainText(/3 bolts, hex 10 mm, in bag \d/)
  await drawer(page, 'Close')
  const back = page.locator('[data-step^="back-own-"]')
  await expect(back).toContainText('3 bolts out of bag')
  await page.locator('[data-step="back"]').getByRole('checkbox').click()
  await expect(page.locator('main').getByRole('alert')).toContainText('First “')
  // Thrown away: it has no way back, and its reason is asked for.
  await drawer(page, 'Off and back')
  await register.getByLabel('What becomes of it: mud flap').selectOption('off')
  await register.getByLabel('Why it stays off: mud flap').fill('Torn')
  await register.getByLabel('Why it stays off: mud flap').press('Enter')
  await saved(page)
  await drawer(page, 'Close')
  await expect(back).toHaveCount(0)
})

test('a step says where, from two edges, and along what; how a part is held changes its joint; a step may be done next', async ({
  page,
}) => {
  await open(page, '/jobs/estuary-flatbed/build')
  await drawer(page, 'Mount')
  const mount = page.locator('[data-step="mount-compressor"]')
  await expect(mount).toContainText('Outside of the left rail.')
  await expect(mount).toContainText(
    /Its front \d+ mm behind the rear of the third cross-member from the rear/,
  )
  await drawer(page, 'Air lines')
  await expect(page.locator('[data-step="line-block-right"]')).toContainText(
    /to the right along a cross-member; \d+ ties at/,
  )
  await drawer(page, 'Joints')
  const joint = page.locator('[data-joint="hold-compressor"]')
  await expect(joint).toContainText('Brackets of parts to the rail')
  await joint.getByLabel('How it is held: compressor').selectOption('blind-nut')
  await expect(joint).toContainText('Bolts into blind nuts')
  await axe(page)
  // It was mounted otherwise: the step asks again, and the note takes it as it is.
  const notes = page.getByRole('region', { name: 'Bench notes' })
  await expect(notes).toContainText('“Mount the compressor” was done otherwise')
  await notes.getByRole('button', { name: 'It still holds: record it so' }).click()
  await expect(notes).not.toContainText('was done otherwise')
  await drawer(page, 'Lists')
  await expect(page.getByRole('region', { name: 'Tools' })).toContainText('Blind-nut tool')
  await drawer(page, 'Order and time')
  await expect(page.getByRole('region', { name: 'Why not yet' })).toContainText('first “')
  await axe(page)
  await saved(page)

  // On a job that nobody began the tank can be dressed before anything else of it is done.
  await newJob(page, 'Tank first')
  await go(page, 'Air')
  await page.getByLabel('Started from').selectOption('tank-wireless')
  await go(page, 'Build')
  await page.getByRole('button', { name: 'Done', exact: true }).click()
  await drawer(page, 'Order and time')
  await page.getByRole('button', { name: 'Do it next: Dress the tank on the bench' }).click()
  await expect(page.getByRole('article')).toContainText('Dress the tank on the bench')
  await saved(page)
})
