import { faultCommands } from '../air/run/faults'
import { CircuitRun } from '../air/run/circuitRun'
import { firstOfKind, partLabel } from '../air/circuit/connections'
import { circuitAsItRuns } from '../air/circuit/states'
import { newScenario } from '../air/run/scenarios'
import { airGoesTo, WIRING } from '../catalog/wiring'
import { ControlBoxModel, type BoxTruck, type Phone } from './controlBox'
import { HeightValveModel, LevelControlModel } from './levelControl'
import type { FaultOffered, HandOffered, Question, StandState } from './protocol'
import { DeviceRefusal, KEY_PLACES, type KeyPlace } from './types'
import type { AirPlan, Plan, Preset, ScenarioStep, Side } from '../document/types'
import { radioMargin } from '../lay/radio'
import { faultKey } from '../power/network/meterWalk'
import { solveState, type Fault, type PowerState } from '../power/network/states'
import type { Wiring } from '../power/network/types'
import { randomNumbers } from '../quantity/random'
import { createDeriver } from '../derive/derive'
import { levelModel } from './standInLevel'
import { runFacts } from '../whatIf/runs'
import { airFault, airFaults, faultsOffered, wiringFault } from './standInFaults'
import { meterReads, sprayReads } from './standInReadings'
import type { Derived } from '../derive/types'

/**
 * Simulated devices of a truck: the job's own circuit and wiring, run over time, below a box that answers. It
 * is one long class, because every question and action concerns the one truck it holds; what can be computed
 * without it is in `standInFaults`, `standInLevel` and `standInReadings`.
 */

/** Wiring state for a position of the key, with the compressor demanded. */
const ASKED: Record<KeyPlace, PowerState> = { off: 'off', on: 'compressor', running: 'running' }
/** The same with the compressor at rest. */
const AT_REST: Record<KeyPlace, PowerState> = { off: 'off', on: 'on', running: 'running' }
/** How often a box checks, s. */
const LOOK_EVERY = 0.25
/** Default position of the phone, steel sheets in between and metres away: at the box. */
const BESIDE = { away: 1, sheets: 0 }
/** Number of latest events that are kept. */
const MOST_SAID = 200

/** The same four digits every time for a job. */
function codeOf(job: string): string {
  let sum = 7
  for (const letter of job) sum = (sum * 31 + letter.charCodeAt(0)) % 9000
  return String(1000 + sum)
}

/** True if two plans are of the same truck, whatever was built, proved and handed over since. */
function sameTruck(one: Plan, other: Plan): boolean {
  const onTheTruck = ({ truck, hauls, air, lay, power, tune, job }: Plan) =>
    JSON.stringify([truck, hauls, air, lay, power, tune, job])
  return onTheTruck(one) === onTheTruck(other)
}

export class StandIns implements BoxTruck {
  private run: CircuitRun
  private massAtFirst: number
  private derived: Derived
  private circuit: AirPlan
  private box: ControlBoxModel | null
  private level: HeightValveModel | LevelControlModel | null
  private door = false
  private hitching = false
  private haul: string | null = null
  private key: KeyPlace = 'off'
  private speed = 1
  private owed = 0
  private air = new Set<string>()
  private wired: Fault | null = null
  private hidden: string | null = null
  private place = BESIDE
  private began = 0
  private readonly solved = new Map<string, ReturnType<typeof solveState>>()
  private readonly said: { t: number; text: string }[] = []
  private heard = 0
  private results = 0

  /**
   * @param known what is derived of the plan already
   * @throws DeviceRefusal if the job has nothing to run
   */
  constructor(
    readonly job: string,
    private plan: Plan,
    known?: Derived,
  ) {
    const made = this.build(plan, null, known)
    this.derived = made.derived
    this.circuit = made.circuit
    this.run = made.run
    this.massAtFirst = made.run.sim.mass
    this.box = this.makeBox()
    this.level = this.makeLevel()
    this.holdMotors()
  }

  private get wiring(): Wiring {
    return this.derived.stages.power.result.wiring
  }

  /** A circuit that starts at the springs' present state: at their least pressure, or as they were. */
  private build(plan: Plan, before: { pressures: Preset; tank: number | null } | null, known?: Derived) {
    const derived = known ?? createDeriver()(plan)
    const circuit = circuitAsItRuns(plan.air)
    const least = derived.stages.load.result.spring?.minPressure ?? 0
    const { left, right } = before?.pressures ?? { left: least, right: least }
    const steps = airFaults(circuit).map((fault): ScenarioStep => ({ do: 'fault', ...fault }))
    const scenario = { ...newScenario('Stand-in', 1, left, right), haul: this.haul, steps }
    const hasTank = Object.values(circuit.components).some(({ kind }) => kind === 'tank')
    const tank = hasTank ? (before?.tank ?? 0) : null
    try {
      const run = new CircuitRun(circuit, runFacts(plan, derived), {
        ...scenario,
        start: { left, right, tank },
      })
      return { derived, circuit, run }
    } catch (error) {
      throw new DeviceRefusal('bad-job', (error as Error).message)
    }
  }

  private makeBox(): ControlBoxModel | null {
    const { block } = this.derived.stages.air.result
    // A controller works the block by itself.
    if (!block || firstOfKind(this.circuit, 'controller')) return null
    const { memories } = this.plan.tune
    return new ControlBoxModel(this, { memories, nominal: this.wiring.nominal, code: codeOf(this.job) })
  }

  private makeLevel(): HeightValveModel | LevelControlModel | null {
    return levelModel(this.plan, this.circuit, this.derived, {
      run: () => this.run,
      haul: () => this.haul,
      keyIsOff: () => this.key === 'off',
      isPowered: () => this.isAwake(),
      pressures: () => this.pressures(),
      press: (side, way) => this.press(side, way),
    })
  }
  /** The controller, for teaching or locking. @throws DeviceRefusal without one */
  private theController(): LevelControlModel {
    if (!(this.level instanceof LevelControlModel)) throw new DeviceRefusal('no-leveller')
    return this.level
  }

  /**
   * Changes the job: pressures, memories and paired devices stay. Notes written about it change nothing on the
   * truck.
   */
  change(plan: Plan): void {
    if (sameTruck(plan, this.plan)) this.plan = plan
    else this.rebuild(plan)
  }

  private rebuild(plan: Plan): void {
    const box = this.box?.state()
    const before = { pressures: this.pressures(), tank: this.tank() }
    // What is no longer in the plan is no longer on the truck.
    if (this.haul !== null && !plan.hauls[this.haul]) this.haul = null
    const made = this.build(plan, before)
    this.began += this.run.t
    Object.assign(this, made)
    this.massAtFirst = made.run.sim.mass
    this.plan = plan
    this.heard = this.results = 0
    this.solved.clear()
    if (this.wired && !this.wiring.parts.some(({ id }) => id === this.wired!.part)) this.wired = null
    this.box = this.makeBox()
    if (box) this.box?.takeOver(box)
    const { level } = this
    this.level = this.makeLevel()
    if (level instanceof LevelControlModel && this.level instanceof LevelControlModel)
      this.level.takeOver(level)
    for (const key of [...this.air]) this.throwAir(key)
    this.holdMotors()
  }

  // What the box is wired to.
  get t(): number {
    return this.began + this.run.t
  }
  private solve(state: PowerState) {
    const kept = `${state} ${faultKey(this.wired)}`
    const known = this.solved.get(kept) ?? solveState(this.wiring, state, this.wired)
    this.solved.set(kept, known)
    return known
  }
  private now() {
    return this.solve(this.running().length > 0 ? ASKED[this.key] : AT_REST[this.key])
  }
  volts(): number {
    const block = this.blockUser()
    if (!block) return 0
    const { volts } = this.now()
    return volts[block.a]! - volts[block.b]!
  }
  isAwake(): boolean {
    const wake = this.wiring.parts.find(({ id }) => id === 'wake')
    const block = this.blockUser()
    if (!block) return false
    const { volts } = this.now()
    const live = (a: string, b: string) => volts[a]! - volts[b]! > WIRING.wakes * (this.wiring.nominal / 12)
    return live(block.a, block.b) && (!wake || live(wake.a, wake.b))
  }
  private blockUser() {
    const block = Object.keys(this.circuit.components).find(
      (id) => this.circuit.components[id]!.kind === 'block',
    )
    return this.wiring.parts.find(({ id, role }) => id === block && role === 'user') ?? null
  }
  pressures(): Preset {
    const at = (side: Side) => this.run.gauge(this.run.model.where.get(`spring-${side}`) ?? `spring-${side}`)
    return { left: at('left'), right: at('right') }
  }
  /** Pressure in a part, Pa gauge; null if the circuit does not have it. */
  pressureAt(part: string): number | null {
    const vessel = this.run.model.where.get(part)
    return vessel === undefined ? null : this.run.gauge(vessel)
  }
  private tank(): number | null {
    return this.pressureAt('tank')
  }
  press(side: Side | 'both', way: 'up' | 'down' | null): void {
    for (const { part, sides } of this.run.model.outlets)
      if (side === 'both' || sides.includes(side)) this.run.press(part, way)
  }
  bring(target: Preset): void {
    this.run.halt()
    this.results = this.run.results.length
    this.run.begin({ do: 'bring', ...target })
  }
  get busy(): boolean {
    return this.run.busy
  }
  get arrived(): boolean {
    const last = this.run.results.slice(this.results).at(-1)
    return last !== undefined && last.seconds !== null
  }
  stop(): void {
    this.run.halt()
  }

  /**
   * Effect of the wiring in every position of the key, with and without demand; equal text for equal effect.
   */
  wiringComesTo(): string {
    const block = this.blockUser()
    const motors = this.wiring.parts.filter(({ role }) => role === 'motor')
    const between = (volts: Record<string, number>, part: { a: string; b: string } | null) =>
      part ? (volts[part.a]! - volts[part.b]!).toFixed(2) : ''
    const wake = this.wiring.parts.find(({ id }) => id === 'wake') ?? null
    return KEY_PLACES.flatMap((key) => [ASKED[key], AT_REST[key]])
      .map((state) => {
        const { volts, amps, turning } = this.solve(state)
        const seen = [block, wake, ...motors].map((part) => between(volts, part))
        return [...turning, ...seen, (amps.battery ?? 0).toFixed(1)].join(' ')
      })
      .join('; ')
  }

  /** True if left and right are filled separately. */
  sidesApart(): boolean {
    return !this.derived.stages.air.result.teed
  }

  /** Ids of the compressors that run now. */
  running(): string[] {
    return this.run.model.supplies.filter(({ command }) => this.run.sim.open.get(command)).map(({ id }) => id)
  }

  /** A motor that its wiring does not turn stands still, whatever demands it; one on a welded contact runs. */
  private holdMotors(): void {
    const motors = this.run.model.supplies.filter(({ kind }) => kind === 'compressor')
    const asked = this.solve(ASKED[this.key]).turning
    const atRest = this.solve(this.key === 'on' ? 'on' : 'off').turning
    motors.forEach(({ id, command }, i) => {
      const motor = i === 0 ? 'motor' : 'motor-2'
      if (this.air.has(`air compressor-on ${id}`) || this.air.has(`air compressor-off ${id}`)) return
      this.run.holdCommand(command, atRest.has(motor) ? true : asked.has(motor) ? null : false)
    })
    // A stopped engine turns no belt.
    for (const { kind, command } of this.run.model.supplies)
      if (kind === 'belt') this.run.holdCommand(command, this.key === 'running' ? null : false)
  }

  /** Advances by a number of real seconds; a box checks at its own intervals. */
  advance(seconds: number, look = LOOK_EVERY): void {
    this.owed += seconds * this.speed
    while (this.owed > 1e-9) {
      const step = Math.min(this.owed, look)
      this.run.advance(this.run.t + step)
      this.owed -= step
      this.box?.tick()
      this.level?.tick()
    }
    for (const { t, text } of this.run.events.slice(this.heard)) this.say(text, this.began + t)
    this.heard = this.run.events.length
  }
  private say(text: string, t = this.t): void {
    this.said.push({ t, text })
    if (this.said.length > MOST_SAID) this.said.shift()
  }
  /** Events since the last call. */
  takeSaid(): { t: number; text: string }[] {
    return this.said.splice(0)
  }

  /** Margin of a phone's signal at the box, dB. */
  private margin(): number {
    return radioMargin(this.place.away, this.place.sheets)
  }

  /** Answers a question. @throws DeviceRefusal with its reason, in which case nothing has changed */
  answer(question: Question, phoneName: string): unknown {
    const phone: Phone = { name: phoneName, margin: this.margin() }
    switch (question.do) {
      case 'set':
        return this.set(question)
      case 'fuse':
        return this.theBox().fuse(question.isIn)
      case 'place':
        this.place = { away: question.away, sheets: question.sheets }
        return null
      case 'pair':
        return this.theBox().pair(phone, question.code)
      case 'press': {
        const { side, memory, way } = question
        if ((side === undefined) === (memory === undefined)) throw new DeviceRefusal('no-such-key')
        return this.theBox().press(phone, memory === undefined ? { side: side! } : { memory }, way)
      }
      case 'hand': {
        const { part, way } = question
        const to = way === 'let-go' ? null : way
        if (this.level instanceof HeightValveModel && this.run.model.levers.includes(part)) {
          this.level.push(to)
          return this.run.pushArm(part, to)
        }
        if (!this.run.model.hands[part]) throw new DeviceRefusal('no-such-place')
        const isDead = this.circuit.components[part]?.kind === 'solenoid' && !this.opensByButton(part)
        return this.run.press(part, isDead ? null : to)
      }
      case 'lock':
        return this.theController().lock(question.isOn)
      case 'teach':
        return this.theController().teach(question.what)
      case 'move':
        return this.theController().move(question.side, question.way === 'let-go' ? null : question.way)
      case 'keepUp':
        return this.theBox().keepUp(phone, question.pressure)
      case 'gauge':
        return this.gauge()
      case 'heights':
        return this.heights()
      case 'meter':
        return meterReads(this.wiring, this.wired, this.now().volts, question)
      case 'spray':
        return sprayReads(this.run, this.circuit, this.air, question)
      case 'fault':
        return this.fail(question.key)
      case 'hide':
        return this.hide(question.seed)
      case 'mend':
        return this.mend()
      case 'reveal':
        return this.reveal()
      case 'hello':
      case 'open':
        return null
    }
  }
  private theBox(): ControlBoxModel {
    if (!this.box) throw new DeviceRefusal('no-box')
    return this.box
  }

  private set({ haul, key, speed, door, hitching }: Extract<Question, { do: 'set' }>): void {
    if (haul !== undefined && haul !== this.haul) {
      if (haul !== null && !this.plan.hauls[haul]) throw new DeviceRefusal('no-such-place')
      this.run.load(haul)
      this.haul = haul
      this.say(haul === null ? 'Load taken off' : `Loaded: ${this.plan.hauls[haul]!.label}`)
    }
    if (speed !== undefined) this.speed = speed
    this.door = door ?? this.door
    this.hitching = hitching ?? this.hitching
    if (this.level instanceof LevelControlModel) this.level.around({ door, hitching })
    if (key === undefined || key === this.key) return
    this.key = key
    this.holdMotors()
    this.box?.tick()
    this.level?.tick()
  }

  private gauge() {
    const { left, right } = this.pressures()
    const tank = this.tank()
    return {
      left,
      right,
      tank,
      temperature: this.run.model.network.ambient(this.run.t),
      barometer: this.run.atmosphere,
    }
  }
  private heights() {
    const { left, right } = this.run.sim.sample().height
    return { left, right }
  }

  /** Faults that can be simulated on this job. */
  offered(): FaultOffered[] {
    return faultsOffered(this.circuit, this.wiring)
  }
  /** What a hand can press: all valves with a handle, not those that the box works. */
  hands(): HandOffered[] {
    const arms = this.run.model.levers.map((part) => {
      return { part, label: `${partLabel(this.circuit, part)}, its arm`, up: true, down: true }
    })
    const others = Object.entries(this.run.model.hands).flatMap(([part, { up, down }]) => {
      const kind = this.circuit.components[part]?.kind
      if (kind === undefined || (kind === 'solenoid' && airGoesTo(this.circuit, part) !== 'horn')) return []
      const cab = kind === 'cabSwitch'
      const inSeries = this.run.model.cabSwitchInSeries
      const ways = { up: up.length > 0 || (cab && !inSeries), down: down.length > 0 || (cab && inSeries) }
      return [{ part, label: partLabel(this.circuit, part), ...ways }]
    })
    return [...arms, ...others]
  }
  /** True if a solenoid behind a push button opens when it is pressed, with the volts left there. */
  private opensByButton(solenoid: string): boolean {
    const user = this.wiring.parts.find(({ id }) => id === solenoid)
    if (!user || this.key === 'off') return false
    const { volts } = this.solve('everything')
    return volts[user.a]! - volts[user.b]! > WIRING.pullIn * (this.wiring.nominal / 12)
  }
  private fail(key: string): void {
    if (!this.offered().some((offered) => offered.key === key)) throw new DeviceRefusal('no-such-place')
    if (key.startsWith('air ')) this.throwAir(key)
    else this.wired = wiringFault(this.wiring, key)
    this.holdMotors()
  }
  private throwAir(key: string): void {
    const fault = airFault(this.circuit, key)
    if (!fault) return void this.air.delete(key)
    this.air.add(key)
    const { open = [], hold = [], shut = [], weld } = faultCommands[fault.what](fault.part)
    const isKnown = (command: string) => this.run.sim.open.has(command)
    if (weld || shut.length || hold.length || open.some(isKnown)) this.run.fault(fault.what, fault.part)
  }

  private hide(seed: number): void {
    this.mend()
    const all = this.offered()
    const { key } = all[Math.floor(randomNumbers(seed)() * all.length)]!
    this.fail(key)
    this.hidden = key
  }
  private mend(): void {
    this.air.clear()
    this.wired = null
    this.hidden = null
    this.rebuild(this.plan)
  }
  /** Reveals what is wrong; it is not hidden any more. */
  private reveal(): string[] {
    this.hidden = null
    return this.faults()
  }
  private faults(): string[] {
    const keys = [...this.air, ...(this.wired ? [`wire ${faultKey(this.wired)}`] : [])]
    const labels = new Map(this.offered().map(({ key, label }) => [key, label]))
    return keys.filter((key) => key !== this.hidden).map((key) => labels.get(key) ?? key)
  }

  /** Gas unaccounted for since the start of the circuit, kg: only rounding. */
  gasLost(): number {
    return Math.abs(this.run.sim.mass - this.massAtFirst)
  }

  state(): StandState {
    const box = this.box?.state() ?? null
    const { amps } = this.now()
    return {
      job: this.job,
      t: this.t,
      speed: this.speed,
      haul: this.haul,
      key: this.key,
      box,
      level: this.level?.state() ?? null,
      door: this.door,
      hitching: this.hitching,
      label: box && codeOf(this.job),
      margin: this.margin(),
      gauge: this.gauge(),
      heights: this.heights(),
      running: this.running(),
      amps: Math.abs(amps.battery ?? 0),
      isHiding: this.hidden !== null,
      faults: this.faults(),
    }
  }
}
