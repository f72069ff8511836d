import { demoJobs } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import type { Plan } from '../document/types'
import { METRIC_UNITS, US_UNITS } from '../quantity/units'
import { stillOpen } from './rules'
import { sheetBlocks } from './sheetText'

const plan = demoJobs()[0]!.plan
const sheet = (p: Plan) => createDeriver()(p).stages.handover
const changed = (change: (p: Plan) => void) => {
  const copy = structuredClone(plan)
  change(copy)
  return sheet(copy).result
}

test('the sheet carries the presets as stored, in the order of the hauls, and the axle that Load found', () => {
  const result = sheet(plan).result
  expect(result.rows.map((r) => r.label)).toEqual(['Empty', 'Totes full', 'Seed trailer'])
  expect(result.rows[1]).toMatchObject({
    left: plan.tune.presets.totes!.left,
    right: plan.tune.presets.totes!.right,
    ballLoad: 85,
  })
  expect(result.rows[1]!.rearAxle).toBeCloseTo(
    createDeriver()(plan).stages.load.result.hauls.totes!.rearAxle,
    9,
  )
})

test('in words: limits, both sides or one, units of the shop; the maximum is never rounded up', () => {
  const us = sheetBlocks(sheet(plan).result, US_UNITS)
  expect(us.head).toEqual(['Haul', 'Left', 'Right', 'On the ball', 'Rear axle'])
  expect([us.least, us.most]).toEqual(['5 psi', '100 psi'])
  expect(parseFloat(us.most) * 6894.757).toBeLessThanOrEqual(690_000)
  const metric = sheetBlocks(sheet(plan).result, METRIC_UNITS)
  expect(metric.most).toBe('6.90 bar')
  expect(metric.rows[0]![3]).toBe('—')
})

test('teed springs print one pressure a haul', () => {
  const blocks = sheetBlocks(sheet(demoJobs()[1]!.plan).result, US_UNITS)
  expect(blocks.head).toEqual(['Haul', 'Both', 'On the ball', 'Rear axle'])
  expect(blocks.rows.every((r) => r.length === 4)).toBe(true)
})

test('what is still open is said before it goes out of the door', () => {
  expect(sheet(plan).result.open).toEqual(['Some joints are not soaped yet.'])
  expect(
    changed((p) => {
      p.prove.holds = {}
    }).open,
  ).toContain('No hold test reads tight yet.')
  expect(
    changed((p) => {
      p.hauls.totes!.ballLoad = 5000
    }).open[0],
  ).toMatch(/^\d+ Stop notes? stands? open/)
  expect(
    changed((p) => {
      p.handover.contact = ''
    }).open,
  ).toContain('No one is named to ask.')
})

test('the roadside way to fill is there for powered and hand-filled sets alike', () => {
  expect(sheet(plan).result.handFill.join(' ')).toContain('control or its remote fails')
  expect(sheet(demoJobs()[1]!.plan).result.handFill.join(' ')).not.toContain('remote')
  for (const { plan: p } of demoJobs()) expect(sheet(p).result.cautions.join(' ')).toContain('lift no rating')
})

test('every state of the line stands somewhere in the demo', () => {
  const states = new Set(
    demoJobs().flatMap(({ plan: p }) => Object.values(createDeriver()(p).stages).map((s) => s.state)),
  )
  expect([...states].sort()).toEqual(['begun', 'clear', 'none', 'stop'])
})

test.each(['driver', 'contact', 'nextCheck'] as const)(
  'begun as soon as there is a %s, and not before',
  (field) => {
    const empty = structuredClone(plan)
    Object.assign(empty.handover, { driver: '', contact: '', nextCheck: '' })
    expect(sheet(empty)).toMatchObject({ state: 'none', notes: [], headline: { text: '—' } })
    empty.handover[field] = 'something'
    expect(sheet(empty)).toMatchObject({
      state: 'begun',
      notes: [],
      headline: { text: expect.stringMatching(/^\d+ open$/) },
    })
  },
)

test('ready when nothing is open; one Stop stands, several stand', () => {
  const ready = structuredClone(plan)
  for (const { id } of createDeriver()(ready).stages.prove.result.joints)
    ready.prove.soap[id] = { finding: 'dry', who: 'Odile', at: '2026-11-02' }
  expect(sheet(ready)).toMatchObject({
    state: 'clear',
    headline: { text: 'ready to print' },
    result: { open: [] },
  })
  const stopped = (stops: number) => stillOpen({ stops, held: true, soaped: true, contact: 'Odile' })
  expect([stopped(0), stopped(1), stopped(2)]).toEqual([
    [],
    ['1 Stop note stands open: do not hand over until cleared.'],
    ['2 Stop notes stand open: do not hand over until cleared.'],
  ])
})

test('a job without springs or power says no more than it has', () => {
  expect(sheet(plan).result.springLabel).not.toBe('')
  const byHand = changed((p) => {
    p.air.components = {}
    p.air.lines = {}
  })
  expect(byHand.handFill.join(' ')).not.toContain('remote')
})
