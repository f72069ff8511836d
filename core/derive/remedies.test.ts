import { ARCHETYPES } from '../air/circuit/startingCircuits'
import { addSecondCompressor } from '../air/circuit/additions'
import { circuitPatches } from '../air/circuit/changeCircuit'
import { TRUCK_KINDS } from '../catalog/trucks'
import { demoJobs } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import { checkPlan } from '../document/schema'
import { NOTHING_RECORDED, type ComponentKind, type Plan } from '../document/types'
import type { Note } from '../quantity/figure'
import { createDeriver } from './derive'
import { slice } from '../../tests/slice'
import { newPlan } from '../jobs/newPlan'
import { tryRemedy, WORK_UNDONE } from '../whatIf/tryRemedy'

const jobs = demoJobs()
const job = (id: string) => jobs.find((j) => j.id === id)!.plan
const flatbed = job('estuary-flatbed')
const totes = (p: Plan) => p.hauls.totes!
const onCircuit = (archetype: (typeof ARCHETYPES)[number]['id']) =>
  applyEdit(flatbed, circuitPatches(flatbed.air, archetype))
const changed = (change: (p: Plan) => void, from: Plan = flatbed): Plan => {
  const plan = structuredClone(from)
  change(plan)
  return plan
}
/** A circuit without its parts of a kind, the lines to them left open. */
function without(kind: ComponentKind, from: Plan): Plan {
  const { air } = from
  const parts = Object.entries(air.components).filter(([, c]) => c.kind !== kind)
  const components = Object.fromEntries(parts)
  const lines = Object.entries(air.lines).filter(([, l]) => l.from in components && l.to in components)
  return { ...from, air: { ...air, components, lines: Object.fromEntries(lines) } }
}

const tanked = onCircuit('tank-wireless')
const paddles = onCircuit('tank-paddles')

/** Plans with all sorts of things wrong, beside everything the demo has. */
const PLANS: [string, Plan][] = [
  ...jobs.map(({ id, plan }): [string, Plan] => [id, plan]),
  ...TRUCK_KINDS.map(({ id, label }): [string, Plan] => [`a new ${id}`, newPlan(id, label)]),
  ...ARCHETYPES.map(({ id }): [string, Plan] => [`the flatbed with ${id}`, onCircuit(id)]),
  ['rear axle over', changed((p) => (totes(p).items.t3!.mass = 1800))],
  ['rear axle a little over', changed((p) => (p.truck.ratings.rearAxle = 2300))],
  ['ball over', changed((p) => (totes(p).ballLoad = 400))],
  ['an item far aft', changed((p) => (totes(p).items.t1!.x = -1.9))],
  ['less than nothing', changed((p) => (totes(p).items.t1!.mass = -310))],
  ['spring too small', changed((p) => (p.air.springClass = 'leaf-helper-double-1130'))],
  [
    'little left under the limit',
    changed((p) => {
      p.air.sheet = { area: 0.0161, minPressure: 34_474, maxPressure: 420_000, maxLoad: 1135 }
    }),
  ],
  ['spring of a coil', changed((p) => (p.air.springClass = 'coil-insert-450'))],
  ['no such spring', changed((p) => (p.air.springClass = 'moon-rock'))],
  ['spring does not reach', changed((p) => Object.assign(p.truck.seatGap, { unladen: 0.26, droop: 0.36 }))],
  ['spring hangs short', changed((p) => Object.assign(p.truck.seatGap, { unladen: 0.27, droop: 0.28 }))],
  [
    'a gap closed by a load, the axle hanging',
    changed((p) => {
      Object.assign(p.truck.seatGap, { unladen: 0.27, droop: 0.28 })
      p.truck.raisedBy = 'hoist'
      p.air.closing = 'load'
    }),
  ],
  [
    'a gap closed by more than the axle may carry',
    changed((p) => {
      Object.assign(p.truck.seatGap, { unladen: 0.27, droop: 0.28 })
      p.truck.ratings.rearAxle = 1800
      p.air.closing = 'load'
    }),
  ],
  ['a bed hitch in the way', changed((p) => (p.truck.bracket.inWay = 'bed-hitch'))],
  ['a rail no bracket lies on', changed((p) => (p.truck.bracket.inWay = 'rail-shape'))],
  [
    'bolts through a boxed rail',
    changed((p) => {
      p.truck.frame.section = 'boxed'
      p.truck.bracket.hold = 'drilled'
    }),
  ],
  [
    'holes in a notch',
    changed((p) => {
      p.truck.frame.notch = { length: 0.3, depth: 0.05 }
      p.truck.bracket.hold = 'drilled'
    }),
  ],
  ['block far away', changed((p) => (p.lay.places.block = { x: 0.4, y: 0.53, z: 0.76 }))],
  ['compressor in the fuel tank', changed((p) => (p.lay.places.compressor = { ...p.truck.fuelTank.centre }))],
  ['dryer on the axle', changed((p) => (p.lay.places.dryer = { x: 0, y: 0, z: p.truck.tyre.radius }))],
  ['dryer in the block', changed((p) => (p.lay.places.dryer = { ...p.lay.places.block! }))],
  ['compressor on the pipe', changed((p) => (p.lay.places.compressor = { x: 0.8, y: -0.33, z: 0.6 }))],
  ['a line along the pipe', changed((p) => (p.lay.places['tee-right'] = { x: -1.2, y: -0.75, z: 0.76 }))],
  ['block upside down', changed((p) => (p.lay.stands.block = { turn: 0, up: 'over' }))],
  ['block in the air', changed((p) => (p.lay.places.block = { x: 1.3, y: 0.8, z: 0.6 }))],
  [
    'inlet under its compressor',
    changed((p) => (p.lay.places.filter = { ...p.lay.places.compressor!, x: 1.75, z: 0.5 })),
  ],
  ['harness short', changed((p) => (p.lay.harnessLength = 1))],
  ['coil held up', changed((p) => (p.truck.raisedBy = 'axle'), newPlan('coil-van', 'x'))],
  ['seats apart', changed((p) => (p.truck.seats.lower.x = 0.03))],
  [
    'an edge beside the bag',
    changed((p) => {
      const { seat, frame } = p.truck
      const at = { x: -0.13, y: seat, z: frame.top + frame.kickUp - frame.depth - 0.1 }
      p.truck.beside.bolt = { label: 'Bolt', order: 1, at, radius: 0.01, rides: 'body', smooth: false }
    }),
  ],
  [
    'a road trial of a haul that is gone',
    changed((p) => {
      const pressures = { left: 200_000, right: 200_000 }
      p.tune.trials.r = {
        order: 1,
        at: '',
        haul: 'gone',
        known: 0,
        setAside: null,
        ...pressures,
        lipLeft: 0.8,
        lipRight: 0.8,
      }
    }),
  ],
  ['no slack', changed((p) => (p.lay.slackAtSpring = 0.1))],
  ['no shields', changed((p) => (p.lay.shields = {}))],
  ['wire thin', changed((p) => (p.power.wireArea = 1.5e-6))],
  ['wire thin, fuse large', changed((p) => Object.assign(p.power, { wireArea: 3.3e-6, fuse: 40 }))],
  ['fuse small', changed((p) => (p.power.fuse = 10))],
  ['fuse large', changed((p) => (p.power.fuse = 200))],
  [
    'earth at an aluminium bed',
    changed((p) => {
      p.truck.bed.material = 'aluminium'
      p.power.earth = 'body'
    }),
  ],
  ['fuse far from the battery', changed((p) => (p.power.fuseReach = 0.2))],
  ['wake wire loose', changed((p) => (p.power.wake = 'loose'))],
  ['always awake', changed((p) => (p.power.wake = 'constant'))],
  ['tap without a fuse', changed((p) => Object.assign(p.power.tap, { side: 'live', ownFuse: false }))],
  [
    'relay small, nothing across its coil',
    changed((p) => Object.assign(p.power, { relay: true, relayRating: 10, suppression: 'none' })),
  ],
  ['switches carry the motor', changed((p) => (p.power.relay = false), paddles)],
  ['lamps on the battery', changed((p) => (p.power.lamps = 'constant'), paddles)],
  ['lamps with the key', changed((p) => (p.power.lamps = 'ignition'), paddles)],
  [
    'earths painted, hinged, shared',
    changed((p) => {
      p.power.earths = {
        motor: { at: 'frame', surface: 'painted', shared: false },
        block: { at: 'body', surface: 'hinged', shared: true },
      }
    }),
  ],
  [
    'one earth alone at an aluminium bed',
    changed((p) => {
      p.truck.bed.material = 'aluminium'
      p.power.earths.block = { at: 'body', surface: 'bare', shared: false }
    }),
  ],
  ['taps everywhere', changed((p) => (p.power.joint = 'displacement'))],
  [
    'one tap on motor current',
    changed((p) => (p.power.wires.feed = { area: null, colour: null, label: null, joint: 'displacement' })),
  ],
  [
    'colours that say otherwise',
    changed((p) => {
      p.power.wires = {
        'wire-wake': { area: null, colour: 'black', label: null, joint: null },
        earth: { area: null, colour: 'red', label: null, joint: null },
      }
    }),
  ],
  ['feeds as black as earths', changed((p) => (p.power.colours = { feed: 'black' }))],
  ['earths as red as feeds', changed((p) => (p.power.colours = { earth: 'red' }))],
  [
    'a thin wire behind a large fuse',
    changed((p) => (p.power.wires['wire-block'] = { area: 0.5e-6, colour: null, label: null, joint: null })),
  ],
  [
    'a fuse in a wire that is gone, another too small',
    changed((p) => {
      p.power.inWire = {
        gone: { order: 1, wire: 'wire-nowhere', kind: 'fuse', at: 'source', rating: null },
        small: { order: 2, wire: 'feed', kind: 'breaker', at: 'load', rating: 10 },
        weak: { order: 3, wire: 'feed', kind: 'switch', at: 'load', rating: 5 },
      }
    }),
  ],
  ['plugs that face up', changed((p) => (p.power.connectors = { compressor: 'up', block: 'up' }))],
  [
    'the feed through a trailer plug',
    changed((p) => {
      p.power.inWire.plug = { order: 1, wire: 'feed', kind: 'socket', at: 'source', rating: null }
    }),
  ],
  ['two compressors, their delay not said', changed((p) => (p.air = addSecondCompressor(p.air)))],
  [
    'batteries joined at one end',
    changed((p) => (p.power.secondBattery = { capacity: 270_000, isolator: 'relay', fusedBothEnds: false })),
  ],
  [
    'a controller on the battery',
    changed((p) => (p.power.feeds.controller = 'battery'), onCircuit('electronic')),
  ],
  ['preset high', changed((p) => (p.tune.presets.totes = { left: 900_000, right: 400_000 }))],
  ['preset low', changed((p) => (p.tune.presets.totes = { left: 10_000, right: 400_000 }))],
  ['preset off', changed((p) => (p.tune.presets.totes = { left: 380_000, right: 380_000 }))],
  ['minimum low', changed((p) => (p.tune.minimum = 1000))],
  [
    'a stored minimum in the cold, by hand',
    changed((p) => {
      p.tune.presets.totes = { left: 40_000, right: 40_000 }
      p.tune.weather.cold = 243.15
    }, onCircuit('hand-two')),
  ],
  [
    'a preset near its limit in the heat',
    changed((p) => {
      p.tune.presets.totes = { left: 685_000, right: 300_000 }
      p.tune.weather.hot = 333.15
    }),
  ],
  [
    'fewer memories than presets',
    changed((p) => {
      p.tune.presets = Object.fromEntries(
        Object.keys(p.hauls).map((id, i) => [id, { left: 200_000 + i * 50_000, right: 250_000 }]),
      )
      p.tune.memories = 1
    }),
  ],
  [
    'a lever over centre',
    changed((p) => (p.air.components.height!.sheet.arm = 0.08), onCircuit('height-valve')),
  ],
  [
    'a lever past its stops',
    changed((p) => {
      p.air.components.height!.sheet.arm = 0.15
      p.tune.lever.stops = 0.5
    }, onCircuit('height-valve')),
  ],
  [
    'two pressures on one line',
    changed((p) => (p.tune.presets.totes = { left: 200_000, right: 300_000 }), onCircuit('wireless-single')),
  ],
  ['a reading by itself', changed((p) => (p.prove.holds.evening!.readings[5]!.pressure -= 15_000))],
  ['free to sink', changed((p) => (p.prove.holds.evening!.heightHeld = false))],
  [
    'a bubble',
    changed((p) => (p.prove.soap['block-left:from'] = { finding: 'bubble', who: 'Bram', at: '', of: '' })),
  ],
  [
    'fuse first',
    changed(
      (p) => (p.build.ticks = { fuse: { who: 'Bram', at: '2026-03-12T08:00:00.000Z', ...NOTHING_RECORDED } }),
    ),
  ],
  ['a line to nowhere', changed((p) => (p.air.lines['fill-line-left']!.to = 'ghost'))],
  ['a port open', changed((p) => delete p.air.lines['fill-line-left'])],
  ['no hand fill', without('handFill', flatbed)],
  ['no filter', without('filter', flatbed)],
  ['no dryer', without('dryer', tanked)],
  ['no relief valve', without('relief', tanked)],
  ['no drain', without('drain', tanked)],
  ['no pressure switch', without('pressureSwitch', tanked)],
  ['no check valve', without('check', tanked)],
  ['relief late', changed((p) => (p.air.components.relief!.sheet.set = 3_000_000), tanked)],
  ['relief early', changed((p) => (p.air.components.relief!.sheet.set = 200_000), tanked)],
  ['cut-out never reached', changed((p) => (p.air.components.switch!.sheet.cutOut = 3_000_000), tanked)],
  ['switch the wrong way round', changed((p) => (p.air.components.switch!.sheet.cutIn = 990_000), tanked)],
  ['block too quick', changed((p) => (p.air.components.block!.sheet.conductance = 5e-8), tanked)],
  ['small compressor on a tank', changed((p) => (p.air.compressorClass = 'small-wireless'), paddles)],
  ['no such part', changed((p) => (p.air.components.tank!.class = 'moon-tank'), tanked)],
]

/** A Stop or Fix by what it says of what; a Know may come and go. */
const wrongs = (notes: readonly Note[]) =>
  notes
    .filter((n) => n.rank !== 'know' && !WORK_UNDONE.includes(n.rule))
    .map((n) => `${n.rank} ${n.rule} of ${n.subject}`)

const WEIGHT = { know: 0, fix: 1, stop: 2 }
/** A note that is still there after its remedy, unless less of it is left than there was. */
const stays = (note: Note, after: readonly Note[]): string[] =>
  after
    .filter((n) => n.rule === note.rule && n.subject === note.subject)
    .filter((n) => WEIGHT[n.rank] >= WEIGHT[note.rank])
    .filter((n) => note.rank !== 'know' || !(Math.abs(n.value!) < Math.abs(note.value!)))
    .map((n) => n.text)
/** What has come that is worse than the note itself. */
const worseThan = (note: Note, known: ReadonlySet<string>, after: readonly Note[]): string[] =>
  wrongs(after.filter((n) => WEIGHT[n.rank] > WEIGHT[note.rank])).filter((w) => !known.has(w))

/** Remedies that nothing offered brings to a good end: they are tried, and not shown. */
const NOT_OFFERED = [
  // Each side with its own line, the heavy one asks for more than its spring may have, and nothing mends that.
  'star-wagon: teed-sides-differ of spring-left',
]

const tried = new Set<string>()
/**
 * Most plans are one plan with one thing changed: what they say in the same words, to be mended alike, is tried
 * once.
 */
function isTried(note: Note): boolean {
  const said = JSON.stringify(note)
  const before = tried.has(said)
  tried.add(said)
  return before
}

test('a spring of the wrong kind goes with the sheet that was typed of it', () => {
  const plan = structuredClone(flatbed)
  plan.air.springClass = 'coil-insert-450'
  plan.air.sheet = { area: 0.005, minPressure: 34_470, maxPressure: 241_000, maxLoad: 2200 }
  const derive = createDeriver()
  const { remedy } = derive(plan).notes.find((n) => n.rule === 'spring-kind-choice')!
  const after = applyEdit(plan, remedy!.patches)
  expect([after.air.springClass, after.air.sheet]).toEqual(['leaf-helper-double-2270', null])
})

describe('every remedy, applied: its note is gone, nothing worse has come, the plan is whole', () => {
  test.each(slice('remedies', PLANS, 0.4))('%s', (name, plan) => {
    const derive = createDeriver()
    const before = derive(plan)
    const known = new Set(wrongs(before.notes))
    for (const note of before.notes) {
      if (!note.remedy || isTried(note)) continue
      // Tried before it is applied: what is derived below must be no help to the trial.
      const answer = tryRemedy(derive, plan, before, note)
      const remedy = `${name}: ${note.rule} of ${note.subject}`
      expect([remedy, answer.helps]).toEqual([remedy, !NOT_OFFERED.includes(remedy)])
      if (!answer.helps) continue
      const after = applyEdit(plan, answer.remedy.patches)
      // A sheet that was typed is of the spring it was typed for.
      if (after.air.springClass !== plan.air.springClass)
        expect([remedy, after.air.sheet]).toEqual([remedy, null])
      const { notes } = createDeriver()(after)
      expect({
        remedy,
        problems: checkPlan(after).problems,
        still: stays(note, notes),
        worse: worseThan(note, known, notes),
      }).toEqual({ remedy, problems: null, still: [], worse: [] })
      // Tried on a copy before it is offered, it says what it brings.
      expect([remedy, wrongs(answer.brings).sort()]).toEqual([
        remedy,
        wrongs(notes)
          .filter((w) => !known.has(w))
          .sort(),
      ])
    }
  })
  test('one that does not help, or whose place is gone, is not offered', () => {
    const derive = createDeriver()
    const derived = derive(flatbed)
    const note = { ...derived.notes[0]!, remedy: { label: 'Nothing', patches: [] } }
    expect(tryRemedy(derive, flatbed, derived, note)).toMatchObject({ helps: false, brings: [] })
    const gone = {
      label: 'Gone',
      patches: [{ op: 'replace' as const, path: ['hauls', 'none', 'ballLoad'], value: 1 }],
    }
    expect(tryRemedy(derive, flatbed, derived, { ...note, remedy: gone })).toMatchObject({
      helps: false,
      brings: [],
    })
  })
})
