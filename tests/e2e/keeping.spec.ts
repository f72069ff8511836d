import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { stand } from './stand'
import type { Page } from '@playwright/test'
import { drawer, expect, fill, go, newJob, open, reach, saved, test } from './support'

/** Whatever happens on the way, what an installer types under a truck is there in the end. */

test('the server fails on what was typed: tried again, and a reload loses nothing of it', async ({
  page,
  quiet,
}) => {
  quiet.patterns.push(/500/, /net::ERR_FAILED/)
  await newJob(page, 'Fails at first')
  await go(page, 'Load')
  let failures = 2
  await page.route('**/edits', (route) => {
    if (failures-- > 0) return route.fulfill({ status: 500, contentType: 'text/html', body: '<p>broken' })
    return route.continue()
  })
  await fill(page, 'Ball load', '41')
  await expect(page.getByRole('status')).toContainText('kept here, not saved yet')
  await page.reload()
  await saved(page)
  await expect(page.getByLabel('Ball load', { exact: true })).toHaveValue('41')
  // The answer is cut in its body. The server has the edit, and does not apply it twice.
  await page.unroute('**/edits')
  let cut = true
  await page.route('**/edits', async (route) => {
    const response = await route.fetch()
    const body = await response.text()
    await route.fulfill({ response, body: cut ? body.slice(0, 200) : body })
    cut = false
  })
  await fill(page, 'Ball load', '42')
  await fill(page, 'Ball load', '43')
  await saved(page)
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.reload()
  await saved(page)
  await expect(page.getByLabel('Ball load', { exact: true })).toHaveValue('43')
})

test('an edit the server refuses is set aside, told on every page, mended and saved; the others go on', async ({
  page,
  quiet,
}) => {
  quiet.patterns.push(/422/)
  await newJob(page, 'Refused once')
  await go(page, 'Hand over')
  await drawer(page, 'For the driver')
  let refusing = true
  await page.route('**/edits', (route) => {
    const body = route.request().postData() ?? ''
    if (!refusing || !body.includes('Not like this')) return route.continue()
    const error = { code: 'invalid', message: 'The remarks cannot be kept like this.' }
    return route.fulfill({ status: 422, contentType: 'application/json', body: JSON.stringify({ error }) })
  })
  await page.getByLabel('Driver', { exact: true }).fill('Pim')
  await page.getByLabel('Remarks').fill('Not like this')
  await page.getByLabel('Who to ask').fill('Dock 4')
  await page.getByLabel('Driver', { exact: true }).focus()
  const told = page.getByRole('button', { name: /1 edit could not be saved: The remarks/ })
  await expect(told).toBeVisible()
  await saved(page)
  await open(page, '/')
  await expect(told).toBeVisible()
  await told.click()
  const dialog = page.getByRole('dialog')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Take it as a file' }).click(),
  ])
  expect(file.suggestedFilename()).toMatch(/^edit-.*\.json$/)
  refusing = false
  await dialog.getByLabel('Value to save').fill('Like this')
  await dialog.getByRole('button', { name: 'Try again' }).click()
  await expect(told).toHaveCount(0)
  await page.goBack()
  await saved(page)
  await expect(page.getByLabel('Remarks')).toHaveValue('Like this')
  await expect(page.getByLabel('Driver', { exact: true })).toHaveValue('Pim')
})

test('a NUL pasted into the remarks is left out, and what is typed after it is saved', async ({ page }) => {
  await newJob(page, 'Pasted')
  await go(page, 'Hand over')
  await drawer(page, 'For the driver')
  await page.getByLabel('Remarks').fill('Tank drains\u0000 on the left')
  await page.getByLabel('Driver', { exact: true }).fill('Pim')
  await page.getByLabel('Remarks').focus()
  await saved(page)
  await page.reload()
  await saved(page)
  await expect(page.getByLabel('Remarks')).toHaveValue('Tank drains on the left')
  await expect(page.getByLabel('Driver', { exact: true })).toHaveValue('Pim')
})

test('a paste that is too long is told and kept in its field, never cut; shortened, it is saved', async ({
  page,
}) => {
  await newJob(page, 'Pasted at length')
  await go(page, 'Hand over')
  await drawer(page, 'For the driver')
  const driver = page.getByLabel('Driver', { exact: true })
  await driver.fill('x'.repeat(5000))
  await driver.press('Enter')
  await expect(page.getByRole('alert')).toContainText('holds 120 characters, this is 5000')
  await page.getByLabel('Remarks').focus()
  expect((await driver.inputValue()).length).toBe(5000)
  await driver.fill('x'.repeat(120))
  await driver.press('Enter')
  await expect(page.getByRole('alert')).toHaveCount(0)
  await saved(page)
  await page.reload()
  await saved(page)
  await expect(driver).toHaveValue('x'.repeat(120))
})

test('an answer that comes late, when another job is open, changes nothing there', async ({ page }) => {
  await newJob(page, 'Fast lane')
  await newJob(page, 'Slow')
  await go(page, 'Load')
  const slow = page.url()
  let release = () => {}
  const held = new Promise<void>((resolve) => (release = resolve))
  await page.route('**/edits', async (route) => {
    if (route.request().url().includes(slow.split('/').at(-2)!)) await held
    await route.continue()
  })
  await fill(page, 'Ball load', '51')
  await expect(page.getByRole('status')).toContainText('saving')
  await page.getByRole('link', { name: 'Nimble Piston' }).click()
  await page
    .getByRole('link', { name: /Fast lane/ })
    .first()
    .click()
  await saved(page)
  const before = await page.getByRole('status').innerText()
  release()
  await page.waitForResponse('**/edits')
  expect(await page.getByRole('status').innerText()).toBe(before)
  // A job opened from the list lands on its next step.
  await go(page, 'Load')
  await fill(page, 'Ball load', '12')
  await saved(page)
  await open(page, new URL(slow).pathname)
  await drawer(page, 'Trailer')
  await expect(page.getByLabel('Ball load', { exact: true })).toHaveValue('51')
})

test('what is typed in a field and not left comes back after the page was lost, with a word', async ({
  page,
}) => {
  await newJob(page, 'Lost in the middle')
  await go(page, 'Hand over')
  await drawer(page, 'For the driver')
  await page.getByLabel('Remarks').pressSequentially('Air lines rub at the')
  // The address no longer names a drawer. The drawer that holds the field is opened.
  await page.evaluate(() => history.replaceState(history.state, '', location.pathname))
  await page.reload()
  await expect(page.getByLabel('Remarks')).toHaveValue('Air lines rub at the')
  await expect(page.getByRole('alert')).toContainText(
    'You were typing “Air lines rub at the” in Remarks for this truck',
  )
  await page.getByLabel('Remarks').pressSequentially(' kick-up')
  await page.getByLabel('Driver', { exact: true }).focus()
  await saved(page)
  await page.reload()
  await saved(page)
  await expect(page.getByLabel('Remarks')).toHaveValue('Air lines rub at the kick-up')
})

test('keys that the browser’s database had no time to take come back after a reload', async ({ page }) => {
  await newJob(page, 'Reloaded at once')
  await go(page, 'Hand over')
  await drawer(page, 'For the driver')
  // From here on this page's drafts database takes nothing; the page after it works as usual.
  await page.evaluate(() => {
    const begin = IDBDatabase.prototype.transaction
    IDBDatabase.prototype.transaction = function (names, mode, options) {
      if (this.name === 'nimble-piston-drafts' && mode === 'readwrite') throw new Error('busy')
      return begin.call(this, names, mode, options)
    }
  })
  await page.getByLabel('Remarks').pressSequentially('Kick-up')
  // The page is left without its field, so that the text is not handed in.
  await page.evaluate(() => (HTMLElement.prototype.blur = () => {}))
  await page.reload()
  await expect(page.getByLabel('Remarks')).toHaveValue('Kick-up')
  await page.getByLabel('Remarks').press('Tab')
  await saved(page)
  await page.reload()
  await saved(page)
  await expect(page.getByLabel('Remarks')).toHaveValue('Kick-up')
  await expect(page.getByRole('alert')).toHaveCount(0)
})

const TYPED = 'The hose at the left bag rubs on the bracket: move it.'
/** Ends a page as a crash does: none of its code runs again, so it hands nothing in. */
async function kill(page: Page): Promise<void> {
  const gone = page.waitForEvent('crash')
  const session = await page.context().newCDPSession(page)
  void session.send('Page.crash').catch(() => {})
  await gone
  await page.close()
}
const remarks = (page: Page) => page.getByLabel('Remarks')
async function atRemarks(page: Page, name: string): Promise<string> {
  await newJob(page, name)
  await go(page, 'Hand over')
  await drawer(page, 'For the driver')
  return new URL(page.url()).pathname
}

test('text that was put back is handed in when its field is left by Tab, and when the stage is changed', async ({
  page,
}) => {
  await atRemarks(page, 'Put back and left')
  for (const [text, leave] of [
    [TYPED, () => remarks(page).press('Tab')],
    ['Short.', () => go(page, 'Truck')],
  ] as const) {
    await remarks(page).fill('')
    await remarks(page).pressSequentially(text)
    await page.waitForTimeout(300) // Time for a hand to reach the reload key.
    await page.reload()
    await expect(remarks(page)).toHaveValue(text)
    await leave()
    await saved(page)
    await page.reload()
    await saved(page)
    await go(page, 'Hand over')
    await drawer(page, 'For the driver')
    await expect(remarks(page)).toHaveValue(text)
    await expect(page.getByRole('alert')).toHaveCount(0)
  }
})

test('browsers killed while two tabs type in two jobs and in one field: no text is gone', async ({
  page,
}) => {
  const one = await atRemarks(page, 'Killed, the first')
  const context = page.context()
  const [second, third] = [await context.newPage(), await context.newPage()]
  const two = await atRemarks(second, 'Killed, the second')
  await open(third, one)
  await drawer(third, 'For the driver')
  await remarks(page).pressSequentially(TYPED)
  await remarks(second).pressSequentially('Text of the second job')
  await remarks(third).pressSequentially('Text of the other tab')
  // The draft is at most half a second behind the fingers.
  await page.waitForTimeout(500)
  for (const each of [third, second, page]) await kill(each)
  const again = await context.newPage()
  await open(again, two)
  await expect(remarks(again)).toHaveValue('Text of the second job')
  await again.goto(one)
  await expect(remarks(again)).toHaveValue('Text of the other tab')
  await remarks(again).press('Tab')
  await saved(again)
  await again.reload()
  await expect(remarks(again)).toHaveValue(TYPED)
})

test('rows typed for a button to take are kept when their field is left', async ({ page }) => {
  await newJob(page, 'Rows not taken in yet')
  await go(page, 'Prove')
  await page.getByRole('button', { name: 'Hold test', exact: true }).click()
  const rows = page.getByLabel(/Or paste rows/)
  await reach(page, rows)
  await rows.pressSequentially('0, 60 psi, 16 °C')
  await rows.press('Tab')
  await page.waitForTimeout(500)
  await page.reload()
  await expect(rows).toHaveValue('0, 60 psi, 16 °C')
  await page.getByRole('button', { name: 'Take in these rows' }).click()
  await expect(rows).toHaveValue('')
  await page.waitForTimeout(300) // Time for a hand to reach the reload key.
  await saved(page)
  await page.reload()
  await saved(page)
  await reach(page, rows)
  await expect(rows).toHaveValue('')
})

test('an edit of a page that closes while the next one opens is taken up, and undo reaches it', async ({
  page,
  context,
}) => {
  await newJob(page, 'Handed from page to page')
  await go(page, 'Hand over')
  await fill(page, 'Who to ask', 'Bram')
  await saved(page)
  await page.route('**/edits', () => {})
  await fill(page, 'Driver', 'Day shift')
  await expect(page.getByRole('status')).toContainText('saving')
  const again = await context.newPage()
  let closed = () => {}
  const held = new Promise<void>((resolve) => (closed = resolve))
  await again.route('**/api/shop', async (route) => {
    await held
    await route.continue()
  })
  await again.goto(page.url())
  const undo = again.getByRole('button', { name: 'Undo' })
  await expect(undo).toHaveAttribute('title', 'Undo Who to ask')
  await page.close()
  closed()
  await drawer(again, 'For the driver')
  await expect(again.getByLabel('Driver', { exact: true })).toHaveValue('Day shift')
  await expect(undo).toHaveAttribute('title', 'Undo Driver')
  await saved(again)
  await undo.click()
  await expect(again.getByLabel('Driver', { exact: true })).toHaveValue('')
})

test('with no room left in the browser it says so, and still saves', async ({ page }) => {
  await page.addInitScript(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
  })
  await newJob(page, 'No room')
  await go(page, 'Load')
  await page.route('**/edits', () => {})
  await fill(page, 'Ball load', '61')
  await expect(page.getByRole('alert')).toContainText('no room left')
  await page.unroute('**/edits', undefined)
})

test('a page of another site reads nothing, changes nothing and shows nothing of ours', async ({
  page,
  request,
  quiet,
}) => {
  quiet.patterns.push(/CORS|net::ERR|403|frame|Refused|Framing/i)
  const ours = stand.address
  const foreign = createServer((_, response) => {
    response.setHeader('content-type', 'text/html')
    response.end(`<iframe id="frame" name="frame" src="${ours}/"></iframe>
      <form id="form" method="post" enctype="text/plain" target="frame" action="${ours}/api/jobs">
      <input name='{"kind":"leaf-flatbed","name":"Foreign","x":"' value='"}'></form>`)
  })
  await new Promise<void>((resolve) => foreign.listen(0, '127.0.0.1', resolve))
  const { port } = foreign.address() as AddressInfo
  const count = async () =>
    ((await (await request.get(`${ours}/api/jobs`)).json()) as { total: number }).total
  const before = await count()
  // One page under another name, and one under our own name at another port.
  for (const name of ['localhost', '127.0.0.1']) {
    await page.goto(`http://${name}:${port}/`)
    const results = await page.evaluate(async (address) => {
      const tried = (path: string, init?: RequestInit) =>
        fetch(`${address}${path}`, init).then(
          (r) => `answered ${r.status}`,
          () => 'blocked',
        )
      const body = JSON.stringify({ kind: 'leaf-flatbed', name: 'Foreign' })
      ;(document.getElementById('form') as HTMLFormElement).submit()
      return [
        await tried('/api/jobs'),
        await tried('/api/jobs', { method: 'POST', body, headers: { 'content-type': 'text/plain' } }),
        await tried('/api/jobs', { method: 'POST', body, headers: { 'content-type': 'application/json' } }),
        await tried('/api/jobs', { method: 'POST', body, headers: { 'x-nimble-piston': '1' } }),
        await tried('/api/jobs', { method: 'POST', body, mode: 'no-cors', credentials: 'include' }),
      ]
    }, ours)
    expect(results.slice(0, 4)).toEqual(['blocked', 'blocked', 'blocked', 'blocked'])
    const framed = page.frameLocator('#frame').getByText(/Nimble Piston|Own parts/)
    await expect(framed).toHaveCount(0)
  }
  expect(await count()).toBe(before)
  foreign.close()
})
