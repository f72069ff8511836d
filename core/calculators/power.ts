import { chooseFuse, deratedAmpacity, standbyDays, wireDrop, wireSize } from '../power/circuit'
import { celsius, choice, define, flag, fraction, kelvin, object, positive } from './define'
import { type Size, areaOf, sizeField, type Return, returnOf, returnField, bundleField } from './fields'

/** Wires, fuses and the battery. */

export const wireDropCalculator = define<{
  current_A: number
  oneWay_m: number
  size: Size
  returnPath: Return
  temperature_C: number
  supply_V: number
}>({
  name: 'wire-drop',
  title: 'Voltage drop',
  formula: 'drop = 2·I·ρ(T)·L/S',
  source: 'Copper by ρ·L/S both ways, IEC 60028',
  schema: object({
    current_A: positive('Current', 'A'),
    oneWay_m: positive('Length one way', 'm'),
    size: sizeField('Wire size'),
    returnPath: returnField(),
    temperature_C: celsius('Conductor temperature'),
    supply_V: positive('Supply', 'V'),
  }),
  outputs: {
    loop_mOhm: { label: 'Loop resistance', unit: 'mΩ' },
    drop_V: { label: 'Drop', unit: 'V' },
    drop_percent: { label: 'Drop', unit: '%' },
    heat_W: { label: 'Heat in the loop', unit: 'W' },
  },
  example: {
    current_A: 30,
    oneWay_m: 5.5,
    size: { awg: 10 },
    returnPath: 'wire',
    temperature_C: 20,
    supply_V: 12,
  },
  run(input) {
    const r = wireDrop(
      input.current_A,
      input.oneWay_m,
      areaOf(input.size),
      returnOf(input.returnPath),
      kelvin(input.temperature_C),
      input.supply_V,
    )
    return { loop_mOhm: r.loop * 1000, drop_V: r.drop, drop_percent: r.ratio * 100, heat_W: r.heat }
  },
})

export const wireSizeCalculator = define<{
  current_A: number
  oneWay_m: number
  returnPath: Return
  temperature_C: number
  supply_V: number
  system: 'awg' | 'mm2'
  maxDrop_percent: number
  bundle: number
  engineSpace: boolean
}>({
  name: 'wire-size',
  title: 'Wire size',
  formula: 'the thinnest S with 2·I·ρ·L/S within the drop allowed and I within what it carries',
  source: 'Copper by ρ·L/S, IEC 60028; ampacity ABYC E-11 (memory)',
  schema: object({
    current_A: positive('Current', 'A'),
    oneWay_m: positive('Length one way', 'm'),
    returnPath: returnField(),
    temperature_C: celsius('Conductor temperature'),
    supply_V: positive('Supply', 'V'),
    system: choice('Sizes', ['awg', 'mm2']),
    maxDrop_percent: positive('Drop allowed', '%').max(100, '${path} must be at most 100 %'),
    bundle: bundleField(),
    engineSpace: flag('In the engine space'),
  }),
  outputs: {
    size: { label: 'Size', unit: '' },
    drop_percent: { label: 'Drop', unit: '%' },
    ampacity_A: { label: 'Ampacity, derated', unit: 'A' },
    governedBy: { label: 'Governed by', unit: '' },
  },
  example: {
    current_A: 16,
    oneWay_m: 5,
    returnPath: 'wire',
    temperature_C: 40,
    supply_V: 12,
    system: 'awg',
    maxDrop_percent: 3,
    bundle: 2,
    engineSpace: true,
  },
  run(input) {
    const r = wireSize(
      input.system,
      input.current_A,
      input.oneWay_m,
      returnOf(input.returnPath),
      kelvin(input.temperature_C),
      input.supply_V,
      input.maxDrop_percent / 100,
      input.bundle,
      input.engineSpace,
    )
    if (!r) return { size: null, drop_percent: null, ampacity_A: null, governedBy: null }
    return {
      size: r.size.awg !== null ? { awg: r.size.awg } : { mm2: r.size.mm2 },
      drop_percent: r.drop.ratio * 100,
      ampacity_A: r.ampacity,
      governedBy: r.governedBy,
    }
  },
})

export const fuseCalculator = define<{
  continuous_A: number
  inrush_A: number
  inrush_s: number
  thinnest: Size
  bundle: number
  engineSpace: boolean
}>({
  name: 'fuse',
  title: 'Fuse',
  formula: 'the next size from 1.25 × the current up to what the wire carries',
  source:
    'Blade fuse ISO 8820-3 (memory); load at most 80 %; rating at most the thinnest wire’s derated ampacity',
  schema: object({
    continuous_A: positive('Continuous current', 'A'),
    inrush_A: positive('Inrush current', 'A'),
    inrush_s: positive('Inrush time', 's'),
    thinnest: sizeField('Thinnest wire'),
    bundle: bundleField(),
    engineSpace: flag('In the engine space'),
  }),
  outputs: { rating_A: { label: 'Fuse', unit: 'A' }, why: { label: 'Why', unit: '' } },
  example: {
    continuous_A: 16.5,
    inrush_A: 66,
    inrush_s: 0.12,
    thinnest: { awg: 10 },
    bundle: 1,
    engineSpace: false,
  },
  run(input) {
    const { rating, why } = chooseFuse(
      input.continuous_A,
      input.inrush_A,
      input.inrush_s,
      deratedAmpacity(areaOf(input.thinnest), input.bundle, input.engineSpace),
    )
    return { rating_A: rating, why }
  },
})

export const standbyCalculator = define<{ battery_Ah: number; usable_fraction: number; drain_mA: number }>({
  name: 'standby',
  title: 'Stand-by life',
  formula: 'days = usable Ah/(24·I)',
  source: 'days = usable Ah/(24 × A)',
  schema: object({
    battery_Ah: positive('Battery', 'Ah'),
    usable_fraction: fraction('Usable part'),
    drain_mA: positive('Drain', 'mA'),
  }),
  outputs: { days: { label: 'Stand-by', unit: 'days' } },
  example: { battery_Ah: 70, usable_fraction: 0.5, drain_mA: 2 },
  run: (input) => ({
    days: standbyDays(input.battery_Ah * 3600, input.usable_fraction, input.drain_mA / 1000),
  }),
})
