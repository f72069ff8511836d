import fc from 'fast-check'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { WIRING } from '../catalog/wiring'
import { createDeriver } from '../derive/derive'
import { newPlan } from '../jobs/newPlan'
import type { Archetype, Plan } from '../document/types'
import { wireResistance } from './circuit'
import { drawSheet, sheetsOf } from './drawing/sheets'
import { WIRING_SYMBOLS, wiringSymbol } from './drawing/symbols'
import { energyOf } from './energy'
import { guardCurves, shortBehind, wireWithstands } from './guards'
import { motorSource, solveState } from './network/states'
import { fitSecondBattery } from './operations'
import { startsOnFuse } from './starting'
import {
  fuseTable,
  harnessTable,
  jointTable,
  motorAtPressures,
  sizeLabel,
  voltsLost,
  wireTable,
  wiringGraph,
} from './tables'
import { jointList } from './wires'

const derive = createDeriver()
const planOf = (archetype: Archetype, change: (p: Plan) => unknown = () => {}): Plan => {
  const plan = newPlan('leaf-flatbed', 'x')
  Object.assign(plan.air, { archetype, ...startingCircuit(archetype) })
  change(plan)
  return plan
}
const resultOf = (archetype: Archetype, change?: (p: Plan) => unknown) =>
  derive(planOf(archetype, change)).stages.power.result

describe('what a wire and a battery are, by hand', () => {
  test('a wire warms by its lasting amps squared times ρ·L/S', () => {
    const { rows, wiring } = resultOf('tank-wireless')
    for (const row of rows) {
      const part = wiring.parts.find(({ id }) => id === row.id)!
      const { conductorTemperature } = planOf('tank-wireless').power
      expect([row.id, row.heat]).toEqual([
        row.id,
        expect.closeTo(row.amps ** 2 * wireResistance(row.area, row.length, conductorTemperature), 9),
      ])
      expect([row.id, row.drop]).toEqual([
        row.id,
        expect.closeTo(row.amps * (part as { ohm: number }).ohm, 9),
      ])
    }
    expect(rows.some(({ amps }) => amps > 5)).toBe(true)
  })
  test('a battery twice as large has half the ohms; of 24 V it has twice those of 12', () => {
    const innerOf = (change: (p: Plan) => unknown) => {
      const battery = resultOf('tank-wireless', change).wiring.parts.find(({ id }) => id === 'battery')!
      return (battery as { inner: number }).inner
    }
    const ah = (hours: number) => (p: Plan) => (p.power.batteryCapacity = hours * 3600)
    expect(innerOf(ah(70))).toBeCloseTo(WIRING.batteryOhms, 12)
    expect(innerOf(ah(140))).toBeCloseTo(WIRING.batteryOhms / 2, 12)
    expect(innerOf(ah(35))).toBeCloseTo(WIRING.batteryOhms * 2, 12)
    const of24 = innerOf((p) => {
      ah(70)(p)
      p.power.systemVoltage = 24
    })
    expect(of24).toBeCloseTo(WIRING.batteryOhms * 2, 12)
  })
})

describe('the wire table', () => {
  test('every wire has a mark of its own, both ends, a colour; its drop is amps by ohms', () => {
    for (const { id } of ARCHETYPES) {
      const { rows, wiring } = resultOf(id)
      expect(new Set(rows.map(({ mark }) => mark)).size).toBe(rows.length)
      for (const row of rows) {
        const part = wiring.parts.find((p) => p.id === row.id)!
        expect(row.drop).toBeCloseTo(row.amps * ('ohm' in part ? part.ohm : 0), 12)
        expect(row.ends.map(({ at }) => at).every((at) => at.length > 0)).toBe(true)
        if (row.for !== 'earth')
          expect({ id: row.id, guard: row.guard !== null }).toEqual({ id: row.id, guard: true })
      }
    }
  })
  test('copper by hand: 18 AWG is 20.95 mΩ/m at 20 °C (NBS Handbook 100), and two crimps are a milliohm', () => {
    const { rows, wiring } = resultOf('wireless-dual', (p) => (p.power.conductorTemperature = 293.15))
    const wake = rows.find(({ id }) => id === 'wire-wake')!
    const part = wiring.parts.find(({ id }) => id === 'wire-wake')!
    expect('ohm' in part && part.ohm).toBeCloseTo(0.02095 * wake.length + 0.001, 4)
    expect(wireResistance(wake.area, 1, 293.15)).toBeCloseTo(0.02095, 4)
  })
  test('barrels by DIN 46245: 18 AWG red, 14 AWG blue, 10 AWG yellow; thinner than 0.5 mm² folded back', () => {
    const end = (area: number) => {
      const said = { area, colour: null, label: null, joint: null }
      const { rows } = resultOf('wireless-dual', (p) => (p.power.wires['wire-wake'] = said))
      return rows.find(({ id }) => id === 'wire-wake')!.ends[0]
    }
    expect([0.82e-6, 2.08e-6, 5.26e-6].map((area) => end(area).barrel)).toEqual(['red', 'blue', 'yellow'])
    expect([end(0.5e-6).folded, end(0.49e-6).folded]).toEqual([false, true])
    expect(end(0.49e-6).strip).toBeCloseTo(2 * end(0.5e-6).strip, 12)
  })
  test('what is said of a wire stands in its row, and on paper', () => {
    const said = { area: 2.5e-6, colour: 'violet', label: 'K7', joint: 'solder' as const }
    const { rows } = resultOf('wireless-dual', (p) => (p.power.wires['wire-wake'] = said))
    const row = rows.find(({ id }) => id === 'wire-wake')!
    expect(row).toMatchObject({ mark: 'K7', colour: 'violet', area: 2.5e-6, joint: 'solder' })
    const { head, rows: table } = wireTable(rows, 'mm²')
    const written = table.find(([mark]) => mark === 'K7')!
    expect(written[head.indexOf('Size')]).toBe('2.5 mm²')
    expect(harnessTable(rows, 'AWG').rows.find(([mark]) => mark === 'K7')).toContain('12 AWG')
    expect(sizeLabel(0.823e-6, 'mm²')).toBe('1 mm²')
    expect(sizeLabel(9e-5, 'AWG')).toBe('90 mm²')
  })
  test('terminals are two for each wire, labels too; guards and relays are counted', () => {
    const { rows, wiring, guards } = resultOf('tank-paddles')
    const { counted, shrink } = jointList(wiring, rows)
    const count = (of: RegExp) => counted.filter(({ what }) => of.test(what)).reduce((n, c) => n + c.count, 0)
    expect(count(/terminal|splice|tap/)).toBe(2 * rows.length)
    expect(count(/^label/)).toBe(2 * rows.length)
    expect(count(/blade fuse/)).toBe(guards.length)
    expect(count(/relay/)).toBe(1)
    expect(shrink).toBeCloseTo(2 * rows.length * 0.04, 12)
    expect(jointTable(counted, shrink).rows).toHaveLength(counted.length + 1)
    expect(fuseTable(guards).rows.find(([label]) => label === 'Main fuse')).toContain('Compressor motor')
  })
})

describe('where the volts are lost', () => {
  test('what is lost on the way and what is left make the battery’s volts, in every state and for everything', () => {
    for (const archetype of ['wireless-dual', 'tank-paddles', 'electronic', 'onboard-wireless'] as const) {
      const { wiring, solved } = resultOf(archetype)
      for (const state of ['on', 'compressor', 'hot', 'everything'] as const)
        for (const { id, role } of wiring.parts) {
          if (role !== 'motor' && role !== 'coil') continue
          const { volts } = solved[state]
          const { lost, left } = voltsLost(wiring, id, volts)
          const sum = lost.reduce((total, l) => total + l.volts, left)
          expect(sum).toBeCloseTo(volts['battery-plus']!, 9)
        }
    }
  })
  test('what several earths share at one screw is lost once, behind the earth of its own', () => {
    const { wiring, solved } = resultOf('tank-paddles', (p) => {
      for (const part of ['motor', 'coil'])
        p.power.earths[part] = { at: 'frame', surface: 'bare', shared: true }
    })
    const { volts } = solved.compressor
    for (const id of ['motor', 'coil']) {
      const { lost, left } = voltsLost(wiring, id, volts)
      expect(lost.slice(-2).map((l) => [l.id === 'shared', l.volts > 0])).toEqual([
        [false, true],
        [true, true],
      ])
      expect(lost.reduce((total, l) => total + l.volts, left)).toBeCloseTo(volts['battery-plus']!, 9)
    }
  })
  test('a hot engine space loses more, corroded earths more still; a cold morning takes it from the battery', () => {
    const { solved } = resultOf('tank-paddles')
    const at = (state: 'compressor' | 'hot' | 'corroded' | 'cold') =>
      solved[state].volts['motor-plus']! - solved[state].volts['motor-minus']!
    expect(at('hot')).toBeLessThan(at('compressor'))
    expect(at('corroded')).toBeLessThan(at('hot'))
    expect(solved.cold.volts['battery-plus']!).toBeLessThan(solved.compressor.volts['battery-plus']!)
  })
  test('the motor at each pressure of its curve: at its own amps the very volts of the network', () => {
    const { wiring, feed, solved } = resultOf('tank-paddles')
    const source = motorSource(wiring)!
    const rows = motorAtPressures(feed!.compressor.current, source)
    expect(rows).toHaveLength(feed!.compressor.current.length)
    const { volts } = solved.compressor
    const [at] = motorAtPressures([[0, feed!.motor]], source)
    expect(at!.volts).toBeCloseTo(volts['motor-plus']! - volts['motor-minus']!, 9)
    for (const [i, row] of rows.entries())
      if (i > 0 && row.amps > rows[i - 1]!.amps) expect(row.volts).toBeLessThan(rows[i - 1]!.volts)
    expect(motorSource(resultOf('engine-driven').wiring)).toBeNull()
  })
  test('the graph has every part between two of its nodes', () => {
    const { wiring, rows } = resultOf('high-flow')
    const { nodes, parts } = wiringGraph(wiring, rows)
    const known = new Set(nodes.map(({ id }) => id))
    for (const { from, to } of parts) expect([known.has(from), known.has(to)]).toEqual([true, true])
    expect(parts.find(({ id }) => id === 'feed')).toMatchObject({ mark: 'W1', laid: true })
  })
})

describe('guards', () => {
  test('a wire bears (k·S)²/I²: 1 mm² at 88 A one second (IEC 60364-5-54 from 105 °C)', () => {
    expect(wireWithstands(1e-6, 88)).toBeCloseTo(1, 12)
    expect(wireWithstands(2e-6, 88)).toBeCloseTo(4, 12)
  })
  test('a dead short: the battery over its own, fuse and wire resistance', () => {
    const { wiring } = resultOf('wireless-dual')
    const part = (id: string) => wiring.parts.find((p) => p.id === id)!
    const ohm = (id: string) => (part(id) as { ohm: number }).ohm
    const short = shortBehind(wiring, 'feed')!
    expect(short.amps).toBeCloseTo(12.475 / (WIRING.batteryOhms + ohm('fuse') + ohm('feed')), 6)
    expect(shortBehind(wiring, 'wire-block')!.amps).toBeLessThan(short.amps)
    expect(shortBehind(wiring, 'earth')).toBeNull()
  })
  test('a larger fuse never protects better, a thicker wire never worse', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 40, noNaN: true }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        fc.double({ min: 20, max: 900, noNaN: true }),
        (rating, times, amps) => {
          const [small, large] = [rating, rating * times].map((r) => guardCurves(r, 1e-6, null).most)
          const by = (curve: { x: number; y: number }[]) => curve.find(({ x }) => x >= amps)?.y ?? 0
          if (amps <= rating * times * 1.4 || amps > rating * 11) return
          expect(by(large!)).toBeGreaterThanOrEqual(by(small!) * 0.75)
          expect(wireWithstands(times * 1e-6, amps)).toBeGreaterThanOrEqual(wireWithstands(1e-6, amps))
        },
      ),
    )
  })
  test('two motors at once ask twice of the fuse; one after the other it holds; what runs over it never does', () => {
    const two = { count: 2, running: 14, inrush: 56, inrushTime: 0.1, besides: 1 }
    const at = (delay: number) => startsOnFuse(40, two, delay)
    expect(at(0).peak).toBe(113)
    expect(at(1).peak).toBe(71)
    expect(at(1).share).toBeLessThan(at(0).share)
    expect(at(0).share).toBeGreaterThan(1)
    expect(at(1).share).toBeLessThan(1)
    expect(startsOnFuse(20, two, 1).share).toBe(Infinity)
    expect(startsOnFuse(40, { ...two, count: 1 }, 0).peak).toBe(57)
  })
})

describe('what the battery gives', () => {
  test('lifts by hand: what is above half the charge, over amps by seconds', () => {
    const plan = planOf('wireless-dual')
    const { solved } = derive(plan).stages.power.result
    const { lifts, lift, liftsWithSecond, running } = energyOf(plan.power, solved, 40)
    expect(lift).toBeCloseTo(running * 40, 9)
    expect(lifts).toBe(Math.floor((70 * 3600 * 0.25) / (running * 40)))
    expect(liftsWithSecond!).toBe(lifts! + Math.floor((75 * 3600 * 0.5) / (running * 40)))
    expect(energyOf({ ...plan.power, charge: 0.5 }, solved, 40).lifts).toBe(0)
    expect(energyOf(plan.power, solved, null).lifts).toBeNull()
  })
  test('a cold battery, an idling alternator: what is over is what it gives less truck and set', () => {
    const plan = planOf('wireless-dual')
    const { energy } = derive(plan).stages.power.result
    expect(energy.spare).toBeCloseTo(45 - 25 - energy.running, 9)
    expect(energy.parked).toBeGreaterThan(0.002)
    expect(energy.parked).toBeLessThan(0.0025)
  })
})

describe('the drawing', () => {
  test('everything that takes current is drawn once, on one sheet, with its earth; symbols are there for all', () => {
    for (const { id } of ARCHETYPES) {
      const plan = planOf(id)
      const { wiring } = derive(plan).stages.power.result
      const drawn = sheetsOf(wiring).map((sheet) => drawSheet(wiring, sheet))
      const times = (part: string) =>
        drawn.reduce((n, { parts }) => n + parts.filter((p) => p.part.id === part).length, 0)
      for (const part of wiring.parts) {
        if (part.role === 'user' || part.role === 'motor' || part.role === 'coil')
          expect([part.id, times(part.id)]).toEqual([part.id, 1])
        const symbol = WIRING_SYMBOLS[wiringSymbol(part, (of) => plan.air.components[of]?.kind)]
        expect(symbol.d).toMatch(/^M/)
      }
      const wires = new Set(drawn.flatMap((d) => d.wires.map(({ part }) => part.id)))
      for (const part of wiring.parts)
        if (part.role === 'wire' || part.role === 'earth')
          expect([part.id, wires.has(part.id)]).toEqual([part.id, true])
    }
  })
  test('no two symbols of a sheet stand on one place, and none outside it', () => {
    for (const { id } of ARCHETYPES) {
      const plan = planOf(id)
      const power = fitSecondBattery(plan.power, derive(plan).stages.power.result.wiring)
      const { wiring } = derive({ ...plan, power }).stages.power.result
      for (const sheet of sheetsOf(wiring)) {
        const { parts, width, height } = drawSheet(wiring, sheet)
        const places = parts.map(({ x, y }) => `${x} ${y}`)
        expect([id, sheet, new Set(places).size]).toEqual([id, sheet, places.length])
        for (const { x, y } of parts)
          expect([x > 0, y > 0, x < width, y < height]).toEqual([true, true, true, true])
      }
    }
  })
  test('an edit of one branch leaves the others where they were', () => {
    const plan = planOf('electronic')
    const places = (p: Plan) =>
      Object.fromEntries(
        drawSheet(derive(p).stages.power.result.wiring, 'feed').parts.map(({ part, x, y }) => [
          part.id,
          [x, y],
        ]),
      )
    const before = places(plan)
    const fused = structuredClone(plan)
    fused.power.inWire.f = { order: 1, wire: 'wire-block', kind: 'fuse', at: 'source', rating: null }
    const now = places(fused)
    for (const id of ['battery', 'fuse', 'relay', 'motor', 'earth'])
      expect([id, now[id]]).toEqual([id, before[id]])
  })
  test('nothing is drawn of a circuit with nothing on wires', () => {
    expect(sheetsOf(resultOf('hand-two').wiring)).toEqual([])
  })
})

test('a fault of a fuse in one state shows there: solved states and what the drawing shows are one', () => {
  const { wiring, solved } = resultOf('tank-wireless')
  expect(solved.compressor.volts).toEqual(solveState(wiring, 'compressor').volts)
})
