import { and, eq } from 'drizzle-orm'
import { setsToTry } from '#core/air/run/whichSet'
import { saveRequest } from '#core/document/exchange'
import { newPlan } from '#core/derive/newPlan'
import { makeEdit, type Edit } from '#core/document/edit'
import { sameJson } from '#core/quantity/patch'
import type { Plan } from '#core/document/types'
import { connect } from '../../server/db/client'
import { demoJobs } from '../../core/demo/demoShop'
import { createJob, listJobs, readHistory, readJob, saveEdits } from '../../server/db/jobs'
import { revisions, shops } from '../../server/db/schema'
import { setUp } from '../../server/db/setup'
import { askSweep, readSweep, stopSweep, workSweep } from '../../server/jobs/sweeps'
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
const wheelbase = (v: number) => (d: Plan) => {
  d.truck.wheelbase = v
}
const name = (v: string) => (d: Plan) => {
  d.job.name = v
}

test('the demo is loaded once: eight jobs, and again changes nothing', async () => {
  expect(
    (await listJobs(db(), 'saltmarsh', '', 0)).jobs.filter((j) => demoJobs().some((d) => d.id === j.id)),
  ).toHaveLength(8)
  expect(await setUp(url, 'server/db/migrations')).toEqual({ demoLoaded: false })
})

test('a saved edit is a new revision; the old one stands as it was, with author and shop', async () => {
  const { id, plan } = await fresh()
  const saved = await saveEdits(db(), bram, id, 1, [edit(plan, wheelbase(3.9))])
  expect(saved).toMatchObject({ kind: 'saved', revision: 2, merged: false })
  expect((await readJob(db(), who.shopId, id))!.plan.truck.wheelbase).toBe(3.9)
  const rows = await db().select().from(revisions).where(eq(revisions.jobId, id))
  expect(sameJson(rows.find((r) => r.number === 1)!.plan, plan)).toBe(true)
  expect(rows.find((r) => r.number === 2)).toMatchObject({ authorId: 'bram', shopId: 'saltmarsh', base: 1 })
  expect((await readHistory(db(), who.shopId, id)).map((r) => r.author)).toEqual(['Odile', 'Bram'])
})

test('two people from one revision: different parts merge', async () => {
  const { id, plan } = await fresh()
  await saveEdits(db(), who, id, 1, [edit(plan, wheelbase(3.9))])
  const second = await saveEdits(db(), bram, id, 1, [edit(plan, name('Bram’s'))])
  expect(second).toMatchObject({ kind: 'saved', revision: 3, merged: true })
  const after = (await readJob(db(), who.shopId, id))!.plan
  expect([after.truck.wheelbase, after.job.name]).toEqual([3.9, 'Bram’s'])
})

test('two people, the same part: nothing is overwritten and both values come back', async () => {
  const { id, plan } = await fresh()
  await saveEdits(db(), who, id, 1, [edit(plan, wheelbase(3.9))])
  const second = await saveEdits(db(), bram, id, 1, [edit(plan, wheelbase(4.1))])
  expect(second).toMatchObject({
    kind: 'conflict',
    revision: 2,
    conflicts: [{ path: ['truck', 'wheelbase'], base: 3.7, mine: 4.1, theirs: 3.9 }],
  })
  expect(await readJob(db(), who.shopId, id)).toMatchObject({
    revision: 2,
    plan: { truck: { wheelbase: 3.9 } },
  })
})

test('a retry after a lost answer is not applied twice', async () => {
  const { id, plan } = await fresh()
  const edits = [edit(plan, wheelbase(3.9))]
  await saveEdits(db(), who, id, 1, edits)
  expect(await saveEdits(db(), who, id, 1, edits)).toMatchObject({ kind: 'saved', revision: 2 })
  expect((await readHistory(db(), who.shopId, id)).flatMap((r) => r.edits)).toHaveLength(1)
})

test('twelve saves at once from one revision: every one lands, none is lost', async () => {
  const { id, plan } = await fresh()
  const edits = Array.from({ length: 12 }, (_, i) =>
    edit(plan, (d) => {
      d.hauls[`h${i}`] = { ...d.hauls.usual!, label: `Haul ${i}`, order: i }
    }),
  )
  const results = await Promise.all(edits.map((e) => saveEdits(db(), who, id, 1, [e])))
  expect(results.every((r) => r.kind === 'saved')).toBe(true)
  const after = (await readJob(db(), who.shopId, id))!
  expect(after.revision).toBe(13)
  expect(Object.keys(after.plan.hauls)).toHaveLength(13)
})

test('an edit that leaves a plan outside its format, or names what is gone, writes nothing', async () => {
  const { id, plan } = await fresh()
  const bad: Edit = {
    ...edit(plan, wheelbase(3.9)),
    patches: [{ op: 'replace', path: ['truck', 'wheelbase'], value: 'long' }],
  }
  expect(await saveEdits(db(), who, id, 1, [bad])).toMatchObject({
    kind: 'invalid',
    problems: [{ path: 'truck.wheelbase' }],
  })
  const gone: Edit = {
    ...bad,
    id: 'gone',
    patches: [{ op: 'replace', path: ['hauls', 'nobody', 'label'], value: 'x' }],
  }
  expect(await saveEdits(db(), who, id, 1, [gone])).toMatchObject({ kind: 'invalid' })
  expect((await readJob(db(), who.shopId, id))!.revision).toBe(1)
  expect(await db().$count(revisions, and(eq(revisions.jobId, id)))).toBe(1)
})

test('search finds by name, number, customer or vehicle, and takes % and _ as themselves', async () => {
  expect((await listJobs(db(), 'saltmarsh', 'oyster', 0)).jobs.map((j) => j.id)).toEqual(['estuary-flatbed'])
  expect((await listJobs(db(), 'saltmarsh', '0417', 0)).jobs.map((j) => j.id)).toEqual(['star-wagon'])
  expect((await listJobs(db(), 'saltmarsh', '%', 0)).jobs).toEqual([])
  await createJob(db(), who, 'odd', newPlan('coil-van', '100%_wool'))
  expect((await listJobs(db(), 'saltmarsh', '%_w', 0)).jobs.map((j) => j.id)).toEqual(['odd'])
})

test('another shop sees none of it and can change none of it', async () => {
  await db()
    .insert(shops)
    .values({
      id: 'other',
      name: 'Other',
      units: { pressure: 'bar', length: 'mm', mass: 'kg', torque: 'N·m', wire: 'mm²' },
    })
  expect((await listJobs(db(), 'other', '', 0)).total).toBe(0)
  expect(await readJob(db(), 'other', 'estuary-flatbed')).toBeNull()
  expect(await readHistory(db(), 'other', 'estuary-flatbed')).toEqual([])
  const { id, plan } = await fresh()
  expect(
    await saveEdits(db(), { shopId: 'other', authorId: 'odile' }, id, 1, [edit(plan, wheelbase(4))]),
  ).toEqual({ kind: 'missing' })
})

test('a plan that does not fit is refused when a job is made', async () => {
  expect(await createJob(db(), who, 'bad', { ...newPlan('coil-van', 'x'), version: 9 })).toMatchObject({
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
  const request = JSON.parse(JSON.stringify({ base: 1, edits: [made, back] }))
  expect(saveRequest.validateSync(request, { strict: true })).toEqual(request)
  expect(await saveEdits(db(), who, id, 1, [made, back])).toMatchObject({
    kind: 'saved',
    plan: { power: { wireArea: null } },
  })
})

test('a sweep is worked off set by set, read by its shop alone, and stopped where it is', async () => {
  const { id } = await fresh()
  const plan = demoJobs().find((j) => j.id === 'shell-runner')!.plan
  expect(await createJob(db(), who, `${id}-sweep`, plan)).toMatchObject({ ok: true })
  const row = (await askSweep(db(), who, `${id}-sweep`))!
  expect(row).toMatchObject({ state: 'waiting', done: 0, total: setsToTry(plan.air).length })
  expect(await readSweep(db(), 'elsewhere', `${id}-sweep`, row.id)).toBeNull()
  const working = workSweep(db(), row.id)
  for (let i = 0; i < 200 && (await readSweep(db(), who.shopId, `${id}-sweep`, row.id))!.done === 0; i++)
    await new Promise((resolve) => setTimeout(resolve, 50))
  expect(await stopSweep(db(), who.shopId, `${id}-sweep`, row.id)).toBe(true)
  await working
  const stopped = (await readSweep(db(), who.shopId, `${id}-sweep`, row.id))!
  expect(stopped.state).toBe('stopped')
  expect(stopped.done).toBeGreaterThan(0)
  expect(stopped.results[0]).toMatchObject({ seconds: expect.any(Number), current: expect.any(Number) })
  expect(await askSweep(db(), who, 'no-such-job')).toBeNull()
})
