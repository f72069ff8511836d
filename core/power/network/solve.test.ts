import fc from 'fast-check'
import { NetworkError, powerOf, solveNetwork, type NetworkElement } from './solve'

const resistor = (id: string, a: string, b: string, ohm: number): NetworkElement => ({
  id,
  kind: 'resistor',
  a,
  b,
  ohm,
})
const source = (id: string, a: string, b: string, volt: number, ohm = 0): NetworkElement => ({
  id,
  kind: 'source',
  a,
  b,
  volt,
  ohm,
})
const load = (id: string, a: string, b: string, ampere: number): NetworkElement => ({
  id,
  kind: 'current',
  a,
  b,
  ampere,
})

test('a divider, worked by hand: 12 V over 2 Ω and 4 Ω leaves 8 V and drives 2 A', () => {
  const { volts, amps } = solveNetwork(
    [source('s', 'p', 'm', 12), resistor('a', 'p', 'x', 2), resistor('b', 'x', 'm', 4)],
    'm',
  )
  expect(volts).toEqual({ m: 0, p: 12, x: 8 })
  expect(amps.s).toBeCloseTo(2, 12)
  expect(amps.a).toBeCloseTo(2, 12)
})

test('a balanced bridge carries nothing across (Wheatstone 1843); out of balance it does', () => {
  const bridge = (ohm: number) => [
    source('s', 'p', 'm', 10, 1),
    resistor('a', 'p', 'x', 10),
    resistor('b', 'x', 'm', 20),
    resistor('c', 'p', 'y', 15),
    resistor('d', 'y', 'm', ohm),
    resistor('meter', 'x', 'y', 5),
  ]
  expect(solveNetwork(bridge(30), 'm').amps.meter).toBeCloseTo(0, 12)
  expect(Math.abs(solveNetwork(bridge(31), 'm').amps.meter!)).toBeGreaterThan(1e-4)
})

test('two sources share a load by their resistance (Millman): battery and alternator on one motor', () => {
  const { volts } = solveNetwork(
    [
      source('battery', 'p', 'm', 12.6, 0.01),
      source('alternator', 'p', 'm', 14.2, 0.02),
      load('motor', 'p', 'm', 30),
    ],
    'm',
  )
  expect(volts.p).toBeCloseTo((12.6 / 0.01 + 14.2 / 0.02 - 30) / (1 / 0.01 + 1 / 0.02), 10)
})

test('currents sum to nothing at every node and power balances, in any ladder; a longer wire never drops less', () => {
  const ohms = fc.double({ min: 1e-3, max: 1e3, noNaN: true })
  const ladder = fc.array(fc.tuple(ohms, ohms, fc.double({ min: 0, max: 20, noNaN: true })), {
    minLength: 1,
    maxLength: 12,
  })
  const built = (rungs: [number, number, number][]) => [
    source('s', 'n0', 'm', 12.6, 0.01),
    ...rungs.flatMap(([along, across, amps], i) => [
      resistor(`along${i}`, `n${i}`, `n${i + 1}`, along),
      resistor(`across${i}`, `n${i + 1}`, 'm', across),
      load(`load${i}`, `n${i + 1}`, 'm', amps),
    ]),
  ]
  fc.assert(
    fc.property(ladder, (rungs) => {
      const elements = built(rungs)
      const solved = solveNetwork(elements, 'm')
      const nodes = new Set(elements.flatMap(({ a, b }) => [a, b]))
      const most = Math.max(...Object.values(solved.amps).map(Math.abs), 1)
      for (const node of nodes) {
        const sum = elements.reduce((total, { id, kind, a, b }) => {
          const out = solved.amps[id]! * (kind === 'source' ? -1 : 1)
          return total + (a === node ? out : 0) - (b === node ? out : 0)
        }, 0)
        expect(Math.abs(sum)).toBeLessThan(1e-6 * most)
      }
      const { lost, given } = powerOf(elements, solved)
      const taken = elements.reduce(
        (sum, { id, kind, a, b }) =>
          kind === 'current' ? sum + (solved.volts[a]! - solved.volts[b]!) * solved.amps[id]! : sum,
        0,
      )
      expect(given).toBeCloseTo(
        lost + taken,
        -Math.log10(1e-6 * Math.max(Math.abs(lost), Math.abs(taken), 1)),
      )
    }),
  )
  const drop = (ohm: number) =>
    12 -
    solveNetwork([source('s', 'p', 'm', 12), resistor('w', 'p', 'x', ohm), load('l', 'x', 'm', 9)], 'm').volts
      .x!
  expect(drop(0.02)).toBeLessThan(drop(0.021))
})

test('what hangs on nothing, and sources that contradict each other, are said', () => {
  expect(() => solveNetwork([source('s', 'p', 'm', 12), load('l', 'x', 'm', 1)], 'm')).toThrow(NetworkError)
  expect(() => solveNetwork([source('s', 'p', 'm', 12), load('l', 'x', 'm', 1)], 'm')).toThrow(
    'Nothing joins x to m',
  )
  expect(() => solveNetwork([source('s', 'p', 'm', 12), source('t', 'p', 'm', 11)], 'm')).toThrow(
    'Two sources without resistance',
  )
})
