import { spawn, type ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { randomUUID } from 'node:crypto'
import { get } from 'node:http'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import pg from 'pg'
import { createDeriver } from '#core/derive/derive'
import { answerPlan } from '#core/whatIf/runs'
import type { JobSummary } from '#core/jobs/summary'
import { makeEdit } from '#core/document/edit'
import { writePlanFile } from '#core/document/file'
import type { Photo } from '#core/document/photos'
import type { Plan } from '#core/document/types'
import type { KeptEdit } from '#core/document/handIn'
import { setUp } from '../../server/db/setup'
import { cluster, freePort } from '../support/database'

/** The built server over HTTP, with its own cluster that stops and starts. */
const root = join(__dirname, '..', '..')
const clusterName = `test-http-${process.pid}`
let server: ChildProcess
let queue: ChildProcess
/** The sign-in cookie, as a browser keeps it. */
let cookie = ''
let address: string
let appUrl: string
let ownerUrl: string

beforeAll(async () => {
  ownerUrl = cluster('start', clusterName)
  ;({ appUrl } = await setUp(ownerUrl, join(root, 'server/db/migrations')))
  const served = await serveAt(await freePort())
  server = served.child
  address = served.address
  queue = spawn(process.execPath, [join(root, 'tests/support/queue.mjs')], {
    stdio: 'ignore',
    env: { ...process.env, DATABASE_URL: appUrl },
  })
  const { headers } = await call('/api/who', { method: 'PUT', body: JSON.stringify({ person: 'odile' }) })
  cookie = headers.get('set-cookie')!.split(';')[0]!
})

/** Starts the built server at a port and waits until it answers. */
async function serveAt(port: number): Promise<{ child: ChildProcess; address: string }> {
  const child = spawn(process.execPath, [join(root, 'tests/support/server.mjs')], {
    stdio: 'ignore',
    env: { ...process.env, NITRO_HOST: '127.0.0.1', NITRO_PORT: String(port), DATABASE_URL: appUrl },
  })
  const at = `http://127.0.0.1:${port}`
  for (let i = 0; i < 600; i++) {
    const answers = await fetch(`${at}/api/health`).then(
      (r) => r.ok,
      () => false,
    )
    if (answers) return { child, address: at }
    await sleep(100)
  }
  throw new Error('The built server does not answer; bin/test builds it first.')
}

afterAll(async () => {
  server?.kill('SIGKILL')
  queue?.kill('SIGKILL')
  cluster('drop', clusterName)
})

/**
 * The server may close a kept-alive connection just as it is used again. Asked once more, as a browser does.
 */
const CLOSED = ['ECONNRESET', 'UND_ERR_SOCKET']
const asked = (url: string, options: RequestInit) =>
  fetch(url, options).catch((error: Error) => {
    if (!CLOSED.includes((error.cause as { code?: string } | undefined)?.code ?? '')) throw error
    return fetch(url, options)
  })
const call = async (path: string, options: RequestInit = {}) => {
  const response = await asked(`${address}${path}`, {
    ...options,
    headers: { 'content-type': 'application/json', 'x-nimble-piston': '1', cookie, ...options.headers },
  })
  const text = await response.text()
  return {
    status: response.status,
    headers: response.headers,
    text,
    json: text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : null,
  }
}
const kept = (plan: Plan, base: number, id: string, change: (d: Plan) => void): KeptEdit => ({
  ...makeEdit(plan, id, 'test', change)!.edit,
  base,
  line: id,
  who: 'odile',
})
const post = (path: string, body: unknown, headers: Record<string, string> = {}) =>
  call(path, { method: 'POST', body: typeof body === 'string' ? body : JSON.stringify(body), headers })

test('errors have one shape, and say what is wrong', async () => {
  const blank = {
    id: 'x',
    label: 'x',
    kind: 'do',
    patches: [],
    inverse: [],
    base: 1,
    line: 'l',
    who: 'odile',
  }
  const cases: [number, string, () => ReturnType<typeof call>][] = [
    [404, 'no-job', () => call('/api/jobs/nothing')],
    [404, 'no-route', () => call('/api/nowhere')],
    [404, 'no-route', () => call('/api/jobs/star-wagon', { method: 'DELETE' })],
    [400, 'not-json', () => post('/api/jobs', '{"kind":')],
    [422, 'invalid', () => post('/api/jobs', { kind: 'spaceship', name: 'x' })],
    [422, 'invalid', () => post('/api/jobs', { kind: 'coil-van', name: '  ' })],
    [422, 'invalid', () => post('/api/jobs', { kind: 'coil-van', name: 'x', wings: 2 })],
    [422, 'invalid', () => post('/api/jobs', { kind: 'coil-van', name: 'x', door: 'cellar' })],
    [422, 'invalid', () => post('/api/jobs', { kind: 'coil-van', name: 'x', door: 'repair' })],
    [
      422,
      'invalid',
      () => post('/api/jobs', { kind: 'coil-van', name: 'x', door: 'control', found: 'high-flow' }),
    ],
    [422, 'invalid', () => post('/api/jobs', { kind: 'coil-van', name: 'x', load: 0 })],
    [422, 'invalid', () => post('/api/jobs', { kind: 'coil-van', name: 'x', load: 60_000 })],
    [401, 'who-are-you', () => post('/api/jobs', { kind: 'coil-van', name: 'x' }, { cookie: '' })],
    [401, 'who-are-you', () => post('/api/jobs', { kind: 'coil-van', name: 'x' }, { cookie: `${cookie}x` })],
    [422, 'unknown-person', () => call('/api/who', { method: 'PUT', body: '{"person":"nobody"}' })],
    [403, 'not-yours', () => post('/api/jobs/star-wagon/edits', { edits: [{ ...blank, who: 'bram' }] })],
    [403, 'no-mark', () => post('/api/jobs', { kind: 'coil-van', name: 'x' }, { 'x-nimble-piston': '' })],
    [415, 'not-json', () => post('/api/jobs', '{}', { 'content-type': 'text/plain' })],
    [403, 'other-site', () => post('/api/jobs', '{}', { origin: 'http://elsewhere.example' })],
    [403, 'other-site', () => call('/api/jobs', { headers: { 'sec-fetch-site': 'cross-site' } })],
    [403, 'other-site', () => call('/api/jobs', { headers: { 'sec-fetch-site': 'same-site' } })],
    [400, 'bad-address', () => call('/api/jobs/a%00b')],
    [400, 'bad-address', () => call('/api/jobs/%E0%A4%A')],
    [422, 'invalid', () => post('/api/jobs', { kind: 'coil-van', name: 'a\u0000b' })],
    [422, 'invalid', () => post('/api/jobs', { kind: 'coil-van', name: '\ud800' })],
    [422, 'invalid', () => post('/api/jobs', `${'['.repeat(5000)}${']'.repeat(5000)}`)],
    [422, 'invalid', () => post('/api/jobs/star-wagon/edits', { edits: [{ ...blank, base: 2 ** 31 }] })],
    [422, 'invalid', () => call('/api/live/nonsense?tab=1')],
    [422, 'invalid', () => call('/api/jobs?sort=colour')],
    [422, 'invalid', () => call('/api/shop/measured?kind=spaceship')],
    [422, 'invalid', () => call('/api/shop/measured')],
    [422, 'invalid', () => call('/api/jobs/plans?page=-1')],
    [404, 'no-job', () => call('/api/jobs/nothing/archived', { method: 'PUT', body: '{"archived":true}' })],
    [
      422,
      'invalid',
      () => call('/api/jobs/star-wagon/archived', { method: 'PUT', body: '{"archived":"so"}' }),
    ],
    [404, 'no-revision', () => call('/api/jobs/star-wagon/plan?revision=900')],
    [404, 'no-job', () => post('/api/jobs', { from: 'nothing', as: 'copy', name: 'x' })],
    [422, 'invalid', () => post('/api/jobs', { from: 'star-wagon', as: 'like', name: ' ' })],
    [422, 'invalid', () => call('/api/jobs/star-wagon/pack?paper=napkin')],
    [422, 'bad-plan-file', () => post('/api/jobs', { file: '{"format":"other"}' })],
    [413, 'too-large', () => post('/api/jobs', `"${'x'.repeat(4_100_000)}"`)],
    [422, 'invalid', () => post('/api/jobs/star-wagon/edits', { edits: [] })],
    [422, 'invalid', () => call('/api/jobs/star-wagon/sheet?paper=napkin')],
    [404, 'no-job', () => post('/api/jobs/nothing/sweeps', {})],
    [404, 'no-sweep', () => call('/api/jobs/star-wagon/sweeps/nothing')],
  ]
  for (const [status, code, answer] of cases) {
    const { status: got, json } = await answer()
    expect({ got, code: json?.error?.code }).toEqual({ got: status, code })
    expect(json.error.message.length).toBeGreaterThan(10)
  }
})

test('a job from nothing, edited, exported and opened again is the same plan', async () => {
  const { status, json } = await post('/api/jobs', { kind: 'leaf-flatbed', name: 'Ferry' })
  expect(status).toBe(201)
  const { json: job } = await call(`/api/jobs/${json.id}`)
  const edit = kept(job.document as Plan, 1, 'e1', (d) => void (d.truck.wheelbase = 3.85))
  const saved = { doc: `job:${json.id}`, revision: 2, holds: ['e1'], clash: null }
  expect((await post(`/api/jobs/${json.id}/edits`, { edits: [edit] })).json).toMatchObject(saved)
  expect((await call(`/api/jobs/${json.id}?since=1`)).json).toMatchObject({ revision: 2, holds: ['e1'] })
  const { text: exported, headers } = await call(`/api/jobs/${json.id}/plan`)
  expect(headers.get('content-disposition')).toContain('ferry.plan.json')
  const { json: copy } = await post('/api/jobs', { file: exported })
  expect((await call(`/api/jobs/${copy.id}/plan`)).text).toBe(exported)
  expect(exported).toBe(writePlanFile(JSON.parse(exported) as Plan))
})

test('a patch that would freeze a server is refused at once and by itself', async () => {
  const { json: job } = await call('/api/jobs/hive-hauler')
  const patch = (...path: (string | number)[]) => ({ op: 'add', path, value: 1 })
  const bad = [
    patch('truck', 'frame', 'crossMembers', 4_294_967_000),
    patch('truck', 'frame', 'crossMembers', 'length'),
    patch('__proto__', 'x'),
  ].map((p, i) => ({
    ...kept(job.document as Plan, 1, `bad-${i}`, (d) => void (d.job.name = 'x')),
    patches: [p],
  }))
  const good = kept(job.document as Plan, 1, 'good', (d) => void (d.job.number = '0999'))
  const { json } = await post('/api/jobs/hive-hauler/edits', { edits: [...bad, good] })
  expect(json).toMatchObject({ holds: ['good'], document: { job: { number: '0999' } } })
  expect(json.refused.map((r: { id: string }) => r.id)).toEqual(['bad-0', 'bad-1', 'bad-2'])
})

test('another name for the server is not answered, and every answer says what it lets in', async () => {
  const other = await new Promise<number>((resolve, reject) => {
    const { port } = new URL(address)
    get({ host: '127.0.0.1', port, path: '/api/jobs', headers: { host: 'elsewhere.example' } }, (r) => {
      r.resume()
      resolve(r.statusCode!)
    }).once('error', reject)
  })
  expect(other).toBe(421)
  for (const path of ['/', '/api/jobs', '/icon.svg', '/start.js', '/nowhere/at/all']) {
    const { headers, text } = await call(path)
    expect(headers.get('content-security-policy')).toContain("script-src 'self'; style")
    expect(headers.get('content-security-policy')).toContain("frame-ancestors 'none'")
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect(headers.get('x-powered-by')).toBeNull()
    expect(text).not.toMatch(/<script>|at .*node_modules/)
  }
})

test('the program’s own role can do no more than its work', async () => {
  const client = new pg.Client({ connectionString: appUrl })
  await client.connect()
  const refused = [
    'create table x (a int)',
    'drop table jobs',
    'create role y',
    "copy jobs to '/tmp/x'",
    'alter table jobs disable trigger all',
  ]
  for (const sql of refused) await expect(client.query(sql)).rejects.toMatchObject({ code: '42501' })
  const { rows } = await client.query(
    'select rolsuper, rolcreaterole from pg_roles where rolname = current_user',
  )
  expect(rows).toEqual([{ rolsuper: false, rolcreaterole: false }])
  await client.end()
  const stranger = new pg.Client({ connectionString: appUrl.replace(/:[^:@/]+@/, ':guess@') })
  await expect(stranger.connect()).rejects.toMatchObject({ code: '28P01' })
})

test('an open page hears what another saves, and who else is there', async () => {
  const heard = new AbortController()
  const response = await fetch(`${address}/api/live/job:kiln-trailer?tab=one`, {
    headers: { cookie },
    signal: heard.signal,
  })
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
  let text = ''
  const until = async (pattern: RegExp) => {
    while (!pattern.test(text)) text += (await reader.read()).value ?? ''
  }
  await until(/event: ready/)
  const { json: job } = await call('/api/jobs/kiln-trailer')
  const edit = kept(job.document as Plan, job.revision, 'live-1', (d) => void (d.job.customer = 'Kiln'))
  // Saved by another server on the same database.
  const other = await serveAt(await freePort())
  await fetch(`${other.address}/api/jobs/kiln-trailer/edits`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-nimble-piston': '1', cookie },
    body: JSON.stringify({ edits: [edit] }),
  })
  await until(/event: changed\ndata: .*"revision":2/)
  const second = new AbortController()
  await fetch(`${other.address}/api/live/job:kiln-trailer?tab=two`, {
    headers: { cookie },
    signal: second.signal,
  })
  await until(/event: present\ndata: .*\["Odile"\]/)
  second.abort()
  heard.abort()
  other.child.kill('SIGKILL')
})

test('600 open pages: another that comes costs the database what it does with 6, and of too many the last is told', async () => {
  const owner = new pg.Client({ connectionString: ownerUrl })
  await owner.connect()
  const open = new Set<AbortController>()
  const listen = async (i: number) => {
    const ending = new AbortController()
    open.add(ending)
    const { body } = await fetch(`${address}/api/live/job:core-sampler?tab=many-${i}`, {
      headers: { cookie },
      signal: ending.signal,
    })
    const reader = body!.pipeThrough(new TextDecoderStream()).getReader()
    const until = async (pattern: RegExp) => {
      for (let text = ''; !pattern.test(text);) text += (await reader.read()).value ?? ''
    }
    await until(/event: (ready|full)/)
    return until
  }
  const commits = async () => {
    // PostgreSQL counts a session's work once it has been idle for a moment (its manual, 28.2.2).
    await sleep(1500)
    const { rows } = await owner.query(
      'select xact_commit::int as done from pg_stat_database where datname = current_database()',
    )
    return (rows[0] as { done: number }).done
  }
  const cost = async (i: number) => {
    const before = await commits()
    await listen(i)
    return (await commits()) - before
  }
  for (let i = 0; i < 6; i++) await listen(i)
  const few = await cost(6)
  for (let i = 7; i < 600; i += 20) await Promise.all(Array.from({ length: 20 }, (_, k) => listen(i + k)))
  // A renewal and other work of the server may fall in both. One read per page would add 600.
  expect(await cost(1000)).toBeLessThan(few + 60)
  for (let i = 0; open.size < 1001; i += 20)
    await Promise.all(Array.from({ length: 20 }, (_, k) => listen(2000 + i + k)))
  const last = await fetch(`${address}/api/live/job:core-sampler?tab=last`, { headers: { cookie } })
  expect(await last.text()).toContain('1000 pages listen to this server already')
  for (const each of open) each.abort()
  await owner.end()
})

/**
 * 10 000 were tried. Each run of the tests tries as many as take seconds; `MALFORMED=10000` tries them all
 * again.
 */
const MALFORMED = Number(process.env.MALFORMED ?? 3000)
/** Property names that every object has. */
const BUILT_IN = Object.getOwnPropertyNames(Object.prototype)

test('malformed requests by the thousand: each is answered, none with a fault of ours, and the memory stays as it was', async () => {
  let seed = 20_261
  const random = (n: number) => (seed = (seed * 48_271) % 2_147_483_647) % n
  const pick = <T>(list: readonly T[]): T => list[random(list.length)]!
  const ids = [
    'star-wagon',
    'nothing',
    ...BUILT_IN.slice(0, 3),
    '__proto__',
    '%00',
    '..%2f..',
    '%F0%9F%9A%9A',
    'x'.repeat(300),
    "a'--",
    '%E0%A4%A',
  ]
  const paths = ids.flatMap((id) => [
    `jobs/${id}`,
    `jobs/${id}/edits`,
    `jobs/${id}/sweeps`,
    `jobs/${id}/sweeps/${id}`,
    `jobs/${id}/sheet`,
    `jobs/${id}/history`,
  ])
  const all = [
    ...paths,
    'jobs',
    'shop',
    'shop/edits',
    'who',
    'jobs?search=a&search=b',
    'jobs?page=1&page=2',
    'jobs?sort=constructor',
    'jobs?at=__proto__',
    'jobs/plans?stopped=true&stopped=false',
    'jobs/star-wagon?since=1&since=2',
    'jobs/star-wagon/plan?revision=1&revision=1',
    'jobs/star-wagon/sheet?paper=constructor',
    'jobs/star-wagon/pack?only=proof&only=x',
    'shop/measured?kind=constructor',
    'shop/leaks?without=a&without=b',
    'live/job:constructor?tab=a&tab=b',
    'jobs?page=1e99',
    'jobs?page=-3',
    'jobs?search=%00',
    `jobs?search=${'%25'.repeat(200)}`,
    'jobs/star-wagon?since=9e99',
    'jobs/star-wagon?since=x',
  ]
  const edit = (path: unknown, value: unknown) => ({
    edits: [
      {
        id: `m-${seed}`,
        label: 'x',
        kind: 'do',
        patches: [{ op: pick(['add', 'replace', 'remove', 'move']), path, value }],
        inverse: [],
        base: pick([1, 0, -1, 2 ** 31, 1.5, '1']),
        line: 'm',
        who: pick(['odile', 'nobody', '']),
      },
    ],
  })
  const values: unknown[] = [
    null,
    '\u0000',
    '\ud800',
    1e308,
    -1,
    'x'.repeat(5000),
    [],
    {},
    [[[[]]]],
    { kind: 'tank' },
    true,
    ...BUILT_IN,
    { kind: '__proto__', label: 'x', like: 'constructor' },
    { from: 'constructor', to: 'toString' },
  ]
  const keys = [
    'truck',
    'hauls',
    'air',
    ...BUILT_IN,
    'components',
    'classes',
    'length',
    4e9,
    -1,
    0.5,
    'totes',
    'lines',
    '',
    'wheelbase',
  ]
  const body = () =>
    pick([
      () => '',
      () => '{',
      () => 'null',
      () => '['.repeat(random(3000)),
      () => JSON.stringify(pick(values)),
      () => JSON.stringify({ kind: pick(values), name: pick(values), file: pick(values) }),
      () => JSON.stringify({ person: pick(values) }),
      () => JSON.stringify(edit([], pick(values))),
      () =>
        JSON.stringify(
          edit(
            Array.from({ length: random(6) }, () => pick(keys)),
            pick(values),
          ),
        ),
    ])()
  const memory = () =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))![1]) / 1024
  const faults: string[] = []
  const some = async (count: number) => {
    for (let done = 0; done < count; done += 20)
      await Promise.all(
        Array.from({ length: 20 }, async () => {
          const [path, method] = [pick(all), pick(['GET', 'POST', 'PUT', 'DELETE', 'PATCH'])]
          const text = method === 'GET' ? undefined : body()
          const answer = await call(`/api/${path}`, { method, body: text })
          const { status } = answer
          if (status >= 500 || / at .*\.[mc]?[jt]s:\d+:\d+/.test(answer.text))
            faults.push(`${status} ${method} ${path} ${text?.slice(0, 200)}`)
        }),
      )
  }
  await some(MALFORMED / 5)
  const before = memory()
  await some((MALFORMED * 4) / 5)
  expect(faults).toEqual([])
  expect(memory() - before).toBeLessThan(150)
  expect((await call('/api/jobs/star-wagon')).status).toBe(200)
})

test('plans made up from true ones: each is taken whole, with its sheet, or refused in words', async () => {
  let seed = 4711
  const random = (n: number) => (seed = (seed * 48_271) % 2_147_483_647) % n
  const pick = <T>(list: readonly T[]): T => list[random(list.length)]!
  const junk: unknown[] = [...BUILT_IN, '', 'x'.repeat(3000), null, true, -1, 0, 1e12, 0.5, [], {}, [null]]
  const whole = await Promise.all(
    ['estuary-flatbed', 'festival-rig', 'star-wagon'].map(
      async (id) => (await call(`/api/jobs/${id}/plan`)).text,
    ),
  )
  type Tree = Record<string, unknown>
  /** Every place in a plan: the object that holds it, and its key. */
  const placesOf = (tree: Tree): [Tree, string][] =>
    Object.entries(tree).flatMap(([key, value]) => [
      [tree, key] as [Tree, string],
      ...(value !== null && typeof value === 'object' ? placesOf(value as Tree) : []),
    ])
  const faults: string[] = []
  let taken = 0
  for (let i = 0; i < 300; i++) {
    const plan = JSON.parse(pick(whole)) as Tree
    // One change in five hits a place where the plan names another thing: those pass the schema more often.
    const named = placesOf(plan).filter(([, key]) =>
      /^(from|to|fromPort|toPort|class|like|haul|part|wire|tube)$/.test(key),
    )
    const [tree, key] = pick(random(5) === 0 ? named : placesOf(plan))
    const how = random(6)
    if (how === 0) Object.defineProperty(tree, pick(BUILT_IN), { value: tree[key], enumerable: true })
    else if (how === 1) Reflect.deleteProperty(tree, key)
    else tree[key] = pick(junk)
    const { status, json, text } = await post('/api/jobs', { file: JSON.stringify(plan) })
    if (status >= 500 || / at .*\.[mc]?[jt]s:\d+:\d+/.test(text))
      faults.push(`${status} ${key} ${JSON.stringify(tree[key])}`)
    if (status !== 201) continue
    taken++
    const sheet = await call(`/api/jobs/${json.id}/sheet`)
    if (sheet.status !== 200) faults.push(`sheet ${sheet.status} ${key} ${JSON.stringify(tree[key])}`)
    await call(`/api/jobs/${json.id}/archived`, { method: 'PUT', body: '{"archived":true}' })
  }
  expect(faults).toEqual([])
  // Otherwise only the schema would have been tested.
  expect(taken).toBeGreaterThan(20)
})

test('an edit of 5 000 changes is taken at once; one of more is refused with the size that is taken', async () => {
  const { json: job } = await post('/api/jobs', { kind: 'coil-van', name: 'Many changes' })
  const at = `/api/jobs/${job.id}/edits`
  const { json: read } = await call(`/api/jobs/${job.id}`)
  const edit = (id: string, changes: number) => {
    const made = kept(read.document, read.revision, id, (d) => void (d.job.customer = id))
    const path = ['truck', 'exhaust', 'points', 0]
    const patches = Array.from({ length: changes }, (_, i) =>
      i < changes / 2
        ? { op: 'add' as const, path, value: { x: i / 5000, y: 0.4, z: 0.4 } }
        : { op: 'remove' as const, path },
    )
    return { ...made, patches: [...made.patches, ...patches].slice(0, changes) }
  }
  expect(await post(at, { edits: [edit('many', 5000)] })).toMatchObject({
    status: 200,
    json: { holds: ['many'], document: { job: { customer: 'many' } } },
  })
  const refused = await post(at, { edits: [edit('more', 5001)] })
  expect(refused.status).toBe(422)
  expect(refused.json.error.message).toContain('at most 5000 changes, this makes 5001')
})

test('packs, sheets and plan files are worked off beside other requests', async () => {
  const file = writePlanFile((await call('/api/jobs/star-wagon')).json.document)
  /** Counts the other requests that are answered during a long task. */
  const answeredDuring = async (work: () => Promise<unknown>) => {
    let busy = true
    const done = work().finally(() => (busy = false))
    let answered = 0
    for (; busy; answered++) await call('/api/health')
    await done
    return answered
  }
  const pack = async () => (await fetch(`${address}/api/jobs/star-wagon/pack`)).arrayBuffer()
  // The circuit's runs are done first, so that only the printing counts.
  await pack()
  // On one thread only two or three were answered: before it began, and while the database was asked.
  expect(await answeredDuring(() => Promise.all([pack(), pack()]))).toBeGreaterThan(20)
  expect(
    await answeredDuring(() => Promise.all(Array.from({ length: 5 }, () => post('/api/jobs', { file })))),
  ).toBeGreaterThan(20)
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

test('the disk is full: 503 with a plain word, nothing half saved, and saved once there is room', async () => {
  const owner = new pg.Client({ connectionString: ownerUrl })
  await owner.connect()
  const { json: job } = await call('/api/jobs/ridge-tender')
  const edit = kept(job.document, job.revision, 'full-disk', (d) => void (d.job.customer = 'Hill fire crew'))
  const save = () =>
    call('/api/jobs/ridge-tender/edits', { method: 'POST', body: JSON.stringify({ edits: [edit] }) })
  // PostgreSQL's error when the disk is full: class 53, insufficient resources.
  await owner.query(`create function no_room() returns trigger language plpgsql as
    $$ begin raise exception 'could not extend file' using errcode = '53100'; end $$`)
  await owner.query('create trigger no_room before insert on held_edits execute function no_room()')
  const refused = await save()
  await owner.query('drop trigger no_room on held_edits; drop function no_room')
  await owner.end()
  expect([refused.status, refused.json.error.code]).toEqual([503, 'database-away'])
  expect((await call('/api/jobs/ridge-tender')).json.revision).toBe(job.revision)
  expect(await save()).toMatchObject({ status: 200, json: { holds: ['full-disk'], clash: null } })
})

test('the database goes away and comes back: 503 with a plain word meanwhile, then well again without a restart', async () => {
  // The queue is working when it happens.
  for (let i = 0; i < 6; i++)
    await post('/api/jobs', { from: 'estuary-flatbed', as: 'copy', name: `Copy ${i}` })
  await sleep(1500)
  cluster('stop', clusterName)
  const away = await call('/api/jobs')
  expect(away.status).toBe(503)
  expect(away.json.error).toMatchObject({ code: 'database-away', message: expect.stringContaining('kept') })
  expect((await call('/api/health')).json).toMatchObject({ ok: true, database: false })
  // Long enough for the current run to end and to find the database gone.
  await sleep(4000)
  cluster('start', clusterName)
  const back = await call('/api/jobs')
  expect(back.status).toBe(200)
  expect(back.json.jobs.length).toBeGreaterThanOrEqual(8)
  // Each thread has its own connections, and they broke while it was idle.
  for (let i = 0; i < 6; i++)
    expect(await post('/api/jobs', { kind: 'coil-van', name: `After ${i}` })).toMatchObject({ status: 201 })
  expect(server.exitCode).toBeNull()
  expect(queue.exitCode).toBeNull()
})

test('a sweep is queued, worked off beside requests, and can be stopped', async () => {
  // The queue starts by itself once the database is there.
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

test('a job’s circuit is run once for all who open it, and the list counts what it found', async () => {
  const { json } = await post('/api/jobs', { kind: 'leaf-flatbed', name: 'Run by the queue' })
  const answers = async (id: string) => (await call(`/api/jobs/${id}/answers`)).json
  const listed = async () =>
    (await call('/api/jobs?search=Run by the queue')).json.jobs[0].summary as JobSummary
  const until = async (what: () => Promise<boolean>) => {
    while (!(await what())) await sleep(100)
  }
  await until(async () => Boolean((await answers(json.id)).answers))
  const { document } = (await call(`/api/jobs/${json.id}`)).json as { document: Plan }
  const first = await answers(json.id)
  const here = answerPlan(document, createDeriver()(document))
  expect(Object.keys(first.answers.figures).length).toBeGreaterThan(3)
  expect(first).toMatchObject({ revision: 1, answers: JSON.parse(JSON.stringify(here)) })
  await until(async () => (await listed()).ran === true)
  const derived = createDeriver()(document, here)
  expect((await listed()).notes.stop).toBe(derived.notes.filter((n) => n.rank === 'stop').length)
  // A change that no run depends on keeps the answers. Any other change voids them, here and in the list.
  const renamed = kept(document, 1, 'named', (d) => void (d.job.customer = 'Ferry line'))
  await post(`/api/jobs/${json.id}/edits`, { edits: [renamed] })
  expect((await answers(json.id)).answers).toEqual(first.answers)
  const higher = kept(document, 2, 'higher', (d) => void (d.job.altitude = 2400))
  await post(`/api/jobs/${json.id}/edits`, { edits: [higher] })
  // Either not run yet or run again by now, but never the answers of the plan before.
  expect((await answers(json.id)).answers).not.toEqual(first.answers)
})

/** A picture of eight by six pixels. */
const JPEG = readFileSync(join(root, 'tests/fixtures/eight-by-six.jpg'))

test('photos: read back as they came, captioned, taken away, in the pack; what is none or too large is refused', async () => {
  const { json: job } = await post('/api/jobs', { kind: 'coil-van', name: 'Photographed' })
  const at = `/api/jobs/${job.id}/photos`
  const add = (bytes: Buffer, id = randomUUID(), subject = 'truck') =>
    post(at, { id, subject, caption: '', data: bytes.toString('base64') })
  const pages = async () => {
    const response = await fetch(`${address}/api/jobs/${job.id}/pack`)
    return (await response.text()).match(/\/Type \/Page\b/g)!.length
  }
  const before = await pages()
  const id = randomUUID()
  for (let again = 0; again < 2; again++) expect((await add(JPEG, id)).status).toBe(201)
  const held = async () => (await call(at)).json as Photo[]
  expect(await held()).toMatchObject([
    { id, subject: 'truck', caption: '', width: 8, height: 6, who: expect.any(String) },
  ])
  const image = await fetch(`${address}${at}/${id}`)
  expect(image.headers.get('content-type')).toBe('image/jpeg')
  expect(Buffer.from(await image.arrayBuffer()).equals(JPEG)).toBe(true)
  expect(await pages()).toBe(before + 1)

  const written = await call(`${at}/${id}`, { method: 'PUT', body: '{"caption":"the left rail"}' })
  expect(written.json).toEqual({ caption: 'the left rail' })
  expect((await held())[0]!.caption).toBe('the left rail')

  // Both sides of the size limit. Comments inside a picture make it larger (ITU-T T.81, B.2.4.5).
  const comment = (length: number) => {
    const segment = Buffer.alloc(length)
    segment.writeUInt16BE(0xfffe)
    segment.writeUInt16BE(length - 2, 2)
    return segment
  }
  const ofSize = (bytes: number) => {
    const comments: Buffer[] = []
    for (let left = bytes - JPEG.length; left > 0; left -= comments.at(-1)!.length)
      comments.push(comment(left > 65_000 ? 60_000 : left))
    return Buffer.concat([JPEG.subarray(0, 2), ...comments, JPEG.subarray(2)])
  }
  const largest = randomUUID()
  expect((await add(ofSize(400_000), largest)).status).toBe(201)
  expect((await add(ofSize(400_001))).json.error.code).toBe('too-large')
  expect((await add(Buffer.from('GIF89a no jpeg'))).json.error.code).toBe('no-photo')
  // Cut after its head, cut near its end, with a page behind it, and with a stated size larger than real or
  // allowed.
  const saysItIs = (side: number) => {
    const lying = Buffer.from(JPEG)
    const frame = lying.indexOf(Buffer.from([0xff, 0xc0]))
    lying.writeUInt16BE(side, frame + 5)
    lying.writeUInt16BE(side, frame + 7)
    return lying
  }
  const page = Buffer.from('<!doctype html><script>alert(1)</script>')
  for (const bad of [
    JPEG.subarray(0, 39),
    JPEG.subarray(0, -30),
    Buffer.concat([JPEG, page]),
    Buffer.concat([JPEG, page, JPEG]),
    saysItIs(65_535),
    saysItIs(1700),
  ])
    expect((await add(bad)).json.error.code).toBe('no-photo')
  expect((await add(JPEG, randomUUID(), 'lorry')).json.error.code).toBe('invalid')
  expect((await call(`${at}/${largest}`, { method: 'DELETE' })).json).toEqual({ removed: true })
  expect((await call(`${at}/${largest}`)).json.error.code).toBe('no-photo')
  expect((await call(`/api/jobs/star-wagon/photos/${id}`)).json.error.code).toBe('no-photo')

  for (let i = 1; i < 60; i++) expect((await add(JPEG)).status).toBe(201)
  expect((await add(JPEG)).json.error.code).toBe('too-many')
  expect(await held()).toHaveLength(60)
  expect(
    (await post('/api/jobs/nothing/photos', { id, subject: 'truck', caption: '', data: 'AA' })).status,
  ).toBe(422)
})
