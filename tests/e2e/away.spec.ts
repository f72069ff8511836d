import { execFileSync } from 'node:child_process'
import { stand } from './stand'
import { drawer, expect, fill, open, saved, test } from './support'

const cluster = (command: string) =>
  execFileSync(process.execPath, ['tests/support/cluster.mjs', command, stand.cluster!], {
    encoding: 'utf8',
  })

test('the database goes away: the user is told, what was typed is kept even over a reload, and saved when it is back', async ({
  page,
  quiet,
}) => {
  test.skip(!stand.cluster, 'needs the cluster that bin/test starts')
  quiet.patterns.push(/503/)
  await open(page, '/jobs/ridge-tender/load')
  cluster('stop')
  try {
    await fill(page, 'Ball load', '44')
    await expect(page.getByRole('alert')).toContainText('database does not answer')
    await expect(page.getByRole('status')).toContainText('kept here, not saved yet')
    await page.reload()
    await expect(page.getByRole('alert').first()).toContainText('database does not answer')
  } finally {
    cluster('start')
  }
  await saved(page)
  await expect(page.getByLabel('Ball load', { exact: true })).toHaveValue('44')
  await page.evaluate(() => localStorage.clear())
  await open(page, '/jobs/ridge-tender/load')
  await drawer(page, 'Trailer')
  await expect(page.getByLabel('Ball load', { exact: true })).toHaveValue('44')
})
