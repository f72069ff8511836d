import { proposedPlaces } from '../lay/places'
import { replacePart } from '../air/circuit/operations'
import { upgradePlan } from '../document/upgrade'
import type { Plan } from '../document/types'
import {
  asFound,
  boxChecked,
  circuit,
  haul,
  item,
  job,
  person,
  sheetRead,
  stepsUpTo,
  store,
  tick,
  weighed,
} from './making'
import { accept, driven, heldOvernight, soaped, tried } from './proof'

/**
 * The demo shop, all invented. Eight jobs: two handed over (wagon, rig), one in proof (flatbed), one in build
 * (runner), two planned (hauler, a retrofit; sampler, a repair), one surveyed with its lever chosen (tender),
 * one with a Stop that the customer must decide (kiln). They are in one file, in order, because later jobs are
 * described by their differences from the first.
 */

export const DEMO_SHOP = { id: 'saltmarsh', name: 'Saltmarsh Spring & Circuit' }
export const DEMO_PEOPLE = [
  { id: 'odile', name: 'Odile', role: 'lead' },
  { id: 'bram', name: 'Bram', role: '' },
  { id: 'tamsin', name: 'Tamsin', role: '' },
]

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
  plan.lay.places = { compressor: { x: 1.45, y: 0.53, z: 0.7 }, block: { x: 1.13, y: 0.53, z: 0.7 } }
  plan.lay.shields = { 'spring-right': true }
  plan.power.maxDrop = 0.05
  plan.power.fuseReach = 0.15
  plan.power.tap = {
    side: 'fused',
    ownFuse: false,
    alsoFeeds: 'Socket in the dash',
    holdsCranking: false,
  }
  store(plan)
  sheetRead(plan)
  tick(plan, stepsUpTo(plan, 'first-fill'), '2026-03-12')
  soaped(plan, 5, 'Bram', '2026-03-12T16:20:00.000Z')
  heldOvernight(plan, {
    id: 'evening',
    label: 'Both sides, overnight',
    side: 'both',
    who: 'Bram',
    at: '2026-03-12T17:00:00.000Z',
    from: 414_000,
    night: 'mild',
    leak: 20,
    step: 1000,
  })
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
  weighed(plan, 'Fairground scale', '2026-02-02')
  plan.lay.places = { fill: { x: -1.05, y: 0.35, z: 0.4 } }
  plan.lay.shields = { 'spring-right': true, 'split-right': true }
  store(plan)
  sheetRead(plan)
  tick(plan, 100, '2026-02-03')
  soaped(plan, 100, 'Tamsin', '2026-02-03T15:30:00.000Z')
  heldOvernight(plan, {
    id: 'cold',
    label: 'Cold night',
    side: 'both',
    who: 'Tamsin',
    at: '2026-02-03T16:00:00.000Z',
    from: 138_000,
    night: 'frost',
    step: 500,
  })
  tried(plan, 'star-wagon', 'Tamsin', '2026-02-04T08:20:00.000Z')
  driven(plan, 0.016, 'Tamsin', '2026-02-04T09:00:00.000Z')
  plan.handover = {
    driver: 'The projectionist',
    contact: 'Tamsin at the bench',
    nextCheck: '2026-05-03',
    remarks: 'Read the gauge cold. Six psi less on a frosty morning is the cold, not a leak.',
    accepted: {},
  }
  accept(
    plan,
    'teed-sides-differ',
    'Tamsin',
    '2026-02-04T09:10:00.000Z',
    'The owner wants one valve; the projector goes in the middle from now on.',
  )
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
  store(plan)
  sheetRead(plan)
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

function hiveHauler(): Plan {
  const plan = job('heavy-leaf-long-bed', '0424', 'Hive hauler', 'Beekeeper', 'Pickup with rack')
  plan.hauls = {
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
  circuit(plan, 'onboard-wireless')
  // Hand-filled springs and a tank for tyres existed; the control is new.
  asFound(plan, 'control-on-air', 'hand-two', '2021-05')
  weighed(plan, 'Honey co-op scale', '2026-05-06')
  plan.lay.places = { block: proposedPlaces(plan.truck, plan.air).block! }
  store(plan)
  return plan
}

function festivalRig(): Plan {
  const plan = job('dual-rear-wheels', '0430', 'Festival rig', 'Lighting crew', 'Crew cab, dual rear wheels')
  plan.hauls = {
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
  handOver(plan)
  return plan
}

function ridgeTender(): Plan {
  const plan = job('dual-rear-wheels', '0433', 'Ridge tender', 'Hill-fire volunteers', 'Water carrier')
  plan.hauls = {
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
  circuit(plan, 'height-valve')
  // The engine drives its supply.
  plan.air = replacePart('compressor', 'belt')(plan.air)
  weighed(plan, 'Quarry scale', '2026-06-09')
  plan.truck.survey.rearRate = { how: 'sheet', tolerance: null }
  // Arm, link and lag that do not hunt in any haul or on the road.
  plan.air.components.height!.sheet.arm = 0.22
  plan.tune.lever = { ...plan.tune.lever, link: 0.4, delay: 6 }
  plan.tune.weather = { ...plan.tune.weather, cold: 258.15, pass: 1900 }
  return plan
}

function coreSampler(): Plan {
  const plan = job('coil-wagon', '0436', 'Core sampler', 'Field geologist', 'Wagon, roof rack')
  plan.truck.suspension.interlinked = true
  plan.hauls = {
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
  circuit(plan, 'tank-paddles', { springClass: 'coil-insert-high-680' })
  // A ford drowned its compressor.
  asFound(plan, 'drowned', 'tank-paddles', '2019-08')
  plan.lay.shields = { 'fill-line-right': true, 'block-right': true }
  plan.lay.places = { tank: proposedPlaces(plan.truck, plan.air).tank! }
  store(plan)
  return plan
}

function kilnTrailer(): Plan {
  const plan = job('light-leaf-pickup', '0439', 'Kiln trailer', 'Potter', 'Lifted pickup, aluminium bed')
  plan.truck.bed.material = 'aluminium'
  plan.truck.suspension.lift = 0.1
  plan.truck.suspension.frontLift = 0.1
  plan.truck.frame.kickUp += 0.1
  plan.truck.seatGap = { unladen: 0.305, droop: 0.385, bump: 0.21 }
  plan.truck.heights = { frontLeft: 0.99, frontRight: 0.99, rearLeft: 1.03, rearRight: 1.03 }
  // The lift kit's longer lower bracket puts its seat behind the upper one.
  plan.truck.seats.lower = { x: -0.024, y: 0.006 }
  plan.power.earth = 'body'
  plan.hauls = {
    clay: haul(1, 'Clay and bricks', { clay: item(1, 'Clay', 310, 0.1, 0, [0.9, 1.1, 0.4]) }),
    kiln: haul(
      2,
      'Kiln trailer',
      { shelves: item(1, 'Kiln shelves', 120, 0.2, 0.2, [0.6, 0.6, 0.5]) },
      { ballLoad: 180, trailerMass: 1700 },
    ),
  }
  circuit(plan, 'electronic')
  plan.air.components.controller!.sheet.band = 0.008
  plan.air.components.controller!.sheet.delay = 8
  plan.tune.sensing = { ...plan.tune.sensing, door: true, key: false, hitch: true, lock: true }
  plan.lay.shields = {
    'spring-right': true,
    'height-right': true,
    'fill-line-right': true,
    'block-right': true,
  }
  return plan
}

/** The rig built, proved on every side and handed over; what Power does not plan yet is accepted by name. */
function handOver(rig: Plan): void {
  circuit(rig, 'high-flow')
  weighed(rig, 'Stage yard scale', '2026-01-12')
  rig.lay.places = { tank: proposedPlaces(rig.truck, rig.air).tank! }
  store(rig)
  sheetRead(rig)
  tick(rig, 200, '2026-01-14')
  boxChecked(rig, '2026-01-14T07:40:00.000Z')
  rig.build.ticks['free-brake-clips']!.otherwise = 'Clips were brittle; new ones on the far side of the tube'
  rig.build.looks['torque-right'] = {
    ...{ who: 'Bram', at: '2026-01-14T10:00:00.000Z' },
    seen: { who: 'Odile', at: '2026-01-14T10:10:00.000Z' },
  }
  soaped(rig, 200, 'Bram', '2026-01-14T16:00:00.000Z')
  const tests = [
    ['left', 'Left side, overnight', 380_000],
    ['right', 'Right side, overnight', 380_000],
    ['supply', 'Tank and lines, overnight', 1_000_000],
  ] as const
  for (const [side, label, from] of tests)
    heldOvernight(rig, {
      id: side,
      label,
      side,
      who: 'Bram',
      at: '2026-01-14T17:00:00.000Z',
      from,
      night: 'mild',
      step: 1000,
      // A probe taped to the tank, better than one held to a line.
      thermometer: 0.1,
    })
  tried(rig, 'festival-rig', 'Bram', '2026-01-15T08:30:00.000Z')
  driven(rig, 0.019, 'Bram', '2026-01-15T09:40:00.000Z')
  rig.handover = {
    driver: 'The lighting crew',
    contact: 'Odile, the yard bell',
    nextCheck: '2026-04-15',
    remarks:
      'Drain the tank after every show. The fog signal takes the tank down: let it fill before lifting.',
    accepted: {},
  }
  const wired = 'Wired from the parts’ own sheets by Odile; drawing in the job’s folder.'
  accept(rig, 'not-wired-here', 'Odile', '2026-01-15T10:00:00.000Z', wired)
}

/** Makes each of the eight demo jobs, in the order of their numbers. */
const MAKERS: Record<string, () => Plan> = {
  'estuary-flatbed': estuaryFlatbed,
  'star-wagon': starWagon,
  'hive-hauler': hiveHauler,
  'shell-runner': shellRunner,
  'festival-rig': festivalRig,
  'ridge-tender': ridgeTender,
  'core-sampler': coreSampler,
  'kiln-trailer': kilnTrailer,
}
const made = new Map<string, Plan>()

/**
 * A demo job's plan as every plan comes from a file or the database; a fresh copy each time.
 * @throws {Error} if no demo job has that id
 */
export function demoPlan(id: string): Plan {
  const make = MAKERS[id]
  if (!make) throw new Error(`There is no demo job “${id}”: it is one of ${Object.keys(MAKERS).join(', ')}.`)
  const plan = made.get(id) ?? (upgradePlan(make()) as Plan)
  made.set(id, plan)
  return structuredClone(plan)
}

/** The eight demo jobs with their plans, in the order of their numbers. */
export const demoJobs = (): { id: string; plan: Plan }[] =>
  Object.keys(MAKERS).map((id) => ({ id, plan: demoPlan(id) }))
