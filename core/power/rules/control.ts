import { PRACTICE } from '../../catalog/practice'
import type { Remedy } from '../../quantity/figure'
import { lowerFirst } from '../network/draft'
import { isWire, lastingAmps } from '../wires'
import { COMMON_PRACTICE, dropPower, note, setPower, type WiringRule, type WiringRuleInput } from './common'

/** Relay, switches, taps, wake wire, lamps, and where current is taken from. */

const contactOverload: WiringRule = ({ wiring, solved, power }) =>
  wiring.parts.flatMap((part) => {
    if (part.role !== 'contact' || part.carries === null) return []
    const amps = lastingAmps(solved, part.id)
    if (amps <= part.carries) return []
    const isRelay = part.id === 'relay' || part.id === 'relay-2'
    const isSocket = power.inWire[part.id]?.kind === 'socket'
    const remedy = isRelay
      ? setPower('Take the proposed relay', [['relayRating'], null])
      : isSocket
        ? dropPower('Pass it by: a wire of its own', ['inWire', part.id])
        : power.inWire[part.id]
          ? setPower('Take a switch that carries it', [['inWire', part.id, 'rating'], null])
          : setPower('Put a relay in line', [['relay'], true])
    return note({
      rule: isRelay ? 'relay-undersized' : isSocket ? 'socket-overload' : 'contact-overload',
      rank: 'stop',
      subject: part.id,
      value: amps,
      limit: part.carries,
      title: `${part.label}: its contacts carry too little`,
      text: isRelay
        ? 'It would carry {value}; its contact is rated for {limit} and welds.'
        : isSocket
          ? 'A pin of a trailer plug would carry {value}; {limit} is usual. Pins that run hot lose their grip: motor current passes the socket by, with a plug of its own.'
          : 'Straight in the circuit it carries {value}; its contacts are rated for {limit} and weld. It works a relay, which carries the motor.',
      source: 'Class of the part (common practice); its own sheet rules',
      remedy,
    })
  })

const coilSpark: WiringRule = ({ wiring, power }) => {
  const coil = wiring.parts.find(({ role }) => role === 'coil')
  if (!coil || power.suppression !== 'none') return null
  return note({
    quantity: 'count',
    rule: 'coil-spark',
    rank: 'fix',
    subject: coil.id,
    title: 'The relay’s coil has nothing across it',
    text: 'When it lets go it throws a hundred volts and more back: contacts burn and control boxes suffer. A resistor across it is usual; a diode lets go later and must sit the right way round.',
    source: COMMON_PRACTICE,
    remedy: setPower('A relay with a resistor across its coil', [['suppression'], 'resistor']),
  })
}

const wakeLoose: WiringRule = ({ wiring, power }) => {
  if (power.wake !== 'loose' || !wiring.parts.some(({ id }) => id === 'wake')) return null
  return note({
    quantity: 'count',
    rule: 'wake-loose',
    rank: 'fix',
    subject: 'wake',
    title: 'The wake wire hangs loose',
    text: 'The block never wakes: nothing fills. A loose end that is live with the key on also finds the frame one day.',
    source: COMMON_PRACTICE,
    remedy: setPower('Wake it with the ignition', [['wake'], 'ignition']),
  })
}

/** Whether the compressor obeys its control, judged on the whole network. */
const neverRuns: WiringRule = ({ wiring, solved, power }) => {
  const { turning, volts } = solved.compressor
  const motor = wiring.parts.find(({ role, id }) => role === 'motor' && !turning.has(id))
  if (!motor || power.wake === 'loose') return null
  return note({
    quantity: 'voltage',
    rule: 'never-runs',
    rank: 'stop',
    subject: motor.id,
    value: volts[motor.a]! - volts[motor.b]!,
    title: `As it is wired the ${lowerFirst(motor.label).replace(' motor', '')} does not run`,
    text: 'With everything switched on {value} reach it: too few to turn it against its pressure, or nothing closes its circuit.',
    source: 'The wiring solved as a network',
  })
}

/** With two compressors, whether the second waits must be entered, not assumed. */
const stagingUnknown: WiringRule = ({ wiring, power }) => {
  const motors = wiring.parts.filter(({ role }) => role === 'motor')
  if (motors.length < 2 || power.staging !== null) return null
  return note({
    quantity: 'time',
    rule: 'staging-unknown',
    rank: 'know',
    subject: 'staging',
    limit: PRACTICE.staging.value,
    title: 'Whether the second compressor starts later is not said',
    text: 'Until it is, both are taken to start at once, and fuse and wire bear both inrushes. {limit} between them is usual.',
    source: COMMON_PRACTICE,
    remedy: setPower('Start the second one later', [['staging'], PRACTICE.staging.value]),
  })
}

const tapUnfused: WiringRule = ({ wiring, power }) => {
  if (power.tap.side !== 'live' || power.tap.ownFuse || !wiring.parts.some(({ id }) => id === 'tap'))
    return null
  return note({
    quantity: 'count',
    rule: 'tap-unfused',
    rank: 'stop',
    subject: 'tap',
    title: 'The tap has no fuse',
    text: 'Before the box’s own fuse nothing guards what hangs on it. Behind that fuse is one school; before it with a fuse of its own at once is the other. Unfused is neither.',
    source: COMMON_PRACTICE,
    remedy: setPower('A fuse of its own, at the tap', [['tap', 'ownFuse'], true]),
  })
}

const isTapped = ({ wiring }: WiringRuleInput) =>
  wiring.parts.some((part) => isWire(part) && part.a === 'ignition')

/** What nobody has inspected is asked for, and does not count as clear. */
const tapUnknown: WiringRule = (input) => {
  const { alsoFeeds, holdsCranking } = input.power.tap
  if (!isTapped(input)) return null
  const open = [
    ...(alsoFeeds.trim() === '' ? ['what else it feeds, which goes dead when its fuse opens'] : []),
    ...(holdsCranking === null ? ['whether it keeps its volts while the engine is cranked'] : []),
  ]
  if (open.length === 0) return null
  return note({
    quantity: 'count',
    rule: 'tap-unknown',
    rank: 'know',
    subject: 'tap',
    value: open.length,
    title: 'The tapped circuit has not been looked at',
    text: `Look up and write down ${open.join(', and ')}. Not one that wipes, signals, brakes or guards the airbags.`,
    source: COMMON_PRACTICE,
  })
}

const dropsCranking: WiringRule = (input) => {
  if (!isTapped(input) || input.power.tap.holdsCranking !== false) return null
  return note({
    quantity: 'count',
    rule: 'tap-drops-cranking',
    rank: 'know',
    subject: 'tap',
    title: 'The tapped circuit drops out while cranking',
    text: 'What hangs on it starts anew after every start: a controller waits again, a block may need its remote pressed twice.',
    source: COMMON_PRACTICE,
  })
}

const lampFeed: WiringRule = ({ wiring, power }) => {
  const lamp = wiring.parts.find(({ id }) => id.startsWith('lamp-') && id !== 'lamp-fuse')
  if (!lamp || power.lamps === 'dash') return null
  const constant = power.lamps === 'constant'
  return note({
    quantity: 'count',
    rule: 'lamp-feed',
    rank: 'fix',
    subject: lamp.id,
    title: constant
      ? 'The gauge’s lamps burn day and night'
      : 'The gauge’s lamps are not on the dash lighting',
    text: constant
      ? 'Fed from the battery they never go out.'
      : 'With the key on they shine at night as by day, and the dash’s dimmer does not reach them.',
    source: COMMON_PRACTICE,
    remedy: setPower('Feed them from the dash lighting', [['lamps'], 'dash']),
  })
}

const fuseReach: WiringRule = ({ power, wiring }) => {
  if (!wiring.parts.some(({ id }) => id === 'fuse')) return null
  const reach = power.fuseReach
  const limit = PRACTICE.fuseReach.value
  if (reach !== null && reach <= limit) return null
  const near = setPower('Put its holder beside the battery', [['fuseReach'], PRACTICE.fuseBeside.value])
  return note({
    quantity: 'length',
    rule: reach === null ? 'fuse-reach-unknown' : 'fuse-far',
    rank: reach === null ? 'know' : 'stop',
    subject: 'fuseReach',
    value: reach,
    limit,
    title:
      reach === null ? 'Where the main fuse sits is not planned' : 'The main fuse is far from the battery',
    text:
      reach === null
        ? 'Up to it nothing guards the wire: within {limit} of the battery, along the wire. Type how far it is.'
        : '{value} of wire lie before it that nothing guards; {limit} is the most. Rubbed through there it burns.',
    source: 'ABYC E-11 has 175 mm, or more in a sheath (memory)',
    remedy: reach === null ? undefined : near,
  })
}

const bothEnds: WiringRule = ({ power }) => {
  if (!power.secondBattery || power.secondBattery.fusedBothEnds) return null
  return note({
    quantity: 'count',
    rule: 'tie-one-fuse',
    rank: 'stop',
    subject: 'tie',
    title: 'The wire between the batteries is guarded at one end',
    text: 'Both batteries feed it: rubbed through, the one without a link burns it.',
    source: 'A guard at every source (ABYC E-11, memory)',
    remedy: setPower('A link at both ends', [['secondBattery', 'fusedBothEnds'], true]),
  })
}

/**
 * The largest consumer with the key off, and how to stop it: the wake wire, the lamps, or a feed that is always
 * live.
 */
function leastDrain({ power, wiring, solved }: WiringRuleInput): Remedy | undefined {
  const users = wiring.parts.filter(({ role }) => role === 'user' || role === 'coil')
  const [most] = users.sort((a, b) => Math.abs(solved.off.amps[b.id]!) - Math.abs(solved.off.amps[a.id]!))
  if (power.wake === 'constant' && wiring.parts.some(({ id }) => id === 'wake'))
    return setPower('Wake it with the ignition', [['wake'], 'ignition'])
  const own = most && (power.feeds[most.id] ? most.id : undefined)
  return own ? dropPower('Feed it as is usual', ['feeds', own]) : undefined
}

const batteryEmpties: WiringRule = (input) => {
  const { energy, wiring } = input
  const limit = PRACTICE.standbyLeast.value
  if (energy.standby * 86_400 >= limit || wiring.parts.length < 2) return null
  return note({
    quantity: 'time',
    rule: 'battery-empties',
    rank: 'fix',
    subject: 'battery',
    value: energy.standby * 86_400,
    limit,
    title: 'Parked, the battery empties',
    text: 'With what stays on it cranks for {value}; {limit} is the least a truck is left.',
    source: 'days = usable Ah/(24 × A); half a starter battery usable (common practice)',
    remedy: leastDrain(input),
  })
}

export const controlRules: readonly WiringRule[] = [
  contactOverload,
  coilSpark,
  wakeLoose,
  neverRuns,
  stagingUnknown,
  tapUnfused,
  tapUnknown,
  dropsCranking,
  lampFeed,
  fuseReach,
  bothEnds,
  batteryEmpties,
]
