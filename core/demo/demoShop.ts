import { didText } from '../build/did'
import { upgradePlan } from '../document/upgrade'
import { HOLD_READ } from '../document/newHold'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { replacePart } from '../air/circuit/operations'
import { exampleTruck } from '../catalog/trucks'
import { createDeriver } from '../derive/derive'
import { newHaul, newItem } from '../document/newHaul'
import { newPlan } from '../derive/newPlan'
import type { Archetype, Haul, LoadItem, Plan, Reading, Ticket, TruckKind } from '../document/types'

/**
 * The demo shop: all invented. Eight jobs; the first, second and fourth planned through.
 * In one file, job after job, since later jobs are told by what they do otherwise than the first.
 */

export const DEMO_SHOP = { id: 'saltmarsh', name: 'Saltmarsh Spring & Circuit' }
export const DEMO_PEOPLE = [
  { id: 'odile', name: 'Odile', role: 'lead' },
  { id: 'bram', name: 'Bram', role: '' },
  { id: 'tamsin', name: 'Tamsin', role: '' },
]

const item = (
  order: number,
  label: string,
  mass: number,
  x: number,
  y: number,
  size: [number, number, number],
  rest: Partial<LoadItem> = {},
): LoadItem => ({ ...newItem(label, order, mass, x, y, size), ...rest })
const haul = (
  order: number,
  label: string,
  items: Record<string, LoadItem>,
  rest: Partial<Haul> = {},
): Haul => ({ ...newHaul(label, order), items, ...rest })
/** A person on a seat, as a weight. */
const person = (order: number, label: string, x: number, y: number): LoadItem =>
  item(order, label, 80, x, y, [0.4, 0.45, 0.9], { on: 'seat', how: 'guessed' })
/** A public scale's ticket of the empty truck, as it was when surveyed. */
function weighed(plan: Plan, label: string, at: string): void {
  const { unladen: w } = plan.truck
  const shown = (kg: number) => Math.round(kg / 20) * 20
  const ticket: Ticket = {
    label,
    order: 1,
    at,
    haul: null,
    front: shown(w.frontLeft + w.frontRight),
    rear: shown(w.rearLeft + w.rearRight),
    corners: null,
    step: 20,
    simulated: false,
  }
  plan.truck.tickets = { survey: ticket }
  Object.assign(plan.truck.survey, {
    frontAxle: { how: 'scale', tolerance: null },
    rearAxle: { how: 'scale', tolerance: null },
    gap: { how: 'tape', tolerance: null },
  })
}

function circuit(plan: Plan, archetype: Archetype, rest: Partial<Plan['air']> = {}): void {
  const { block, compressor } = ARCHETYPES.find((a) => a.id === archetype)!
  Object.assign(
    plan.air,
    { archetype, ...startingCircuit(archetype) },
    block && { blockClass: block },
    compressor && { compressorClass: compressor },
    rest,
  )
}

function job(kind: TruckKind, number: string, name: string, customer: string, vehicle: string): Plan {
  const plan = newPlan(kind, name)
  plan.job = { name, number, customer, vehicle, drivingSide: 'left', altitude: 0 }
  plan.truck = exampleTruck(kind)
  return plan
}

/** Ticks the first steps of the plan's own build list, in order. */
function tick(plan: Plan, count: number, day: string): void {
  const { steps } = createDeriver()(plan).stages.build.result
  const who = ['Odile', 'Bram', 'Tamsin']
  plan.build.ticks = Object.fromEntries(
    steps.slice(0, count).map((step, i) => [
      step.id,
      {
        who: who[i % 3]!,
        at: `${day}T${String(8 + Math.floor(i / 6)).padStart(2, '0')}:${String((i % 6) * 10).padStart(2, '0')}:00.000Z`,
        did: didText(step),
      },
    ]),
  )
}

/** Readings of a held volume: ideal gas over a night's temperature, a leak, and the gauge's own step. */
function night(
  start: number,
  atStart: number,
  temperatures: number[],
  interval: number,
  leakPerHour: number,
  step: number,
): Reading[] {
  return temperatures.map((celsius, i) => {
    const absolute =
      ((start + 101_325 - (leakPerHour * i * interval) / 3600) * (celsius + 273.15)) / (atStart + 273.15)
    return {
      t: i * interval,
      pressure: Math.round((absolute - 101_325) / step) * step,
      temperature: celsius + 273.15,
      barometer: null,
    }
  })
}

function estuaryFlatbed(): Plan {
  const plan = job('leaf-flatbed', '0412', 'Estuary flatbed', 'Oyster grower at the slip', 'Flatbed, green')
  const tote = (n: number, x: number) => item(n, `Tote ${n}`, 310, x, 0, [0.72, 1.1, 0.6])
  plan.hauls = {
    empty: haul(1, 'Empty', { pump: item(1, 'Pump set', 95, 1.02, -0.78, [0.5, 0.45, 0.4]) }),
    totes: haul(
      2,
      'Totes full',
      {
        t1: tote(1, 0.36),
        t2: tote(2, -0.38),
        t3: tote(3, -1.1),
        pump: item(4, 'Pump set', 95, 1.02, -0.78, [0.5, 0.45, 0.4]),
      },
      { ballLoad: 85, trailerMass: 600 },
    ),
    trailer: haul(
      3,
      'Seed trailer',
      { t1: tote(1, 0.36), pump: item(2, 'Pump set', 95, 1.02, -0.78, [0.5, 0.45, 0.4]) },
      {
        ballFrom: 'trailer',
        ballLoad: 140,
        trailerMass: 1350,
        trailer: {
          axle: 3.6,
          empty: 450,
          emptyAt: 3.3,
          items: { seed: { label: 'Seed trays', mass: 900, behind: 3.2, order: 1 } },
        },
      },
    ),
  }
  weighed(plan, 'Coal wharf scale', '2026-03-10')
  plan.truck.survey.rearRate.how = 'two-heights'
  // Two totes over the axle, taped before and after.
  plan.truck.survey.squat = {
    load: 480,
    beforeLeft: 0.98,
    beforeRight: 0.979,
    afterLeft: 0.929,
    afterRight: 0.928,
  }
  plan.truck.existing = {
    beacon: {
      label: 'Beacon switch on the dash',
      kind: 'switch',
      at: { x: plan.truck.wheelbase - 0.6, y: 0.1, z: 1.2 },
      order: 1,
    },
  }
  circuit(plan, 'wireless-dual', { springClass: 'leaf-helper-double-2270', compressorClass: 'compact' })
  plan.lay.places = { compressor: { x: 1.45, y: 0.53, z: 0.76 }, block: { x: 1.13, y: 0.53, z: 0.76 } }
  plan.lay.shields = { 'spring-right': true }
  plan.power.maxDrop = 0.05
  for (const id of Object.keys(plan.hauls)) {
    const { left, right } = createDeriver()(plan).stages.load.result.hauls[id]!
    const round = (p: number) => Math.round(p / 6894.757) * 6894.757
    plan.tune.presets[id] = { left: round(left.pressure), right: round(right.pressure) }
  }
  tick(plan, 24, '2026-03-12')
  plan.prove.holds = {
    evening: {
      label: 'Both sides, overnight',
      order: 1,
      side: 'both',
      volume: null,
      resolution: 1000,
      allowed: 3500,
      heightHeld: true,
      ...HOLD_READ,
      startedAt: '2026-03-12T17:00:00.000Z',
      readings: night(
        414_000,
        16,
        [16, 14, 12.5, 11, 10, 9.5, 9, 9, 10, 12, 14, 15, 16],
        3600 * 1.25,
        20,
        1000,
      ),
    },
  }
  plan.handover = {
    driver: 'Whoever takes the morning tide',
    contact: 'Odile, the yard bell',
    nextCheck: '2026-06-12',
    remarks: 'Rinse the block and its plugs with fresh water after launching.',
    accepted: {},
  }
  return plan
}

function starWagon(): Plan {
  const plan = job('coil-van', '0417', 'Star wagon', 'Travelling planetarium', 'Van, midnight blue')
  plan.hauls = {
    empty: haul(1, 'Dome only', { dome: item(1, 'Dome and blower', 120, 0.2, 0, [1.0, 0.9, 0.5]) }),
    show: haul(2, 'Whole show', {
      crew: person(9, 'Projectionist', 2.15, 0.4),
      dome: item(1, 'Dome and blower', 120, 0.4, 0, [1.0, 0.9, 0.5]),
      projector: item(2, 'Projector case', 85, -0.35, 0.25, [0.6, 0.5, 0.6]),
      benches: item(3, 'Folding benches', 125, -0.7, -0.2, [0.6, 1.0, 0.7]),
    }),
  }
  circuit(plan, 'hand-teed', { springClass: 'coil-insert-450' })
  plan.lay.places = { fill: { x: -1.05, y: 0.35, z: 0.4 } }
  plan.lay.shields = { 'spring-right': true, 'split-right': true }
  for (const id of Object.keys(plan.hauls)) {
    const { left } = createDeriver()(plan).stages.load.result.hauls[id]!
    plan.tune.presets[id] = { left: left.pressure, right: left.pressure }
  }
  tick(plan, 100, '2026-02-03')
  plan.prove.soap = Object.fromEntries(
    Object.keys(plan.air.lines)
      .flatMap((l) => [`${l}:from`, `${l}:to`])
      .map((id) => [id, { finding: 'dry' as const, who: 'Tamsin', at: '2026-02-03T15:30:00.000Z' }]),
  )
  plan.prove.holds = {
    cold: {
      label: 'Cold night',
      order: 1,
      side: 'both',
      volume: null,
      resolution: 500,
      allowed: 3500,
      heightHeld: true,
      ...HOLD_READ,
      startedAt: '2026-02-03T16:00:00.000Z',
      readings: night(
        138_000,
        12,
        [12, 9, 6, 3, 1, -1, -2, -3, -3, -2, 0, 2, 4, 6, 8, 10, 11, 12],
        3600 * 1.3,
        0,
        500,
      ),
    },
  }
  plan.handover = {
    driver: 'The projectionist',
    contact: 'Tamsin at the bench',
    nextCheck: '2026-05-03',
    remarks: 'Read the gauge cold. Six psi less on a frosty morning is the cold, not a leak.',
    accepted: {},
  }
  return plan
}

function shellRunner(): Plan {
  const plan = job('heavy-leaf-long-bed', '0421', 'Shell runner', 'Rowing club', 'Pickup, long bed')
  plan.truck.axleToBall = 1.55
  weighed(plan, 'Grain store scale', '2026-04-18')
  plan.hauls = {
    empty: haul(1, 'Empty', {}),
    regatta: haul(
      2,
      'Boat trailer',
      {
        oars: item(1, 'Oars and riggers', 160, 0, 0, [2.2, 1.2, 0.3]),
        coxes: person(2, 'Coach and cox', 2.0, 0),
      },
      { ballLoad: 190, ballFrom: 'weighed', trailerMass: 1650 },
    ),
    camp: haul(
      3,
      'Trailer and camp',
      {
        oars: item(1, 'Oars and riggers', 160, 0, 0, [2.2, 1.2, 0.3]),
        camp: item(2, 'Marquee and stoves', 240, -0.6, 0, [1.0, 1.4, 0.5]),
      },
      { ballLoad: 190, trailerMass: 1650, target: { school: 'share', share: 1 / 3 } },
    ),
  }
  circuit(plan, 'wireless-single', {
    springClass: 'leaf-helper-double-2270',
    compressorClass: 'small-wireless',
  })
  plan.lay.places = { compressor: { x: 1.95, y: 0.56, z: 0.78 }, block: { x: 1.62, y: 0.56, z: 0.78 } }
  plan.lay.shields = { 'spring-right': true }
  for (const id of Object.keys(plan.hauls)) {
    const { left } = createDeriver()(plan).stages.load.result.hauls[id]!
    const both = Math.round(left.pressure / 6894.757) * 6894.757
    plan.tune.presets[id] = { left: both, right: both }
  }
  tick(plan, 6, '2026-04-20')
  plan.handover = {
    driver: 'Coach of the week',
    contact: 'Bram at the bench',
    nextCheck: '2026-07-20',
    remarks: 'Long boat behind: walk round it before the first bend.',
    accepted: {},
  }
  return plan
}

/** The other five: Truck and Load filled, the rest as it begins. */
function others(): Plan[] {
  const hive = job('heavy-leaf-long-bed', '0424', 'Hive hauler', 'Beekeeper', 'Pickup with rack')
  hive.hauls = {
    usual: haul(1, 'Supers and tools', { supers: item(1, 'Honey supers', 280, 0.1, 0.1, [1.2, 1.2, 0.5]) }),
    hives: haul(
      2,
      'Hive trailer',
      { supers: item(1, 'Honey supers', 280, 0.1, 0.1, [1.2, 1.2, 0.5]) },
      {
        ballLoad: 260,
        trailerMass: 2100,
        trailer: { axle: 3.9, empty: 700, emptyAt: 3.6, items: {} },
        bars: { force: 1800, length: 0.75 },
      },
    ),
  }
  const rig = job('dual-rear-wheels', '0430', 'Festival rig', 'Lighting crew', 'Crew cab, dual rear wheels')
  rig.hauls = {
    towers: haul(1, 'Towers aboard', {
      towers: item(1, 'Lighting towers', 620, -0.1, 0.15, [2.2, 1.0, 0.7]),
      cable: item(2, 'Cable drums', 310, 0.7, -0.45, [0.8, 0.6, 0.6]),
    }),
    trailer: haul(
      2,
      'Generator trailer',
      { cable: item(1, 'Cable drums', 310, 0.7, -0.45, [0.8, 0.6, 0.6]) },
      { coupling: 'bed', ballLoad: 620, trailerMass: 3100 },
    ),
  }
  const ridge = job('dual-rear-wheels', '0433', 'Ridge tender', 'Hill-fire volunteers', 'Water carrier')
  ridge.hauls = {
    water: haul(1, 'Tank full', {
      water: item(1, 'Water tank', 90, 0.25, 0, [1.5, 1.25, 0.75], {
        liquid: { density: 1000, fill: 1, baffled: false },
      }),
      pump: item(2, 'Pump and reels', 220, -0.85, -0.2, [0.6, 1.2, 0.7]),
    }),
    half: haul(2, 'Tank half full', {
      water: item(1, 'Water tank', 90, 0.25, 0, [1.5, 1.25, 0.75], {
        liquid: { density: 1000, fill: 0.5, baffled: false },
      }),
      pump: item(2, 'Pump and reels', 220, -0.85, -0.2, [0.6, 1.2, 0.7]),
    }),
    dry: haul(3, 'Tank empty', { pump: item(1, 'Pump and reels', 220, -0.85, -0.2, [0.6, 1.2, 0.7]) }),
  }
  const core = job('coil-wagon', '0436', 'Core sampler', 'Field geologist', 'Wagon, roof rack')
  core.hauls = {
    cores: haul(1, 'Core boxes', {
      boxes: item(1, 'Core boxes', 260, -0.2, -0.1, [0.9, 1.0, 0.5]),
      rods: item(2, 'Drill rods on the roof', 45, 0.3, 0.2, [1.6, 0.5, 0.15], { on: 'rack' }),
    }),
    drill: haul(
      2,
      'Drill trailer',
      { boxes: item(1, 'Core boxes', 120, 0, -0.1, [0.6, 1.0, 0.4]) },
      { ballLoad: 140, trailerMass: 1300 },
    ),
  }
  const kiln = job('light-leaf-pickup', '0439', 'Kiln trailer', 'Potter', 'Lifted pickup, aluminium bed')
  kiln.truck.bed.material = 'aluminium'
  kiln.truck.suspension.lift = 0.1
  kiln.truck.suspension.frontLift = 0.1
  kiln.truck.frame.kickUp += 0.1
  kiln.truck.seatGap = { unladen: 0.305, droop: 0.385, bump: 0.21 }
  kiln.truck.heights = { frontLeft: 0.99, frontRight: 0.99, rearLeft: 1.03, rearRight: 1.03 }
  kiln.power.earth = 'body'
  kiln.hauls = {
    clay: haul(1, 'Clay and bricks', { clay: item(1, 'Clay', 310, 0.1, 0, [0.9, 1.1, 0.4]) }),
    kiln: haul(
      2,
      'Kiln trailer',
      { shelves: item(1, 'Kiln shelves', 120, 0.2, 0.2, [0.6, 0.6, 0.5]) },
      { ballLoad: 180, trailerMass: 1700 },
    ),
  }
  circuit(hive, 'onboard-wireless')
  circuit(rig, 'high-flow')
  circuit(ridge, 'height-valve')
  // The engine drives its supply.
  ridge.air = replacePart('compressor', 'belt')(ridge.air)
  circuit(core, 'tank-paddles', { springClass: 'coil-insert-high-680' })
  circuit(kiln, 'electronic')
  return [hive, rig, ridge, core, kiln]
}

/** The eight demo jobs by id, in the order of their numbers. */
export function demoJobs(): { id: string; plan: Plan }[] {
  const [hive, rig, ridge, core, kiln] = others() as [Plan, Plan, Plan, Plan, Plan]
  const plans = {
    'estuary-flatbed': estuaryFlatbed(),
    'star-wagon': starWagon(),
    'hive-hauler': hive,
    'shell-runner': shellRunner(),
    'festival-rig': rig,
    'ridge-tender': ridge,
    'core-sampler': core,
    'kiln-trailer': kiln,
  }
  // As every plan comes out of a file or the database: in its own order.
  return Object.entries(plans).map(([id, plan]) => ({ id, plan: upgradePlan(plan) as Plan }))
}
