import { circuitPatches } from '../air/circuit/changeCircuit'
import { demoPlan } from '../demo/demoShop'
import type { Question } from './protocol'
import type { LevelState } from './types'
import { applyEdit } from '../document/edit'
import type { Archetype, Plan } from '../document/types'
import { isConfirmed } from './confirmed'
import { createDeriver } from '../derive/derive'
import { setUpOf } from '../derive/setUp'
import { StandIns } from './standIns'

const ME = 'Phone of the bay'
type Asked = Question extends infer Q ? (Q extends Question ? Omit<Q, 'id'> : never) : never

function stand(id: string, archetype: Archetype | null = null, change: (plan: Plan) => void = () => {}) {
  let plan = demoPlan(id)
  if (archetype) plan = structuredClone(applyEdit(plan, circuitPatches(plan.air, archetype)))
  change(plan)
  const devices = new StandIns(id, plan)
  const ask = (asked: Asked) => devices.answer({ id: 1, ...asked } as Question, ME)
  const refused = (asked: Asked) => {
    try {
      ask(asked)
    } catch (error) {
      return (error as { code: string }).code
    }
    return null
  }
  const level = (): LevelState => devices.state().level!
  const left = () =>
    setUpOf(plan, createDeriver()(plan)).flatMap(({ title, confirm, set }) =>
      confirm && !isConfirmed(confirm, set, devices.state(), { phone: ME, isWritten: false }) ? [title] : [],
    )
  return { plan, devices, ask, refused, level, left }
}

const withSheet = (plan: Plan) => {
  plan.tune.sensing = { ...plan.tune.sensing, door: true, key: true, hitch: true, lock: true }
}

test('a height valve is set up on its stand-in step by step, and each step shows', () => {
  const { devices, ask, left, level } = stand('ridge-tender')
  ask({ do: 'set', key: 'running', speed: 20 })
  expect(left()).toHaveLength(3)
  devices.advance(10)
  expect(level()).toMatchObject({ kind: 'valve', doing: 'quiet', pushed: null })
  expect(left()[0]).toContain('Push the arm')
  for (const way of ['up', 'down'] as const) {
    ask({ do: 'hand', part: 'height', way })
    devices.advance(0.2)
    expect(level()).toMatchObject(way === 'up' ? { doing: 'fills' } : { doing: 'quiet', pushed: 'down' })
  }
  ask({ do: 'hand', part: 'height', way: 'let-go' })
  expect(left()[0]).toContain('Load it')
  ask({ do: 'set', haul: 'water' })
  devices.advance(0.1)
  expect(level().missing).toBeGreaterThan(0.01)
  devices.advance(12)
  expect(Math.abs(level().missing)).toBeLessThan(0.02)
  expect(left()).toEqual([expect.stringContaining('Dump once')])
  const dump = (way: 'down' | 'let-go') => {
    ask({ do: 'hand', part: 'dump', way })
    devices.advance(way === 'down' ? 2 : 0.02)
  }
  // The truck sinks, the arm comes up, and the tank goes out through the dump.
  dump('down')
  dump('let-go')
  expect(level().fillsDump).toBe(true)
  expect(left()).toContainEqual(expect.stringContaining('Dump once'))
  devices.advance(12)
  ask({ do: 'hand', part: 'height', way: 'down' })
  dump('down')
  dump('let-go')
  expect(level().fillsDump).toBe(false)
  ask({ do: 'hand', part: 'height', way: 'let-go' })
  devices.advance(12)
  expect(left()).toEqual([])
  expect(devices.gasLost()).toBeLessThan(1e-9)
})

test('a controller does nothing until it is taught, and is taught only unlocked, with places apart and in order', () => {
  const { devices, ask, refused, level } = stand('estuary-flatbed', 'electronic', withSheet)
  ask({ do: 'set', key: 'running', speed: 20, haul: 'totes' })
  devices.advance(2)
  expect(level()).toMatchObject({ still: 'not-taught', doing: 'quiet' })
  expect(devices.state().box).toBeNull()
  expect(refused({ do: 'move', side: 'both', way: 'up' })).toBe('not-teaching')
  ask({ do: 'lock', isOn: true })
  expect(refused({ do: 'teach', what: 'begin' })).toBe('locked')
  expect(refused({ do: 'move', side: 'both', way: 'up' })).toBe('locked')
  ask({ do: 'lock', isOn: false })
  ask({ do: 'teach', what: 'begin' })
  expect(level().still).toBe('teaching')
  ask({ do: 'teach', what: 'low' })
  expect(refused({ do: 'teach', what: 'end' })).toBe('not-taught')
  ask({ do: 'teach', what: 'ride' })
  ask({ do: 'teach', what: 'high' })
  expect(refused({ do: 'teach', what: 'end' })).toBe('not-apart')
})

test('it is set up step by step; then it levels its load, and rests with a door open or the key off', () => {
  const { devices, ask, level, left, plan } = stand('estuary-flatbed', 'electronic', withSheet)
  const height = () => (devices.state().heights.left + devices.state().heights.right) / 2
  const drive = (way: 'up' | 'down', until: () => boolean) => {
    ask({ do: 'move', side: 'both', way })
    for (let i = 0; i < 400 && !until(); i++) devices.advance(0.05)
    ask({ do: 'move', side: 'both', way: 'let-go' })
    devices.advance(0.1)
  }
  // Empty, the steel alone holds it at ride height: it comes lower only loaded.
  ask({ do: 'set', key: 'running', speed: 10, haul: 'totes' })
  const ride = createDeriver()(plan).stages.load.result.spring!.designHeight
  ask({ do: 'lock', isOn: true })
  ask({ do: 'lock', isOn: false })
  ask({ do: 'teach', what: 'begin' })
  drive('down', () => height() < ride - 0.015)
  ask({ do: 'teach', what: 'low' })
  drive('up', () => height() > ride + 0.015)
  ask({ do: 'teach', what: 'high' })
  drive('down', () => height() < ride + 0.001)
  ask({ do: 'teach', what: 'ride' })
  ask({ do: 'teach', what: 'end' })
  expect(level()).toMatchObject({ still: null, isTeaching: false })
  expect(left()).toEqual([expect.stringContaining('Load it'), expect.stringContaining('Open a door')])
  ask({ do: 'set', haul: null })
  devices.advance(12)
  ask({ do: 'set', haul: 'totes' })
  devices.advance(12)
  expect(left()).toEqual([expect.stringContaining('Open a door')])
  expect(Math.abs(level().missing)).toBeLessThan(0.02)
  const loaded = devices.state().gauge.left
  ask({ do: 'set', door: true, haul: null })
  devices.advance(12)
  // Unloaded it stands high, and nothing lets it down while the door is open.
  expect(level()).toMatchObject({ still: 'door', doing: 'quiet' })
  expect(devices.state().gauge.left).toBeLessThan(loaded)
  const kept = devices.state().gauge.left
  expect(level().missing).toBeLessThan(-0.02)
  expect(left()).toEqual([])
  ask({ do: 'set', door: false })
  devices.advance(12)
  expect(devices.state().gauge.left).toBeLessThan(kept / 2)
  ask({ do: 'set', key: 'off' })
  expect(level().still).toMatch(/key|no-power/)
})

test('what its sheet denies it does not do; what has nothing to teach says so', () => {
  const { ask, refused, level } = stand('estuary-flatbed', 'electronic', (plan) => {
    plan.tune.sensing = { ...plan.tune.sensing, lock: false, door: false }
  })
  ask({ do: 'set', key: 'running' })
  expect(refused({ do: 'lock', isOn: true })).toBe('no-such-key')
  ask({ do: 'set', door: true })
  expect(level().still).toBe('not-taught')
  expect(stand('shell-runner').refused({ do: 'teach', what: 'begin' })).toBe('no-leveller')
  expect(stand('ridge-tender').refused({ do: 'lock', isOn: true })).toBe('no-leveller')
})

test('a changed plan keeps what it was taught, and its lock', () => {
  const { devices, ask, level, plan } = stand('estuary-flatbed', 'electronic', withSheet)
  ask({ do: 'set', key: 'running', speed: 10 })
  ask({ do: 'teach', what: 'begin' })
  ask({ do: 'teach', what: 'ride' })
  ask({ do: 'lock', isOn: true })
  const { taught } = level()
  devices.change({ ...plan, job: { ...plan.job, name: 'Another name' } })
  expect(level()).toMatchObject({ isLocked: true, taught })
})
