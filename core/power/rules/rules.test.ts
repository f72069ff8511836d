import { startingCircuit } from '../../air/circuit/startingCircuits'
import { PRACTICE } from '../../catalog/practice'
import { demoPlan } from '../../demo/demoShop'
import { createDeriver } from '../../derive/derive'
import { newPlan } from '../../jobs/newPlan'
import { applyEdit } from '../../document/edit'
import type { Archetype, Plan, WireSaid } from '../../document/types'

/** Each rule of the wiring on both sides of its limit, on whole plans. */
const derive = createDeriver()
const planOf = (archetype: Archetype, change: (p: Plan) => unknown = () => {}): Plan => {
  const plan = newPlan('leaf-flatbed', 'x')
  Object.assign(plan.air, { archetype, ...startingCircuit(archetype) })
  change(plan)
  return plan
}
const powerOf = (archetype: Archetype, change?: (p: Plan) => unknown) =>
  derive(planOf(archetype, change)).stages.power
const told = (archetype: Archetype, rule: string, change?: (p: Plan) => unknown) =>
  powerOf(archetype, change).notes.filter((n) => n.rule === rule)
const ranks = (...of: Parameters<typeof told>) => told(...of).map((n) => `${n.rank} of ${n.subject}`)

const SAID: WireSaid = { area: null, colour: null, label: null, joint: null }
const wire = (id: string, said: Partial<WireSaid>) => (p: Plan) => (p.power.wires[id] = { ...SAID, ...said })

test('as proposed, every circuit is wired without a Stop or a Fix', () => {
  const circuits: Archetype[] = ['wireless-dual', 'cab-gauge', 'high-flow', 'onboard-wireless', 'electronic']
  for (const id of circuits)
    expect({ id, wrong: powerOf(id).notes.filter((n) => n.rank !== 'know') }).toEqual({ id, wrong: [] })
})

describe('earths', () => {
  const aluminium = (p: Plan) => (p.truck.bed.material = 'aluminium')
  test('an aluminium bed is no earth, for the job’s or for one alone; steel is', () => {
    const body = (p: Plan) => (p.power.earth = 'body')
    expect(ranks('wireless-dual', 'earth-not-steel', body)).toEqual([])
    const both = (p: Plan) => [aluminium(p), body(p)]
    expect(ranks('wireless-dual', 'earth-not-steel', both)).toEqual(['stop of earth'])
    const own = (p: Plan) => {
      aluminium(p)
      p.power.earths.block = { at: 'body', surface: 'bare', shared: false }
    }
    expect(ranks('wireless-dual', 'earth-not-steel', own)).toEqual(['stop of earth-block'])
  })
  test('a bed bonded to the frame by a strap is an earth', () => {
    const bonded = (surface: 'bare' | 'bonded') => (p: Plan) => {
      aluminium(p)
      p.power.earth = 'body'
      for (const part of ['motor', 'block']) p.power.earths[part] = { at: null, surface, shared: false }
    }
    expect(ranks('wireless-dual', 'earth-not-steel', bonded('bare'))).toEqual(['stop of earth'])
    expect(ranks('wireless-dual', 'earth-not-steel', bonded('bonded'))).toEqual([])
    const volts = (surface: 'bare' | 'bonded') =>
      powerOf('wireless-dual', bonded(surface)).figures.motorVolts!.value!
    expect(volts('bonded')).toBeGreaterThan(volts('bare') + 0.8)
  })
  test('paint and a hinge cost volts at the frame; a post or stud has neither', () => {
    const at = (place: 'frame' | 'battery' | 'stud', surface: 'painted' | 'hinged' | 'bare') => (p: Plan) =>
      (p.power.earths.motor = { at: place, surface, shared: false })
    expect(ranks('wireless-dual', 'earth-painted', at('frame', 'painted'))).toEqual(['fix of earth'])
    expect(ranks('wireless-dual', 'earth-hinged', at('frame', 'hinged'))).toEqual(['fix of earth'])
    for (const place of ['battery', 'stud'] as const)
      expect(ranks('wireless-dual', 'earth-painted', at(place, 'painted'))).toEqual([])
    const volts = (surface: 'painted' | 'bare') =>
      powerOf('wireless-dual', at('frame', surface)).figures.motorVolts!.value!
    const [note] = told('wireless-dual', 'earth-painted', at('frame', 'painted'))
    // The loss in the note is what the motor lacks, apart from what its own battery then gives less.
    expect(volts('bare') - volts('painted')).toBeCloseTo(note!.value!, 1)
  })
  test('a shared screw lifts every earth on it', () => {
    const shared = (p: Plan) => {
      p.power.earths = {
        motor: { at: 'frame', surface: 'bare', shared: true },
        block: { at: 'frame', surface: 'bare', shared: true },
      }
    }
    const notes = told('wireless-dual', 'earth-shared', shared)
    expect(notes.map((n) => n.subject)).toEqual(['earth', 'earth-block'])
    const { solved } = powerOf('wireless-dual', shared).result
    const amps = solved.compressor.amps.earth! + solved.compressor.amps['earth-block']!
    expect(notes[0]!.value).toBeCloseTo(0.02 * amps, 6)
    expect(told('wireless-dual', 'earth-shared')).toEqual([])
  })
})

describe('wires and guards', () => {
  test('a guard above what its wire may carry is a Stop; at it, none', () => {
    const { rows } = powerOf('wireless-dual', wire('wire-block', { area: 1.2e-6 })).result
    const row = rows.find(({ id }) => id === 'wire-block')!
    expect(row.guard!.rating).toBeGreaterThan(row.ampacity)
    expect(ranks('wireless-dual', 'guard-over-wire', wire('wire-block', { area: 1.2e-6 }))).toEqual([
      'stop of wire-block',
    ])
    expect(ranks('wireless-dual', 'guard-over-wire')).toEqual([])
  })
  test('a wire thinner than its current is a Stop', () => {
    const thin = wire('earth', { area: 0.3e-6 })
    expect(ranks('wireless-dual', 'wire-thin', thin)).toEqual(['stop of earth'])
    expect(ranks('wireless-dual', 'wire-thin')).toEqual([])
  })
  test('a wire that loses more than a tenth is a Fix', () => {
    const long = (area: number) => (p: Plan) => wire('wire-horn-valve', { area })(p)
    const ratio = (area: number) =>
      powerOf('high-flow', long(area)).result.rows.find(({ id }) => id === 'wire-horn-valve')!.drop / 12
    expect(ratio(2e-8)).toBeGreaterThan(PRACTICE.controlDrop.value)
    expect(ranks('high-flow', 'wire-drop', long(2e-8))).toEqual(['fix of wire-horn-valve'])
    expect(ratio(2e-7)).toBeLessThan(PRACTICE.controlDrop.value)
    expect(ranks('high-flow', 'wire-drop', long(2e-7))).toEqual([])
  })
  test('a guard over four fifths of its rating opens in use', () => {
    const breaker = (rating: number) => (p: Plan) =>
      (p.power.inWire.b = { order: 1, wire: 'feed', kind: 'breaker', at: 'source', rating })
    const amps = powerOf('wireless-dual').result.continuous
    expect(ranks('wireless-dual', 'guard-nuisance', breaker(amps * 1.2))).toEqual(['fix of b'])
    expect(ranks('wireless-dual', 'guard-nuisance', breaker(amps * 1.35))).toEqual([])
  })
  test('a dead short that outlasts its wire is told', () => {
    const [note] = told('wireless-dual', 'short-burns', wire('wire-wake', { area: 0.05e-6 }))
    expect(note).toMatchObject({ rank: 'fix', subject: 'wire-wake' })
    expect(note!.value!).toBeGreaterThan(note!.limit!)
    expect(ranks('wireless-dual', 'short-burns')).toEqual([])
  })
  test('a tap that displaces insulation: in a dry cab on a light signal, nowhere else', () => {
    const tap = (id: string) => wire(id, { joint: 'displacement' })
    expect(ranks('cab-gauge', 'displacement-tap', tap('wire-lamp-gauge'))).toEqual([])
    expect(ranks('wireless-dual', 'displacement-tap', tap('wire-wake'))).toEqual(['fix of wire-wake'])
    expect(ranks('wireless-dual', 'displacement-tap', tap('feed'))).toEqual(['stop of feed'])
    expect(ranks('wireless-dual', 'solder-stiff', wire('feed', { joint: 'solder' }))).toEqual([
      'know of feed',
    ])
    expect(ranks('cab-gauge', 'solder-stiff', wire('wire-lamp-gauge', { joint: 'solder' }))).toEqual([])
  })
  test('black is for earths, and earths are black', () => {
    expect(ranks('wireless-dual', 'colour-contradicts', wire('feed', { colour: 'black' }))).toEqual([
      'fix of feed',
    ])
    expect(ranks('wireless-dual', 'colour-contradicts', wire('earth', { colour: 'red' }))).toEqual([
      'fix of earth',
    ])
    expect(ranks('wireless-dual', 'colour-contradicts', wire('feed', { colour: 'yellow' }))).toEqual([])
  })
  test('the job’s own colours count: two kinds alike are told, another for earths is not', () => {
    const colours = (of: Record<string, string>) => (p: Plan) => (p.power.colours = of)
    expect(ranks('wireless-dual', 'colour-contradicts', colours({ earth: 'brown' }))).toEqual([])
    expect(told('wireless-dual', 'colour-contradicts', colours({ ignition: 'black' }))).toHaveLength(1)
    expect(told('wireless-dual', 'colour-contradicts', colours({ earth: 'red' })).length).toBeGreaterThan(1)
  })
  test('what was put in a wire that is gone is said, and so are lengths nobody laid', () => {
    const lost = (p: Plan) =>
      (p.power.inWire.f = { order: 1, wire: 'wire-gone', kind: 'fuse', at: 'source', rating: null })
    expect(ranks('wireless-dual', 'put-in-nowhere', lost)).toEqual(['fix of wiring'])
    const fromBattery = (p: Plan) => (p.power.feeds.block = 'battery')
    expect(told('wireless-dual', 'wire-not-laid', fromBattery)).toHaveLength(1)
    expect(told('wireless-dual', 'wire-not-laid')).toEqual([])
    expect(ranks('electronic', 'data-not-planned')).toEqual(['know of wire-height-left'])
    expect(ranks('wireless-dual', 'data-not-planned')).toEqual([])
  })
})

describe('relay, switches, taps and batteries', () => {
  test('a switch that carries the motor is held against it; a relay takes it off', () => {
    const { motor } = powerOf('tank-paddles').result
    const rated = (current: number, relay: boolean | null) => (p: Plan) => {
      p.power.relay = relay
      p.air.components.switch!.sheet.current = current
    }
    expect(ranks('tank-paddles', 'contact-overload', rated(motor - 0.1, false))).toEqual(['stop of pressure'])
    expect(ranks('tank-paddles', 'contact-overload', rated(motor + 0.1, false))).toEqual([])
    expect(ranks('tank-paddles', 'contact-overload', rated(motor - 0.1, null))).toEqual([])
  })
  test('a relay that carries less than the motor is a Stop; what is proposed carries it', () => {
    const amps = powerOf('tank-paddles').result.motor
    const rated = (rating: number) => (p: Plan) => (p.power.relayRating = rating)
    expect(ranks('tank-paddles', 'relay-undersized', rated(amps - 0.1))).toEqual(['stop of relay'])
    expect(ranks('tank-paddles', 'relay-undersized', rated(amps + 0.1))).toEqual([])
    expect(ranks('tank-paddles', 'relay-undersized')).toEqual([])
  })
  test('a coil with nothing across it, a wake wire that hangs, lamps on the wrong circuit', () => {
    const bare = (p: Plan) => (p.power.suppression = 'none')
    expect(ranks('tank-paddles', 'coil-spark', bare)).toEqual(['fix of coil'])
    expect(ranks('wireless-dual', 'coil-spark', bare)).toEqual([])
    const loose = (p: Plan) => (p.power.wake = 'loose')
    expect(ranks('wireless-dual', 'wake-loose', loose)).toEqual(['fix of wake'])
    expect(ranks('tank-paddles', 'wake-loose', loose)).toEqual([])
    const lamps = (p: Plan) => (p.power.lamps = 'ignition')
    expect(told('tank-paddles', 'lamp-feed', lamps)).toHaveLength(1)
    expect(told('tank-paddles', 'lamp-feed')).toEqual([])
    expect(told('wireless-dual', 'lamp-feed', lamps)).toEqual([])
  })
  test('what cannot turn is said: the whole wiring is tried', () => {
    const hopeless = (p: Plan) => (p.power.wireArea = 1e-7)
    expect(ranks('wireless-dual', 'never-runs', hopeless)).toEqual(['stop of motor'])
    expect(ranks('wireless-dual', 'never-runs')).toEqual([])
  })
  test('a tap on the live side has its fuse at once, or it is a Stop; behind the box’s own it needs none', () => {
    const tap = (side: 'live' | 'fused', ownFuse: boolean) => (p: Plan) =>
      Object.assign(p.power.tap, { side, ownFuse })
    expect(ranks('wireless-dual', 'tap-unfused', tap('live', false))).toEqual(['stop of tap'])
    expect(ranks('wireless-dual', 'tap-unfused', tap('live', true))).toEqual([])
    expect(ranks('wireless-dual', 'tap-unfused', tap('fused', false))).toEqual([])
    expect(ranks('tank-paddles', 'tap-unfused', tap('live', false))).toEqual([])
  })
  test('what nobody looked at is asked for, what was found is said', () => {
    expect(ranks('wireless-dual', 'tap-unknown')).toEqual(['know of tap'])
    const looked = (holdsCranking: boolean) => (p: Plan) =>
      Object.assign(p.power.tap, { alsoFeeds: 'Radio', holdsCranking })
    expect(ranks('wireless-dual', 'tap-unknown', looked(true))).toEqual([])
    expect(ranks('wireless-dual', 'tap-drops-cranking', looked(true))).toEqual([])
    expect(ranks('wireless-dual', 'tap-drops-cranking', looked(false))).toEqual(['know of tap'])
  })
  test('the main fuse sits within 175 mm of the battery', () => {
    const reach = (m: number | null) => (p: Plan) => (p.power.fuseReach = m)
    expect(ranks('wireless-dual', 'fuse-far', reach(0.175))).toEqual([])
    expect(ranks('wireless-dual', 'fuse-far', reach(0.1751))).toEqual(['stop of fuseReach'])
    expect(ranks('wireless-dual', 'fuse-reach-unknown', reach(null))).toEqual(['know of fuseReach'])
    expect(ranks('wireless-dual', 'fuse-reach-unknown', reach(0.1))).toEqual([])
  })
  test('a wire between two batteries is guarded at both ends', () => {
    const second = (fusedBothEnds: boolean) => (p: Plan) =>
      (p.power.secondBattery = { capacity: 270_000, isolator: 'relay', fusedBothEnds })
    expect(ranks('wireless-dual', 'tie-one-fuse', second(false))).toEqual(['stop of tie'])
    expect(ranks('wireless-dual', 'tie-one-fuse', second(true))).toEqual([])
  })
  test('what stays on empties the battery: a fortnight is the least', () => {
    const awake = (p: Plan) => (p.power.wake = 'constant')
    expect(ranks('wireless-dual', 'battery-empties', awake)).toEqual(['fix of battery'])
    expect(ranks('wireless-dual', 'battery-empties')).toEqual([])
    // Just under and just over fourteen days, by the size of the battery.
    const days = (plan: (p: Plan) => unknown) =>
      powerOf('wireless-dual', plan).figures.standby!.value! / 86_400
    const sized = (capacity: number) => (p: Plan) => (p.power.batteryCapacity = capacity)
    const whole = newPlan('leaf-flatbed', 'x').power.batteryCapacity
    const [small, enough] = [whole * 0.2, whole * 0.27]
    expect(days(sized(small))).toBeLessThan(14)
    expect(days(sized(enough))).toBeGreaterThan(14)
    expect(told('wireless-dual', 'battery-empties', sized(small))).toHaveLength(1)
    expect(told('wireless-dual', 'battery-empties', sized(enough))).toEqual([])
  })
})

test('the aluminium-bed job goes from Stop to clear by its remedies alone', () => {
  let plan = demoPlan('kiln-trailer')
  expect(derive(plan).stages.power.state).toBe('stop')
  for (let step = 0; step < 10; step++) {
    const note = derive(plan).stages.power.notes.find((n) => n.rank !== 'know' && n.remedy)
    if (!note) break
    plan = applyEdit(plan, note.remedy!.patches)
  }
  const { notes, state } = derive(plan).stages.power
  expect(notes.filter((n) => n.rank !== 'know')).toEqual([])
  expect(state).toBe('clear')
})

describe('plugs and sockets', () => {
  const faces = (part: string, way: 'down' | 'level' | 'up') => (p: Plan) => (p.power.connectors[part] = way)
  test('a plug that faces up fills with water; one nobody looked at is asked for', () => {
    expect(ranks('wireless-dual', 'plug-up', faces('block', 'up'))).toEqual(['fix of plug-block'])
    expect(ranks('wireless-dual', 'plug-up', faces('block', 'level'))).toEqual([])
    expect(ranks('wireless-dual', 'plug-up', faces('block', 'down'))).toEqual([])
    expect(told('wireless-dual', 'plug-unknown')[0]!.value).toBe(2)
    expect(told('wireless-dual', 'plug-unknown', faces('block', 'up'))[0]!.value).toBe(1)
    const both = (p: Plan) => [faces('block', 'down')(p), faces('compressor', 'down')(p)]
    expect(ranks('wireless-dual', 'plug-unknown', both)).toEqual([])
  })
  test('in the wheel’s spray it is a Stop: outside the rails, within a wheel’s radius of the axle', () => {
    const at = (x: number) => (p: Plan) => {
      faces('block', 'up')(p)
      p.lay.places.block = { x, y: p.truck.frame.spacing / 2 + 0.06, z: p.truck.frame.top - 0.1 }
    }
    const { radius } = planOf('wireless-dual').truck.tyre
    expect(ranks('wireless-dual', 'plug-up', at(radius - 0.001))).toEqual(['stop of plug-block'])
    expect(ranks('wireless-dual', 'plug-up', at(radius + 0.001))).toEqual(['fix of plug-block'])
  })
  test('a plug in the cab is dry', () => {
    expect(ranks('cab-gauge', 'plug-up', faces('cab', 'up'))).toEqual([])
  })
  test('a trailer plug’s pin carries so much and no motor: the motor passes it by', () => {
    const through = (wire: string, rating: number | null) => (p: Plan) =>
      (p.power.inWire.plug = { order: 1, wire, kind: 'socket', at: 'source', rating })
    const { continuous } = powerOf('wireless-dual').result
    expect(ranks('wireless-dual', 'socket-overload', through('feed', 0.9 * continuous))).toEqual([
      'stop of plug',
    ])
    expect(ranks('wireless-dual', 'socket-overload', through('feed', 2 * continuous))).toEqual([])
    expect(ranks('wireless-dual', 'socket-overload', through('wire-wake', null))).toEqual([])
    const [note] = told('wireless-dual', 'socket-overload', through('feed', 0.9 * continuous))
    const pin = powerOf('wireless-dual', through('feed', null)).result.wiring.parts.find(
      ({ id }) => id === 'plug',
    )
    expect(pin).toMatchObject({ role: 'contact', closedBy: 'plugged', carries: 15 })
    expect(note!.remedy!.patches).toEqual([{ op: 'remove', path: ['power', 'inWire', 'plug'] }])
  })
})
