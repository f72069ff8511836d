import type { LevelDone } from '../catalog/levelDone'
import { PRACTICE } from '../catalog/practice'
import type { SensingPlan, Side } from '../document/types'
import { DeviceRefusal, type Heights, type LevelState, type LevelStill } from './types'

/**
 * Behaviour of what levels by itself: a height valve on its arm, or a controller that is taught, locked and
 * stopped. It works the truck it is given.
 */

/** What levelling is fitted to. Heights of the springs and travels of the wheels, m. */
export interface LevelTruck {
  /** Present heights of the springs. */
  heights(): Heights
  /** How far each side is above the surveyed ride height, at the wheel. */
  travel(): Heights
  /** How far the truck is below its held height, at the wheel, mean of both sides. */
  missing(): number
  /** Whether air goes into the springs, out of them, or neither. */
  moves(): 'fills' | 'vents' | 'quiet'
  isPowered(): boolean
  keyIsOff(): boolean
  /** The haul on the truck; null with nothing on it. */
  haul(): string | null
  /** Stops the controller, or lets it work. */
  rest(on: boolean): void
  /** Opens an outlet of one or both sides, up or down, or shuts it; only while teaching. */
  press(side: Side | 'both', way: 'up' | 'down' | null): void
  /** Heights of the springs to hold from now on. */
  holdAt(heights: Heights): void
  /** True if a dump valve is open, and the mean gauge pressure of both springs, Pa. */
  isDumped(): boolean
  pressure(): number
}

export type TaughtPlace = 'low' | 'high' | 'ride'
const PLACES: readonly TaughtPlace[] = ['low', 'ride', 'high']
const mean = ({ left, right }: Heights) => (left + right) / 2

/** Common to both kinds: what was seen of it, so that a step can be confirmed. */
abstract class Levels {
  protected readonly done = new Set<LevelDone>()
  /** Events since the load last changed. */
  private haul: string | null
  private filledSince = false
  private dumpedFrom: number | null = null
  /** Air went in while the dump was open: what was dumped came from the tank. */
  protected fillsDump = false

  constructor(protected readonly truck: LevelTruck) {
    this.haul = truck.haul()
  }

  /** Checks the present state; called repeatedly as time goes on. */
  tick(): void {
    const { truck } = this
    const moves = truck.moves()
    if (truck.haul() !== this.haul) {
      this.haul = truck.haul()
      this.filledSince = false
    }
    if (!this.works()) this.filledSince = false
    else if (moves === 'fills') this.filledSince = true
    const isLevel = Math.abs(truck.missing()) <= this.tolerance()
    if (this.haul !== null && this.filledSince && moves === 'quiet' && isLevel) this.done.add('levelled')
    this.watchDump()
  }
  /** Within this at the wheel it counts as level, m. */
  protected abstract tolerance(): number
  /** True if it works by itself: nobody holds, teaches or stops it. */
  protected abstract works(): boolean

  /** Dumped and shut again with less than half left, and nothing refilled meanwhile. */
  private watchDump(): void {
    const { truck } = this
    if (truck.isDumped()) {
      if (this.dumpedFrom === null) this.fillsDump = false
      this.dumpedFrom ??= truck.pressure()
      if (truck.moves() === 'fills') this.fillsDump = true
      return
    }
    const isSoft = this.dumpedFrom !== null && truck.pressure() < this.dumpedFrom / 2
    if (isSoft && !this.fillsDump) this.done.add('dumped')
    this.dumpedFrom = null
  }
}

/** A height valve: its arm follows the axle, or a hand. */
export class HeightValveModel extends Levels {
  private pushed: 'up' | 'down' | null = null

  constructor(
    truck: LevelTruck,
    private readonly reach: number,
  ) {
    super(truck)
  }
  protected tolerance(): number {
    return this.reach
  }
  protected works(): boolean {
    return this.pushed === null
  }
  push(way: 'up' | 'down' | null): void {
    this.pushed = way
  }
  override tick(): void {
    super.tick()
    const moves = this.truck.moves()
    if (this.pushed === 'up' && moves === 'fills') this.done.add('pushed-up')
    // Behind a check valve nothing comes back to vent.
    if (this.pushed === 'down' && moves !== 'fills') this.done.add('pushed-down')
    if (this.pushed === null && moves === 'quiet') this.done.add('silent')
    else if (this.pushed === null) this.done.delete('silent')
  }
  state(): LevelState {
    return {
      kind: 'valve',
      doing: this.truck.moves(),
      still: null,
      isLocked: false,
      isTeaching: false,
      taught: { low: null, ride: null, high: null },
      sees: null,
      missing: this.truck.missing(),
      fillsDump: this.fillsDump,
      pushed: this.pushed,
      done: [...this.done],
    }
  }
}

export interface ControllerMakeUp {
  /** Band in which it does nothing, m at the wheel. */
  band: number
  sensing: Pick<SensingPlan, 'door' | 'key' | 'hitch' | 'lock'>
  /** Reading of its sensor at a travel, m; null beyond its reach. */
  reads: (travel: number) => number | null
}

/** A levelling controller: taught low, ride and high; stopped by its lock, a door, the key, hitching. */
export class LevelControlModel extends Levels {
  private isLocked = false
  private isTeaching = false
  private isDoorOpen = false
  private isHitching = false
  private taught: Record<TaughtPlace, Heights | null> = { low: null, ride: null, high: null }
  private lowest: Heights | null = null

  constructor(
    truck: LevelTruck,
    private readonly made: ControllerMakeUp,
  ) {
    super(truck)
    this.settle()
  }
  /** Takes over what another controller of the same truck was taught: it is the same one on a changed plan. */
  takeOver(old: LevelControlModel): void {
    this.taught = old.taught
    this.isLocked = old.isLocked && this.made.sensing.lock !== false
    if (this.isTaught()) this.truck.holdAt(this.taught.ride!)
    this.settle()
  }
  protected tolerance(): number {
    return this.made.band
  }
  protected works(): boolean {
    return this.still() === null
  }

  private isTaught(): boolean {
    return PLACES.every((place) => this.taught[place] !== null)
  }
  /** What stops it now; null while it works. */
  private still(): LevelStill | null {
    const { sensing } = this.made
    if (!this.truck.isPowered()) return 'no-power'
    if (this.isLocked) return 'locked'
    if (this.isTeaching) return 'teaching'
    if (!this.isTaught()) return 'not-taught'
    if (this.isDoorOpen && sensing.door) return 'door'
    if (this.truck.keyIsOff() && sensing.key) return 'key'
    return this.isHitching && sensing.hitch ? 'hitch' : null
  }
  private settle(): void {
    const still = this.still()
    this.truck.rest(still !== null)
    if (still === 'door' || still === 'key') this.done.add('rested')
  }

  lock(isOn: boolean): void {
    if (this.made.sensing.lock === false) throw new DeviceRefusal('no-such-key')
    this.isLocked = isOn
    this.isTeaching &&= !isOn
    if (isOn) this.done.add('locked')
    this.settle()
  }
  around({ door, hitching }: { door?: boolean; hitching?: boolean }): void {
    this.isDoorOpen = door ?? this.isDoorOpen
    this.isHitching = hitching ?? this.isHitching
    this.settle()
  }

  /**
   * Starts teaching, records a height, or ends. @throws DeviceRefusal if locked, without power, or if heights
   * are too close
   */
  teach(what: TaughtPlace | 'begin' | 'end'): void {
    if (!this.truck.isPowered()) throw new DeviceRefusal('no-power')
    if (this.isLocked) throw new DeviceRefusal('locked')
    if (what === 'begin') {
      this.isTeaching = true
      this.taught = { low: null, ride: null, high: null }
      this.lowest = null
      return this.settle()
    }
    if (!this.isTeaching) throw new DeviceRefusal('not-teaching')
    if (what !== 'end') {
      this.taught[what] = this.truck.heights()
      return
    }
    const { low, ride, high } = this.taught
    const apart = PRACTICE.taughtApart.value
    if (!low || !ride || !high) throw new DeviceRefusal('not-taught')
    if (mean(ride) - mean(low) < apart || mean(high) - mean(ride) < apart)
      throw new DeviceRefusal('not-apart')
    this.truck.press('both', null)
    this.isTeaching = false
    this.done.add('taught')
    this.truck.holdAt(ride)
    this.settle()
  }
  /** Its valves by key, while teaching. @throws DeviceRefusal otherwise */
  move(side: Side | 'both', way: 'up' | 'down' | null): void {
    if (!this.isTeaching) throw new DeviceRefusal(this.isLocked ? 'locked' : 'not-teaching')
    this.truck.press(side, way)
  }

  override tick(): void {
    this.settle()
    super.tick()
    const sees = this.sees()
    if (!sees || !this.isTeaching) return
    this.lowest = {
      left: Math.min(this.lowest?.left ?? Infinity, sees.left),
      right: Math.min(this.lowest?.right ?? Infinity, sees.right),
    }
    const risen = PRACTICE.seenToRise.value
    if (sees.left - this.lowest.left > risen && sees.right - this.lowest.right > risen)
      this.done.add('seen-rising')
  }
  private sees(): Heights | null {
    const travel = this.truck.travel()
    const [left, right] = [this.made.reads(travel.left), this.made.reads(travel.right)]
    return left === null || right === null ? null : { left, right }
  }
  state(): LevelState {
    return {
      kind: 'controller',
      doing: this.truck.moves(),
      still: this.still(),
      isLocked: this.isLocked,
      isTeaching: this.isTeaching,
      taught: { ...this.taught },
      sees: this.sees(),
      missing: this.truck.missing(),
      fillsDump: this.fillsDump,
      pushed: null,
      done: [...this.done],
    }
  }
}
