import { isAllNew } from '../air/circuit/states'
import { createDeriver } from '../derive/derive'
import { begunWith, doorOf, DOORS, foundsOf, misfit, targetsOf } from './doors'
import { newPlan } from './newPlan'

const derive = createDeriver()
const begin = (door: string, id?: string, said: Partial<Parameters<typeof begunWith>[1]> = {}) =>
  begunWith(newPlan('leaf-flatbed', 'New'), {
    choice: doorOf(door, id)!,
    found: null,
    target: null,
    load: null,
    ...said,
  })

test.each(DOORS.flatMap((door) => door.choices.map((choice) => [door.id, choice.id] as const)))(
  'behind “%s”, %s begins a plan that is whole and opens where it begins',
  (door, id) => {
    const choice = doorOf(door, id)!
    const founds = foundsOf(choice)
    for (const found of founds.length ? founds.map((one) => one.id) : [null]) {
      const plan = begin(door, id, { found })
      const { stages } = derive(plan)
      expect(stages.build.result.steps.length).toBeGreaterThan(0)
      // What exists already is there; a new job begins with nothing there.
      expect([door, isAllNew(plan.air)]).toEqual([door, choice.kind === null || choice.kind === 'move'])
    }
    expect(targetsOf(choice).length > 0 || founds.length > 0 || choice.kind === null).toBe(true)
  },
)

test('what it carries is one mass in the middle of the bed, and the springs hold it', () => {
  const plan = begin('new', undefined, { load: 600 })
  const [item] = Object.values(plan.hauls.usual!.items)
  expect(item).toMatchObject({ label: 'Load', mass: 600, y: 0 })
  const bare = derive(begin('new')).stages.load.figures['usual.left']!.value!
  expect(derive(plan).stages.load.figures['usual.left']!.value!).toBeGreaterThan(bare)
})

test('a control on hand-filled springs keeps springs and valves; a circuit it cannot begin from is refused by name', () => {
  const plan = begin('control', undefined, { found: 'hand-two', target: 'wireless-dual' })
  const kept = Object.values(plan.air.components).filter(({ state }) => state === 'kept')
  expect(kept.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['spring', 'handFill']))
  expect(plan.air.archetype).toBe('wireless-dual')
  const choice = doorOf('control')!
  const said = (found: 'hand-two' | 'tank-paddles', target: 'wireless-dual' | 'hand-two') =>
    misfit({ choice, found, target, load: null })
  expect(said('hand-two', 'wireless-dual')).toBeNull()
  expect(said('tank-paddles', 'wireless-dual')).toMatch(/does not begin from that circuit.*Hand fill, teed/)
  expect(said('hand-two', 'hand-two')).toMatch(/does not make that circuit/)
})

test('what a hand-filled truck cannot have is not begun on one', () => {
  for (const [id, kind] of [
    ['fuse', 'compressor'],
    ['remote', 'block'],
    ['stops-not', 'compressor'],
  ] as const) {
    const plan = begin('wrong', id)
    expect(Object.values(plan.air.components).map((c) => c.kind)).toContain(kind)
    expect(foundsOf(doorOf('wrong', id)!).map((one) => one.id)).not.toContain('hand-teed')
  }
  expect(foundsOf(doorOf('wrong', 'sinks')!).map((one) => one.id)).toContain('hand-teed')
})

test('a door or choice that does not exist is none', () => {
  expect([doorOf('nowhere'), doorOf('repair'), doorOf('new', 'only')?.kind]).toEqual([null, null, null])
})
