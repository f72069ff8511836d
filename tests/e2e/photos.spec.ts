import type { Page } from '@playwright/test'
import { drawer, expect, newJob, open, saved, test } from './support'

/** A picture far larger than those that are kept, as a phone takes it. */
const large = (page: Page) =>
  page.evaluate(async () => {
    const canvas = document.createElement('canvas')
    Object.assign(canvas, { width: 4000, height: 3000 })
    const pen = canvas.getContext('2d')!
    for (let i = 0; i < 4000; i++) {
      pen.fillStyle = `hsl(${(i * 47) % 360} 60% 50%)`
      pen.fillRect((i * 97) % 4000, (i * 61) % 3000, 90, 90)
    }
    const blob = await new Promise<Blob>((done) => canvas.toBlob((b) => done(b!), 'image/png'))
    return [...new Uint8Array(await blob.arrayBuffer())]
  })

test('a photo is taken of the truck and of a step, shrunk, kept while the server is away, and taken away again', async ({
  page,
  quiet,
}) => {
  // The test stops the server from answering.
  quiet.patterns.push(/Failed to load resource/)
  await newJob(page, 'Photographed under the rain')
  await saved(page)
  const job = new URL(page.url()).pathname.split('/')[2]!
  const buffer = Buffer.from(await large(page))
  await drawer(page, 'Photos')
  const take = (of: string, file: Buffer, mimeType = 'image/png') =>
    page.getByLabel(`Take a photo of ${of}`).setInputFiles({ name: 'p', mimeType, buffer: file })
  await take('the truck', Buffer.from('no picture'), 'image/jpeg')
  await expect(page.getByRole('alert')).toContainText('no picture the browser can read')

  await page.route('**/photos', (route) => route.abort())
  await take('the truck', buffer)
  const first = page.getByRole('button', { name: 'Photo 1 of the truck' })
  await expect(first).toContainText('waits')
  await page.unroute('**/photos')
  await page.reload()
  await drawer(page, 'Photos')
  await expect(first).toBeVisible()
  await expect(first).not.toContainText('waits')
  const [row] = (await (await page.request.get(`/api/jobs/${job}/photos`)).json()) as {
    id: string
    width: number
  }[]
  expect(row!.width).toBeLessThanOrEqual(1600)
  const bytes = await (await page.request.get(`/api/jobs/${job}/photos/${row!.id}`)).body()
  expect(bytes.length).toBeLessThanOrEqual(400_000)

  await first.click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('What it shows').fill('plate, left door')
  await dialog.getByLabel('What it shows').press('Enter')
  await expect(dialog.getByRole('heading', { name: 'plate, left door' })).toBeVisible()
  await dialog.getByRole('button', { name: 'Close' }).click()

  await open(page, `/jobs/${job}/build`)
  const step = await page.getByRole('article').getByRole('heading').innerText()
  await page
    .getByRole('article')
    .getByLabel(`Take a photo of ${step}`)
    .setInputFiles({ name: 'p', mimeType: 'image/png', buffer })
  await expect(
    page.getByRole('article').getByRole('button', { name: `Photo 1 of ${step}` }),
  ).not.toContainText('waits')
  await open(page, `/jobs/${job}/truck`)
  await drawer(page, 'Photos')
  await expect(page.getByText('2 of at most 60 photos')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Photos' })).toContainText(step)
  await expect(page.getByRole('button', { name: `Photo 1 of ${step}` })).toBeVisible()
  await page.getByRole('button', { name: 'Photo 1 of the truck: plate, left door' }).click()
  await dialog.getByRole('button', { name: 'Take it away' }).click()
  await dialog.getByRole('button', { name: 'Yes, take it away for good' }).click()
  await expect(page.getByText('1 of at most 60 photos')).toBeVisible()
})
