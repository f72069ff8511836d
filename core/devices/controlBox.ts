import { PRACTICE } from '../catalog/practice'
import type { Preset, Side } from '../document/types'
import {
  DEVICE_TROUBLES,
  DeviceRefusal,
  type BoxDoing,
  type BoxKey,
  type BoxState,
  type DeviceTrouble,
  type KeyWay,
} from './types'

/**
 * Behaviour of a control box: pairing, memories, keys, keep-up, time-out, refusal. It works the truck it is
 * given.
 */

/** What a box is connected to. Pressures Pa gauge, time s, volts V. */
export interface BoxTruck {
  readonly t: number
  /** Volts at the box, and whether its wake wire is live. */
  volts(): number
  isAwake(): boolean
  pressures(): Preset
  /** Opens an outlet of one or both sides, up or down, or shuts it. */
  press(side: Side | 'both', way: 'up' | 'down' | null): void
  /** Goes to pressures by itself; `busy` until it has arrived or given up. */
  bring(target: Preset): void
  readonly busy: boolean
  /** True if the last `bring` arrived. */
  readonly arrived: boolean
  /** Stops everything and shuts every valve. */
  stop(): void
}

export interface BoxMakeUp {
  memories: number
  /** Rated volts: 12 or 24. */
  nominal: number
  /** Four digits on its label. */
  code: string
}

/** A phone that speaks to a box, and the margin of its signal there, dB. */
export interface Phone {
  name: string
  margin: number
}

const SIDES: readonly Side[] = ['left', 'right']

export class ControlBoxModel {
  private fuseIn = true
  /** When power came, and when it went, s. */
  private poweredAt: number
  private unpoweredAt: number | null = null
  private pairingUntil: number
  private paired: string | null = null
  private pairedAt = -Infinity
  private readonly memories: (Preset | null)[]
  private keepUpAt: number | null = null
  private doing: BoxDoing = 'idle'
  private memory: number | null = null
  private reached = new Set<number>()
  private beganAt = 0
  private trouble: BoxState['trouble'] = null
  private wasAwake: boolean

  constructor(
    private readonly truck: BoxTruck,
    private readonly made: BoxMakeUp,
  ) {
    this.memories = Array.from({ length: made.memories }, () => null)
    this.poweredAt = truck.t
    this.pairingUntil = truck.t + PRACTICE.pairingOpen.value
    this.wasAwake = truck.isAwake()
  }

  /** Takes over the memory of another box of the same truck: it is the same box on a changed plan. */
  takeOver({ memories, paired, keepUp, fuseIn, pairing }: BoxState): void {
    memories.slice(0, this.memories.length).forEach((preset, i) => (this.memories[i] = preset))
    this.paired = paired
    this.pairedAt = this.truck.t
    this.keepUpAt = keepUp
    this.fuseIn = fuseIn
    this.pairingUntil = this.truck.t + (pairing ?? 0)
  }

  state(): BoxState {
    const { truck } = this
    const open = this.fuseIn && truck.t < this.pairingUntil
    return {
      fuseIn: this.fuseIn,
      awake: this.isAwake(),
      volts: this.fuseIn ? truck.volts() : 0,
      pairing: open ? this.pairingUntil - truck.t : null,
      paired: this.paired,
      memories: [...this.memories],
      keepUp: this.keepUpAt,
      doing: this.isAwake() ? this.doing : 'off',
      memory: this.memory,
      reached: [...this.reached].sort((a, b) => a - b),
      trouble: this.trouble,
    }
  }

  private isAwake(): boolean {
    return this.fuseIn && this.truck.isAwake()
  }

  /**
   * Its fuse out or in. If it goes back in after being out long enough, pairing is open and the known phone may
   * be replaced.
   */
  fuse(isIn: boolean): void {
    if (isIn === this.fuseIn) return
    const { t } = this.truck
    this.fuseIn = isIn
    if (!isIn) {
      this.unpoweredAt = t
      this.rest()
      this.reached.clear()
      return
    }
    this.poweredAt = t
    this.trouble = null
    if (t - (this.unpoweredAt ?? t) >= PRACTICE.fuseOutFor.value)
      this.pairingUntil = t + PRACTICE.pairingOpen.value
    this.wasAwake = false
  }

  /**
   * @throws DeviceRefusal without power, out of range, with pairing closed, with the wrong code, or if another
   * phone is paired
   */
  pair(phone: Phone, code: string): void {
    if (!this.fuseIn) throw new DeviceRefusal('no-power')
    if (phone.margin < 0) throw new DeviceRefusal('out-of-range')
    if (this.truck.t >= this.pairingUntil)
      throw new DeviceRefusal(this.paired && this.paired !== phone.name ? 'other-phone' : 'pairing-closed')
    if (code.trim() !== this.made.code) throw new DeviceRefusal('wrong-code')
    // Only one phone: until the fuse was out again, the first one paired keeps the box.
    const isTaken = this.paired !== null && this.paired !== phone.name && this.pairedAt >= this.poweredAt
    if (isTaken) throw new DeviceRefusal('other-phone')
    this.paired = phone.name
    this.pairedAt = this.truck.t
  }

  /** @throws DeviceRefusal unless this phone is paired and in range, and the box is awake */
  private listen(phone: Phone): void {
    if (!this.isAwake()) throw new DeviceRefusal('no-power')
    if (phone.margin < 0) throw new DeviceRefusal('out-of-range')
    if (this.paired !== phone.name)
      throw new DeviceRefusal(this.paired === null ? 'not-paired' : 'other-phone')
  }

  /** Least pressure to maintain from now on, Pa; null for none. @throws DeviceRefusal like every key */
  keepUp(phone: Phone, pressure: number | null): void {
    this.listen(phone)
    this.keepUpAt = pressure
  }

  /** A key was pressed. @throws DeviceRefusal if it cannot be done, in which case nothing has moved */
  press(phone: Phone, key: BoxKey, way: KeyWay): void {
    this.listen(phone)
    if ('memory' in key) this.pressMemory(key.memory, way)
    else this.pressSide(key.side, way)
  }

  private pressMemory(memory: number, way: KeyWay): void {
    const held = this.memories[memory]
    if (held === undefined || (way !== 'tap' && way !== 'hold')) throw new DeviceRefusal('no-such-key')
    if (way === 'hold') {
      this.rest()
      this.memories[memory] = this.truck.pressures()
      return
    }
    if (held === null) throw new DeviceRefusal('memory-empty')
    this.go('memory', held)
    this.memory = memory
  }

  private pressSide(side: Side | 'both', way: KeyWay): void {
    if (way === 'tap' || way === 'hold') throw new DeviceRefusal('no-such-key')
    if (way === 'up') this.mayFill()
    if (this.doing !== 'by-hand') this.rest()
    this.trouble = null
    this.truck.press(side, way === 'let-go' ? null : way)
    this.doing = way === 'let-go' ? 'idle' : 'by-hand'
    this.beganAt = this.truck.t
  }

  /** True if it gets fewer volts than this, given for a 12 V truck. */
  private isUnder(volts: number): boolean {
    return (this.truck.volts() * 12) / this.made.nominal < volts
  }

  /** @throws DeviceRefusal with too few volts */
  private mayFill(): void {
    if (!this.isUnder(PRACTICE.boxRefuses.value)) return
    this.stopWith('low-voltage')
    throw new DeviceRefusal('low-voltage')
  }

  private go(doing: 'memory' | 'keep-up', target: Preset): void {
    const now = this.truck.pressures()
    if (SIDES.some((side) => target[side] > now[side])) this.mayFill()
    this.rest()
    this.trouble = null
    this.doing = doing
    this.beganAt = this.truck.t
    this.truck.bring(target)
  }

  private rest(): void {
    this.truck.stop()
    this.doing = 'idle'
    this.memory = null
  }

  private stopWith(code: DeviceTrouble): void {
    this.rest()
    this.trouble = { code, message: DEVICE_TROUBLES[code] }
  }

  /** Checks the present state; called repeatedly as time goes on. */
  tick(): void {
    const awake = this.isAwake()
    if (awake && !this.wasAwake) this.wake()
    if (!awake && this.wasAwake) this.rest()
    this.wasAwake = awake
    if (!awake || this.doing === 'idle') return
    if (this.isUnder(PRACTICE.boxDrops.value)) return this.stopWith('low-voltage')
    const long = this.truck.t - this.beganAt > PRACTICE.boxTimeOut.value
    if (this.doing === 'by-hand') {
      if (long) this.stopWith('timed-out')
      return
    }
    if (this.truck.busy && !long) return
    if (!this.truck.busy && this.truck.arrived) {
      if (this.memory !== null) this.reached.add(this.memory)
      this.rest()
    } else this.stopWith('timed-out')
  }

  /** The key has come on: a side below the least pressure is filled to it. */
  private wake(): void {
    if (this.keepUpAt === null) return
    const least = this.keepUpAt - PRACTICE.targetBand.value
    const { left, right } = this.truck.pressures()
    if (left >= least && right >= least) return
    const target = { left: Math.max(left, this.keepUpAt), right: Math.max(right, this.keepUpAt) }
    try {
      this.go('keep-up', target)
    } catch (error) {
      // It shows this by its own trouble, because nobody pressed anything that could be refused.
      if (!(error instanceof DeviceRefusal)) throw error
    }
  }
}
