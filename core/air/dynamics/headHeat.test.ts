import fc from 'fast-check'
import { CP, compressedTemperature, headFor, throughHead } from './headHeat'
import { Simulation } from './simulation'

const around = 293.15

test('compressed to 7.8 bar absolute from 20 °C: 254 °C at full efficiency (isentropic, r^0.2857), more at 70 %', () => {
  const rise = around * (7.8 ** (0.4 / 1.4) - 1)
  expect(rise).toBeCloseTo(234, 0)
  expect(compressedTemperature(7.8, around)).toBeCloseTo(around + rise / 0.7, 9)
  // Drawn through, or delivered below ambient pressure: it is not cooled.
  expect(compressedTemperature(0.5, around)).toBe(around)
})

test('what the head is given is what the air lost, and air never leaves colder than the head nor hotter than it came', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1e-6, max: 2e-3, noNaN: true }),
      fc.double({ min: 1, max: 12, noNaN: true }),
      fc.double({ min: around, max: 400, noNaN: true }),
      (flow, ratio, head) => {
        const compressed = compressedTemperature(ratio, around)
        const { leaving, given } = throughHead(headFor('p', null, 3e-4), flow, compressed, head)
        expect(given).toBeCloseTo(flow * CP * (compressed - leaving), 9)
        expect(leaving).toBeGreaterThanOrEqual(Math.min(head, compressed) - 1e-9)
        expect(leaving).toBeLessThanOrEqual(Math.max(head, compressed) + 1e-9)
      },
    ),
  )
})

test('a pump on a vessel kept at one pressure warms its head to where heat in is heat out', () => {
  const head = headFor('pump', null, 3e-4)
  const sim = new Simulation(
    {
      vessels: [{ id: 'tank', volume: 100, wall: 1e6, spring: null }],
      links: [{ id: 'pump', kind: 'pump', from: null, to: 'tank', command: 'on', curve: [[0, 2e-4]] }],
      atmosphere: 101_325,
      ambient: () => around,
      heads: [head],
    },
    { tank: 801_325 },
  )
  sim.command('on', true)
  sim.run(20 * (head.capacity / head.cooling))
  const { flow, discharge, head: heads, pressure } = sim.sample()
  const compressed = compressedTemperature(pressure[0]! / 101_325, around)
  const given = flow[0]! * CP * (compressed - discharge[0]!)
  expect(given / (head.cooling * (heads[0]! - around))).toBeCloseTo(1, 3)
  expect(discharge[0]!).toBeGreaterThan(heads[0]!)
  expect(discharge[0]!).toBeLessThan(compressed)
})
