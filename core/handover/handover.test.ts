import { demoJobs, demoPlan } from '../demo/demoShop'
import { tick } from '../demo/making'
import { createDeriver } from '../derive/derive'
import type { Plan } from '../document/types'
import { METRIC_UNITS, US_UNITS } from '../quantity/units'
import { applyEdit } from '../document/edit'
import { circuitPatches } from '../air/circuit/changeCircuit'
import { acceptedAs, stillOpen } from './rules'
import { sheetBlocks } from './sheetText'

const plan = demoPlan('estuary-flatbed')
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

test('the same air elsewhere: what Tune says of the cold, the heat and the pass stands in the shop’s units', () => {
  const { figures } = createDeriver()(plan).stages.tune
  const { weather } = sheetBlocks(sheet(plan).result, US_UNITS)
  expect(weather.title).toBe('The same air elsewhere: set at 68 °F, it reads')
  expect(weather.head.slice(0, 4)).toEqual(['Haul', 'at 23 °F', 'sinks by', 'at 104 °F'])
  expect(weather.rows).toHaveLength(Object.keys(plan.hauls).length)
  const psi = (id: string) => `${Math.round(figures[id]!.value! / 6894.757)} psi`
  const [, cold, , hot, pass] = weather.rows[1]!
  expect([cold, hot, pass]).toEqual([psi('totes.cold'), psi('totes.hot'), psi('totes.pass')])
  const bare = changed((p) => (p.air.springClass = 'no-such'))
  expect(sheetBlocks(bare, US_UNITS).weather.rows).toEqual([])
})

test('teed springs print one pressure a haul', () => {
  const blocks = sheetBlocks(sheet(demoPlan('star-wagon')).result, US_UNITS)
  expect(blocks.head).toEqual(['Haul', 'Both', 'On the ball', 'Rear axle'])
  expect(blocks.rows.every((r) => r.length === 4)).toBe(true)
})

test('what is still open is said before it goes out of the door', () => {
  const texts = (r: ReturnType<typeof changed>) => r.open.map((o) => o.text)
  const { places } = createDeriver()(plan).stages.prove.result
  const left = places.filter(({ soap }) => !soap).length
  expect(texts(sheet(plan).result)).toEqual([
    expect.stringMatching(/^\d+ steps are neither done nor struck\.$/),
    `${left} places to soap are not looked at yet.`,
    'No function was tried: left, right, both, down, cut-out.',
    'After the road, 7 things are not looked at.',
  ])
  expect(sheet(plan).result.open.map((o) => o.stage)).toEqual(['build', 'prove', 'prove', 'prove'])
  expect(
    texts(
      changed((p) => {
        p.prove.holds = {}
      }),
    ),
  ).toEqual(
    expect.arrayContaining([
      'The left side has no hold test that reads tight.',
      'The right side has no hold test that reads tight.',
    ]),
  )
  expect(
    texts(
      changed((p) => {
        p.prove.holds.evening!.side = 'left'
      }),
    ),
  ).toContain('The right side has no hold test that reads tight.')
  const tanked = (p: Plan) => {
    const patches = circuitPatches(p.air, 'tank-wireless')
    p.air = applyEdit(p, patches).air
  }
  expect(texts(changed(tanked))).toContain('The supply side has no hold test that reads tight.')
  expect(
    changed((p) => {
      p.hauls.totes!.ballLoad = 5000
    }).open[0],
  ).toMatchObject({ text: expect.stringMatching(/^\d+ Stop notes? stands? open/), stage: 'load' })
  expect(
    texts(
      changed((p) => {
        p.handover.contact = ''
      }),
    ),
  ).toContain('No one is named to ask.')
})

test('the roadside way to fill is there for powered and hand-filled sets alike', () => {
  expect(sheet(plan).result.handFill.join(' ')).toContain('control or its remote fails')
  expect(sheet(demoPlan('star-wagon')).result.handFill.join(' ')).not.toContain('remote')
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

/** The flatbed with every step ticked, then every place soaped and both sides held. */
function finished(): Plan {
  const ready = structuredClone(plan)
  for (const hold of Object.values(ready.prove.holds)) hold.startedAt = '2026-11-02T17:00:00.000Z'
  const { build, prove } = createDeriver()(ready).stages
  for (const { id } of prove.result.places)
    ready.prove.soap[id] = { finding: 'dry', who: 'Odile', at: '2026-11-02', of: '' }
  tick(ready, build.result.steps.length, '2026-11-01')
  for (const { id } of prove.result.roadChecks)
    ready.prove.road[id] = { found: 'fine', value: null, who: 'Odile', at: '2026-11-02' }
  ready.prove.functions['up-left:left'] = { value: 2e5, who: 'Odile', at: '2026-11-02', of: 'Left up' }
  return ready
}

test('ready when nothing is open; across a sheet before that stands “not finished”', () => {
  const ready = finished()
  expect(sheet(ready)).toMatchObject({
    state: 'clear',
    headline: { text: 'ready to print' },
    result: { open: [] },
  })
  expect(sheetBlocks(sheet(ready).result, US_UNITS).across).toBe('')
  delete ready.build.ticks.lamps
  expect(sheet(ready).result.open).toEqual([
    { text: '1 step is neither done nor struck.', stage: 'build', subject: 'lamps', acceptAs: null },
  ])
  expect(sheetBlocks(sheet(ready).result, US_UNITS).across).toBe('not finished')
  ready.build.struck.lamps = { who: 'Odile', at: '2026-11-02', reason: 'No lamps on this trailer' }
  expect(sheet(ready).result.open).toEqual([])
})

test('a Fix is mended or accepted by name with a reason; a test read for minutes is not one of the next day', () => {
  const ready = finished()
  ready.power.fuse = 20
  tick(ready, 200, '2026-11-01')
  const [open] = sheet(ready).result.open
  expect(open).toMatchObject({
    text: expect.stringMatching(/^Fix: The fuse/),
    stage: 'power',
    subject: 'fuse',
  })
  expect(sheet(ready).result.open.every((o) => o.acceptAs !== null)).toBe(true)
  for (const { acceptAs } of sheet(ready).result.open)
    ready.handover.accepted[acceptAs!] = { who: 'Odile', at: '2026-11-02', reason: 'Short runs only' }
  expect(sheet(ready).result.open).toEqual([])
  const read = (left: boolean, right: boolean) => [
    { side: 'left' as const, held: true, nextDay: left },
    { side: 'right' as const, held: true, nextDay: right },
  ]
  const facts = {
    notes: [],
    accepted: {},
    stepsLeft: [],
    unproved: [],
    sides: read(false, false),
    ratingsGuessed: false,
    placesLeft: [],
    functionsTried: true,
    roadLeft: 0,
    contact: 'Odile',
  }
  const again = (side: string) => `The ${side} side was not read again the next day in a test that is tight.`
  expect(stillOpen(facts).map((o) => o.text)).toEqual([again('left'), again('right')])
  // Each side by itself: a reading of one says nothing about the other.
  const oneSide = { ...facts, sides: read(true, false) }
  expect(stillOpen(oneSide).map((o) => o.text)).toEqual([again('right')])
  const next = { ...facts, sides: read(true, true) }
  expect(stillOpen({ ...next, ratingsGuessed: true }).map((o) => o.text)).toEqual([
    'The truck’s ratings are a guess: read them off its plate.',
  ])
  expect(stillOpen(next)).toEqual([])
  // What Prove did not do is open too, and may be accepted by name.
  const untried = stillOpen({ ...next, functionsTried: false, roadLeft: 1 })
  expect(untried.map(({ text }) => text)).toEqual([
    expect.stringMatching(/^No function was tried/),
    'After the road, 1 thing is not looked at.',
  ])
  const accepted = Object.fromEntries(
    untried.map(({ acceptAs }) => [
      acceptAs,
      { who: 'Odile', at: '2026-11-02', reason: 'Driven by the owner' },
    ]),
  )
  expect(stillOpen({ ...next, functionsTried: false, roadLeft: 1, accepted })).toEqual([])
})

test('a job without springs or power says no more than it has', () => {
  expect(sheet(plan).result.springLabel).not.toBe('')
  const byHand = changed((p) => {
    p.air.components = {}
    p.air.lines = {}
  })
  expect(byHand.handFill.join(' ')).not.toContain('remote')
})

test('a Fix is accepted under a name that a plan can keep: its own, without what no name may have, and no longer', () => {
  expect(acceptedAs({ rule: 'hose-too-short', subject: 'tee.a/b' })).toBe('hose-too-short:tee-a-b')
  expect(acceptedAs({ rule: 'r', subject: 'x'.repeat(90) })).toHaveLength(64)
})
