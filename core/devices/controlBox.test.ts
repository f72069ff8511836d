import type { Preset, Side } from '../document/types'
import { ControlBoxModel, type BoxTruck, type Phone } from './controlBox'
import { DeviceRefusal, type BoxKey, type KeyWay } from './types'
import { sprayShows } from './spray'

/**
 * The box without a circuit, on a simple truck that fills by one pascal per second. Limits: common practice.
 */
class Bench implements BoxTruck {
  t = 0
  supply = 12.4
  key = true
  at: Preset = { left: 50_000, right: 50_000 }
  target: Preset | null = null
  arrived = false
  pressed: string[] = []
  volts = () => this.supply
  isAwake = () => this.key
  pressures = () => ({ ...this.at })
  press = (side: Side | 'both', way: 'up' | 'down' | null) => void this.pressed.push(`${side} ${way}`)
  get busy() {
    return this.target !== null
  }
  bring(target: Preset) {
    this.target = target
    this.arrived = false
  }
  stop() {
    this.target = null
  }
  /** It has arrived, or gives up. */
  end(arrived: boolean) {
    if (arrived) this.at = this.target!
    this.target = null
    this.arrived = arrived
  }
}
const CODE = '4711'
const ME: Phone = { name: 'Tablet', margin: 20 }
const OTHER: Phone = { name: 'Other', margin: 20 }
function stand(nominal: 12 | 24 = 12) {
  const truck = new Bench()
  const box = new ControlBoxModel(truck, { memories: 3, nominal, code: CODE })
  const refused = (ask: () => void) => {
    try {
      ask()
      return null
    } catch (error) {
      if (!(error instanceof DeviceRefusal)) throw error
      return error.code
    }
  }
  const press = (key: BoxKey, way: KeyWay, phone = ME) => refused(() => box.press(phone, key, way))
  const pair = (code = CODE, phone = ME) => refused(() => box.pair(phone, code))
  const later = (seconds: number) => {
    truck.t += seconds
    box.tick()
  }
  const refit = (out: number) => {
    box.fuse(false)
    later(out)
    box.fuse(true)
  }
  return { truck, box, press, pair, later, refit }
}

describe('pairing', () => {
  test('the code on the label, while it is open: five minutes from the fuse', () => {
    const { pair, later } = stand()
    expect(pair('4712')).toBe('wrong-code')
    later(299.9)
    expect(pair()).toBeNull()
    const late = stand()
    late.later(300)
    expect(late.pair()).toBe('pairing-closed')
  })
  test('the fuse out for ten seconds opens it again; less does not', () => {
    const { pair, later, refit } = stand()
    later(400)
    refit(9.9)
    expect(pair()).toBe('pairing-closed')
    refit(10)
    expect(pair()).toBeNull()
  })
  test('one phone only: a second one waits for the fuse, and then takes its place', () => {
    const { pair, press, refit, box } = stand()
    expect(pair()).toBeNull()
    expect(pair(CODE, OTHER)).toBe('other-phone')
    expect(press({ memory: 0 }, 'hold', OTHER)).toBe('other-phone')
    refit(10)
    expect(box.state().paired).toBe('Tablet')
    expect(pair(CODE, OTHER)).toBeNull()
    expect(press({ memory: 0 }, 'hold')).toBe('other-phone')
  })
  test('out of range nothing is paired and nothing pressed; at the very edge it is heard', () => {
    const { pair, press } = stand()
    expect(pair(CODE, { ...ME, margin: -0.1 })).toBe('out-of-range')
    expect(pair(CODE, { ...ME, margin: 0 })).toBeNull()
    expect(press({ side: 'left' }, 'up', { ...ME, margin: -0.1 })).toBe('out-of-range')
  })
  test('unpaired, asleep and without its fuse it does nothing', () => {
    const { pair, press, truck, box } = stand()
    expect(press({ side: 'left' }, 'up')).toBe('not-paired')
    pair()
    truck.key = false
    expect(press({ side: 'left' }, 'up')).toBe('no-power')
    box.fuse(false)
    expect(pair()).toBe('no-power')
    expect(truck.pressed).toEqual([])
  })
})

describe('memories', () => {
  const paired = () => {
    const all = stand()
    all.pair()
    return all
  }
  test('held it stores what the springs have; pressed it goes there and says when it is there', () => {
    const { press, truck, box, later } = paired()
    expect(press({ memory: 1 }, 'tap')).toBe('memory-empty')
    expect(press({ memory: 3 }, 'hold')).toBe('no-such-key')
    truck.at = { left: 300_000, right: 250_000 }
    expect(press({ memory: 1 }, 'hold')).toBeNull()
    truck.at = { left: 60_000, right: 60_000 }
    expect(press({ memory: 1 }, 'tap')).toBeNull()
    expect(truck.target).toEqual({ left: 300_000, right: 250_000 })
    later(10)
    expect(box.state()).toMatchObject({ doing: 'memory', memory: 1, reached: [] })
    truck.end(true)
    later(0.1)
    expect(box.state()).toMatchObject({ doing: 'idle', memory: null, reached: [1], trouble: null })
  })
  test('ten minutes and no longer; what gives up by itself is told too', () => {
    for (const how of ['slow', 'stuck'] as const) {
      const { press, truck, box, later } = paired()
      press({ memory: 0 }, 'hold')
      press({ memory: 0 }, 'tap')
      later(600)
      expect(box.state().doing).toBe('memory')
      if (how === 'stuck') truck.end(false)
      later(0.1)
      expect(box.state()).toMatchObject({ doing: 'idle', trouble: { code: 'timed-out' } })
      expect(truck.target).toBeNull()
    }
  })
  test('what was stored and paired outlives the fuse; what was under way does not', () => {
    const { press, box, refit, truck } = paired()
    press({ memory: 2 }, 'hold')
    press({ memory: 2 }, 'tap')
    refit(30)
    expect(truck.target).toBeNull()
    expect(box.state()).toMatchObject({ doing: 'idle', paired: 'Tablet', memory: null })
    expect(box.state().memories[2]).toEqual({ left: 50_000, right: 50_000 })
    expect(press({ memory: 2 }, 'tap')).toBeNull()
  })
  test('a changed plan is the same box: memories, phone, fuse and what is left of pairing go with it', () => {
    const { press, box, truck, later } = paired()
    press({ memory: 0 }, 'hold')
    later(100)
    const next = new ControlBoxModel(truck, { memories: 2, nominal: 12, code: CODE })
    next.takeOver(box.state())
    expect(next.state()).toMatchObject({ paired: 'Tablet', pairing: 200, fuseIn: true })
    expect(next.state().memories).toEqual([{ left: 50_000, right: 50_000 }, null])
  })
})

describe('volts and keep-up', () => {
  test.each([12, 24] as const)(
    'of %s V: it refuses to fill under eleven twelfths, and never to let down',
    (nominal) => {
      const { pair, press, truck } = stand(nominal)
      pair()
      truck.supply = (10.99 * nominal) / 12
      expect(press({ side: 'left' }, 'up')).toBe('low-voltage')
      expect(press({ side: 'left' }, 'down')).toBeNull()
      truck.supply = (11 * nominal) / 12
      expect(press({ side: 'left' }, 'up')).toBeNull()
    },
  )
  test('while it fills it bears more, and under nine and a half it stops and says so', () => {
    const { pair, press, truck, box, later } = stand()
    pair()
    truck.at = { left: 2e5, right: 2e5 }
    press({ memory: 0 }, 'hold')
    truck.at = { left: 1e5, right: 1e5 }
    press({ memory: 0 }, 'tap')
    truck.supply = 9.5
    later(1)
    expect(box.state().doing).toBe('memory')
    truck.supply = 9.49
    later(1)
    expect(box.state()).toMatchObject({ doing: 'idle', trouble: { code: 'low-voltage' } })
  })
  test('the key comes on: under the minimum it fills both up to it, a higher side stays; else it rests', () => {
    const { pair, truck, box, later } = stand()
    pair()
    box.keepUp(ME, 100_000)
    const wake = (left: number, right: number) => {
      truck.key = false
      later(1)
      truck.at = { left, right }
      truck.target = null
      truck.key = true
      later(1)
      return truck.target
    }
    expect(wake(50_000, 150_000)).toEqual({ left: 100_000, right: 150_000 })
    // It comes within half a psi.
    expect(wake(100_000 - 3447, 100_000)).toBeNull()
    expect(wake(100_000 - 3449, 100_000)).toEqual({ left: 100_000, right: 100_000 })
    box.keepUp(ME, null)
    expect(wake(0, 0)).toBeNull()
  })
})

test('spray: dry, slow foam, bubbles, by what comes out', () => {
  const shows = [0, 1.99e-8, 2e-8, 2.99e-7, 3e-7, 1].map(sprayShows)
  expect(shows).toEqual(['dry', 'dry', 'foam', 'foam', 'bubble', 'bubble'])
})
