import { and, eq } from 'drizzle-orm'
import { setsToTry } from '#core/air/run/whichSet'
import { handInRequest } from '#core/document/exchange'
import { newPlan } from '#core/jobs/newPlan'
import { makeEdit, type Edit } from '#core/document/edit'
import { sameJson } from '#core/quantity/patch'
import { PLAN_VERSION, type Plan } from '#core/document/types'
import { connect } from '../../server/db/client'
import { demoJobs, demoPlan } from '../../core/demo/demoShop'
import {
  archiveJob,
  createJob,
  handInToJob,
  listJobs,
  readHistory,
  readJob,
  type Who,
} from '../../server/db/jobs'
import { heldSince } from '../../server/db/handIn'
import { leaksPutRight } from '../../server/db/leaks'
import { stepTimes } from '../../server/db/stepTimes'
import { measuredOn } from '../../server/db/measured'
import { heldEdits, revisions, shops, sweeps } from '../../server/db/schema'
import { handInToShop, readShop } from '../../server/db/shops'
import { setUp } from '../../server/db/setup'
import {
  askSweep,
  readSweep,
  stoodStill,
  stopSweep,
  workSweep,
  type SweepRow,
} from '../../server/jobs/sweeps'
import { demoDatabase } from '../support/database'

const who = { shopId: 'saltmarsh', authorId: 'odile' }
const bram = { shopId: 'saltmarsh', authorId: 'bram' }
let url: string
let connected: ReturnType<typeof connect>
const db = () => connected.db
let serial = 0

beforeAll(async () => {
  url = await demoDatabase('jobs_test')
  connected = connect(url)
})
afterAll(async () => connected.pool.end())

async function fresh(): Promise<{ id: string; plan: Plan }> {
  const id = `job-${++serial}`
  expect(await createJob(db(), who, id, newPlan('leaf-flatbed', `Job ${serial}`))).toEqual({ ok: true, id })
  return { id, plan: (await readJob(db(), who.shopId, id))!.plan }
}
const edit = (plan: Plan, change: (draft: Plan) => void, id = `edit-${++serial}`): Edit =>
  makeEdit(plan, id, 'test', change)!.edit
/** Hands in edits as a page does that last saw revision `base`. */
const handIn = (who: Who, id: string, base: number, edits: Edit[], line = who.authorId) =>
  handInToJob(
    db(),
    who,
    id,
    edits.map((e) => ({ ...e, base, line, who: who.authorId })),
  )
const asked = async (id: string): Promise<SweepRow> => {
  const answer = await askSweep(db(), who, id)
  if ('problem' in answer) throw new Error(answer.problem)
  return answer.row
}
const wheelbase = (v: number) => (d: Plan) => {
  d.truck.wheelbase = v
}
const name = (v: string) => (d: Plan) => {
  d.job.name = v
}

test('the demo is loaded once: eight jobs, and again changes nothing', async () => {
  expect(
    (await listJobs(db(), 'saltmarsh')).jobs.filter((j) => demoJobs().some((d) => d.id === j.id)),
  ).toHaveLength(8)
  expect(await setUp(url, 'server/db/migrations')).toMatchObject({ demoLoaded: false })
})

test('a saved edit is a new revision; the old one stands as it was, with author and shop', async () => {
  const { id, plan } = await fresh()
  const saved = await handIn(bram, id, 1, [edit(plan, wheelbase(3.9), 'w')])
  expect(saved).toMatchObject({ doc: `job:${id}`, revision: 2, holds: ['w'], others: false, clash: null })
  expect((await readJob(db(), who.shopId, id))!.plan.truck.wheelbase).toBe(3.9)
  const rows = await db().select().from(revisions).where(eq(revisions.jobId, id))
  expect(sameJson(rows.find((r) => r.number === 1)!.plan, plan)).toBe(true)
  expect(rows.find((r) => r.number === 2)).toMatchObject({ authorId: 'bram', shopId: 'saltmarsh', base: 1 })
  expect((await readHistory(db(), who.shopId, id)).map((r) => r.author)).toEqual(['Odile', 'Bram'])
})

test('a server whose clock is wrong: the database’s clock alone says when, and in which order', async () => {
  const { id, plan } = await fresh()
  const wrong = jest.spyOn(Date, 'now').mockReturnValue(Date.UTC(1999, 0, 1))
  await handIn(who, id, 1, [edit(plan, (d) => void (d.job.customer = 'Late'))])
  wrong.mockRestore()
  const [newest] = (await listJobs(db(), who.shopId)).jobs
  const history = await readHistory(db(), who.shopId, id)
  const { rows } = await connected.pool.query('select now() as now')
  expect(newest!.id).toBe(id)
  for (const at of [newest!.updatedAt, history.at(-1)!.at])
    expect(Math.abs(at.getTime() - rows[0].now.getTime())).toBeLessThan(60_000)
})

test('two people from one revision: different parts come together', async () => {
  const { id, plan } = await fresh()
  await handIn(who, id, 1, [edit(plan, wheelbase(3.9))])
  expect(await handIn(bram, id, 1, [edit(plan, name('Bram’s'))])).toMatchObject({ revision: 3, others: true })
  const after = (await readJob(db(), who.shopId, id))!.plan
  expect([after.truck.wheelbase, after.job.name]).toEqual([3.9, 'Bram’s'])
})

test('two people, the same part: nothing is overwritten, and both values come back with who and when', async () => {
  const { id, plan } = await fresh()
  await handIn(bram, id, 1, [edit(plan, wheelbase(3.9))])
  const second = await handIn(who, id, 1, [edit(plan, wheelbase(4.1)), edit(plan, name('Mine'))])
  expect(second).toMatchObject({
    revision: 2,
    holds: [],
    clash: {
      places: [{ path: ['truck', 'wheelbase'], base: 3.7, mine: 4.1, theirs: 3.9, who: 'Bram' }],
      proposal: { truck: { wheelbase: 3.9 }, job: { name: 'Mine' } },
    },
  })
  expect(Date.parse(second!.clash!.places[0]!.at)).toBeGreaterThan(Date.now() - 600_000)
  expect(await readJob(db(), who.shopId, id)).toMatchObject({ revision: 2, plan: { job: plan.job } })
})

test('what was settled stands for what was asked about: none of it is ever taken again', async () => {
  const { id, plan } = await fresh()
  await handIn(bram, id, 1, [edit(plan, wheelbase(3.9))])
  const asked = edit(plan, wheelbase(4.1), `asked-${id}`)
  await handIn(who, id, 1, [asked])
  const head = (await readJob(db(), who.shopId, id))!.plan
  const settled = {
    ...edit(head, wheelbase(4.1)),
    base: 2,
    line: 'odile',
    who: 'odile',
    replaces: [asked.id],
  }
  expect(await handInToJob(db(), who, id, [settled])).toMatchObject({ revision: 3, clash: null })
  expect(await handIn(who, id, 1, [asked])).toMatchObject({ revision: 3, holds: [asked.id], clash: null })
})

test('a retry after a lost answer is not taken twice, whatever revision it names', async () => {
  const { id, plan } = await fresh()
  const edits = [edit(plan, wheelbase(3.9))]
  await handIn(who, id, 1, edits)
  expect(await handIn(who, id, 1, edits)).toMatchObject({ revision: 2, holds: [edits[0]!.id] })
  expect(await handIn(who, id, 2, edits)).toMatchObject({ revision: 2 })
  expect((await readHistory(db(), who.shopId, id)).flatMap((r) => r.edits)).toHaveLength(1)
  expect(await heldSince(db(), `job:${id}`, 1)).toEqual([edits[0]!.id])
  expect(await heldSince(db(), `job:${id}`, 2)).toEqual([])
})

test('an answer is lost and the same field edited again: the newer value stands, nobody is asked', async () => {
  const { id, plan } = await fresh()
  const first = edit(plan, wheelbase(3.9))
  await handIn(who, id, 1, [first])
  const next = { ...plan, truck: { ...plan.truck, wheelbase: 3.9 } }
  expect(await handIn(who, id, 1, [first, edit(next, wheelbase(4.2))])).toMatchObject({
    revision: 3,
    others: false,
    clash: null,
    document: { truck: { wheelbase: 4.2 } },
  })
})

test('twelve hand-ins at once from one revision: every one lands, none is lost', async () => {
  const { id, plan } = await fresh()
  const edits = Array.from({ length: 12 }, (_, i) =>
    edit(plan, (d) => {
      d.hauls[`h${i}`] = { ...d.hauls.usual!, label: `Haul ${i}`, order: i }
    }),
  )
  const results = await Promise.all(edits.map((e, i) => handIn(who, id, 1, [e], `tab-${i}`)))
  expect(results.every((r) => r!.holds.length === 1)).toBe(true)
  const after = (await readJob(db(), who.shopId, id))!
  expect(after.revision).toBe(13)
  expect(Object.keys(after.plan.hauls)).toHaveLength(13)
})

test('an edit that leaves a plan outside its format, or names what is gone, is refused; the others are held', async () => {
  const { id, plan } = await fresh()
  const good = edit(plan, name('Good'))
  const bad = {
    ...edit(plan, wheelbase(3.9), 'bad'),
    patches: edit(plan, wheelbase(3.9)).patches.map((p) => ({ ...p, value: 'long' })),
  }
  const gone: Edit = {
    ...bad,
    id: 'gone',
    patches: [{ op: 'replace', path: ['hauls', 'nobody', 'label'], value: 'x' }],
  }
  const answer = await handIn(who, id, 1, [bad, gone, good])
  expect(answer).toMatchObject({
    revision: 2,
    holds: [good.id],
    refused: [
      { id: 'bad', message: expect.stringContaining('truck.wheelbase') },
      { id: 'gone', message: expect.stringContaining('no longer in the plan') },
    ],
  })
  expect((await readJob(db(), who.shopId, id))!.plan).toMatchObject({
    job: { name: 'Good' },
    truck: plan.truck,
  })
  expect(await db().$count(heldEdits, eq(heldEdits.doc, `job:${id}`))).toBe(1)
  expect(await handIn(who, id, 2, [{ ...bad, id: 'again' }])).toMatchObject({ revision: 2, holds: [] })
  expect(await db().$count(revisions, and(eq(revisions.jobId, id)))).toBe(2)
})

test('what the shop sets is kept, comes together and is asked about like a plan', async () => {
  const shop = (await readShop(db(), 'saltmarsh'))!
  const set = (line: string, change: (d: typeof shop.settings) => void, base = shop.revision) => {
    const made = makeEdit(shop.settings, `shop-${++serial}`, 'test', change)!.edit
    return handInToShop(db(), who, [{ ...made, base, line, who: 'odile' }])
  }
  await set('one', (d) => void (d.units.mass = 'lb'))
  expect(await set('two', (d) => void (d.units.length = 'in'))).toMatchObject({
    revision: shop.revision + 2,
    document: { units: { mass: 'lb', length: 'in' } },
  })
  expect(await set('two', (d) => void (d.target.share = 0.5))).toMatchObject({ clash: null })
  expect(await set('one', (d) => void (d.target.share = 0.6))).toMatchObject({
    clash: { places: [{ path: ['target', 'share'], mine: 0.6, theirs: 0.5, who: 'Odile' }] },
  })
  const wrong = {
    kind: 'tank',
    label: 'X',
    like: 'moon',
    figures: {},
    table: [] as number[][],
    number: '',
    make: '',
    price: null,
  } as const
  expect(await set('one', (d) => void (d.parts.x = wrong))).toMatchObject({
    holds: [],
    refused: [{ message: expect.stringContaining('moon') }],
  })
  expect((await readShop(db(), 'saltmarsh'))!.settings).toMatchObject({ target: { share: 0.5 }, parts: {} })
})

test('search finds by name, number, customer or vehicle, and takes % and _ as themselves', async () => {
  expect((await listJobs(db(), 'saltmarsh', { search: 'oyster' })).jobs.map((j) => j.id)).toEqual([
    'estuary-flatbed',
  ])
  expect((await listJobs(db(), 'saltmarsh', { search: '0417' })).jobs.map((j) => j.id)).toEqual([
    'star-wagon',
  ])
  expect((await listJobs(db(), 'saltmarsh', { search: '%' })).jobs).toEqual([])
  await createJob(db(), who, 'odd', newPlan('coil-van', '100%_wool'))
  expect((await listJobs(db(), 'saltmarsh', { search: '%_w' })).jobs.map((j) => j.id)).toEqual(['odd'])
})

test('the list is of those worked on or those put away, by where they stand, by Stop and by who began them', async () => {
  const ids = async (asked: Parameters<typeof listJobs>[2]) =>
    (await listJobs(db(), 'saltmarsh', asked)).jobs.map((j) => j.id)
  await createJob(db(), bram, 'put-away', newPlan('coil-van', 'Put away'))
  expect(await archiveJob(db(), 'other', 'put-away', true)).toBe(false)
  expect(await ids({ archived: true })).toEqual([])
  expect(await archiveJob(db(), 'saltmarsh', 'put-away', true)).toBe(true)
  expect(await ids({ archived: true })).toEqual(['put-away'])
  expect(await ids({ search: 'Put away' })).toEqual([])
  expect(await archiveJob(db(), 'saltmarsh', 'put-away', false)).toBe(true)
  expect(await ids({ search: 'Put away', who: 'bram' })).toEqual(['put-away'])
  expect(await ids({ search: 'Put away', who: 'odile' })).toEqual([])
  expect(await ids({ stopped: true })).toEqual(['kiln-trailer'])
  expect(await ids({ at: 'done', sort: 'name' })).toEqual(['festival-rig', 'star-wagon'])
  for (const id of await ids({ at: 'build' })) {
    const { states } = (await listJobs(db(), 'saltmarsh')).jobs.find((j) => j.id === id)!.summary
    expect(states).toMatchObject({
      truck: 'clear',
      load: 'clear',
      air: 'clear',
      lay: 'clear',
      power: 'clear',
    })
    expect(states.build).not.toBe('clear')
  }
})

test('jobs without a customer or a check come after those that have one', async () => {
  const listed = (await listJobs(db(), 'saltmarsh', { sort: 'customer' })).jobs.map((j) => j.summary.customer)
  const firstEmpty = listed.indexOf('')
  expect(firstEmpty).toBeGreaterThan(0)
  expect(listed.slice(firstEmpty).every((customer) => customer === '')).toBe(true)
  const named = listed.slice(0, firstEmpty)
  expect(named).toEqual([...named].sort((a, b) => (a.toLowerCase() < b.toLowerCase() ? -1 : 1)))
})

test('another shop sees none of it and can change none of it', async () => {
  await db()
    .insert(shops)
    .values({
      id: 'other',
      name: 'Other',
      units: { pressure: 'bar', length: 'mm', mass: 'kg', torque: 'N·m', wire: 'mm²' },
    })
  expect((await listJobs(db(), 'other')).total).toBe(0)
  expect(await readJob(db(), 'other', 'estuary-flatbed')).toBeNull()
  expect(await readHistory(db(), 'other', 'estuary-flatbed')).toEqual([])
  const { id, plan } = await fresh()
  const stranger = { shopId: 'other', authorId: 'odile' }
  expect(await handIn(stranger, id, 1, [edit(plan, wheelbase(4))])).toBeNull()
})

test('a plan that does not fit is refused when a job is made', async () => {
  expect(
    await createJob(db(), who, 'bad', { ...newPlan('coil-van', 'x'), version: PLAN_VERSION + 1 }),
  ).toMatchObject({
    ok: false,
  })
  expect(await readJob(db(), who.shopId, 'bad')).toBeNull()
})

test('an edit to or from “nothing chosen” passes the request schema and is saved', async () => {
  const { id, plan } = await fresh()
  const made = edit(plan, (d) => {
    d.power.wireArea = 5e-6
  })
  const back = edit({ ...plan, power: { ...plan.power, wireArea: 5e-6 } }, (d) => {
    d.power.wireArea = null
  })
  const kept = [made, back].map((e) => ({ ...e, base: 1, line: 'tab', who: 'odile' }))
  const request = JSON.parse(JSON.stringify({ edits: kept }))
  expect(handInRequest.validateSync(request, { strict: true })).toEqual(request)
  expect(await handInToJob(db(), who, id, kept)).toMatchObject({
    revision: 2,
    document: { power: { wireArea: null } },
  })
})

test('a sweep is worked off set by set, read by its shop alone, and stopped where it is', async () => {
  const { id } = await fresh()
  const plan = demoPlan('shell-runner')
  expect(await createJob(db(), who, `${id}-sweep`, plan)).toMatchObject({ ok: true })
  const row = await asked(`${id}-sweep`)
  expect(row).toMatchObject({ state: 'waiting', done: 0, total: setsToTry(plan.air).length })
  expect(await askSweep(db(), who, `${id}-sweep`)).toEqual({ problem: 'one-at-a-time' })
  expect(await readSweep(db(), 'elsewhere', `${id}-sweep`, row.id)).toBeNull()
  const working = workSweep(db(), row.id)
  for (let i = 0; i < 400 && (await readSweep(db(), who.shopId, `${id}-sweep`, row.id))!.done === 0; i++)
    await new Promise((resolve) => setTimeout(resolve, 50))
  // Another worker leaves a job alone while it is being worked on.
  await workSweep(db(), row.id)
  expect(await stopSweep(db(), who.shopId, `${id}-sweep`, row.id)).toBe(true)
  await working
  const stopped = (await readSweep(db(), who.shopId, `${id}-sweep`, row.id))!
  expect(stopped.state).toBe('stopped')
  expect(stopped.done).toBeGreaterThan(0)
  expect(stopped.results[0]).toMatchObject({ seconds: expect.any(Number), current: expect.any(Number) })
  expect(await askSweep(db(), who, 'no-such-job')).toEqual({ problem: 'no-job' })
})

test('a sweep whose worker was killed is found and taken up again; one with nothing to try is done at once', async () => {
  const { id } = await fresh()
  const plan = demoPlan('shell-runner')
  await createJob(db(), who, `${id}-killed`, plan)
  const { id: killed } = await asked(`${id}-killed`)
  expect(await stoodStill(db())).not.toContain(killed)
  const longAgo = new Date(Date.now() - 60_000)
  await db().update(sweeps).set({ state: 'running', beatAt: longAgo }).where(eq(sweeps.id, killed))
  expect(await stoodStill(db())).toContain(killed)
  const working = workSweep(db(), killed)
  for (let i = 0; i < 400 && (await readSweep(db(), who.shopId, `${id}-killed`, killed))!.done === 0; i++)
    await new Promise((resolve) => setTimeout(resolve, 50))
  expect(await stoodStill(db())).not.toContain(killed)
  await stopSweep(db(), who.shopId, `${id}-killed`, killed)
  await working
  const none = demoJobs().find((j) => setsToTry(j.plan.air).length === 0)
  if (none) {
    await createJob(db(), who, `${id}-none`, none.plan)
    expect(await asked(`${id}-none`)).toMatchObject({ state: 'done', total: 0 })
  }
})

test('lines measured on one kind of truck are added up over the shop’s other jobs, with nothing of another shop or kind', async () => {
  const [one, two] = [await fresh(), await fresh()]
  const line = Object.keys(one.plan.air.lines)[0]!
  const cut = (metres: number) => (d: Plan) => void (d.lay.cutTo[line] = metres)
  const before = await measuredOn(db(), who.shopId, 'leaf-flatbed', '')
  await handIn(who, one.id, 1, [edit(one.plan, cut(2.5))])
  await handIn(who, two.id, 1, [edit(two.plan, cut(3.5))])
  const both = await measuredOn(db(), who.shopId, 'leaf-flatbed', '')
  expect([both.jobs - before.jobs, both.lines - before.lines]).toEqual([2, 2])
  expect(both.real - before.real).toBeLessThanOrEqual(6 + 1e-9)
  expect(both.real - before.real).toBeGreaterThan(4)
  const without = await measuredOn(db(), who.shopId, 'leaf-flatbed', two.id)
  expect(both.lines - without.lines).toBe(1)
  expect(both.real - without.real).toBeGreaterThan(without.real - before.real)
  expect(await measuredOn(db(), who.shopId, 'coil-van', '')).toMatchObject({ lines: 0, runs: 0, real: 0 })
  expect(await measuredOn(db(), 'another', 'leaf-flatbed', '')).toMatchObject({ jobs: 0 })
})

test('how long steps took is read off the ticks of the shop’s other jobs', async () => {
  const [one, two] = [await fresh(), await fresh()]
  const ticked = (minutes: number) => (d: Plan) => {
    const at = (minute: number) => new Date(Date.UTC(2026, 5, 9, 8, minute)).toISOString()
    const tick = (minute: number) => ({
      ...{ who: 'Nobody else', at: at(minute), title: '', facts: null, torques: null },
      ...{ readings: {}, wrench: '', otherwise: '' },
    })
    d.build.ticks = { 'test-before': tick(0), 'test-step': tick(minutes) }
  }
  await handIn(who, one.id, 1, [edit(one.plan, ticked(7))])
  await handIn(who, two.id, 1, [edit(two.plan, ticked(9))])
  expect((await stepTimes(db(), who.shopId, ''))['test-step']).toEqual({ minutes: 8, times: 2 })
  expect((await stepTimes(db(), who.shopId, two.id))['test-step']).toEqual({ minutes: 7, times: 1 })
  expect(await stepTimes(db(), 'another', '')).toEqual({})
})

test('leaks put right are counted by kind over the shop’s other jobs, as the newest plans have them', async () => {
  const [one, two] = [await fresh(), await fresh()]
  const repair = (id: string, kind: 'push' | 'core') => (d: Plan) => {
    d.prove.repairs[id] = {
      order: 1,
      retest: null,
      place: 'x',
      kind,
      who: 'Bram',
      at: '2026-06-09T08:00:00.000Z',
    }
  }
  const before = await leaksPutRight(db(), who.shopId, '')
  await handIn(who, one.id, 1, [edit(one.plan, repair('r1', 'push'))])
  await handIn(who, two.id, 1, [edit(two.plan, repair('r2', 'core'))])
  const both = await leaksPutRight(db(), who.shopId, '')
  expect([both.push! - (before.push ?? 0), both.core! - (before.core ?? 0)]).toEqual([1, 1])
  expect((await leaksPutRight(db(), who.shopId, two.id)).core ?? 0).toBe(before.core ?? 0)
  expect(await leaksPutRight(db(), 'another', '')).toEqual({})
})
