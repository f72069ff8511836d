import { roofHeight } from '#core/catalog/truckGeometry'
import type { Truck, TruckKind } from '#core/document/types'
import type { drawingScale } from './scale'

/** The body of a truck from the left, by its own measures: each kind has an outline of its own. */
export interface TruckOutline {
  /** Closed outline of the painted body. */
  body: string
  /** Windows, closed. */
  glass: string[]
  /** Door gaps, creases, rails of the bed. */
  lines: string[]
}

type Scale = ReturnType<typeof drawingScale>
type Corner = readonly [ahead: number, height: number]

/** Heights used by every kind, m above ground, and the room of a wheel arch. */
function levels(truck: Truck) {
  const { frame, tyre } = truck
  return {
    sill: frame.top - 0.06,
    belt: frame.top + tyre.radius * 1.2,
    bonnet: frame.top + tyre.radius * 1.02,
    roof: roofHeight(truck),
    arch: tyre.radius + 0.1,
    nose: truck.wheelbase + truck.frontOverhang,
  }
}

const at = (s: Scale, [ahead, height]: Corner) => `${Math.round(s.x(ahead))} ${Math.round(s.z(height))}`
const line = (s: Scale, ...corners: Corner[]) => `M${corners.map((c) => at(s, c)).join(' L')}`
const closed = (s: Scale, ...corners: Corner[]) => `${line(s, ...corners)} Z`
/** The sill from rear to front, with an arch over a wheel. */
function overWheel(s: Scale, truck: Truck, axle: number, sill: number, arch: number): string {
  const half = Math.sqrt(Math.max(arch ** 2 - (sill - truck.tyre.radius) ** 2, 0.01))
  const r = Math.round(arch * 1000)
  return `L${at(s, [axle - half, sill])} A${r} ${r} 0 0 0 ${at(s, [axle + half, sill])}`
}

/** Positions of each cab's parts from the front axle and from its back, m. */
interface Cab {
  /** Foot of the windscreen behind the front axle, and how far its top leans back from there. */
  screen: number
  lean: number
  /** How far the back wall leans forward to the roof. */
  back: number
  /** Doors from the screen to the back wall. */
  doors: 1 | 2
}
const CABS: Record<'pickup' | 'heavy' | 'crew' | 'flatbed', Cab> = {
  pickup: { screen: 0.38, lean: 0.58, back: 0.14, doors: 1 },
  heavy: { screen: 0.42, lean: 0.5, back: 0.08, doors: 1 },
  crew: { screen: 0.34, lean: 0.5, back: 0.1, doors: 2 },
  flatbed: { screen: 0.4, lean: 0.42, back: 0.02, doors: 1 },
}

/** Bonnet and cab that end before a bed. */
function cabOutline(s: Scale, truck: Truck, cab: Cab): TruckOutline {
  const { sill, belt, bonnet, roof, arch, nose } = levels(truck)
  const foot = truck.wheelbase - cab.screen
  const top = foot - cab.lean
  const back = truck.cabRear
  const body = [
    `M${at(s, [back, sill])}`,
    overWheel(s, truck, truck.wheelbase, sill, arch),
    `L${at(s, [nose - 0.02, sill])} L${at(s, [nose, bonnet - 0.3])}`,
    `Q${at(s, [nose, bonnet - 0.04])} ${at(s, [nose - 0.22, bonnet])}`,
    `L${at(s, [foot, belt])} L${at(s, [top, roof - 0.04])}`,
    `Q${at(s, [top - 0.06, roof])} ${at(s, [top - 0.18, roof])}`,
    `L${at(s, [back + cab.back + 0.1, roof])} Q${at(s, [back + cab.back, roof])} ${at(s, [back + cab.back, roof - 0.1])}`,
    `L${at(s, [back, belt])} Z`,
  ].join(' ')
  const sash = roof - 0.09
  const rear = back + cab.back
  const pane = (from: Corner, to: Corner, upper: Corner, last: Corner) => closed(s, from, to, upper, last)
  const middle = (foot - 0.14 + rear) / 2
  const panes =
    cab.doors === 1
      ? [pane([foot - 0.1, belt], [rear + 0.08, belt], [rear + 0.12, sash], [top - 0.02, sash])]
      : [
          pane([foot - 0.1, belt], [middle + 0.04, belt], [middle + 0.04, sash], [top - 0.02, sash]),
          pane([middle - 0.04, belt], [rear + 0.08, belt], [rear + 0.12, sash], [middle - 0.04, sash]),
        ]
  const gaps = cab.doors === 1 ? [back + 0.08] : [middle, back + 0.08]
  return {
    body,
    glass: panes,
    lines: [
      line(s, [foot - 0.06, sill], [foot - 0.06, belt]),
      ...gaps.map((x) => line(s, [x, sill], [x, belt])),
      line(s, [nose - 0.1, bonnet - 0.24], [nose - 0.02, bonnet - 0.24]),
    ],
  }
}

/** The box of a pickup: sides with an arch over the wheel, the rail along the top, the tailgate. */
function pickupBed(s: Scale, truck: Truck): TruckOutline {
  const { sill, arch } = levels(truck)
  const { front, rear, floor, sides } = truck.bed
  const rim = floor + sides
  const wide = truck.tyre.dual ? arch + 0.07 : arch
  const body = [
    `M${at(s, [rear, rim])} L${at(s, [rear, sill])}`,
    overWheel(s, truck, 0, sill, wide),
    `L${at(s, [front, sill])} L${at(s, [front, rim])} Z`,
  ].join(' ')
  const flare = Math.round((wide + 0.06) * 1000)
  const half = Math.sqrt((wide + 0.06) ** 2 - (sill - truck.tyre.radius) ** 2)
  return {
    body,
    glass: [],
    lines: [
      line(s, [front, rim - 0.06], [rear, rim - 0.06]),
      line(s, [rear + 0.07, rim], [rear + 0.07, sill + 0.12]),
      // Dual wheels stand out at the side: the flare over them is drawn too.
      ...(truck.tyre.dual
        ? [`M${at(s, [-half, sill])} A${flare} ${flare} 0 0 0 ${at(s, [half, sill])}`]
        : []),
    ],
  }
}

/** A deck with low sides, a headboard behind the cab and a guard over the wheel. */
function flatDeck(s: Scale, truck: Truck): TruckOutline {
  const { front, rear, floor, sides } = truck.bed
  const { roof, arch } = levels(truck)
  const deck = floor - 0.09
  const guard = Math.round((arch + 0.02) * 1000)
  const stakes = [0.2, 0.5, 0.8].map((share) => front + (rear - front) * share)
  return {
    body: closed(s, [front, floor], [rear, floor], [rear, deck], [front, deck]),
    glass: [],
    lines: [
      line(s, [front, floor + sides], [rear, floor + sides], [rear, floor]),
      line(
        s,
        [front - 0.02, floor],
        [front - 0.02, roof - 0.1],
        [front + 0.03, roof - 0.1],
        [front + 0.03, floor],
      ),
      ...stakes.map((x) => line(s, [x, floor + sides], [x, deck])),
      `M${at(s, [-arch - 0.02, truck.tyre.radius + 0.08])} A${guard} ${guard} 0 0 0 ${at(s, [arch + 0.02, truck.tyre.radius + 0.08])}`,
    ],
  }
}

/** One body from the nose to the back door: a wagon's sloping tail, or a van's tall box. */
function closedBody(s: Scale, truck: Truck, van: boolean): TruckOutline {
  const { sill, belt, bonnet, arch, nose } = levels(truck)
  const roof = van ? Math.max(truck.bed.floor + truck.bed.sides, roofHeight(truck)) : roofHeight(truck)
  const tail = truck.bed.rear
  const foot = truck.wheelbase - (van ? -0.08 : 0.3)
  const top = foot - (van ? 0.55 : 0.62)
  const lean = van ? 0.03 : 0.3
  const body = [
    `M${at(s, [tail, sill])}`,
    overWheel(s, truck, 0, sill, arch),
    overWheel(s, truck, truck.wheelbase, sill, arch),
    `L${at(s, [nose - 0.02, sill])} L${at(s, [nose, bonnet - 0.3])}`,
    `Q${at(s, [nose, bonnet - 0.04])} ${at(s, [nose - 0.2, bonnet])}`,
    `L${at(s, [foot, belt + (van ? 0.06 : 0)])} L${at(s, [top, roof - 0.05])}`,
    `Q${at(s, [top - 0.06, roof])} ${at(s, [top - 0.22, roof])}`,
    `L${at(s, [tail + lean + 0.14, roof])} Q${at(s, [tail + lean, roof])} ${at(s, [tail + lean, roof - 0.12])}`,
    `L${at(s, [tail, belt])} Z`,
  ].join(' ')
  const sash = van ? roof - 0.34 : roof - 0.1
  const seats = van ? truck.cabRear : (foot + tail) / 2 + 0.2
  const first = closed(
    s,
    [foot - 0.12, belt],
    [seats + 0.05, belt],
    [seats + 0.05, sash],
    [top + (van ? 0.1 : -0.04), sash],
  )
  const rear = seats - (seats - tail) * 0.5
  return {
    body,
    glass: van
      ? [first]
      : [
          first,
          closed(s, [seats - 0.05, belt], [rear + 0.04, belt], [rear + 0.04, sash], [seats - 0.05, sash]),
          closed(
            s,
            [rear - 0.04, belt],
            [tail + 0.12, belt],
            [tail + lean + 0.08, sash],
            [rear - 0.04, sash],
          ),
        ],
    lines: [
      line(s, [foot - 0.06, sill], [foot - 0.06, belt]),
      line(s, [seats, sill], [seats, van ? roof - 0.12 : sash]),
      ...(van ? [line(s, [seats - 1.05, sill], [seats - 1.05, roof - 0.12], [seats, roof - 0.12])] : []),
      line(s, [seats, belt - 0.16], [tail + 0.06, belt - 0.16]),
    ],
  }
}

const both = (a: TruckOutline, b: TruckOutline): TruckOutline[] => [a, b]

/** The painted pieces of a truck. */
export function truckOutline(truck: Truck, s: Scale): TruckOutline[] {
  const kinds: Record<TruckKind, () => TruckOutline[]> = {
    'light-leaf-pickup': () => both(cabOutline(s, truck, CABS.pickup), pickupBed(s, truck)),
    'heavy-leaf-long-bed': () => both(cabOutline(s, truck, CABS.heavy), pickupBed(s, truck)),
    'dual-rear-wheels': () => both(cabOutline(s, truck, CABS.crew), pickupBed(s, truck)),
    'leaf-flatbed': () => both(cabOutline(s, truck, CABS.flatbed), flatDeck(s, truck)),
    'coil-wagon': () => [closedBody(s, truck, false)],
    'coil-van': () => [closedBody(s, truck, true)],
    'coil-pickup': () => both(cabOutline(s, truck, CABS.crew), pickupBed(s, truck)),
  }
  return kinds[truck.kind]()
}

/** The rear springs from the left: leaves bowed from hanger to hanger, or the turns of a coil. */
export function springOutline(truck: Truck, s: Scale): string[] {
  const top = truck.frame.top - truck.frame.depth
  const axle = truck.tyre.radius
  if (truck.suspension.kind === 'coil') {
    const turns = 5
    const step = (top + truck.frame.kickUp - axle) / turns
    const corners = Array.from({ length: turns * 2 + 1 }, (_, i): Corner => [
      i % 2 ? -0.07 : 0.07,
      axle + (step * i) / 2,
    ])
    return [line(s, ...corners)]
  }
  const leaf = (half: number, drop: number) => {
    const end = top - 0.02 - drop
    return `M${at(s, [half, end])} Q${at(s, [0, 2 * (axle + 0.05 - drop) - end])} ${at(s, [-half, end])}`
  }
  return [leaf(0.62, 0), leaf(0.46, 0.025), leaf(0.3, 0.05)]
}
