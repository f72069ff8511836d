import fc from 'fast-check'
import { CALCULATORS, calculate, inputFields } from './index'
import { CalculatorError } from './define'

type Any = Record<string, unknown>
const lines = (name: string, input: unknown): string[] => {
  try {
    calculate(name, input)
    return []
  } catch (error) {
    if (error instanceof CalculatorError) return error.lines
    throw error
  }
}
const example = (name: string) => structuredClone(CALCULATORS.find((c) => c.name === name)!.example) as Any

test('the list holds the contract’s names', () => {
  expect(CALCULATORS.map((c) => c.name)).toEqual([
    'axle-loads',
    'level-pressure',
    'tube-flow',
    'valve-flow',
    'fill-time',
    'gas-temperature',
    'wire-drop',
    'wire-size',
    'fuse',
    'leak-rate',
    'headlamp',
    'standby',
    'torque-check',
    'critical-path',
    'pressure-card',
    'squat-rate',
    'trailer-tongue',
    'roll-stiffness',
    'ride-frequency',
    'tank-fills',
    'tool-air',
    'blow-down',
    'bend-length',
    'cut-plan',
    'network',
    'fuse-time',
    'lifts-on-battery',
    'inrush-fuse',
    'joint-drop',
    'preset-cover',
    'lever-angle',
    'set-reads',
    'radio-margin',
    'hold-plan',
    'cut-in-leak',
    'sink-leak',
  ])
})

describe.each(CALCULATORS.map((c) => [c.name, c] as const))('%s', (name, calculator) => {
  test('its example runs, and gives just the outputs it lists, finite', () => {
    const out = calculate(name, calculator.example)
    expect(Object.keys(out).sort()).toEqual(Object.keys(calculator.outputs).sort())
    const numbers = (value: unknown): number[] =>
      typeof value === 'number'
        ? [value]
        : typeof value === 'object' && value !== null
          ? Object.values(value).flatMap(numbers)
          : []
    expect(numbers(out).length).toBeGreaterThan(0)
    expect(numbers(out).every(Number.isFinite)).toBe(true)
  })

  test('every field of its example is described with label and unit', () => {
    const paths = inputFields(calculator.schema).map((f) => f.path)
    for (const key of Object.keys(calculator.example as Any))
      expect(paths.some((p) => p === key || p.startsWith(`${key}.`) || p.startsWith(`${key}[]`))).toBe(true)
  })

  test('a missing field, a number in quotes, a non-finite number and an unknown field are each refused by name', () => {
    const given = example(name)
    for (const key of Object.keys(given).filter((k) => !['propertyClass', 'path'].includes(k))) {
      const { [key]: _, ...missing } = given
      expect({ key, lines: lines(name, missing) }).toEqual({
        key,
        lines: expect.arrayContaining([expect.stringContaining(key)]),
      })
      if (typeof given[key] !== 'number') continue
      expect(lines(name, { ...given, [key]: String(given[key]) })[0]).toContain(key)
      expect(lines(name, { ...given, [key]: null })[0]).toContain(key)
      expect(lines(name, { ...given, [key]: Infinity })[0]).toContain(key)
    }
    expect(lines(name, { ...given, colour: 1 })[0]).toContain('colour')
    for (const nothing of [null, [], 'x', 3]) expect(lines(name, nothing).length).toBeGreaterThan(0)
  })

  test('no junk makes it throw anything but its own error, or return what is not finite', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(example(name))),
        fc.anything({ maxDepth: 2 }),
        (key, junk) => {
          lines(name, { ...example(name), [key]: junk })
        },
      ),
      { numRuns: 60 },
    )
  })
})

test('worked checks through the calculators (reference sheet)', () => {
  expect(
    (calculate('gas-temperature', { pressure_kPa: 90 * 6.894757, from_C: 30, to_C: 10 })
      .pressure_kPa as number) / 6.894757,
  ).toBeCloseTo(83.1, 1)
  expect(calculate('headlamp', example('headlamp')).beamRise_mm).toBeCloseTo(308.9, 1)
  // Heat is the current squared by the loop's ohms (Joule): twice the amps, four times the heat.
  const wire = { ...example('wire-drop'), current_A: 10 }
  const [once, twice] = [calculate('wire-drop', wire), calculate('wire-drop', { ...wire, current_A: 20 })]
  expect(once.heat_W).toBeCloseTo((100 * (once.loop_mOhm as number)) / 1000, 9)
  expect((twice.heat_W as number) / (once.heat_W as number)).toBeCloseTo(4, 9)
  expect((twice.drop_V as number) / (once.drop_V as number)).toBeCloseTo(2, 9)
  expect(calculate('wire-drop', example('wire-drop'))).toMatchObject({
    drop_V: expect.closeTo(1.08, 2),
    drop_percent: expect.closeTo(9, 1),
  })
  expect(calculate('tube-flow', example('tube-flow'))).toMatchObject({
    massFlow_g_s: expect.closeTo(7.56, 2),
    freeAir_L_min: expect.closeTo(383, 0),
    choked: false,
  })
})

test('torque: class 8.8 at K 0.2 is M6 10.5, M8 25.5, M10 50.5 N·m (reference sheet); slips of unit are caught', () => {
  for (const [thread, torque] of [
    ['M6', 10.5],
    ['M8', 25.5],
    ['M10', 50.5],
  ] as const) {
    const {
      expected_Nm: [low, high],
    } = calculate('torque-check', { thread, propertyClass: '8.8', stated_Nm: torque }) as {
      expected_Nm: [number, number]
    }
    expect((low + high) / 2).toBeCloseTo(torque, 0)
  }
  expect(calculate('torque-check', { thread: 'M8', propertyClass: '8.8', stated_Nm: 18 }).looksLike).toBe(
    'ft-lb typed as N·m',
  )
  expect(calculate('torque-check', { thread: 'M8', propertyClass: '8.8', stated_Nm: 225 }).looksLike).toBe(
    'in-lb typed as N·m',
  )
  expect(calculate('torque-check', { thread: '3/8-16', grade: '5', stated_Nm: 42 }).looksLike).toBe('ok')
  expect(calculate('torque-check', { thread: 'M8', propertyClass: '8.8', stated_Nm: 90 }).looksLike).toBe(
    'other',
  )
})

test('bend-length and cut-plan: worked by hand; junk within their lists is named', () => {
  const bent = calculate('bend-length', {
    points_mm: [
      [0, 0, 0],
      [1000, 0, 0],
      [1000, 1000, 0],
    ],
    bendRadius_mm: 100,
  })
  expect(bent.length_mm).toBeCloseTo(2000 - 200 + 50 * Math.PI, 5)
  expect(
    calculate('bend-length', {
      points_mm: [
        [0, 0, 0],
        [100, 0, 0],
        [100, 150, 0],
        [300, 150, 0],
      ],
      bendRadius_mm: 80,
    }).tooTight,
  ).toEqual([1, 2])
  expect(
    lines('bend-length', {
      points_mm: [
        [0, 0],
        [1, 0, 0],
      ],
      bendRadius_mm: 1,
    })[0],
  ).toContain('points_mm[0]')
  expect(
    calculate('cut-plan', {
      pieces_mm: [3000, 2000, 2000],
      coils: [{ length_mm: 5000, count: 2 }],
      kerf_mm: 0,
      keepOver_mm: 300,
    }),
  ).toEqual({
    coilsUsed: 2,
    cuts: [
      { coil: 0, pieces: [0, 1], offcut_mm: 0 },
      { coil: 0, pieces: [2], offcut_mm: 3000 },
    ],
    kept_mm: [3000],
    best: true,
    short: [],
  })
  expect(
    calculate('cut-plan', {
      pieces_mm: [7000, 1000],
      coils: [{ length_mm: 6000, count: 1 }],
      kerf_mm: 0,
      keepOver_mm: 300,
    }),
  ).toEqual({
    coilsUsed: null,
    cuts: null,
    kept_mm: null,
    best: null,
    short: [0],
  })
  expect(
    lines('cut-plan', {
      pieces_mm: [1],
      coils: [{ length_mm: 5, count: 1.5 }],
      kerf_mm: 0,
      keepOver_mm: 0,
    })[0],
  ).toContain('coils[0].count')
})

test('edges of the contract', () => {
  const fill = example('fill-time')
  expect(calculate('fill-time', { ...fill, to_kPa: fill.from_kPa }).seconds).toBe(0)
  expect(lines('fill-time', { ...fill, to_kPa: 0 })[0]).toContain('from_kPa')
  expect(lines('fill-time', { ...fill, source: { tank: { volume_L: 8, pressure_kPa: 900 } } })[0]).toContain(
    'path',
  )
  expect(
    calculate('fill-time', {
      ...fill,
      source: {
        compressor: {
          curve: [
            [0, 16],
            [300, 0],
          ],
        },
      },
    }),
  ).toEqual({ seconds: null, endSourcePressure_kPa: 300, reached: false })
  const tube = example('tube-flow')
  expect(calculate('tube-flow', { ...tube, p2_kPa: tube.p1_kPa })).toMatchObject({ massFlow_g_s: 0 })
  expect(lines('tube-flow', { ...tube, p2_kPa: 700 })[0]).toContain('p2_kPa')
  expect(lines('tube-flow', { ...tube, length_m: 0 })[0]).toContain('length_m')
  expect(calculate('tube-flow', { ...tube, roughness_um: 0 }).choked).toBe(false)
  expect(lines('tube-flow', { ...tube, p2_kPa: -101.325 })[0]).toContain('p2_kPa')
  expect(lines('valve-flow', { ...example('valve-flow'), b: 1 })[0]).toContain('b')
  expect(lines('standby', { ...example('standby'), drain_mA: 0 })[0]).toContain('drain_mA')
  expect(lines('wire-drop', { ...example('wire-drop'), size: { awg: 9 } })[0]).toContain('size')
  expect(
    lines('leak-rate', {
      ...example('leak-rate'),
      readings: [{ t_s: 0, pressure_kPa: 1, temperature_C: 20 }],
    })[0],
  ).toContain('readings')
  expect(lines('sparkle', {})[0]).toContain('no calculator')
  expect(calculate('wire-size', { ...example('wire-size'), oneWay_m: 5000 })).toEqual({
    size: null,
    drop_percent: null,
    ampacity_A: null,
    governedBy: null,
  })
})

test('critical-path: by hand 25 + 20 + 6 against 15 + 40 + 6; rings, unknown and double ids are named', () => {
  expect(calculate('critical-path', example('critical-path'))).toEqual({
    minutes: 61,
    alone_minutes: 106,
    critical: ['dress the tank', 'hang the tank', 'first fill'],
  })
  const task = (id: string, ...after: string[]) => ({ id, minutes: 1, after })
  expect(lines('critical-path', { tasks: [task('a', 'b'), task('b', 'a')] })).toEqual([
    'tasks: “a” follows itself',
  ])
  expect(lines('critical-path', { tasks: [task('a', 'x')] })).toEqual([
    'tasks: “a” follows “x”, which is not there',
  ])
  expect(lines('critical-path', { tasks: [task('a'), task('a')] })[0]).toContain('“a” is there twice')
})
