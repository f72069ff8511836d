import { produce } from 'immer'
import { circuitPatches } from '../air/circuit/changeCircuit'
import { partOf, springOf } from '../air/parts/parts'
import { PRACTICE } from '../catalog/practice'
import { demoPlan } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import type { Archetype, Haul, Plan } from '../document/types'
import type { Note } from '../quantity/figure'
import { createDeriver } from './derive'

const withCircuit = (id: string, archetype: Archetype): Plan => {
  const plan = demoPlan(id)
  return applyEdit(plan, circuitPatches(plan.air, archetype))
}
const flatbed = () => demoPlan('estuary-flatbed')
const tanked = () => withCircuit('estuary-flatbed', 'tank-wireless')
const totes = (plan: Plan): Haul => plan.hauls.totes!
let askedOnce: { left: { pressure: number }; right: { pressure: number } } | null = null
/** What Load asks of the flatbed under its totes. */
const asked = () => (askedOnce ??= createDeriver()(flatbed()).stages.load.result.hauls.totes!)
/** With the one haul that is changed, so that no other has the note first. */
const totesAlone = (plan: Plan): Plan => ({ ...plan, hauls: { totes: totes(plan) } })

/** A rule whose note comes as one thing of the plan goes from `quiet` to `noted`. */
interface Edge {
  rule: string
  plan?: () => Plan
  set: (plan: Plan, x: number) => void
  quiet: number
  noted: number
  /** Where the note's value then stands; the limit it tells, unless it says otherwise. */
  at?: (plan: Plan) => number
}

const EDGES: Edge[] = [
  {
    rule: 'over-rear-axle',
    set: (p, x) => (totes(p).items.t3!.mass = x),
    quiet: 100,
    noted: 1800,
    at: (p) => p.truck.ratings.rearAxle,
  },
  { rule: 'over-front-axle', set: (p, x) => (p.truck.ratings.frontAxle = x), quiet: 4000, noted: 900 },
  { rule: 'over-gross', set: (p, x) => (p.truck.ratings.gross = x), quiet: 9000, noted: 2000 },
  {
    rule: 'over-ball',
    set: (p, x) => (totes(p).ballLoad = x),
    quiet: 0,
    noted: 900,
    at: (p) => p.truck.ratings.ball!,
  },
  {
    rule: 'over-combination',
    set: (p, x) => (totes(p).trailerMass = x),
    quiet: 0,
    noted: 9000,
    at: (p) => p.truck.ratings.combination!,
  },
  {
    rule: 'front-lifted',
    set: (p, x) => (totes(p).ballLoad = x),
    quiet: 0,
    noted: 9000,
    at: () => 0,
  },
  {
    rule: 'light-steering',
    set: (p, x) => (totes(p).ballLoad = x),
    quiet: 0,
    noted: 900,
    at: (p) => (p.truck.unladen.frontLeft + p.truck.unladen.frontRight) * 0.9,
  },
  {
    rule: 'front-axle-truth',
    set: (p, x) => (totes(p).ballLoad = x),
    quiet: -500,
    noted: 900,
    at: () => -PRACTICE.frontChangeWorthTelling.value,
  },
  { rule: 'over-spring-pressure', set: (p, x) => (totes(p).items.t3!.mass = x), quiet: 100, noted: 3000 },
  {
    rule: 'near-spring-limit',
    set: (p, x) => {
      p.air.sheet = { area: 0.0161, minPressure: 34_474, maxPressure: x, maxLoad: 9000 }
    },
    quiet: 900_000,
    noted: 420_000,
  },
  {
    rule: 'hard-when-empty',
    plan: () => totesAlone(flatbed()),
    set: (p, x) => Object.values(totes(p).items).forEach((i) => Object.assign(i, { mass: x, y: 0 })),
    quiet: 60,
    noted: 300,
  },
  { rule: 'on-bump-stops', set: (p, x) => (totes(p).items.t3!.mass = x), quiet: 0, noted: 3000 },
  {
    rule: 'kept-at-minimum',
    plan: () => totesAlone(flatbed()),
    set: (p, x) => Object.values(totes(p).items).forEach((i) => Object.assign(i, { mass: 60, y: x })),
    quiet: 0,
    noted: -0.9,
    at: (p) => springOf(p.air)!.minPressure,
  },
  {
    rule: 'tongue-share',
    set: (p, x) => Object.assign(totes(p), { trailerMass: 1000, ballLoad: x }),
    quiet: 120,
    noted: 200,
    at: () => 0.15,
  },
  {
    rule: 'tongue-share',
    set: (p, x) => Object.assign(totes(p), { trailerMass: 1000, ballLoad: x }),
    quiet: 120,
    noted: 50,
    at: () => 0.1,
  },
  { rule: 'harness-short', set: (p, x) => (p.lay.harnessLength = x), quiet: 30, noted: 0.5 },
  {
    rule: 'parts-apart',
    set: (p, x) => (p.lay.places.block = { x, y: 0.53, z: 0.76 }),
    quiet: 1.2,
    noted: -1,
  },
  {
    rule: 'part-near-heat',
    set: (p, x) => (p.lay.places.compressor = { x: 0.8, y: x, z: 0.6 }),
    quiet: 0.5,
    noted: -0.33,
    at: () => 0.15,
  },
  {
    rule: 'wheel-spray',
    set: (p, x) => (p.lay.places.compressor = { x, y: 0.6, z: 0.76 }),
    quiet: 2,
    noted: 0,
    at: (p) => p.truck.tyre.radius,
  },
  { rule: 'short-slack', set: (p, x) => (p.lay.slackAtSpring = x), quiet: 0.5, noted: 0, at: () => 0.25 },
  {
    rule: 'drop',
    set: (p, x) => (p.power.wireArea = x),
    quiet: 5e-5,
    noted: 1e-6,
    at: (p) => p.power.maxDrop,
  },
  { rule: 'fuse-over-wire', set: (p, x) => (p.power.fuse = x), quiet: 25, noted: 200 },
  { rule: 'fuse-inrush', set: (p, x) => (p.power.fuse = x), quiet: 40, noted: 5 },
  {
    rule: 'contact-overload',
    plan: tanked,
    set: (p, x) => {
      p.power.relay = false
      p.air.components.switch!.sheet.current = x
    },
    quiet: 30,
    noted: 5,
  },
  { rule: 'relay-undersized', plan: tanked, set: (p, x) => (p.power.relayRating = x), quiet: 60, noted: 5 },
  {
    rule: 'guard-over-wire',
    set: (p, x) => (p.power.wires['wire-block'] = { area: x, colour: null, label: null, joint: null }),
    // Under 18 AWG what a wire may carry goes with its area.
    quiet: 0.8e-6,
    noted: 0.1e-6,
    plan: () => {
      const plan = flatbed()
      plan.power.feeds.block = 'battery'
      return plan
    },
  },
  {
    rule: 'wire-thin',
    set: (p, x) => (p.power.wires['earth-block'] = { area: x, colour: null, label: null, joint: null }),
    quiet: 0.5e-6,
    noted: 0.02e-6,
  },
  {
    rule: 'wire-drop',
    plan: tanked,
    set: (p, x) => (p.power.wires['wire-coil'] = { area: x, colour: null, label: null, joint: null }),
    quiet: 1e-6,
    noted: 1e-9,
    at: () => PRACTICE.controlDrop.value,
  },
  {
    rule: 'guard-nuisance',
    set: (p, x) =>
      (p.power.inWire.f = { order: 1, wire: 'wire-block', kind: 'fuse', at: 'source', rating: x }),
    quiet: 10,
    noted: 1,
  },
  {
    rule: 'short-burns',
    set: (p, x) => (p.power.wires['wire-wake'] = { area: x, colour: null, label: null, joint: null }),
    quiet: 1e-6,
    noted: 0.05e-6,
  },
  {
    rule: 'fuse-far',
    set: (p, x) => (p.power.fuseReach = x),
    quiet: 0.05,
    noted: 3,
    at: () => PRACTICE.fuseReach.value,
  },
  {
    rule: 'battery-empties',
    set: (p, x) => (p.power.batteryCapacity = x),
    quiet: 252_000,
    noted: 10_000,
    at: () => PRACTICE.standbyLeast.value,
  },
  { rule: 'fuse-nuisance', set: (p, x) => (p.power.fuse = x), quiet: 40, noted: 1 },
  {
    rule: 'preset-over-limit',
    set: (p, x) => (p.tune.presets.totes = { left: x, right: 300_000 }),
    quiet: 300_000,
    noted: 1_500_000,
    at: (p) => springOf(p.air)!.maxPressure,
  },
  {
    rule: 'preset-under-minimum',
    set: (p, x) => (p.tune.presets.totes = { left: x, right: 300_000 }),
    quiet: 300_000,
    noted: 0,
  },
  {
    rule: 'preset-off-load',
    set: (p, x) => {
      const { left, right } = asked()
      p.tune.presets.totes = { left: left.pressure + x, right: right.pressure }
    },
    quiet: 0,
    noted: 100_000,
    at: () => PRACTICE.presetOffLoad.value,
  },
  {
    rule: 'minimum-too-low',
    set: (p, x) => (p.tune.minimum = x),
    quiet: 100_000,
    noted: 0,
    at: (p) => springOf(p.air)!.minPressure,
  },
  {
    rule: 'teed-sides-differ',
    plan: () => totesAlone(withCircuit('estuary-flatbed', 'wireless-single')),
    set: (p, x) => Object.values(totes(p).items).forEach((i) => (i.y = x)),
    quiet: 0,
    noted: 0.8,
    at: () => PRACTICE.sidesDiffer.value,
  },
  {
    rule: 'relief-over-tank',
    plan: tanked,
    set: (p, x) => (p.air.components.relief!.sheet.set = x),
    quiet: 1_100_000,
    noted: 3_000_000,
    at: (p) => partOf(p.air, 'tank').figures.maxPressure!,
  },
  {
    rule: 'relief-under-cut-out',
    plan: tanked,
    set: (p, x) => (p.air.components.relief!.sheet.set = x),
    quiet: 1_100_000,
    noted: 200_000,
    at: (p) => partOf(p.air, 'switch').figures.cutOut!,
  },
  {
    rule: 'cut-out-unreached',
    plan: tanked,
    set: (p, x) => (p.air.components.switch!.sheet.cutOut = x),
    quiet: 700_000,
    noted: 3_000_000,
  },
  {
    rule: 'tank-feeds-block',
    plan: tanked,
    set: (p, x) => (p.air.components.block!.sheet.conductance = x),
    quiet: 1e-10,
    noted: 5e-8,
    at: () => PRACTICE.presetTolerance.value,
  },
  {
    rule: 'supply-over-spring',
    plan: () => withCircuit('estuary-flatbed', 'tank-paddles'),
    set: (p, x) => {
      p.air.sheet = { area: 0.016, minPressure: 34_474, maxPressure: x, maxLoad: 9000 }
    },
    quiet: 2_000_000,
    noted: 300_000,
  },
  { rule: 'spring-height', set: (p, x) => (p.truck.seatGap.unladen = x), quiet: 0.16, noted: 0.4 },
  { rule: 'spring-height', set: (p, x) => (p.truck.seatGap.unladen = x), quiet: 0.16, noted: 0.05 },
]

/**
 * Where a note comes, to 1e-12 of the way from the quiet end. Each noted place tells how far over its limit it
 * is, so the line through two of them says where to look next; where that does not close in, the middle is
 * taken.
 */
function crossing(quiet: number, noted: number, noteAt: (x: number) => Note | undefined): number {
  const fineness = 1e-12 * Math.abs(quiet - noted)
  let [off, on] = [quiet, noted]
  let seen: { x: number; over: number }[] = []
  const look = (x: number) => {
    const note = noteAt(x)
    if (!note) off = x
    else {
      on = x
      if (note.value !== null && note.limit !== null)
        seen = [...seen.slice(-1), { x, over: note.value - note.limit }]
    }
  }
  const within = (x: number) => (x - off) * (x - on) < 0
  look(noted)
  for (let i = 0; i < 60 && Math.abs(on - off) > fineness; i++) {
    const before = Math.abs(on - off)
    const [a, b] = seen
    if (a && b && a.over !== b.over) {
      const guess = b.x - (b.over * (b.x - a.x)) / (b.over - a.over)
      const step = Math.sign(noted - quiet) * Math.max(fineness / 3, Math.abs(guess - b.x) * 1e-4)
      for (const x of [guess + step, guess - step]) if (within(x)) look(x)
    }
    if (Math.abs(on - off) > before / 4) look((off + on) / 2)
  }
  return on
}

describe('both sides of each limit: the note comes where its value passes its limit, and not before', () => {
  test.each(EDGES)('$rule', ({ rule, plan: start = flatbed, set, quiet, noted, at }) => {
    const derive = createDeriver()
    const base = start()
    const noteAt = (x: number) => {
      const plan = produce(base, (draft) => void set(draft, x))
      return { plan, note: derive(plan).notes.find((n) => n.rule === rule) }
    }
    expect({ at: 'the quiet end', note: noteAt(quiet).note?.title }).toEqual({
      at: 'the quiet end',
      note: undefined,
    })
    expect(noteAt(noted).note?.rule).toBe(rule)
    const on = crossing(quiet, noted, (x) => noteAt(x).note)
    const { plan, note } = noteAt(on)
    const { value, limit } = note!
    const expected = at ? at(plan) : limit!
    const scale = Math.max(Math.abs(expected), 0.01)
    expect(Math.abs(value! - expected) / scale).toBeLessThan(1e-6)
    if (at && limit !== null) expect(Math.abs(limit - expected) / scale).toBeLessThan(1e-6)
  })
})
