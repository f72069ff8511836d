import type { Truck, TruckKind } from '../document/types'

/**
 * Seven kinds to begin from, each a complete example that the user corrects. Figures are typical of the kind
 * (common practice), not of any vehicle.
 */
export interface TruckKindEntry {
  id: TruckKind
  label: string
  truck: Truck
}

const exhaustRight = (front: number, rear: number, half: number, z: number, passes = half - 0.17) => [
  { x: front, y: -0.1, z },
  { x: front - 0.9, y: -0.15, z },
  { x: front - 1.5, y: -(half - 0.1), z },
  { x: 0.35, y: -passes, z: z + 0.02 },
  { x: -0.25, y: -passes, z: z + 0.1 },
  { x: rear, y: -(half + 0.05), z },
]

/** Radius of the axle tube, and the spring pad on it, m (common practice). */
const AXLE_TUBE = 0.045
const SPRING_PAD = 0.03

interface Basics {
  kind: TruckKind
  label: string
  wheelbase: number
  track: [number, number]
  frontOverhang: number
  axleToBall: number
  cabRear: number
  bed: Truck['bed']
  spacing: number
  depth: number
  top: number
  frameRear: number
  members: number[]
  tyre: [number, number, boolean]
  lip: number
  gap: [number, number, number]
  unladen: [number, number, number, number]
  ratings: [number, number, number, number | null, number]
  suspension: 'leaf' | 'coil'
  rates: [number, number]
  bases: [number, number]
  /** Middle of the helper's seat from the centre line, if it is not under the springs. */
  seat?: number
  /**
   * Distance of the exhaust from the centre line where it passes the axle, if it is not just inside the rail.
   */
  exhaustIn?: number
  antiRoll: number
  motionRatio: number
  /** Second stage of the leaf pack: travel to contact and its rate. */
  overload: [number, number] | null
  wall: boolean
  tyreRating: number
  bedHitch: boolean
  coilInner: number
}

function build(b: Basics): TruckKindEntry {
  const [frontLeft, frontRight, rearLeft, rearRight] = b.unladen
  const front = b.wheelbase + b.frontOverhang - 0.25
  const railBottom = b.top - b.depth
  // The lower seat rests on the axle's spring pad, so the rail must rise by what the gap needs above it.
  const kickUp =
    Math.round(Math.max(b.tyre[0] + AXLE_TUBE + SPRING_PAD + b.gap[0] - railBottom, 0) * 1000) / 1000
  const inside = b.track[1] / 2 - b.tyre[1] * (b.tyre[2] ? 1.05 : 0.5)
  const seat = b.seat ?? b.bases[1] / 2
  return {
    id: b.kind,
    label: b.label,
    truck: {
      kind: b.kind,
      wheelbase: b.wheelbase,
      frontTrack: b.track[0],
      rearTrack: b.track[1],
      frontOverhang: b.frontOverhang,
      axleToBall: b.axleToBall,
      ballHeight: b.top - b.depth / 2 - 0.05,
      bedHitch: b.bedHitch ? 0.08 : null,
      cabRear: b.cabRear,
      bed: b.bed,
      frame: {
        section: 'open',
        notch: null,
        spacing: b.spacing,
        railWidth: 0.07,
        depth: b.depth,
        top: b.top,
        front,
        rear: b.frameRear,
        crossMembers: b.members,
        kickUp,
      },
      tyre: { radius: b.tyre[0], width: b.tyre[1], dual: b.tyre[2] },
      axle: { tube: AXLE_TUBE, differential: 0.15, offset: 0 },
      driveShaft: 0.045,
      spare:
        b.kind === 'leaf-flatbed' || b.kind === 'coil-wagon'
          ? null
          : {
              centre: { x: b.frameRear + b.tyre[0] + 0.1, y: 0, z: railBottom - 0.04 },
              radius: b.tyre[0],
              width: b.tyre[1],
            },
      seat,
      seats: { upper: { x: 0, y: 0 }, lower: { x: 0, y: 0 } },
      bracket: { inWay: 'nothing', hold: 'clamp', brace: false, lower: 'strap' },
      beside: {},
      innerFender: b.wall ? { y: Math.round((inside - 0.02) * 1000) / 1000, bottom: b.tyre[0] * 1.5 } : null,
      brakeLine: { x: -0.15, y: seat - 0.09, z: b.tyre[0] + AXLE_TUBE + 0.01 },
      coil: { inner: b.coilInner, gap: b.gap[0] + 0.02, hole: 'lower' },
      existing: {},
      raisedBy: 'frame',
      heights: { frontLeft: b.lip - 0.03, frontRight: b.lip - 0.03, rearLeft: b.lip, rearRight: b.lip },
      seatGap: { unladen: b.gap[0], droop: b.gap[1], bump: b.gap[2] },
      unladen: { frontLeft, frontRight, rearLeft, rearRight },
      ratings: {
        frontAxle: b.ratings[0],
        rearAxle: b.ratings[1],
        gross: b.ratings[2],
        combination: b.ratings[3],
        ball: b.ratings[4],
        bedHitch: b.bedHitch ? b.ratings[4] * 2 : null,
        tyre: b.tyreRating,
        certified: null,
      },
      suspension: {
        kind: b.suspension,
        helper: b.seat === undefined ? 'inside' : 'beside',
        stopCut: 0,
        frontRate: b.rates[0],
        rearRate: b.rates[1],
        overload: b.overload && { contact: b.overload[0], rate: b.overload[1] },
        stopRate: 600_000,
        frontStopGap: 0.07,
        frontSpringBase: b.bases[0],
        rearSpringBase: b.bases[1],
        frontAntiRoll: b.antiRoll,
        rearAntiRoll: 0,
        motionRatio: b.motionRatio,
        lift: 0,
        frontLift: 0,
        liftMeasured: true,
        interlinked: false,
        wedge: 0,
      },
      survey: {
        frontAxle: { how: 'unknown', tolerance: null },
        rearAxle: { how: 'unknown', tolerance: null },
        gap: { how: 'unknown', tolerance: null },
        rearRate: { how: 'unknown', tolerance: null },
        motion: { how: 'unknown', tolerance: null },
        ratings: { how: 'unknown', tolerance: null },
        squat: { load: 0, beforeLeft: b.lip, beforeRight: b.lip, afterLeft: b.lip, afterRight: b.lip },
      },
      tickets: {},
      exhaust: {
        radius: 0.035,
        points: exhaustRight(
          b.wheelbase - 0.5,
          b.frameRear - 0.1,
          b.spacing / 2,
          b.top - b.depth - 0.02,
          b.exhaustIn,
        ),
      },
      battery: { x: b.wheelbase + 0.25, y: b.spacing / 2 + 0.15, z: b.top + 0.3 },
      secondBattery: null,
      fuelTank: {
        centre: { x: b.cabRear - 0.2, y: 0.1, z: b.top - b.depth },
        length: 0.9,
        width: 0.36,
        height: 0.28,
      },
    },
  }
}

export const TRUCK_KINDS: readonly TruckKindEntry[] = [
  build({
    kind: 'light-leaf-pickup',
    label: 'Light leaf pickup, short bed',
    wheelbase: 3.35,
    track: [1.62, 1.62],
    frontOverhang: 0.93,
    axleToBall: 1.22,
    cabRear: 0.95,
    bed: { front: 0.85, rear: -0.95, floor: 0.8, sides: 0.52, width: 1.55, material: 'steel' },
    spacing: 0.98,
    depth: 0.14,
    top: 0.66,
    frameRear: -1.15,
    members: [2.9, 1.75, 0.75, -0.6],
    tyre: [0.38, 0.25, false],
    lip: 0.93,
    gap: [0.2, 0.28, 0.11],
    unladen: [590, 580, 420, 410],
    ratings: [1450, 1700, 2900, 5900, 300],
    suspension: 'leaf',
    rates: [38_000, 31_000],
    bases: [1.05, 1.06],
    antiRoll: 22_000,
    motionRatio: 1,
    overload: [0.07, 24_000],
    wall: true,
    tyreRating: 1030,
    bedHitch: false,
    coilInner: 0.12,
  }),
  build({
    kind: 'heavy-leaf-long-bed',
    label: 'Heavy leaf pickup, long bed',
    wheelbase: 4.16,
    track: [1.74, 1.74],
    frontOverhang: 0.98,
    axleToBall: 1.42,
    cabRear: 1.32,
    bed: { front: 1.2, rear: -1.25, floor: 0.95, sides: 0.54, width: 1.68, material: 'steel' },
    spacing: 0.96,
    depth: 0.19,
    top: 0.78,
    frameRear: -1.35,
    members: [3.6, 2.3, 1.1, -0.75],
    tyre: [0.4, 0.275, false],
    lip: 1.02,
    gap: [0.205, 0.28, 0.11],
    unladen: [920, 905, 610, 600],
    ratings: [2500, 2950, 4850, 11_300, 680],
    suspension: 'leaf',
    rates: [62_000, 54_000],
    bases: [1.1, 1.08],
    antiRoll: 30_000,
    motionRatio: 1,
    overload: [0.055, 42_000],
    wall: true,
    tyreRating: 1550,
    bedHitch: true,
    coilInner: 0.12,
  }),
  build({
    kind: 'dual-rear-wheels',
    label: 'Crew cab, dual rear wheels',
    wheelbase: 4.38,
    track: [1.75, 1.86],
    frontOverhang: 1.0,
    axleToBall: 1.45,
    cabRear: 1.38,
    bed: { front: 1.25, rear: -1.28, floor: 0.98, sides: 0.54, width: 1.7, material: 'steel' },
    spacing: 0.96,
    depth: 0.2,
    top: 0.8,
    frameRear: -1.4,
    members: [3.8, 2.5, 1.15, -0.8],
    tyre: [0.4, 0.24, true],
    lip: 1.04,
    gap: [0.205, 0.285, 0.11],
    unladen: [1080, 1065, 790, 780],
    ratings: [2720, 4400, 6350, 14_000, 900],
    suspension: 'leaf',
    rates: [70_000, 78_000],
    bases: [1.12, 1.06],
    antiRoll: 34_000,
    motionRatio: 1,
    overload: [0.05, 60_000],
    wall: true,
    tyreRating: 1360,
    bedHitch: true,
    coilInner: 0.12,
  }),
  build({
    kind: 'leaf-flatbed',
    label: 'Leaf flatbed',
    wheelbase: 3.7,
    track: [1.7, 1.7],
    frontOverhang: 1.0,
    axleToBall: 1.5,
    cabRear: 1.42,
    bed: { front: 1.3, rear: -1.45, floor: 1.02, sides: 0.12, width: 2.1, material: 'steel' },
    spacing: 0.9,
    depth: 0.18,
    top: 0.76,
    frameRear: -1.5,
    members: [3.1, 1.95, 0.85, -0.8],
    tyre: [0.39, 0.26, false],
    lip: 0.98,
    gap: [0.205, 0.28, 0.11],
    unladen: [820, 800, 560, 550],
    ratings: [2050, 3200, 4900, 8000, 300],
    suspension: 'leaf',
    rates: [52_000, 46_000],
    bases: [1.08, 1.1],
    antiRoll: 24_000,
    motionRatio: 1,
    overload: [0.06, 38_000],
    wall: false,
    tyreRating: 1650,
    bedHitch: false,
    coilInner: 0.12,
  }),
  build({
    kind: 'coil-wagon',
    label: 'Coil-sprung wagon',
    wheelbase: 2.85,
    track: [1.6, 1.6],
    frontOverhang: 0.85,
    axleToBall: 1.15,
    cabRear: 0.6,
    bed: { front: 0.55, rear: -0.95, floor: 0.72, sides: 0.95, width: 1.4, material: 'steel' },
    spacing: 0.98,
    depth: 0.13,
    top: 0.6,
    frameRear: -1.05,
    members: [2.3, 1.4, 0.55, -0.55],
    tyre: [0.38, 0.255, false],
    lip: 0.88,
    gap: [0.24, 0.3, 0.14],
    unladen: [610, 595, 520, 515],
    ratings: [1450, 1800, 3000, 6000, 350],
    suspension: 'coil',
    rates: [34_000, 27_000],
    bases: [1.02, 1.0],
    antiRoll: 20_000,
    motionRatio: 0.95,
    overload: null,
    wall: true,
    tyreRating: 1150,
    bedHitch: false,
    coilInner: 0.118,
  }),
  build({
    kind: 'coil-van',
    label: 'Coil-sprung van',
    wheelbase: 3.2,
    track: [1.62, 1.62],
    frontOverhang: 0.95,
    axleToBall: 1.2,
    cabRear: 1.75,
    bed: { front: 1.7, rear: -1.05, floor: 0.62, sides: 1.35, width: 1.6, material: 'steel' },
    spacing: 1.0,
    depth: 0.12,
    top: 0.52,
    frameRear: -1.1,
    members: [2.6, 1.6, 0.7, -0.65],
    tyre: [0.34, 0.215, false],
    lip: 0.8,
    gap: [0.24, 0.3, 0.145],
    unladen: [640, 620, 470, 460],
    ratings: [1600, 1750, 3100, 5100, 100],
    suspension: 'coil',
    rates: [36_000, 29_000],
    bases: [1.04, 1.02],
    antiRoll: 21_000,
    motionRatio: 0.92,
    overload: null,
    wall: true,
    tyreRating: 1030,
    bedHitch: false,
    coilInner: 0.122,
  }),
  build({
    kind: 'coil-pickup',
    label: 'Coil-sprung pickup',
    wheelbase: 3.57,
    track: [1.73, 1.73],
    frontOverhang: 0.97,
    axleToBall: 1.25,
    cabRear: 0.98,
    bed: { front: 0.9, rear: -1.0, floor: 0.86, sides: 0.54, width: 1.62, material: 'steel' },
    spacing: 1.0,
    depth: 0.17,
    top: 0.74,
    frameRear: -1.08,
    members: [2.7, 1.7, 0.65, -0.6, -1.05],
    tyre: [0.4, 0.275, false],
    lip: 0.95,
    gap: [0.235, 0.28, 0.13],
    unladen: [760, 735, 520, 505],
    ratings: [1770, 1770, 3200, 6800, 500],
    suspension: 'coil',
    rates: [40_000, 33_000],
    bases: [1.05, 1.1],
    seat: 0.345,
    exhaustIn: 0.16,
    antiRoll: 22_000,
    motionRatio: 1,
    overload: null,
    wall: false,
    tyreRating: 1180,
    bedHitch: false,
    coilInner: 0.125,
  }),
]

/** A fresh copy of the example truck of a kind. */
export function exampleTruck(kind: TruckKind): Truck {
  const entry = TRUCK_KINDS.find((k) => k.id === kind)
  if (!entry)
    throw new Error(`No truck kind “${kind}”. Use one of ${TRUCK_KINDS.map((k) => k.id).join(', ')}.`)
  return structuredClone(entry.truck)
}
