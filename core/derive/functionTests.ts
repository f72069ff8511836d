import { partLabel } from '../air/circuit/connections'
import { DeviceRefusal } from '../devices/types'
import type { Plan, Side } from '../document/types'
import type { Quantity } from '../quantity/units'
import { StandIns } from './standIns'
import type { Derived } from './types'

/**
 * Every function of a job's circuit and wiring tried in order, as one does at the truck: what to press, for how long, and
 * what gauge and meter then show. Run on the job's own devices, so that what is to be expected is simulated. SI, gauge.
 */

/** What is read after something was pressed. */
export interface Sight {
  /** `test:what`. */
  id: string
  label: string
  quantity: Quantity
  value: number
}
export interface FunctionTest {
  id: string
  label: string
  /** What to do. */
  press: string
  sights: Sight[]
}

/** What is done otherwise than planned, before anything is pressed. */
export interface TriedWith {
  /** A fault of the devices, by its key. */
  fault?: string
  /** Left and right swapped, at the valves' plugs or at the lines. */
  swapped?: boolean
}

/** How long a side is pressed up, s: until it has come up by so much, and no longer than this. */
const PRESS = { by: 150_000, most: 60, least: 1 }
/** A tank is waited for so long, and looked at so often, s. */
const CHARGE = { most: 900, every: 5 }
/** What is pressed stands still before it is read; then it rests, s. */
const SETTLES = 3
const RESTS = 600
/** Both sides are let down from a memory for so long, and it has so long to come back, s. */
const LETS_DOWN = 2
const COMES_BACK = 60

const SIDE_WORDS: Record<Side | 'both', string> = { left: 'Left', right: 'Right', both: 'Both sides' }

/** What fills or vents a side, however the circuit does it. */
interface Control {
  id: Side | 'both'
  /** What to press, in words. */
  name: string
  press(way: 'up' | 'down' | null): void
}

const ME = 'function tests'

class Trial {
  readonly tests: FunctionTest[] = []
  readonly stand: StandIns
  private next = 1

  constructor(
    private readonly plan: Plan,
    derived: Derived,
    private readonly held: Record<string, number>,
    private readonly tried: TriedWith,
  ) {
    this.stand = new StandIns('tests', plan, derived)
    if (tried.fault) this.ask({ do: 'fault', key: tried.fault })
  }

  /** Asks the devices; what they refuse is not done. */
  ask(question: object): unknown {
    try {
      return this.stand.answer({ id: this.next++, ...question } as never, ME)
    } catch (error) {
      if (error instanceof DeviceRefusal) return null
      throw error
    }
  }
  wait(seconds: number, look?: number): void {
    this.stand.advance(seconds, look)
  }
  /** @param sights label, quantity and value by what is seen. */
  told(id: string, label: string, press: string, sights: Record<string, [string, Quantity, number]>): void {
    this.tests.push({
      id,
      label,
      press,
      sights: Object.entries(sights).map(([what, [name, quantity, value]]) => {
        return { id: `${id}:${what}`, label: name, quantity, value }
      }),
    })
  }
  gauges(): Record<string, [string, Quantity, number]> {
    const { left, right, tank } = this.stand.state().gauge
    const springs: Record<string, [string, Quantity, number]> = {
      left: ['Left spring', 'pressure', left],
      right: ['Right spring', 'pressure', right],
    }
    return tank === null ? springs : { ...springs, tank: ['Tank', 'pressure', tank] }
  }
  /** What the meter reads while something runs. */
  electric(): Record<string, [string, Quantity, number]> {
    const { amps } = this.stand.state()
    const volts = this.ask({ do: 'meter', kind: 'across', at: 'motor' })
    const sights: Record<string, [string, Quantity, number]> = {
      amps: ['Current from the battery', 'current', amps],
    }
    return typeof volts === 'number'
      ? { ...sights, volts: ['Volts at the compressor', 'voltage', volts] }
      : sights
  }

  /** Swapped sides: what is meant for one goes to the other. */
  private sideOf(side: Side): Side {
    return this.tried.swapped ? (side === 'left' ? 'right' : 'left') : side
  }
  controls(): Control[] {
    const state = this.stand.state()
    const sides = this.stand.sidesApart() ? (['left', 'right'] as const) : (['both'] as const)
    if (state.box) {
      this.ask({ do: 'pair', code: state.label })
      return sides.map((side) => ({
        id: side,
        name: `Hold “${SIDE_WORDS[side]}” on the remote`,
        press: (way) =>
          this.ask({ do: 'press', side: side === 'both' ? side : this.sideOf(side), way: way ?? 'let-go' }),
      }))
    }
    if (state.level?.kind === 'controller') {
      this.ask({ do: 'teach', what: 'begin' })
      return sides.map((side) => ({
        id: side,
        name: `Hold the controller’s key for ${SIDE_WORDS[side].toLowerCase()}`,
        press: (way) =>
          this.ask({ do: 'move', side: side === 'both' ? side : this.sideOf(side), way: way ?? 'let-go' }),
      }))
    }
    return this.byHand(sides)
  }
  /** Valves worked by hand: of each side the first that fills it. */
  private byHand(sides: readonly (Side | 'both')[]): Control[] {
    const hands = this.stand.hands().filter(({ up }) => up)
    const { components } = this.plan.air
    const rank = (part: string) =>
      ['paddle', 'heightValve', 'handFill', 'cabSwitch'].indexOf(components[part]?.kind ?? '')
    const fits = hands.filter(({ part }) => rank(part) >= 0).sort((a, b) => rank(a.part) - rank(b.part))
    return sides.flatMap((side): Control[] => {
      const wanted = side === 'both' ? null : this.sideOf(side)
      const hand = fits.find(({ part }) => (components[part]!.side ?? null) === wanted) ?? fits[0]
      if (!hand) return []
      const meant =
        fits.find(({ part }) => (components[part]!.side ?? null) === (side === 'both' ? null : side)) ?? hand
      return [
        {
          id: side,
          name: `Hold ${partLabel(this.plan.air, meant.part).toLowerCase()}`,
          press: (way) => void this.ask({ do: 'hand', part: hand.part, way: way ?? 'let-go' }),
        },
      ]
    })
  }

  /** Whether the engine turns what fills. */
  isEngineDriven(): boolean {
    return Object.values(this.plan.air.components).some(({ kind }) => kind === 'belt' || kind === 'boost')
  }

  /** The tank is filled from empty until its switch opens. */
  charge(): void {
    if (this.stand.state().gauge.tank === null) return
    this.wait(CHARGE.every)
    const sights = this.electric()
    this.cabSwitch()
    const began = this.stand.t
    while (this.stand.t - began < CHARGE.most && this.stand.state().running.length > 0)
      this.wait(CHARGE.every, CHARGE.every)
    const tank = this.stand.state().gauge.tank!
    const key = this.isEngineDriven() ? 'Engine running.' : 'Key on, engine off.'
    this.told('charge', 'Tank filled from empty', `${key} Wait until the compressor stops.`, {
      ...sights,
      tank: ['Tank when it stops (or after 15 min)', 'pressure', tank],
      seconds: ['It took', 'time', this.stand.t - began],
    })
  }

  /** The switch in the cab held off while the compressor runs: it stops. */
  private cabSwitch(): void {
    const cab = this.stand
      .hands()
      .find(({ part, down }) => down && this.plan.air.components[part]?.kind === 'cabSwitch')
    if (!cab) return
    this.ask({ do: 'hand', part: cab.part, way: 'down' })
    this.wait(SETTLES)
    const { amps } = this.stand.state()
    this.told('cab', 'Cab switch off', `While it runs, ${cab.label.toLowerCase()} off for ${SETTLES} s.`, {
      amps: ['Current from the battery', 'current', amps],
    })
    this.ask({ do: 'hand', part: cab.part, way: 'let-go' })
    this.wait(SETTLES)
  }

  /** A memory stored where the springs stand, left, and gone back to. */
  memory(): void {
    const { box } = this.stand.state()
    if (!box || box.memories.length === 0) return
    this.ask({ do: 'press', memory: 0, way: 'hold' })
    this.ask({ do: 'press', side: 'both', way: 'down' })
    this.wait(LETS_DOWN)
    this.ask({ do: 'press', side: 'both', way: 'let-go' })
    this.wait(SETTLES)
    this.ask({ do: 'press', memory: 0, way: 'tap' })
    this.wait(COMES_BACK)
    const press = `Hold memory 1 to store. Both down for ${LETS_DOWN} s. Press memory 1, and wait ${COMES_BACK} s.`
    this.told('memory', 'Back to a memory', press, this.gauges())
  }

  /** One side up for as long as the sound system takes for its rise. */
  up(control: Control): void {
    const before = this.stand.pressures()
    control.press('up')
    const id = `up-${control.id}`
    let sights: Record<string, [string, Quantity, number]> = {}
    let held = this.held[id] ?? 0
    if (held > 0) {
      this.wait(held / 2)
      sights = this.electric()
      this.wait(held / 2)
    } else {
      const risen = () => {
        const now = this.stand.pressures()
        return Math.max(now.left - before.left, now.right - before.right)
      }
      while (held < PRESS.most && (held < PRESS.least || risen() < PRESS.by)) {
        this.wait(PRESS.least)
        held += PRESS.least
        if (held === PRESS.least) sights = this.electric()
      }
      this.held[id] = held
    }
    control.press(null)
    this.wait(SETTLES)
    this.told(
      id,
      `${SIDE_WORDS[control.id]} up`,
      `${control.name} up for ${held} s, then wait ${SETTLES} s.`,
      {
        ...sights,
        ...this.gauges(),
      },
    )
  }
  down(control: Control): void {
    const held = Math.max(Math.round((this.held[`up-${control.id}`] ?? 2) / 2), PRESS.least)
    control.press('down')
    this.wait(held)
    control.press(null)
    this.wait(SETTLES)
    const press = `${control.name} down for ${held} s, then wait ${SETTLES} s.`
    this.told(`down-${control.id}`, `${SIDE_WORDS[control.id]} down`, press, this.gauges())
  }
  rest(): void {
    this.wait(RESTS, RESTS / 20)
    const press = `Touch nothing for ${RESTS / 60} minutes.`
    const { amps } = this.stand.state()
    this.told('rest', 'At rest', press, {
      ...this.gauges(),
      amps: ['Current from the battery', 'current', amps],
    })
  }
}

/**
 * All tests of a plan in their order, with what is seen; a second or less.
 * @param held how long each side is pressed, s, by test: filled in by the sound system, kept for all others
 */
export function runFunctions(
  plan: Plan,
  derived: Derived,
  held: Record<string, number> = {},
  tried: TriedWith = {},
): FunctionTest[] {
  const trial = new Trial(plan, derived, held, tried)
  const asleep = trial.stand.state()
  trial.told('stand-by', 'Stand-by', 'Key off, doors shut. Read the battery’s current.', {
    amps: ['Current from the battery', 'current', asleep.amps],
  })
  trial.ask({ do: 'set', key: trial.isEngineDriven() ? 'running' : 'on' })
  trial.wait(1)
  trial.charge()
  const controls = trial.controls()
  for (const control of controls) trial.up(control)
  trial.rest()
  trial.memory()
  for (const control of controls) trial.down(control)
  return trial.tests
}
