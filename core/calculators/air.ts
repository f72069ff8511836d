import { blowDown } from '../air/dynamics/blowDown'
import { tankFills, toolRun } from '../air/equations/tankFills'
import {
  CalculatorError,
  atmosphereField,
  atmosphereOf,
  celsius,
  choice,
  define,
  kPa,
  kelvin,
  notNegative,
  object,
  refuseWhenStuck,
  positive,
  toKPa,
  type Calculator,
} from './define'
import { criticalRatio, freeAirField, freeAirOf, vacuumProblems, vesselFields } from './fields'

/** Calculators of the Air stage. */
export const AIR_CALCULATORS: readonly Calculator[] = [
  define<{
    tank_L: number
    tank_kPa: number
    cutIn_kPa: number
    volume_L: number
    from_kPa: number
    to_kPa: number
  }>({
    name: 'tank-fills',
    title: 'Fills out of a tank',
    formula: 'fills = V_tank·(p_tank − p_least)/(V·(p_to − p_from))',
    source: 'Isothermal: each fill takes (to − from)·V of gas from the tank, compressor off',
    schema: object({
      tank_L: positive('Tank', 'L'),
      tank_kPa: notNegative('Tank, full', 'kPa'),
      cutIn_kPa: notNegative('Compressor starts at', 'kPa'),
      volume_L: positive('Filled volume', 'L'),
      from_kPa: notNegative('From', 'kPa'),
      to_kPa: positive('To', 'kPa'),
    }),
    outputs: {
      beforeRestart: { label: 'Fills before the compressor starts', unit: '' },
      beforeFlat: { label: 'Fills before it cannot reach it', unit: '' },
      afterFirst_kPa: { label: 'Tank after the first', unit: 'kPa' },
    },
    example: { tank_L: 7.6, tank_kPa: 1034, cutIn_kPa: 760, volume_L: 4.2, from_kPa: 34.5, to_kPa: 350 },
    run(input) {
      if (input.to_kPa <= input.from_kPa)
        throw new CalculatorError([
          'to_kPa is not above from_kPa: filling goes up, so type the higher pressure as to_kPa',
        ])
      const r = tankFills(
        { volume: input.tank_L / 1000, pressure: kPa(input.tank_kPa), cutIn: kPa(input.cutIn_kPa) },
        { volume: input.volume_L / 1000, from: kPa(input.from_kPa), to: kPa(input.to_kPa) },
      )
      return { beforeRestart: r.beforeRestart, beforeFlat: r.beforeFlat, afterFirst_kPa: toKPa(r.afterFirst) }
    },
  }),
  define<{
    demand_L_min: number
    needed_kPa: number
    tank_L: number
    tank_kPa: number
    curve: [number, number][]
    atmosphere_kPa?: number
  }>({
    name: 'tool-air',
    title: 'Air for a tool',
    formula: 't = ∫ V·dp/(p_atm·(demand − Q(p)))',
    source: 't = ∫ V·dp/(p_atm·(demand − Q(p))), isothermal, compressor running all the while',
    schema: object({
      demand_L_min: positive('Tool takes, free air', 'L/min'),
      needed_kPa: notNegative('At this pressure or above', 'kPa'),
      tank_L: positive('Tank', 'L'),
      tank_kPa: notNegative('Tank, full', 'kPa'),
      curve: freeAirField(),
      atmosphere_kPa: atmosphereField(),
    }),
    outputs: {
      minutes: { label: 'Runs for (— when the compressor keeps up)', unit: 'min' },
      share_percent: { label: 'May run for ever at', unit: '% of the time' },
      keepsUp: { label: 'The compressor keeps up', unit: '' },
    },
    example: {
      demand_L_min: 110,
      needed_kPa: 550,
      tank_L: 18.9,
      tank_kPa: 1034,
      curve: [
        [0, 62],
        [414, 42],
        [690, 34],
        [1034, 25],
      ],
    },
    run(input) {
      if (input.tank_kPa < input.needed_kPa)
        throw new CalculatorError([
          'tank_kPa is below needed_kPa: the tool cannot start; type a fuller tank or a lower pressure',
        ])
      const r = toolRun(
        { volume: input.tank_L / 1000, pressure: kPa(input.tank_kPa) },
        freeAirOf(input.curve),
        input.demand_L_min / 60_000,
        kPa(input.needed_kPa),
        atmosphereOf(input),
      )
      return {
        minutes: r.seconds === null ? null : r.seconds / 60,
        share_percent: r.share * 100,
        keepsUp: r.seconds === null,
      }
    },
  }),
  define<{
    volume_L: number
    from_kPa: number
    to_kPa: number
    C_dm3_s_bar: number
    b: number
    temperature_C: number
    heat: 'isothermal' | 'adiabatic'
    atmosphere_kPa?: number
  }>({
    name: 'blow-down',
    title: 'Time to let down',
    formula: 'dm/dt = −C·ρ₀·p·√(T₀/T)·φ(p_atm/p), with the gas’s own cooling',
    source: 'ISO 6358-1 opening to the atmosphere; gas mass and energy in time, the circuit’s own solver',
    schema: object({
      ...vesselFields(),
      C_dm3_s_bar: positive('Sonic conductance', 'dm³/(s·bar)'),
      b: criticalRatio(),
      temperature_C: celsius('Temperature'),
      heat: choice('Heat', ['isothermal', 'adiabatic']),
      atmosphere_kPa: atmosphereField(),
    }),
    outputs: {
      seconds: { label: 'Time (— when not within a day)', unit: 's' },
      temperature_C: { label: 'Air inside then', unit: '°C' },
    },
    example: {
      volume_L: 2,
      from_kPa: 600,
      to_kPa: 34.5,
      C_dm3_s_bar: 0.24,
      b: 0.35,
      temperature_C: 20,
      heat: 'isothermal',
    },
    run(input) {
      const atmosphere = atmosphereOf(input)
      const lines: string[] = []
      if (input.to_kPa > input.from_kPa)
        lines.push('to_kPa is above from_kPa: letting down goes down, so type the lower pressure as to_kPa')
      if (input.to_kPa < 0) lines.push('to_kPa is below 0: an opening to the atmosphere ends at 0 kPa gauge')
      lines.push(...vacuumProblems({ from_kPa: input.from_kPa }, atmosphere))
      if (lines.length) throw new CalculatorError(lines)
      const r = refuseWhenStuck('volume_L, from_kPa and C_dm3_s_bar', () =>
        blowDown(
          input.volume_L / 1000,
          kPa(input.from_kPa),
          kPa(input.to_kPa),
          input.C_dm3_s_bar * 1e-8,
          input.b,
          kelvin(input.temperature_C),
          input.heat === 'isothermal',
          atmosphere,
        ),
      )
      return { seconds: r.seconds, temperature_C: r.temperature - 273.15 }
    },
  }),
]
