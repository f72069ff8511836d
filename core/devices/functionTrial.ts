import { allOfKinds, labelInSentence, partLabel } from '../air/circuit/connections'
import { partOf } from '../air/parts/parts'
import type { Question } from './protocol'
import { DeviceRefusal } from './types'
import type { AirPlan, Plan, Side, ComponentKind } from '../document/types'
import { isTaker } from '../power/network/types'
import type { FunctionTest, Sight, Sights, TriedWith } from '../prove/functions'
import { StandIns } from './standIns'
import type { Derived } from '../derive/types'

/**
 * A job's devices with somebody trying the functions: what is pressed, and what gauge, meter and ear then tell.
 */

export const SIDE_WORDS: Record<Side | 'both', string> = { left: 'Left', right: 'Right', both: 'Both sides' }

/** What fills or vents a side, however the circuit does it. */
export interface Control {
  id: Side | 'both'
  /** What to press up, in words; and what to press down. */
  name: string
  down?: string
  press(way: 'up' | 'down' | null): void
}

const ME = 'function tests'

type Asked = Question extends infer Q ? (Q extends Question ? Omit<Q, 'id'> : never) : never

const NO_YES = ['no', 'yes'] as const
/** Something seen or heard, or not. */
export const yesNo = (label: string, isSo: boolean): Omit<Sight, 'id'> => ({
  label,
  quantity: 'count',
  value: isSo ? 1 : 0,
  words: NO_YES,
})
export const pressureSight = (label: string, value: number): Omit<Sight, 'id'> => ({
  label,
  quantity: 'pressure',
  value,
})

/** The same circuit with its pressure switches offset, Pa. */
function switchesOff(air: AirPlan, off: number): AirPlan {
  const components = { ...air.components }
  for (const id of allOfKinds(air, 'pressureSwitch')) {
    const { cutIn, cutOut } = partOf(air, id).figures
    const sheet = { ...components[id]!.sheet, cutIn: cutIn! + off, cutOut: cutOut! + off }
    components[id] = { ...components[id]!, sheet }
  }
  return { ...air, components }
}

export class FunctionTrial {
  readonly tests: FunctionTest[] = []
  readonly stand: StandIns
  /** The compressor ran on as long as anybody waited. */
  neverFull = false
  private readonly air: AirPlan
  private readonly isWatched: boolean
  private next = 1

  constructor(
    plan: Plan,
    readonly derived: Derived,
    readonly held: Record<string, number>,
    private readonly tried: TriedWith,
  ) {
    this.air = tried.switchOff ? switchesOff(plan.air, tried.switchOff) : plan.air
    this.stand = new StandIns('tests', { ...plan, air: this.air }, derived)
    const { box, level } = this.stand.state()
    this.isWatched = box !== null || level !== null
    if (tried.fault) this.ask({ do: 'fault', key: tried.fault })
  }

  /** Asks the devices; a refused question does nothing. @returns undefined if they refuse */
  ask(question: Asked): unknown {
    try {
      return this.stand.answer({ id: this.next++, ...question }, ME)
    } catch (error) {
      if (error instanceof DeviceRefusal) return undefined
      throw error
    }
  }
  /** If nothing works by itself, nothing is checked in between. */
  wait(seconds: number, look = this.isWatched ? undefined : seconds): void {
    this.stand.advance(seconds, look)
  }
  /** Waits until a condition is true, at most `most` s. @returns how long it took */
  waitUntil(isSo: () => boolean, most: number, every: number): number {
    const began = this.stand.t
    while (this.stand.t - began < most && !isSo()) this.wait(every, every)
    return this.stand.t - began
  }
  /** A test without anything to see is not a test. */
  addTest(id: string, label: string, press: string, sights: Sights): void {
    if (Object.keys(sights).length === 0) return
    const seen = Object.entries(sights).map(([what, sight]): Sight => ({ id: `${id}:${what}`, ...sight }))
    this.tests.push({ id, label, press, sights: seen })
  }

  /** The first part of a kind, and all of them. */
  first(...kinds: ComponentKind[]): string | null {
    return this.all(...kinds)[0] ?? null
  }
  all(...kinds: ComponentKind[]): string[] {
    return allOfKinds(this.air, ...kinds)
  }
  label(part: string): string {
    return partLabel(this.air, part)
  }
  /** Its label in the middle of a sentence. */
  named(part: string): string {
    return labelInSentence(this.air, part)
  }
  kindOf(part: string): ComponentKind | undefined {
    return this.air.components[part]?.kind
  }
  figure(part: string, id: string): number {
    return partOf(this.air, part).figures[id]!
  }
  hand(part: string, way: 'up' | 'down' | 'let-go'): void {
    this.ask({ do: 'hand', part, way })
  }

  tank(): number | null {
    return this.stand.state().gauge.tank
  }
  gauges(): Sights {
    const { left, right, tank } = this.stand.state().gauge
    const springs = { left: pressureSight('Left spring', left), right: pressureSight('Right spring', right) }
    return tank === null ? springs : { ...springs, tank: pressureSight('Tank', tank) }
  }
  /** Empty if nothing is wired. */
  amps(): Sights {
    if (!this.derived.stages.power.result.wiring.parts.some(isTaker)) return {}
    const value = this.stand.state().amps
    return { amps: { label: 'Current from the battery', quantity: 'current', value } }
  }
  /** Rated volts of the consumers. */
  get nominal(): number {
    return this.derived.stages.power.result.wiring.nominal
  }
  /** The current with all at rest, as a meter between battery and cable reads it. */
  drain(): Sights {
    const { amps } = this.amps()
    return amps ? { drain: { label: 'Current at rest', quantity: 'drain', value: amps.value } } : {}
  }
  /** V across a part of the wiring; null without one. */
  across(part: string): number | null {
    const volts = this.ask({ do: 'meter', kind: 'across', at: part })
    return typeof volts === 'number' ? volts : null
  }
  /** Readings of the meter while the compressor is demanded. */
  electric(): Sights {
    const volts = this.across('motor')
    const earth = this.across('earth')
    const measured = (label: string, value: number) => ({ label, quantity: 'voltage' as const, value })
    return {
      ...this.amps(),
      ...(volts === null ? {} : { volts: measured('Volts at the compressor', volts) }),
      ...(earth === null ? {} : { earth: measured('Drop over its earth', Math.abs(earth)) }),
    }
  }

  /** What a gauge in the cab shows: of the lines at it, or of its sensors. */
  shownBy(gauge: string): Sights {
    const isPiped = Object.values(this.air.lines).some(({ from, to }) => from === gauge || to === gauge)
    const sensorOf = (side: Side) =>
      this.all('sensor').find((id) => this.air.components[id]!.side === side) ?? this.first('sensor')
    const at = (side: Side) => (isPiped ? `${gauge}.${side}` : (sensorOf(side) ?? gauge))
    const shows: [string, string, string][] =
      this.kindOf(gauge) === 'dualGauge'
        ? [
            ['shows-left', 'It shows for the left', at('left')],
            ['shows-right', 'It shows for the right', at('right')],
          ]
        : [['shows', 'It shows', isPiped ? gauge : at('left')]]
    const read = shows.flatMap(([what, label, part]): [string, Sights[string]][] => {
      const pressure = this.stand.pressureAt(part)
      return pressure === null ? [] : [[what, pressureSight(label, pressure)]]
    })
    return Object.fromEntries(read)
  }

  /** With swapped sides, what is meant for one goes to the other. */
  private sideOf(side: Side): Side {
    return this.tried.swapped ? (side === 'left' ? 'right' : 'left') : side
  }
  controls(): Control[] {
    const state = this.stand.state()
    const sides = this.stand.sidesApart() ? (['left', 'right', 'both'] as const) : (['both'] as const)
    if (state.box) {
      this.ask({ do: 'pair', code: state.label ?? '' })
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
    return this.byHand()
  }
  /** Hand-operated valves: for each side the first that fills it; if both sides share one, both at once. */
  private byHand(): Control[] {
    if (!this.stand.sidesApart()) return this.valveOf(null)
    const each = [...this.valveOf('left'), ...this.valveOf('right')]
    if (each.length < 2) return each
    const press: Control['press'] = (way) => each.forEach((one) => one.press(way))
    return [...each, { id: 'both', name: 'Hold both of them', press }]
  }
  private valveOf(side: Side | null): Control[] {
    const { components } = this.air
    const rank = (part: string) =>
      ['paddle', 'heightValve', 'cabSwitch', 'handFill'].indexOf(components[part]?.kind ?? '')
    const fits = this.stand
      .hands()
      .filter(({ part, up }) => up && rank(part) >= 0)
      .sort((a, b) => rank(a.part) - rank(b.part))
    const of = (wanted: Side | null) =>
      fits.find(({ part }) => (components[part]!.side ?? null) === wanted) ?? fits[0]
    const hand = of(side && this.sideOf(side))
    if (!hand) return []
    const name = `Hold ${this.named(of(side)!.part)}`
    // A switch that fills does not vent; a bleed valve does.
    const bleed = hand.down ? null : this.first('dump')
    const press: Control['press'] = (way) => {
      this.hand(hand.part, way === 'up' || !bleed ? (way ?? 'let-go') : 'let-go')
      if (bleed) this.hand(bleed, way === 'down' ? 'down' : 'let-go')
    }
    return [{ id: side ?? 'both', name, down: bleed ? `Hold ${this.named(bleed)}` : name, press }]
  }

  /** True if the engine drives the supply. */
  isEngineDriven(): boolean {
    return this.first('belt', 'boost') !== null
  }
}
