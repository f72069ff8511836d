import { OperationError } from '../../quantity/operation'
import fc from 'fast-check'
import { IN_LINE_KINDS, TEE_KINDS, KINDS } from '../../catalog/kinds'
import { applyEdit } from '../../document/edit'
import { diffDocuments } from '../../quantity/patch'
import { newPlan } from '../../jobs/newPlan'
import { checkPlan } from '../../document/schema'
import type { AirPlan, Archetype } from '../../document/types'
import { ARCHETYPES, startingCircuit } from './startingCircuits'
import {
  allOfKinds,
  hasHandFill,
  firstOfKind,
  looseLines,
  openPorts,
  linePath,
  linesByPort,
  springsTeed,
} from './connections'
import type { Change } from './editing'
import { addCompressor, addCoupler, addTank, feedFromTank, keepHandFill } from './additions'
import {
  interchangeableKinds,
  connectPorts,
  plugPort,
  putInLine,
  replacePart,
  takeOffLine,
  takeOut,
  teeOff,
} from './operations'
import { joinSides, mirror, splitSides } from './sides'
import { operationPatches, partOperations, wholeOperations } from './offered'
import { portsOf } from '../parts/parts'

const plan = (archetype: Archetype): AirPlan => ({
  ...newPlan('leaf-flatbed', 'x').air,
  archetype,
  ...startingCircuit(archetype),
  blockClass: ARCHETYPES.find((a) => a.id === archetype)!.block ?? 'block-one',
  compressorClass: 'compact',
})

/**
 * What makes a circuit complete: nothing loose, no port with two lines, no port left open that was closed, and
 * correct paths.
 */
function whole(air: AirPlan): void {
  expect(looseLines(air)).toEqual([])
  expect([...linesByPort(air)].filter(([, lines]) => lines.length > 1)).toEqual([])
  // A compressor without its filter breathes unfiltered: that has a note of its own and is no open port.
  expect(
    openPorts(air).filter((p) => portsOf(air, p.component).find((x) => x.id === p.port)!.type === 'pressure'),
  ).toEqual([])
  for (const id of Object.keys(air.lines)) expect(air.lines[id]!.path).toBe(linePath(air, id))
  expect(allOfKinds(air, 'spring')).toHaveLength(2)
  for (const l of Object.values(air.lines))
    expect(portsOf(air, l.from).find((p) => p.id === l.fromPort)!.type).toBe(
      portsOf(air, l.to).find((p) => p.id === l.toPort)!.type,
    )
}
/** A circuit described by kinds joined to kinds, whatever its ids. */
function likeness(air: AirPlan): string[] {
  const end = (id: string, port: string) =>
    `${air.components[id]!.kind}.${air.components[id]!.kind === 'tee' ? '*' : port.replace(/^out[12]$/, 'out')}`
  return Object.values(air.lines)
    .map((l) => [end(l.from, l.fromPort), end(l.to, l.toPort)].sort().join(' – '))
    .sort()
}

test('archetype 6 from archetype 2 by operations alone: the same parts joined the same way', () => {
  const built = addCoupler(addTank(addCompressor(plan('hand-two'))))
  whole(built)
  // The starting circuit has its dryer behind the tank, and so has this one.
  expect(likeness(built)).toEqual(likeness(plan('tank-wireless')))
  expect(built.blockClass).toBe('block-two')
})

test.each(['hand-teed', 'wireless-single'] as const)(
  '%s split is two lines, joined again it is as it was',
  (archetype) => {
    const split = splitSides(plan(archetype))
    whole(split)
    expect(springsTeed(split)).toBe(false)
    expect(allOfKinds(split, 'spring').every((id) => hasHandFill(split, id))).toBe(true)
    expect(likeness(joinSides(split))).toEqual(likeness(plan(archetype)))
  },
)

test('what feeds both springs at once cannot be split, and says why', () => {
  expect(() => splitSides(plan('cab-gauge'))).toThrow(/feeds both springs at once/)
  expect(() => splitSides(plan('hand-two'))).toThrow(/a line each/)
  expect(() => joinSides(plan('hand-teed'))).toThrow(/share one line/)
})

test('each operation does what it says, whole', () => {
  const six = plan('tank-wireless')
  const dry = putInLine('supply', 'regulator')(six)
  whole(dry)
  expect(allOfKinds(dry, 'regulator')).toHaveLength(1)
  expect(likeness(takeOut(allOfKinds(dry, 'regulator')[0]!)(dry))).toEqual(likeness(six))

  const gauged = mirror('gauge-left')(teeOff('tee-spring-left', 'gauge')(six))
  whole(gauged)
  expect(
    allOfKinds(gauged, 'gauge')
      .map((id) => gauged.components[id]!.side)
      .sort(),
  ).toEqual(['left', 'right'])
  expect(likeness(takeOut('gauge-left')(takeOut('gauge-right')(gauged)))).toEqual(likeness(six))

  const fed = feedFromTank(plan('wireless-dual'))
  whole(fed)
  expect(
    [firstOfKind(fed, 'tank'), firstOfKind(fed, 'solenoid'), firstOfKind(fed, 'restrictor')].every(Boolean),
  ).toBe(true)

  const bare = takeOut('fill-left')(six)
  whole(bare)
  expect(hasHandFill(bare, 'spring-left')).toBe(false)
  const kept = keepHandFill(bare)
  whole(kept)
  expect(hasHandFill(kept, 'spring-left')).toBe(true)

  const boosted = replacePart('belt', 'boost')(plan('engine-driven'))
  whole(boosted)
  expect(firstOfKind(boosted, 'filter')).toBeNull()

  const joined = connectPorts({ component: 'tank', port: 'out2' }, { component: 'manifold-x', port: 'in' })
  expect(() => joined(plan('tank-paddles'))).toThrow(OperationError)
  expect(() => plugPort('tank', 'out1')(six)).toThrow(/already/)
  expect(() => takeOut('spring-left')(six)).toThrow(/nothing to do/)
  expect(() => putInLine('intake', 'check')(six)).toThrow(/no pressure/)
  expect(() => replacePart('tank', 'tee')(six)).toThrow(/ports differ/)
  whole(takeOffLine('tank-coupler')(six))
})

test('a string of any operations leaves any circuit whole, its file valid, and each of them undone is as before', () => {
  const change = (air: AirPlan, pick: number): Change | null => {
    const parts = Object.keys(air.components)
    const lines = Object.keys(air.lines)
    const line = lines[pick % lines.length]!
    const part = parts[pick % parts.length]!
    const list: Change[] = [
      ...wholeOperations(air).map((o) => o.run),
      ...partOperations(air, part).map((o) => o.run),
      putInLine(line, IN_LINE_KINDS[pick % IN_LINE_KINDS.length]!),
      teeOff(line, TEE_KINDS[pick % TEE_KINDS.length]!),
      takeOffLine(line),
      ...interchangeableKinds(air.components[part]!.kind)
        .slice(0, 2)
        .map((k) => replacePart(part, k)),
    ]
    return list[Math.floor(pick / 7) % list.length] ?? null
  }
  fc.assert(
    fc.property(
      fc.constantFrom(...ARCHETYPES.map((a) => a.id)),
      fc.array(fc.integer({ min: 0, max: 5000 }), { minLength: 1, maxLength: 8 }),
      (archetype, picks) => {
        const document = newPlan('leaf-flatbed', 'x')
        document.air = plan(archetype)
        let now = document
        for (const pick of picks) {
          const run = change(now.air, pick)
          if (!run) continue
          try {
            const patches = operationPatches(now.air, run)
            const next = applyEdit(now, patches)
            expect(checkPlan(next).problems).toBeNull()
            whole(next.air)
            expect(applyEdit(next, diffDocuments(next, now))).toEqual(now)
            now = next
          } catch (error) {
            if (!(error instanceof OperationError)) throw error
            expect(error.message.length).toBeGreaterThan(15)
          }
        }
      },
    ),
    // A case found earlier: with the cab switch out, the pressure switch goes too, and the tank is added to
    // what is left.
    { numRuns: 100, examples: [['cab-gauge', [3375, 2883, 330, 0]]] },
  )
})

test('every kind has a symbol’s worth of facts: a label, what it is for, and ports told apart by name', () => {
  for (const entry of Object.values(KINDS)) {
    expect(entry.label && entry.what).toBeTruthy()
    expect(new Set(entry.ports.map((p) => p.id)).size).toBe(entry.ports.length)
  }
})
