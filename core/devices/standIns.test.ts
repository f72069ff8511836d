import fc from 'fast-check'
import { startingCircuit } from '../air/circuit/startingCircuits'
import { STANDARD_ATMOSPHERE } from '../quantity/constants'
import { demoJobs, demoPlan } from '../demo/demoShop'
import { DEVICE_PROTOCOL, type Answer, type Question, type StandEvent } from './protocol'
import { DeviceRefusal } from './types'
import type { Plan } from '../document/types'
import { isConfirmed } from './confirmed'
import { createDeriver } from '../derive/derive'
import { DeviceHall } from './deviceHall'
import { setUpOf } from '../derive/setUp'
import { StandIns } from './standIns'

/** The stand-ins on the demo's jobs: what a box answers there is what the job's own circuit and wiring do. */
type Bare<Q> = Q extends Question ? Omit<Q, 'id'> : never
const ME = 'Tablet'

function stand(id = 'shell-runner', plan: Plan = demoPlan(id)) {
  const devices = new StandIns(id, plan)
  const ask = (question: Bare<Question>, phone = ME) =>
    devices.answer({ id: 1, ...question } as Question, phone)
  const refused = (question: Bare<Question>, phone = ME) => {
    try {
      ask(question, phone)
      return null
    } catch (error) {
      if (!(error instanceof DeviceRefusal)) throw error
      return error.code
    }
  }
  const ready = () => {
    ask({ do: 'pair', code: devices.state().label! })
    ask({ do: 'set', key: 'on', speed: 60 })
  }
  return { devices, ask, refused, ready, plan }
}

test('asleep until the key is on; then the truck rises as it fills, and the battery gives the motor’s amps', () => {
  const { devices, ask, refused, ready } = stand()
  expect(devices.state().box!.doing).toBe('off')
  expect(refused({ do: 'press', side: 'both', way: 'up' })).toBe('no-power')
  ready()
  const before = devices.state()
  ask({ do: 'press', side: 'both', way: 'up' })
  devices.advance(0.2)
  const now = devices.state()
  expect(now.gauge.left).toBeGreaterThan(before.gauge.left + 20_000)
  expect(now.heights.left).toBeGreaterThan(before.heights.left + 0.003)
  expect(now.running).toEqual(['compressor'])
  const { motor } = createDeriver()(demoPlan('shell-runner')).stages.power.result
  expect(now.amps).toBeGreaterThan(0.9 * motor)
  expect(now.box!.volts).toBeLessThan(before.box!.volts)
})

test('a memory is stored, left, and come back to within half a psi; a heavy haul sinks it', () => {
  const { devices, ask, ready } = stand()
  ready()
  ask({ do: 'press', side: 'both', way: 'up' })
  devices.advance(0.5)
  ask({ do: 'press', side: 'both', way: 'let-go' })
  ask({ do: 'press', memory: 0, way: 'hold' })
  const held = devices.state().box!.memories[0]!
  const { heights } = devices.state()
  ask({ do: 'set', haul: 'camp' })
  expect(devices.state().heights.left).toBeLessThan(heights.left)
  ask({ do: 'press', side: 'both', way: 'down' })
  devices.advance(0.05)
  ask({ do: 'press', memory: 0, way: 'tap' })
  devices.advance(6)
  expect(devices.state().box).toMatchObject({ doing: 'idle', reached: [0], trouble: null })
  expect(Math.abs(devices.state().gauge.left - held.left)).toBeLessThan(8000)
})

test('the whole card is done on it, step by step, and each step is confirmed by what the box answers', () => {
  const { devices, ask, plan } = stand()
  const card = setUpOf(plan, createDeriver()(plan))
  const page = { phone: ME, isWritten: false }
  const open = () =>
    card.filter(({ confirm, set }) => confirm && !isConfirmed(confirm, set, devices.state(), page)).length
  const steps = card.filter(({ confirm }) => confirm).length
  // The fuse has just gone in: pairing stands open.
  expect(open()).toBe(steps - 1)
  ask({ do: 'set', key: 'on', speed: 60 })
  ask({ do: 'pair', code: devices.state().label! })
  expect(open()).toBe(steps - 2)
  page.isWritten = true
  const minimum = card.find(({ confirm }) => confirm?.what === 'kept-up')!.set!
  ask({ do: 'keepUp', pressure: minimum.left })
  expect(open()).toBe(steps - 4)
  const presets = card.filter(({ confirm }) => confirm?.what === 'stored')
  for (const [memory, { set }] of presets.entries()) {
    // By hand, a little at a time, as one does it at the truck.
    for (let tries = 0; tries < 400; tries++) {
      const missing = set!.left - devices.state().gauge.left
      if (Math.abs(missing) < 3000) break
      ask({ do: 'press', side: 'both', way: missing > 0 ? 'up' : 'down' })
      devices.advance(Math.abs(missing) > 20_000 ? 0.02 : 0.005)
      ask({ do: 'press', side: 'both', way: 'let-go' })
      devices.advance(0.05)
    }
    ask({ do: 'press', memory, way: 'hold' })
  }
  expect(open()).toBe(1)
  for (const [memory] of presets.entries()) {
    ask({ do: 'press', memory, way: 'tap' })
    devices.advance(8)
  }
  expect(open()).toBe(0)
})

test('a changed plan keeps air, memories and phone; another circuit without a box has none', () => {
  const { devices, ask, ready, plan, refused } = stand()
  ready()
  ask({ do: 'press', side: 'both', way: 'up' })
  devices.advance(0.3)
  ask({ do: 'press', side: 'both', way: 'let-go' })
  ask({ do: 'press', memory: 1, way: 'hold' })
  const before = devices.state()
  devices.change({ ...plan, power: { ...plan.power, fuse: 40 } })
  const after = devices.state()
  expect(after.gauge.left).toBeCloseTo(before.gauge.left, 3)
  expect(after.box!.memories).toEqual(before.box!.memories)
  expect([after.box!.paired, after.t]).toEqual([ME, before.t])
  // A haul and a fault that the changed plan does not have are gone with it.
  ask({ do: 'set', haul: 'camp' })
  ask({ do: 'fault', key: 'wire relay open' })
  const { camp: _, ...hauls } = plan.hauls
  devices.change({ ...plan, hauls, air: { ...plan.air, ...startingCircuit('hand-two') } })
  expect(devices.state()).toMatchObject({ haul: null, faults: [] })
  expect(devices.state().box).toBeNull()
  expect(refused({ do: 'pair', code: '1' })).toBe('no-box')
})

describe('what fails', () => {
  test('a feed that is open: the motor never starts, the memory times out; mended it does', () => {
    const { devices, ask, ready } = stand()
    ready()
    ask({ do: 'press', side: 'both', way: 'up' })
    devices.advance(0.2)
    ask({ do: 'press', memory: 0, way: 'hold' })
    ask({ do: 'press', side: 'both', way: 'down' })
    devices.advance(0.2)
    ask({ do: 'fault', key: 'wire relay open' })
    ask({ do: 'press', memory: 0, way: 'tap' })
    devices.advance(1)
    expect(devices.state()).toMatchObject({
      running: [],
      faults: [expect.stringContaining('Contact in the block')],
    })
    devices.advance(11)
    expect(devices.state().box!.trouble!.code).toBe('timed-out')
    ask({ do: 'mend' })
    ask({ do: 'press', memory: 0, way: 'tap' })
    devices.advance(0.1)
    expect(devices.state().running).toEqual(['compressor'])
  })
  test('a blown fuse of the block: it never wakes; the meter reads nothing behind it', () => {
    const { devices, ask, refused } = stand()
    ask({ do: 'set', key: 'on' })
    expect(ask({ do: 'meter', kind: 'volts', at: 'fuse-out' })).toBeGreaterThan(12)
    ask({ do: 'fault', key: 'wire fuse open' })
    expect(devices.state().box!.awake).toBe(false)
    expect(ask({ do: 'meter', kind: 'volts', at: 'fuse-out' })).toBeLessThan(0.1)
    expect(refused({ do: 'meter', kind: 'volts', at: 'nowhere' })).toBe('no-such-place')
    expect(refused({ do: 'meter', kind: 'ohms', at: 'feed' })).toBe('no-such-place')
  })
  test('a joint that leaks shows itself under spray at its own end only, and only under pressure', () => {
    const { devices, ask, ready, refused } = stand()
    ready()
    ask({ do: 'press', side: 'both', way: 'up' })
    devices.advance(0.5)
    ask({ do: 'press', side: 'both', way: 'let-go' })
    const shows = (end: 'from' | 'to') => ask({ do: 'spray', line: 'split-left', end })
    expect([shows('from'), shows('to')]).toEqual(['dry', 'dry'])
    ask({ do: 'fault', key: 'air leak split-left' })
    expect([shows('from'), shows('to')]).toEqual(['dry', 'bubble'])
    const { left } = devices.state().gauge
    devices.advance(2)
    expect(devices.state().gauge.left).toBeLessThan(left - 1000)
    expect(refused({ do: 'spray', line: 'nowhere', end: 'to' })).toBe('no-such-place')
  })
  test('hidden under a seed it is the same one every time, not named until it is told', () => {
    const names = [7, 7, 8].map((seed) => {
      const { devices, ask } = stand()
      ask({ do: 'hide', seed })
      expect(devices.state()).toMatchObject({ isHiding: true, faults: [] })
      const [name] = ask({ do: 'reveal' }) as string[]
      expect(devices.state()).toMatchObject({ isHiding: false, faults: [name] })
      return name
    })
    expect(names[0]).toBe(names[1])
    expect(names[0]).not.toBe(names[2])
  })
  test('everything offered can be made to fail, and goes on', () => {
    const { devices, ask, ready } = stand('estuary-flatbed')
    ready()
    for (const { key } of devices.offered()) {
      ask({ do: 'fault', key })
      devices.advance(0.05)
      ask({ do: 'mend' })
    }
    expect(devices.state().faults).toEqual([])
  })
})

test('every demo job stands in its devices, with and without a box, in every place of the key', () => {
  for (const { id, plan } of demoJobs()) {
    const { devices, ask } = stand(id, plan)
    for (const key of ['on', 'running', 'off'] as const) {
      ask({ do: 'set', key, haul: Object.keys(plan.hauls)[0] ?? null, speed: 60 })
      devices.advance(0.5)
    }
    expect(Number.isFinite(devices.state().gauge.left)).toBe(true)
  }
})

test('whatever is pressed, no gas is lost and no spring is above its source or near to nothing', () => {
  const press = fc.record({
    side: fc.constantFrom('left', 'right', 'both'),
    way: fc.constantFrom('up', 'down', 'let-go'),
    seconds: fc.double({ min: 0.05, max: 1, noNaN: true }),
  })
  const plan = demoPlan('estuary-flatbed')
  const { compressor } = createDeriver()(plan).stages.air.result
  fc.assert(
    fc.property(fc.array(press, { maxLength: 12 }), (presses) => {
      const { devices, ask, ready } = stand('estuary-flatbed', plan)
      ready()
      for (const { side, way, seconds } of presses) {
        ask({ do: 'press', side, way } as Bare<Question>)
        devices.advance(seconds)
        const { left, right } = devices.state().gauge
        // An empty bag, shut, that the other side draws out longer is thinner than the air around it, by less
        // than half: the other side's travel does not double what is in it.
        expect(Math.min(left, right)).toBeGreaterThan(-STANDARD_ATMOSPHERE / 2)
        expect(Math.max(left, right)).toBeLessThan(compressor!.maxPressure * 1.1 + 1)
      }
      expect(devices.gasLost()).toBeLessThan(1e-9)
    }),
    { numRuns: 12 },
  )
})

describe('the protocol', () => {
  function hall() {
    const devices = new DeviceHall('secret')
    const heard: (Answer | StandEvent)[] = []
    const session = devices.connect({
      send: (text) => void heard.push(JSON.parse(text) as Answer | StandEvent),
    })
    const say = (message: unknown) => {
      const goesOn = session.receive(typeof message === 'string' ? message : JSON.stringify(message))
      return { goesOn, answer: heard.at(-1) as Answer }
    }
    const hello = (more: object = {}) =>
      say({ id: 1, do: 'hello', protocol: DEVICE_PROTOCOL, token: 'secret', phone: ME, ...more })
    return { devices, heard, say, hello }
  }
  const code = (answer: Answer) => (answer.ok ? null : answer.code)

  test('first hello, with the token and the version; then a job; then anything', () => {
    const { say, hello, heard, devices } = hall()
    expect(say({ id: 9, do: 'gauge' })).toMatchObject({
      goesOn: false,
      answer: { re: 9, code: 'not-let-in' },
    })
    expect(hello({ token: 'other' })).toMatchObject({ goesOn: false, answer: { code: 'not-let-in' } })
    const old = hello({ protocol: 0 })
    expect(old).toMatchObject({ goesOn: false, answer: { code: 'old-protocol' } })
    expect((old.answer as { message: string }).message).toContain('Here: 1; there: 0.')
    expect(hello()).toMatchObject({ goesOn: true, answer: { re: 1, ok: true, value: { protocol: 1 } } })
    expect(code(say({ id: 2, do: 'gauge' }).answer)).toBe('no-job')
    expect(code(say({ id: 3, do: 'open', job: 'x', plan: { nonsense: true } }).answer)).toBe('bad-job')
    const opened = say({ id: 4, do: 'open', job: 'x', plan: demoPlan('shell-runner') })
    expect(opened.answer).toMatchObject({ ok: true, value: { faults: expect.any(Array) } })
    expect(say({ id: 5, do: 'gauge' }).answer).toMatchObject({ re: 5, ok: true, value: { tank: null } })
    devices.tick(0.2)
    expect(heard.at(-1)).toMatchObject({ tell: 'state', state: { job: 'x', t: 0.2 } })
  })
  test('what is not understood is refused and leaves everything as it was', () => {
    const { say, hello } = hall()
    hello()
    for (const nonsense of [
      '',
      '[]',
      'null',
      '{"do":"gauge"}',
      { id: 1.5, do: 'gauge' },
      { id: 1, do: 'toString' },
      { id: 1, do: 'set', speed: 61 },
      { id: 1, do: 'set', speed: '5' },
      { id: 1, do: 'press', memory: -1, way: 'tap' },
      { id: 1, do: 'press', side: 'both', way: 'sideways' },
      { id: 1, do: 'fuse', isIn: true, more: 1 },
    ])
      expect(say(nonsense)).toMatchObject({ goesOn: true, answer: { ok: false, code: 'not-understood' } })
  })
  test('two phones on one job: the second hears the same truck and is told that another is paired', () => {
    const { devices, say, hello } = hall()
    hello()
    say({ id: 2, do: 'open', job: 'x', plan: demoPlan('shell-runner') })
    const label = devices.of('x').state().label!
    expect(say({ id: 3, do: 'pair', code: label }).answer.ok).toBe(true)
    const second: (Answer | StandEvent)[] = []
    const other = devices.connect({
      send: (text) => void second.push(JSON.parse(text) as Answer | StandEvent),
    })
    const ask = (message: object) => other.receive(JSON.stringify(message))
    ask({ id: 1, do: 'hello', protocol: DEVICE_PROTOCOL, token: 'secret', phone: 'Other' })
    ask({ id: 2, do: 'open', job: 'x', plan: demoPlan('shell-runner') })
    ask({ id: 3, do: 'pair', code: label })
    expect(second.at(-1)).toMatchObject({ ok: false, code: 'other-phone' })
    devices.tick(0.1)
    expect(second.at(-1)).toMatchObject({ tell: 'state', state: { box: { paired: ME } } })
    devices.leave(other)
    const before = second.length
    devices.tick(0.1)
    expect(second).toHaveLength(before)
  })
})

test('what is written of a job while a hand fills a spring does not let go of it', () => {
  const { devices, ask, plan } = stand('star-wagon')
  ask({ do: 'hand', part: devices.hands().find(({ up }) => up)!.part, way: 'up' })
  devices.advance(1)
  const before = devices.state().gauge.left
  devices.change({ ...plan, prove: { ...plan.prove, functions: {} } })
  devices.advance(1)
  expect(devices.state().gauge.left).toBeGreaterThan(before + 5000)
})
