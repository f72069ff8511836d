import { createDeriver } from '../derive/derive'
import { demoPlan } from '../demo/demoShop'
import type { BoxFind, Plan } from '../document/types'
import { boxOf, isShort, waitingFor } from './box'
import { blockedBy } from './order'
import { ownTimes, stepKind, timeByOwn, workedSoFar } from './ownTimes'
import { whyOf } from './why'

const derive = createDeriver()
const plan = demoPlan('estuary-flatbed')
const fresh: Plan = { ...plan, build: { ...plan.build, ticks: {}, struck: {} } }
const { steps, joints } = derive(fresh).stages.build.result
const lines = boxOf(fresh.air, joints)
const line = (id: string) => lines.find((one) => one.id === id)!
const found = (state: BoxFind['state'], count: number | null = null): BoxFind => ({
  state,
  count,
  who: 'Bram',
  at: '2026-03-12T08:00:00.000Z',
})

describe('the box', () => {
  test('holds every part that is bought and the fasteners of every joint but the wheels', () => {
    expect(line('compressor')).toMatchObject({ count: 1, parts: ['compressor'] })
    expect(line('joint-upper').joints).toEqual(['upper-right', 'upper-left'].sort())
    expect(lines.some(({ id }) => id === 'joint-wheel')).toBe(false)
  })

  test('short is what is missing, damaged, or fewer than wanted; what nobody checked is not', () => {
    const upper = line('joint-upper')
    const short = (find?: BoxFind) => isShort(upper, find)
    expect(upper.count).toBe(4)
    expect([short(), short(found('present')), short(found('present', 4))]).toEqual([false, false, false])
    expect([short(found('present', 3)), short(found('missing')), short(found('damaged'))]).toEqual([
      true,
      true,
      true,
    ])
  })

  test('what uses a missing part waits, and all that follows; the springs do not wait for a compressor', () => {
    const waits = waitingFor(steps, lines, { box: { compressor: found('missing') }, ticks: {}, struck: {} })
    expect(waits.get('mount-compressor')).toBe('compressor')
    expect(waits.get('first-fill')).toBe('compressor')
    for (const id of ['chock', 'lift', 'bench-left', 'torque-right', 'mount-block'])
      expect([id, waits.has(id)]).toEqual([id, false])
    // Everything that follows a waiting step waits too.
    for (const { id, after, later } of steps)
      if (!later && Object.keys(after).some((before) => waits.has(before))) expect(waits.has(id)).toBe(true)
  })

  test('a note says what is short and how many steps wait; found, it is gone', () => {
    const notes = (find: BoxFind) =>
      derive({ ...fresh, build: { ...fresh.build, box: { compressor: find } } }).stages.build.notes.filter(
        ({ rule }) => rule === 'box-short',
      )
    expect(notes(found('present', 1))).toEqual([])
    expect(notes(found('present', 0))).toMatchObject([{ value: 0, limit: 1 }])
    expect(notes(found('damaged'))).toMatchObject([{ rank: 'fix', title: expect.stringMatching(/^Damaged/) }])
  })
})

describe('a shop’s own times', () => {
  const at = (minutes: number, who = 'Bram') => ({
    ...plan.build.ticks.chock!,
    who,
    at: new Date(Date.UTC(2026, 2, 12, 8, minutes)).toISOString(),
  })

  test('from one tick of a person to that person’s next; pauses and ticks at once are no work', () => {
    const times = ownTimes([
      { chock: at(0), measure: at(4), lift: at(4), 'torque-left': at(12), 'torque-right': at(80) },
      { chock: at(0), helper: at(2, 'Odile'), measure: at(6) },
      { chock: at(0), measure: at(5) },
    ])
    // measure: 4, 6 and 5 min; lift came at once, the right side after a pause of 68 min.
    expect(times).toEqual({ measure: { minutes: 5, times: 3 }, torque: { minutes: 8, times: 1 } })
    expect([stepKind('line-a'), stepKind('spring-left'), stepKind('mount-tank')]).toEqual([
      'line',
      'spring',
      'mount-tank',
    ])
  })

  test('used from three times on, and it is said on how many they rest', () => {
    const two = [
      { id: 'measure', minutes: 2 },
      { id: 'chock', minutes: 1 },
    ]
    expect(timeByOwn(two, { measure: { minutes: 5, times: 3 }, chock: { minutes: 9, times: 2 } })).toEqual({
      minutes: 6,
      known: 1,
      times: 3,
    })
  })

  test('work so far leaves out pauses, and counts the step at hand', () => {
    const ticks = { a: at(0), b: at(10), c: at(90, 'Odile'), d: at(95) }
    expect(workedSoFar(ticks, null)).toBe(15)
    expect(workedSoFar(ticks, Date.UTC(2026, 2, 12, 8, 100))).toBe(20)
    expect(workedSoFar({}, 5)).toBe(0)
  })
})

describe('asked first', () => {
  const chock = steps.find(({ id }) => id === 'chock')!
  const after = steps.find(({ after: before }) => before.chock !== undefined)!
  const done = Object.fromEntries(Object.keys(after.after).map((id) => [id, plan.build.ticks.chock!]))
  const look = { who: 'Tamsin', at: '2026-03-12T08:00:00.000Z', seen: null }

  test('a step that waits for a look holds what follows until somebody has looked', () => {
    const by = (seen: typeof look.seen | { who: string; at: string }) =>
      blockedBy(after, steps, { ticks: done, struck: {}, looks: { chock: { ...look, seen } } })
    expect(by(null)).toMatchObject({
      step: { id: chock.id },
      reason: 'Tamsin wants it looked at before it goes on.',
    })
    expect(by({ who: 'Odile', at: look.at })).toBeNull()
    const notes = (build: Partial<Plan['build']>) =>
      derive({ ...fresh, build: { ...fresh.build, ...build } }).stages.build.notes.map(({ rule }) => rule)
    expect(notes({ looks: { chock: look } })).toContain('look-wanted')
    expect(notes({ looks: { chock: { ...look, seen: look } } })).not.toContain('look-wanted')
  })

  test('what was found under the truck stays until it is settled', () => {
    const found = {
      kind: 'does-not-fit' as const,
      step: 'mount-compressor',
      text: 'A bracket is there',
      who: 'Bram',
      at: look.at,
      order: 1,
      settled: false,
    }
    const notes = (settled: boolean) =>
      derive({
        ...fresh,
        build: { ...fresh.build, fromTruck: { one: { ...found, settled } } },
      }).stages.build.notes.filter(({ rule }) => rule === 'from-truck')
    expect(notes(false)).toMatchObject([{ rank: 'fix', subject: 'mount-compressor' }])
    expect(notes(false)[0]!.text).toContain('Bram says: A bracket is there')
    expect(notes(true)).toEqual([])
  })
})

describe('why', () => {
  test('every step of the usual list says why, and what goes wrong without it', () => {
    const silent = steps.filter(({ id }) => whyOf(id) === null).map(({ id }) => id)
    expect(silent.filter((id) => !/^(clear|shield|look|presets|close-gap|open-gap|drill)/.test(id))).toEqual(
      [],
    )
  })
})
