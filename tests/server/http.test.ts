import { spawn, type ChildProcess } from 'node:child_process'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { makeEdit } from '#core/document/edit'
import { writePlanFile } from '#core/document/file'
import type { Plan } from '#core/document/types'
import { setUp } from '../../server/db/setup'
import { cluster } from '../support/database'

/** The built server over HTTP, with a cluster of its own that goes away and comes back. */
const root = join(__dirname, '..', '..')
const clusterName = `test-http-${process.pid}`
let server: ChildProcess
let address: string

beforeAll(async () => {
  const url = cluster('start', clusterName)
  await setUp(url, join(root, 'server/db/migrations'))
  const port = await new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })
  server = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
    stdio: 'ignore',
    env: { ...process.env, NITRO_HOST: '127.0.0.1', NITRO_PORT: String(port), DATABASE_URL: url },
  })
  address = `http://127.0.0.1:${port}`
  for (let i = 0; i < 100; i++) {
    if (
      await fetch(`${address}/api/health`).then(
        (r) => r.ok,
        () => false,
      )
    )
      return
    await sleep(100)
  }
  throw new Error('The built server does not answer; bin/test builds it first.')
})

afterAll(async () => {
  server?.kill('SIGKILL')
  cluster('drop', clusterName)
})

const call = async (path: string, options: RequestInit = {}) => {
  const response = await fetch(`${address}${path}`, {
    ...options,
    headers: { 'content-type': 'application/json', ...options.headers },
  })
  const text = await response.text()
  return {
    status: response.status,
    headers: response.headers,
    text,
    json: text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : null,
  }
}
const post = (path: string, body: unknown, headers: Record<string, string> = {}) =>
  call(path, { method: 'POST', body: typeof body === 'string' ? body : JSON.stringify(body), headers })

test('errors have one shape, and say what is wrong', async () => {
  const cases: [number, string, ReturnType<typeof call>][] = [
    [404, 'no-job', call('/api/jobs/nothing')],
    [404, 'no-route', call('/api/nowhere')],
    [404, 'no-route', call('/api/jobs/star-wagon', { method: 'DELETE' })],
    [400, 'not-json', post('/api/jobs', '{"kind":')],
    [422, 'invalid', post('/api/jobs', { kind: 'spaceship', name: 'x' })],
    [422, 'invalid', post('/api/jobs', { kind: 'coil-van', name: '  ' })],
    [422, 'invalid', post('/api/jobs', { kind: 'coil-van', name: 'x', wings: 2 })],
    [422, 'unknown-person', post('/api/jobs', { kind: 'coil-van', name: 'x' }, { 'x-author': 'nobody' })],
    [422, 'bad-plan-file', post('/api/jobs', { file: '{"format":"other"}' })],
    [413, 'too-large', post('/api/jobs', `"${'x'.repeat(4_100_000)}"`)],
    [422, 'invalid', post('/api/jobs/star-wagon/revisions', { base: 1, edits: [] })],
    [
      422,
      'invalid',
      post('/api/jobs/star-wagon/revisions', {
        base: 1,
        edits: [
          {
            id: 'a',
            label: 'x',
            kind: 'do',
            patches: [{ op: 'replace', path: ['__proto__', 'x'], value: 1 }],
            inverse: [],
          },
        ],
      }),
    ],
    [422, 'invalid', call('/api/jobs/star-wagon/sheet?paper=napkin')],
    [
      422,
      'invalid',
      call('/api/shop', { method: 'PUT', body: JSON.stringify({ units: { pressure: 'atm' } }) }),
    ],
    [
      422,
      'invalid',
      call('/api/shop', {
        method: 'PUT',
        body: JSON.stringify({
          parts: {
            x: { kind: 'tank', label: 'X', like: 'moon', figures: {}, number: '', make: '', price: null },
          },
        }),
      }),
    ],
    [404, 'no-job', post('/api/jobs/nothing/sweeps', {})],
    [404, 'no-sweep', call('/api/jobs/star-wagon/sweeps/nothing')],
  ]
  for (const [status, code, answer] of cases) {
    const { status: got, json } = await answer
    expect({ got, code: json?.error?.code }).toEqual({ got: status, code })
    expect(json.error.message.length).toBeGreaterThan(10)
  }
})

test('a job from nothing, edited, exported and opened again is the same plan', async () => {
  const { status, json } = await post('/api/jobs', { kind: 'leaf-flatbed', name: 'Ferry' })
  expect(status).toBe(201)
  const { json: job } = await call(`/api/jobs/${json.id}`)
  const { edit } = makeEdit(job.plan as Plan, 'e1', 'Wheelbase', (d) => {
    d.truck.wheelbase = 3.85
  })!
  expect((await post(`/api/jobs/${json.id}/revisions`, { base: 1, edits: [edit] })).json).toMatchObject({
    kind: 'saved',
    revision: 2,
  })
  const { text: exported, headers } = await call(`/api/jobs/${json.id}/plan`)
  expect(headers.get('content-disposition')).toContain('ferry.plan.json')
  const { json: copy } = await post('/api/jobs', { file: exported })
  expect((await call(`/api/jobs/${copy.id}/plan`)).text).toBe(exported)
  expect(exported).toBe(writePlanFile(JSON.parse(exported) as Plan))
})

test('a conflict over HTTP is a 409 with both values and the plan that stands', async () => {
  const { json: job } = await call('/api/jobs/hive-hauler')
  const change = (v: number) =>
    makeEdit(job.plan as Plan, `w${v}`, 'Wheelbase', (d) => {
      d.truck.wheelbase = v
    })!.edit
  await post('/api/jobs/hive-hauler/revisions', { base: job.revision, edits: [change(4.2)] })
  const { status, json } = await post('/api/jobs/hive-hauler/revisions', {
    base: job.revision,
    edits: [change(4.3)],
  })
  expect(status).toBe(409)
  expect(json.error).toMatchObject({
    code: 'conflict',
    conflicts: [{ path: ['truck', 'wheelbase'], mine: 4.3, theirs: 4.2 }],
    plan: { truck: { wheelbase: 4.2 } },
  })
})

test('the sheet is a one-page PDF in either paper', async () => {
  for (const [paper, size] of [
    ['A4', '595.28 841.89'],
    ['Letter', '612 792'],
  ] as const) {
    const response = await fetch(`${address}/api/jobs/estuary-flatbed/sheet?paper=${paper}`)
    const body = Buffer.from(await response.arrayBuffer()).toString('latin1')
    expect(response.headers.get('content-type')).toBe('application/pdf')
    expect(body.startsWith('%PDF-')).toBe(true)
    expect(body).toContain(`[0 0 ${size}]`)
    expect(body.match(/\/Type \/Page\b/g)).toHaveLength(1)
  }
})

test('the database goes away and comes back: 503 with a plain word meanwhile, then well again without a restart', async () => {
  cluster('stop', clusterName)
  const away = await call('/api/jobs')
  expect(away.status).toBe(503)
  expect(away.json.error).toMatchObject({ code: 'database-away', message: expect.stringContaining('kept') })
  expect((await call('/api/health')).json).toMatchObject({ ok: true, database: false })
  cluster('start', clusterName)
  const back = await call('/api/jobs')
  expect(back.status).toBe(200)
  expect(back.json.jobs.length).toBeGreaterThanOrEqual(8)
  expect(server.exitCode).toBeNull()
})

test('a sweep is queued, worked off beside requests, and can be stopped', async () => {
  // The queue begins by itself once the database is there.
  let made = await post('/api/jobs/shell-runner/sweeps', {})
  for (let i = 0; i < 40 && made.status === 503; i++) {
    await sleep(250)
    made = await post('/api/jobs/shell-runner/sweeps', {})
  }
  expect(made.json.total).toBeGreaterThan(1)
  const at = () => call(`/api/jobs/shell-runner/sweeps/${made.json.id}`)
  let answer = await at()
  for (let i = 0; i < 120 && answer.json.done === 0; i++) {
    await sleep(250)
    answer = await at()
  }
  expect(answer.json.done).toBeGreaterThan(0)
  expect((await call(`/api/jobs/shell-runner/sweeps/${made.json.id}`, { method: 'DELETE' })).json).toEqual({
    stopped: true,
  })
  expect(['stopped', 'done']).toContain((await at()).json.state)
})
