import type { LevelDone } from '../catalog/levelDone'
import { PRACTICE } from '../catalog/practice'
import type { SensingPlan, Side } from '../document/types'
import { DeviceRefusal, type Heights, type LevelState, type LevelStill } from './types'

/**
 * How what levels by itself behaves: a height valve on its arm, or a controller that is taught, locked and
 * kept still. It works a truck that it is given.
 */

/** What levels is fitted to. Heights of the springs and travels of the wheels, m. */
export interface LevelTruck {
  /** Heights of the springs as they stand. */
  heights(): Heights
  /** How far each side stands over ride height as it was surveyed, at the wheel. */
  travel(): Heights
  /** How far the truck stands under where it is held, at the wheel, the middle of both sides. */
  missing(): number
  /** Whether air goes into the springs, out of them, or neither. */
  moves(): 'fills' | 'vents' | 'quiet'
  isPowered(): boolean
  keyIsOff(): boolean
  /** The haul on the truck; null with nothing on it. */
  haul(): string | null
  /** Keeps the controller still, or lets it work. */
  rest(on: boolean): void
  /** Opens an outlet of a side, or of both, up or down, or shuts it: only while it is taught. */
  press(side: Side | 'both', way: 'up' | 'down' | null): void
  /** Heights of the springs held from now on. */
  holdAt(heights: Heights): void
  /** Whether a dump valve stands open, and the mean gauge pressure of both springs, Pa. */
  isDumped(): boolean
  pressure(): number
}

export type TaughtPlace = 'low' | 'high' | 'ride'
const PLACES: readonly TaughtPlace[] = ['low', 'ride', 'high']
const mean = ({ left, right }: Heights) => (left + right) / 2

/** What is common to both kinds: what was seen of it, in order that a step can be confirmed. */
abstract class Levels {
  protected readonly done = new Set<LevelDone>()
  /** What has happened since the load last changed. */
  private haul: string | null
  private filledSince = false
  private dumpedFrom: number | null = null
  /** Air went in while the dump stood open: what was dumped came from the tank. */
  protected fillsDump = false

  constructor(protected readonly truck: LevelTruck) {
    this.haul = truck.haul()
  }

  /** Looks at where things stand; called again and again as time goes on. */
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
  /** Within so much at the wheel it counts as level, m. */
  protected abstract tolerance(): number
  /** Whether it works by itself: nobody holds it, teaches it or keeps it still. */
  protected abstract works(): boolean

  /** Dumped, and shut again with less than half left, nothing filled against it. */
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
  /** Leaves alone within, m at the wheel. */
  band: number
  sensing: Pick<SensingPlan, 'door' | 'key' | 'hitch' | 'lock'>
  /** What its sensor says of a travel, m; null past its reach. */
  reads: (travel: number) => number | null
}

/** A levelling controller: taught low, ride and high; kept still by its lock, a door, the key, hitching. */
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
  /** What keeps it still now; null while it works. */
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

  /** Begins to be taught, takes a place, or ends. @throws DeviceRefusal locked, without power, or places too near. */
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
  /** Its valves by key, while it is taught. @throws DeviceRefusal otherwise */
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
