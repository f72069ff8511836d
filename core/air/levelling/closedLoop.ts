import { isoMassFlow } from '../equations/componentFlow'

/**
 * One corner of the truck that levels itself: body on steel, damper and air spring, over a road; a height valve on its
 * lever, or a controller with its solenoids, lets air in and out. Steps of two milliseconds, air at one temperature. SI,
 * pressures absolute.
 */

export interface Corner {
  /** Body carried here, kg; what the steel carries of it at ride height, N; steel's and damper's rates at the wheel. */
  mass: number
  steelAtRide: number
  steelRate: number
  damping: number
  /** Spring's travel for a wheel's. */
  motionRatio: number
  /** Area that pushes and air inside at a height of the spring, m² and m³; its height at ride height, m. */
  areaAt: (height: number) => number
  volumeAt: (height: number) => number
  rideHeight: number
  /** Travel of the wheel to droop and to bump, m, both positive. */
  droop: number
  bump: number
  /** Sonic conductance of a leak at the spring, m³/(s·Pa); none where it is tight. */
  leak?: number
}
export interface Supply {
  /** Tank, m³ and Pa; without one (0 m³) the compressor fills straight, as long as it is asked to. */
  volume: number
  pressure: number
  /** Free air of the compressor at a gauge pressure, m³/s, and between what it runs, Pa. */
  freeAir: (gauge: number) => number
  cutIn: number
  cutOut: number
  atmosphere: number
  temperature: number
}
/** A valve worked by height: how far it is open to fill (to 1) or to vent (to −1) at a travel of the wheel, m, up positive. */
export interface Mechanical {
  kind: 'valve'
  openingAt: (travel: number) => number
  /** Time the valve lags behind, s; 0 for none. */
  delay: number
  conductance: number
  criticalRatio: number
}
export interface Electronic {
  kind: 'controller'
  /** Leaves alone within, m; waits so long out of it before acting, standing and driving; smooths over; gives up after, s. */
  band: number
  wait: number
  driving: number
  filter: number
  timeOut: number
  conductance: number
  criticalRatio: number
  /** What its sensor tells of a travel, m; null where that is no reading: it then keeps still. */
  senses: (travel: number) => number | null
}
export type Leveller = Mechanical | Electronic

/** What happens to the corner: height of the road and force put on the body, by time. */
export interface Drive {
  seconds: number
  /** Road at the wheel, m, and force down on the body, N. */
  road: (t: number) => number
  force: (t: number) => number
  /** Whether the truck drives: a controller then waits longer. */
  moving?: boolean
  /** Whether what goes on at the end is the leveller's own doing; not on a road that shakes it. */
  calm?: boolean
}

export interface LoopRow {
  t: number
  /** Body over axle from ride height, m; spring and tank, Pa gauge. */
  travel: number
  spring: number
  tank: number
}
export interface LoopResult {
  rows: LoopRow[]
  /** Free air let in and let out, m³. */
  filled: number
  vented: number
  /** Share of the time the compressor runs. */
  duty: number
  /** When it stands within the tolerance for good, s; null where it never does. */
  levelAt: number | null
  /** When it stands within {@link RESTS} of where it ends for good, s; null where it never does. */
  restAt: number | null
  /** Mean of what it stands off at the end, m. */
  off: number
  /** Of what it still does at the end by itself: half of crest to trough, m, and period, s; null where it rests. */
  hunting: { amplitude: number; period: number } | null
}

/** J/(kg·K) */
const R_AIR = 287.05
const STEP = 0.002
const ROW_EVERY = 0.1
/** Stands within this of where it ends: level, m. */
const LEVEL = 0.005
/** Nearer than this to where it ends it rests, m. */
const RESTS = 0.002
/** Less than this is no hunting, m. */
const STILL = 0.001
const STOP_RATE = 4e5
const GRAVITY = 9.80665
/** Critical ratio of a joint that leaks. */
const LEAK_RATIO = 0.5

/** Air in the spring that holds the body at ride height, kg; the steel is measured from there. */
function airAtRest(corner: Corner, { atmosphere, temperature }: Supply, force: number): number {
  const wanted = corner.mass * GRAVITY + force - corner.steelAtRide
  const area = corner.areaAt(corner.rideHeight)
  const pressure = Math.max(wanted / (area * corner.motionRatio), 0) + atmosphere
  return (pressure * corner.volumeAt(corner.rideHeight)) / (R_AIR * temperature)
}

/** Decides what a controller does: out of its band for its wait, then until it is back or its time is over. */
class Control {
  private seen: number
  private out = 0
  private working = 0
  private since = 0
  constructor(
    private readonly c: Electronic,
    travel: number,
    private readonly wait: number,
  ) {
    this.seen = c.senses(travel) ?? 0
  }
  opening(travel: number, dt: number): number {
    const { band, filter, timeOut, senses } = this.c
    const sensed = senses(travel)
    if (sensed === null) {
      this.working = this.out = 0
      return 0
    }
    this.seen += (sensed - this.seen) * (filter > 0 ? Math.min(dt / filter, 1) : 1)
    if (this.working !== 0) {
      this.since += dt
      const done = this.seen * this.working >= -band / 4
      if (done || this.since > timeOut) [this.working, this.out] = [0, 0]
      return this.working
    }
    this.out = Math.abs(this.seen) > band ? this.out + dt : 0
    if (this.out >= this.wait && Math.abs(this.seen) > band) {
      this.working = this.seen < 0 ? 1 : -1
      this.since = 0
    }
    return this.working
  }
}

/** Air on its way, free m³ at the end; the compressor's time, s. */
interface Used {
  filled: number
  vented: number
  ran: number
}

/** Tank and spring as they fill and empty, kg. */
class Air {
  air: number
  tank: number
  readonly used: Used = { filled: 0, vented: 0, ran: 0 }
  private running = false
  private readonly rt: number
  constructor(
    private readonly supply: Supply,
    private readonly valve: Pick<Leveller, 'conductance' | 'criticalRatio'>,
    air: number,
  ) {
    this.rt = R_AIR * supply.temperature
    this.air = air
    this.tank = (supply.pressure * supply.volume) / this.rt
  }
  /** Absolute, Pa. */
  spring(volume: number): number {
    return (this.air * this.rt) / volume
  }
  source(): number {
    const { volume, pressure } = this.supply
    return volume > 0 ? (this.tank * this.rt) / volume : pressure
  }
  /** Air lost at the spring for one step: not the leveller's doing, and not counted as let out. */
  leak(conductance: number, spring: number): void {
    const { atmosphere, temperature } = this.supply
    if (spring <= atmosphere) return
    this.air -= isoMassFlow(conductance, LEAK_RATIO, spring, atmosphere, temperature) * STEP
  }
  /** Lets air in or out for one step, and the compressor run. */
  step(opening: number, spring: number): void {
    const { atmosphere, temperature, volume, cutIn, cutOut, freeAir } = this.supply
    const { conductance, criticalRatio } = this.valve
    const source = this.source()
    if (opening > 0 && volume === 0) {
      // No more than the compressor gives, against the spring itself.
      const moved = (opening * freeAir(spring - atmosphere) * atmosphere * STEP) / this.rt
      this.air += moved
      this.used.filled += moved
      this.used.ran += STEP
      return
    }
    if (opening > 0 && source > spring) {
      const flow = opening * isoMassFlow(conductance, criticalRatio, source, spring, temperature)
      const moved = Math.min(flow * STEP, this.tank)
      this.air += moved
      this.tank -= moved
      this.used.filled += moved
    } else if (opening < 0 && spring > atmosphere) {
      const moved = -opening * isoMassFlow(conductance, criticalRatio, spring, atmosphere, temperature) * STEP
      this.air -= moved
      this.used.vented += moved
    }
    const gauge = source - atmosphere
    this.running = this.running ? gauge < cutOut : gauge < cutIn
    if (!this.running || volume === 0) return
    this.tank += (freeAir(gauge) * atmosphere * STEP) / this.rt
    this.used.ran += STEP
  }
}

/** How far a leveller's valve is open at a travel, step by step. */
function openingOf(leveller: Leveller, moving: boolean): (travel: number) => number {
  if (leveller.kind === 'controller') {
    const control = new Control(leveller, 0, moving ? leveller.driving : leveller.wait)
    return (travel) => control.opening(travel, STEP)
  }
  const { openingAt, delay } = leveller
  let lagged = 0
  return (travel) => {
    lagged += (openingAt(travel) - lagged) * (delay > 0 ? Math.min(STEP / delay, 1) : 1)
    return lagged
  }
}

/** Force of the stops where the wheel meets them, N. */
const stopForce = ({ droop, bump }: Corner, travel: number): number =>
  travel > droop ? -STOP_RATE * (travel - droop) : travel < -bump ? -STOP_RATE * (travel + bump) : 0

/**
 * Runs a corner over a drive, from rest at ride height.
 * @param tolerance stands within this of ride height: level, m
 */
export function runLoop(
  corner: Corner,
  supply: Supply,
  leveller: Leveller,
  drive: Drive,
  tolerance = LEVEL,
): LoopResult {
  const { atmosphere } = supply
  const air = new Air(supply, leveller, airAtRest(corner, supply, drive.force(0)))
  const opening = openingOf(leveller, drive.moving ?? false)
  let road = drive.road(0)
  let [body, speed] = [road, 0]
  const rows: LoopRow[] = []
  const steps = Math.round(drive.seconds / STEP)
  const every = Math.round(ROW_EVERY / STEP)
  for (let i = 0; i <= steps; i++) {
    const t = i * STEP
    const travel = body - road
    const height = Math.max(corner.rideHeight + travel * corner.motionRatio, corner.rideHeight * LOWEST)
    const spring = air.spring(corner.volumeAt(height))
    if (i % every === 0)
      rows.push({ t, travel, spring: spring - atmosphere, tank: air.source() - atmosphere })
    air.step(opening(travel), spring)
    if (corner.leak) air.leak(corner.leak, spring)
    // Velocity first, then the place: the step is stable. The axle follows the road.
    const next = drive.road(t + STEP)
    const closing = speed - (next - road) / STEP
    const push = (spring - atmosphere) * corner.areaAt(height) * corner.motionRatio
    const load = corner.mass * GRAVITY + drive.force(t)
    const total =
      push +
      corner.steelAtRide -
      corner.steelRate * travel -
      corner.damping * closing +
      stopForce(corner, travel) -
      load
    speed += (total / corner.mass) * STEP
    body += speed * STEP
    road = next
  }
  return summed(rows, air.used, supply, drive, tolerance)
}
/** A spring is never pressed under this share of its height: the stop is met before. */
const LOWEST = 0.2

function summed(
  rows: LoopRow[],
  { filled, vented, ran }: Used,
  { atmosphere, temperature }: Supply,
  { seconds, calm = true }: Drive,
  tolerance: number,
): LoopResult {
  const free = (R_AIR * temperature) / atmosphere
  const late = rows.slice(Math.floor(rows.length * LATE))
  const mean = late.reduce((sum, { travel }) => sum + travel, 0) / late.length
  const from = (within: (travel: number) => boolean) => {
    const outside = rows.findLastIndex(({ travel }) => !within(travel))
    return outside === rows.length - 1 ? null : (rows[outside + 1]?.t ?? 0)
  }
  return {
    rows,
    filled: filled * free,
    vented: vented * free,
    duty: ran / seconds,
    levelAt: from((travel) => Math.abs(travel) <= tolerance),
    restAt: from((travel) => Math.abs(travel - mean) <= RESTS),
    off: mean,
    hunting: calm ? huntingIn(late, mean) : null,
  }
}
/** What it does from here on is what it does for good. */
const LATE = 0.6

/** Half of crest to trough and period of what goes on by itself; null where it rests. */
function huntingIn(rows: readonly LoopRow[], mean: number): LoopResult['hunting'] {
  const travels = rows.map(({ travel }) => travel)
  const amplitude = (Math.max(...travels) - Math.min(...travels)) / 2
  if (amplitude < STILL) return null
  const crossed = rows.filter((row, i) => i > 0 && rows[i - 1]!.travel < mean && row.travel >= mean)
  if (crossed.length < 2) return null
  return { amplitude, period: (crossed.at(-1)!.t - crossed[0]!.t) / (crossed.length - 1) }
}
