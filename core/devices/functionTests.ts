import { PRACTICE } from '../catalog/practice'
import { FunctionTrial, pressureSight, SIDE_WORDS, yesNo, type Control } from './functionTrial'
import type { FunctionTest, Sights, TriedWith } from '../prove/functions'
import type { Plan } from '../document/types'
import type { Derived } from '../derive/types'

/**
 * Every function of a job's circuit and wiring tried in order, as at the truck: what to press, for how long,
 * and what gauge and meter then show. It runs on the job's own simulated devices, which gives the expected
 * readings. SI, gauge.
 */

/**
 * How long a side is pressed up, s: until it has risen by this much, Pa, or by this share of what its spring
 * may have (sides are pressed twice), within these limits.
 */
const PRESS = { by: 150_000, share: 0.4, most: 60, least: 1 }
/**
 * A side is let down by this share, but stays this far above its spring's least pressure, Pa, and takes no
 * longer than this, s.
 */
const LET_DOWN = { share: 0.3, above: 20_000, most: 15 }
/** How long to wait for a tank, and how often to look, s. */
const CHARGE = { most: 900, every: 5 }
/** Settling time before a reading, and rest after it, s. */
const SETTLES = 3
const RESTS = 300
/** Both sides are let down from a memory for this long, and may take this long to return, s. */
const LETS_DOWN = 2
const COMES_BACK = 60
/** How often to look at a box that goes to a memory, s. */
const LOOKS = 1
/** How long to hold open what lets air out of a tank, s. */
const OPENS = 3
/** Air is drawn until the compressor starts, at most this long, s. */
const DRAWS = 60
/** Longest wait until the drawn air is refilled, s. */
const REFILL = 300

/** The tank is filled from empty until its switch opens; on the way the cab switch stops it once. */
function charge(trial: FunctionTrial): void {
  if (trial.tank() === null) return
  trial.wait(CHARGE.every)
  const sights = trial.electric()
  cabSwitch(trial)
  const seconds = refill(trial, CHARGE.most)
  const key = trial.isEngineDriven() ? 'Engine running.' : 'Key on, engine off.'
  trial.addTest('charge', 'Tank filled from empty: cut-out', `${key} Wait until the compressor stops.`, {
    ...sights,
    tank: pressureSight('Tank when it stops (or after 15 min)', trial.tank()!),
    seconds: { label: 'It took', quantity: 'time', value: seconds },
  })
}
/** Refills the drawn air before anything else is pressed; after one failure it does not wait again. */
function refill(trial: FunctionTrial, most = REFILL): number {
  const seconds = trial.waitUntil(() => !runs(trial), trial.neverFull ? 0 : most, CHARGE.every)
  trial.neverFull ||= seconds >= most
  return seconds
}
const runs = (trial: FunctionTrial) => trial.stand.running().length > 0

/** The cab switch is held off while the compressor runs: it must stop. */
function cabSwitch(trial: FunctionTrial): void {
  const cab = trial.first('cabSwitch')
  const hand = trial.stand.hands().find(({ part, down }) => part === cab && down)
  if (!hand) return
  trial.hand(hand.part, 'down')
  trial.wait(SETTLES)
  trial.addTest('cab', 'Cab switch off', `While it runs, ${hand.label.toLowerCase()} off for ${SETTLES} s.`, {
    ...trial.amps(),
    runs: yesNo('The compressor still runs', runs(trial)),
  })
  trial.hand(hand.part, 'let-go')
  trial.wait(SETTLES)
}

/** Relief valves are read, and opened by their ring: never by pressure, never plugged. */
function relief(trial: FunctionTrial): void {
  for (const part of trial.all('relief')) {
    trial.hand(part, 'down')
    trial.wait(1)
    const before = trial.stand.pressureAt(part)!
    trial.wait(1)
    const falls = before - trial.stand.pressureAt(part)! > HEARD
    trial.hand(part, 'let-go')
    refill(trial)
    trial.addTest(
      `relief-${part}`,
      trial.label(part),
      'Read what is stamped on it. Pull its ring for 2 s, if it has one, face away and eyes guarded; then wait until the compressor stops. Never plug it, never screw it up.',
      {
        stamped: pressureSight('Opens at, as stamped', trial.figure(part, 'set')),
        rings: yesNo('Air comes from it', falls),
      },
    )
  }
}
const HEARD = PRACTICE.heardToBlow.value

/** One side up, for as long as the sound system needs. */
function up(trial: FunctionTrial, { id: side, name, press }: Control): void {
  const id = `up-${side}`
  const before = trial.stand.pressures()
  const spring = trial.derived.stages.load.result.spring
  const by = Math.min(PRESS.by, spring ? PRESS.share * (spring.maxPressure - spring.minPressure) : PRESS.by)
  let sights: Sights = {}
  let held = trial.held[id] ?? 0
  press('up')
  if (held > 0) {
    trial.wait(held / 2)
    sights = trial.electric()
    trial.wait(held / 2)
  } else {
    const risen = () => {
      const now = trial.stand.pressures()
      return Math.max(now.left - before.left, now.right - before.right)
    }
    while (held < PRESS.most && (held < PRESS.least || risen() < by)) {
      trial.wait(PRESS.least)
      held += PRESS.least
      if (held === PRESS.least) sights = trial.electric()
    }
    trial.held[id] = held
  }
  press(null)
  trial.wait(SETTLES)
  trial.addTest(id, `${SIDE_WORDS[side]} up`, `${name} up for ${held} s, then wait ${SETTLES} s.`, {
    ...sights,
    ...trial.gauges(),
  })
}

/** One side down until it has lost part of its pressure, never below its spring's least. */
function down(trial: FunctionTrial, { id: side, name, down: letDown, press }: Control): void {
  const id = `down-${side}`
  const of = side === 'both' ? (['left', 'right'] as const) : ([side] as const)
  const least = (trial.derived.stages.load.result.spring?.minPressure ?? 0) + LET_DOWN.above
  const before = trial.stand.pressures()
  const isDown = () => {
    const now = trial.stand.pressures()
    return of.some((s) => now[s] < Math.max(before[s] * (1 - LET_DOWN.share), least))
  }
  press('down')
  const known = trial.held[id]
  if (known) trial.wait(known)
  else trial.held[id] = Math.max(trial.waitUntil(isDown, LET_DOWN.most, 1), 1)
  press(null)
  trial.wait(SETTLES)
  const words = `${letDown ?? name} down for ${trial.held[id]} s, then wait ${SETTLES} s.`
  trial.addTest(id, `${SIDE_WORDS[side]} down`, words, trial.gauges())
}

function rest(trial: FunctionTrial): void {
  trial.wait(RESTS, RESTS / 20)
  trial.addTest('rest', 'At rest', `Touch nothing for ${RESTS / 60} minutes.`, {
    ...trial.gauges(),
    ...trial.amps(),
  })
}

/** What the driver reads, compared with a gauge at the springs; and the gauge's lamps. */
function cabGauges(trial: FunctionTrial): void {
  for (const part of trial.all('gauge', 'dualGauge')) {
    const lamp = trial.across(`lamp-${part}`)
    const lit: Sights = lamp === null ? {} : { lit: yesNo('Its lamp is lit', lamp > LIT * trial.nominal) }
    trial.addTest(
      `gauge-${part}`,
      trial.label(part),
      'Lights on. Read it, and the same pressures at the parts themselves.',
      {
        ...trial.shownBy(part),
        ...lit,
      },
    )
  }
}
const LIT = PRACTICE.lampSeen.value

/** Every memory is stored while both sides are let down in steps, then recalled, last first. */
function memories(trial: FunctionTrial): void {
  const { box } = trial.stand.state()
  if (!box) return
  const letDown = () => {
    trial.ask({ do: 'press', side: 'both', way: 'down' })
    trial.wait(LETS_DOWN)
    trial.ask({ do: 'press', side: 'both', way: 'let-go' })
    trial.wait(SETTLES)
  }
  box.memories.forEach((_, memory) => {
    if (memory > 0) letDown()
    trial.ask({ do: 'press', memory, way: 'hold' })
  })
  letDown()
  for (let memory = box.memories.length - 1; memory >= 0; memory--) {
    trial.ask({ do: 'press', memory, way: 'tap' })
    trial.wait(COMES_BACK, LOOKS)
    const first = memory === box.memories.length - 1
    const stored =
      box.memories.length > 1
        ? `Hold memory 1 to store; both down for ${LETS_DOWN} s and hold the next, for each. Both down once more. `
        : `Hold memory 1 to store. Both down for ${LETS_DOWN} s. `
    const press = `${first ? stored : ''}Press memory ${memory + 1}, and wait ${COMES_BACK} s.`
    trial.addTest(`memory-${memory + 1}`, `Back to memory ${memory + 1}`, press, trial.gauges())
  }
}

/** The least pressure that a box maintains when the key comes on. */
function keepUp(trial: FunctionTrial): void {
  const { box, gauge } = trial.stand.state()
  if (!box) return
  trial.ask({ do: 'keepUp', pressure: Math.min(gauge.left, gauge.right) })
  trial.ask({ do: 'press', side: 'both', way: 'down' })
  trial.wait(LETS_DOWN)
  trial.ask({ do: 'press', side: 'both', way: 'let-go' })
  trial.ask({ do: 'set', key: 'off' })
  trial.wait(SETTLES)
  trial.ask({ do: 'set', key: trial.isEngineDriven() ? 'running' : 'on' })
  trial.wait(COMES_BACK, LOOKS)
  trial.ask({ do: 'keepUp', pressure: null })
  const press = `Set the pressure it keeps up to what the lower gauge shows. Both down for ${LETS_DOWN} s, key off, key on, and wait ${COMES_BACK} s.`
  trial.addTest('keep-up', 'Minimum at key on', press, trial.gauges())
}

/** Consumers of tank air: the horn, and the open coupler. */
function draws(trial: FunctionTrial): void {
  for (const hand of trial.stand.hands()) {
    const kind = trial.kindOf(hand.part)
    if (kind !== 'solenoid' && kind !== 'coupler') continue
    const isHorn = kind === 'solenoid'
    const at = isHorn ? trial.first('horn')! : hand.part
    const way = isHorn ? 'up' : 'down'
    trial.hand(hand.part, way)
    trial.wait(OPENS / 2)
    const blows = (trial.stand.pressureAt(at) ?? 0) > BLOWS
    trial.wait(OPENS / 2)
    trial.hand(hand.part, 'let-go')
    trial.wait(SETTLES)
    const { tank } = trial.gauges()
    refill(trial)
    const label = isHorn ? trial.label(at) : hand.label
    const press = isHorn
      ? `Ears guarded: press its button for ${OPENS} s, read, and wait until the compressor stops.`
      : `A blow gun on it, eyes guarded: open it for ${OPENS} s, read, and wait until the compressor stops.`
    const word = isHorn ? 'It sounds' : 'Air comes'
    trial.addTest(`draw-${hand.part}`, label, press, { ...(tank ? { tank } : {}), blows: yesNo(word, blows) })
  }
}
const BLOWS = PRACTICE.hornSilent.value

/** Air is let out until the pressure switch starts the compressor; then it fills until the switch stops it. */
function cutIn(trial: FunctionTrial): void {
  if (trial.first('pressureSwitch') === null) return
  const hasTank = trial.tank() !== null
  const kinds = hasTank ? ['drain', 'coupler'] : ['dump']
  const way = trial.stand.hands().find(({ part, down }) => down && kinds.includes(trial.kindOf(part) ?? ''))
  if (!way) return
  const pressure = () => trial.tank() ?? trial.stand.pressures().left
  const where = hasTank ? 'Tank' : 'Springs'
  trial.hand(way.part, 'down')
  const seconds = trial.waitUntil(() => runs(trial), DRAWS, 1)
  const comesIn = pressure()
  trial.hand(way.part, 'let-go')
  refill(trial)
  const press = `Let air out by ${trial.named(way.part)} until the compressor starts, then shut it and wait until it stops.`
  trial.addTest('cut-in', 'Compressor comes in and stops', press, {
    starts: pressureSight(`${where} when it starts`, comesIn),
    runs: yesNo('It starts', seconds < DRAWS),
    stops: pressureSight(`${where} when it stops`, pressure()),
  })
}

/** What lets the springs down at once. */
function dump(trial: FunctionTrial): void {
  for (const part of trial.all('dump')) {
    trial.hand(part, 'down')
    trial.wait(OPENS)
    trial.hand(part, 'let-go')
    trial.wait(SETTLES)
    trial.addTest(`dump-${part}`, trial.label(part), `Open it for ${OPENS} s.`, trial.gauges())
  }
}

/** The remote where the driver sits, doors shut. */
function fromTheSeat(trial: FunctionTrial): void {
  const { radio } = trial.derived.stages.lay.result
  if (!radio || !trial.stand.state().box) return
  trial.ask({ do: 'place', away: radio.far, sheets: radio.between.length })
  const { margin, box } = trial.stand.state()
  const sights = { hears: yesNo('It answers', margin > 0 && box!.awake) }
  trial.addTest('seat', 'Remote from the seat', 'From the driver’s seat, doors shut, press any key.', sights)
}

/** The service lock of a controller: nothing moves. */
function serviceLock(trial: FunctionTrial, [control]: Control[]): void {
  if (!control || trial.stand.state().level?.kind !== 'controller') return
  const before = trial.stand.pressures()
  trial.ask({ do: 'lock', isOn: true })
  control.press('up')
  trial.wait(OPENS)
  control.press(null)
  const after = trial.stand.pressures()
  const rises = Math.max(after.left - before.left, after.right - before.right) > MOVES
  trial.ask({ do: 'lock', isOn: false })
  const press = `Service lock on. ${control.name} up for ${OPENS} s. Lock off again.`
  trial.addTest('lock', 'Service lock', press, { ...trial.gauges(), moves: yesNo('It fills', rises) })
}
const MOVES = PRACTICE.seenToFill.value

/** Order of the tests, by how their ids begin. */
const ORDER = [
  'stand-by',
  'cab',
  'charge',
  'relief',
  'up',
  'rest',
  'gauge',
  'memory',
  'keep-up',
  'draw',
  'down',
  'lock',
  'dump',
  'cut-in',
  'seat',
]
/** Position of a test, or of one of its sights, in that order. */
export const functionRank = (id: string): number => ORDER.findIndex((begin) => id.startsWith(begin))

/**
 * All tests of a plan in order, with their readings; it takes at most a second.
 * @param held how long each side is pressed, s, by test: set by the sound system, used for all others
 */
export function runFunctions(
  plan: Plan,
  derived: Derived,
  held: Record<string, number> = {},
  tried: TriedWith = {},
): FunctionTest[] {
  const trial = new FunctionTrial(plan, derived, held, tried)
  const asleep = 'Key off, doors shut, ten minutes. A meter between battery and its cable.'
  trial.addTest('stand-by', 'Stand-by', asleep, trial.drain())
  trial.ask({ do: 'set', key: trial.isEngineDriven() ? 'running' : 'on' })
  trial.wait(1)
  charge(trial)
  relief(trial)
  const controls = trial.controls()
  for (const control of controls) up(trial, control)
  rest(trial)
  cabGauges(trial)
  memories(trial)
  keepUp(trial)
  draws(trial)
  for (const control of controls) down(trial, control)
  serviceLock(trial, controls)
  dump(trial)
  cutIn(trial)
  fromTheSeat(trial)
  return trial.tests
}
