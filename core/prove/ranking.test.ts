import { startingCircuit } from '../air/circuit/startingCircuits'
import { LEAK_ODDS } from '../catalog/leakPlaces'
import { newPlan } from '../jobs/newPlan'
import type { AirPlan, Soap } from '../document/types'
import { jointsOf } from './joints'
import { leakPlaces, nextThings, partName, rankPlaces } from './ranking'
import type { LeakEvidence } from './types'

const air: AirPlan = { ...newPlan('leaf-flatbed', 'x').air, ...startingCircuit('tank-wireless') }
const places = leakPlaces(air, jointsOf(air))
const unknown = { left: null, right: null, supply: null }
const nothing: LeakEvidence = { soap: {}, sides: unknown, plugged: unknown }
const rank = (over: Partial<LeakEvidence> = {}) => rankPlaces(places, { ...nothing, ...over })
const shareOf = (id: string, over: Partial<LeakEvidence> = {}) => rank(over).find((p) => p.id === id)!.share
const next = (over: Partial<LeakEvidence> = {}) => {
  const evidence = { ...nothing, ...over }
  return nextThings(rankPlaces(places, evidence), evidence, (part) => partName(air, part))
}
const sumOf = (of: readonly { share: number }[]) => of.reduce((sum, { share }) => sum + share, 0)

test('springs, fill-valve cores and the block’s seat are places too, on their own sides', () => {
  const byId = new Map(places.map((place) => [place.id, place]))
  expect(byId.get('spring-left:spring')).toMatchObject({ side: 'left', kind: 'spring' })
  expect(byId.get('block:seat')!.side).toBe('both')
  expect(places.filter(({ kind }) => kind === 'core').length).toBeGreaterThan(0)
  expect(new Set(places.map(({ id }) => id)).size).toBe(places.length)
})

test('shares are of one; with nothing known they go by the trade’s odds', () => {
  expect(sumOf(rank())).toBeCloseTo(1, 12)
  const [push, spring] = ['push', 'spring'].map((kind) => rank().find((p) => p.kind === kind)!.share)
  expect(push! / spring!).toBeCloseTo(LEAK_ODDS.push / LEAK_ODDS.spring, 9)
  expect(rank()[0]!.kind).toBe('push')
})

test('soap: dry makes a place less likely, foam more, bubbles far more; a leak that must bubble makes dry surer', () => {
  const id = places.find(({ side }) => side === 'left')!.id
  const said = (finding: Soap, over: Partial<LeakEvidence> = {}) =>
    shareOf(id, { soap: { [id]: finding }, ...over })
  expect(said('dry')).toBeLessThan(shareOf(id) / 4)
  expect(said('foam')).toBeGreaterThan(4 * shareOf(id))
  const odds = (share: number) => share / (1 - share)
  expect(odds(said('bubble')) / odds(said('foam'))).toBeCloseTo(10, 6)
  const leaking = (freeAir: number): Partial<LeakEvidence> => ({
    sides: { ...nothing.sides, left: { verdict: 'leaking', freeAir } },
  })
  expect(said('dry', leaking(1e-5))).toBeLessThan(said('dry', leaking(1e-9)))
})

test('a side that reads tight is all but out; the rest has it', () => {
  const sides: LeakEvidence['sides'] = { ...nothing.sides, right: { verdict: 'tight', freeAir: 0 } }
  const ranked = rank({ sides })
  expect(sumOf(ranked.filter(({ side }) => side === 'right'))).toBeLessThan(0.03)
  expect(sumOf(ranked)).toBeCloseTo(1, 12)
})

test('what stands between both sides is out only when both read tight', () => {
  const tight = { verdict: 'tight' as const, freeAir: 0 }
  const seat = (sides: Partial<LeakEvidence['sides']>) =>
    shareOf('block:seat', { sides: { ...unknown, ...sides } })
  // The places of the left spring are excluded, so all others, the seat among them, become likelier.
  expect(seat({ left: tight })).toBeGreaterThan(seat({}))
  expect(seat({ left: tight, right: tight })).toBeLessThan(seat({}) / 4)
})

test('what this shop found counts for more the more it found', () => {
  const core = places.find(({ kind }) => kind === 'core')!.id
  expect(shareOf(core, { history: { core: 3 } })).toBeGreaterThan(shareOf(core))
  expect(shareOf(core, { history: { core: 60 } })).toBeGreaterThan(shareOf(core, { history: { core: 3 } }))
  expect(shareOf(core, { history: { push: 60 } })).toBeLessThan(shareOf(core))
})

test('next: a bubble is repaired first; else what tells most for its minutes; soaped places are not soaped again', () => {
  const id = rank()[0]!.id
  expect(next({ soap: { [id]: 'bubble' } })[0]).toMatchObject({ do: 'repair', of: id })
  const first = next()
  for (let i = 1; i < first.length; i++)
    expect(first[i - 1]!.bits / first[i - 1]!.minutes).toBeGreaterThanOrEqual(
      first[i]!.bits / first[i]!.minutes,
    )
  const at = first.find((thing) => thing.do === 'soap')!.of
  const soap = Object.fromEntries(places.filter((p) => p.at === at).map((p) => [p.id, 'dry' as const]))
  expect(next({ soap }).some((thing) => thing.do === 'soap' && thing.of === at)).toBe(false)
  expect(next().filter((thing) => thing.do === 'hold')).toHaveLength(3)
  expect(
    next({ sides: { ...nothing.sides, left: { verdict: 'tight', freeAir: 0 } } }).some(
      (thing) => thing.do === 'hold' && thing.of === 'left',
    ),
  ).toBe(false)
})

describe('a side that loses, its valve plugged off', () => {
  const leaking = { verdict: 'leaking' as const, freeAir: 1e-7 }
  const tight = { verdict: 'tight' as const, freeAir: 0 }
  const sides = { ...unknown, left: leaking }
  const atValve = places.find((p) => p.atValve && p.side === 'left')!.id
  const behind = places.find((p) => !p.atValve && p.side === 'left')!.id

  test('tight then, it is the valve; still losing, it is rather the line or the spring', () => {
    const before = shareOf(atValve, { sides }) / shareOf(behind, { sides })
    const held = (left: typeof leaking | typeof tight) => {
      const evidence = { sides, plugged: { ...unknown, left } }
      return shareOf(atValve, evidence) / shareOf(behind, evidence)
    }
    expect(held(tight)).toBeGreaterThan(20 * before)
    expect(held(leaking)).toBeLessThan(before / 3)
  })
  test('to plug is offered for a side that loses, until it was done; to swap only where the other side holds', () => {
    const done = (over: Partial<LeakEvidence>) => next(over).map((thing) => thing.do)
    expect(done({})).not.toContain('plug')
    expect(done({ sides })).toContain('plug')
    expect(done({ sides })).not.toContain('swap')
    expect(done({ sides: { ...sides, right: tight } })).toEqual(expect.arrayContaining(['plug', 'swap']))
    expect(done({ sides: { ...sides, right: tight }, plugged: { ...unknown, left: tight } })).not.toContain(
      'plug',
    )
    const plug = next({ sides }).find((thing) => thing.do === 'plug')!
    expect(plug.bits).toBeGreaterThan(0)
    const swap = next({ sides: { ...sides, right: tight } }).find((thing) => thing.do === 'swap')!
    // A swap takes both lines off, a plug one. Each is followed by the same hold (from memory).
    expect([plug.minutes, swap.minutes]).toEqual([16, 18])
    expect(plug.label).toContain('left line')
  })
})
