import { FOOT_POUND, PSI } from './constants'

/**
 * Units at the edges: everything inside the core is SI, and this file is the only place that knows other units.
 * Conversion factors: NIST SP 811.
 */

export interface Unit {
  /** What is printed after the figure. */
  symbol: string
  /** SI value = (shown value + offset) × factor. */
  factor: number
  offset?: number
  /** Decimals shown by default. */
  digits: number
  /** Other spellings accepted when typed, lower case. */
  also?: readonly string[]
}

const INCH = 0.0254
const POUND = 0.45359237
const LBF = 4.448222
const GALLON = 3.785411784e-3

/** Every quantity a user meets, with the units it may be shown and typed in. The first is the default. */
export const QUANTITIES = {
  pressure: {
    psi: { symbol: 'psi', factor: PSI, digits: 0, also: ['lb/in2', 'psig'] },
    bar: { symbol: 'bar', factor: 1e5, digits: 2, also: ['barg'] },
    kPa: { symbol: 'kPa', factor: 1e3, digits: 0, also: ['kpa'] },
  },
  length: {
    in: { symbol: 'in', factor: INCH, digits: 1, also: ['"', '″', 'inch', 'inches'] },
    mm: { symbol: 'mm', factor: 1e-3, digits: 0 },
    cm: { symbol: 'cm', factor: 1e-2, digits: 1 },
    m: { symbol: 'm', factor: 1, digits: 2 },
    ft: { symbol: 'ft', factor: 12 * INCH, digits: 2, also: ["'", '′', 'foot', 'feet'] },
  },
  /** Length of lines, wires and roads: too long to read in mm or in. */
  run: {
    ft: { symbol: 'ft', factor: 12 * INCH, digits: 1, also: ["'", '′', 'foot', 'feet'] },
    m: { symbol: 'm', factor: 1, digits: 2 },
    mm: { symbol: 'mm', factor: 1e-3, digits: 0 },
    cm: { symbol: 'cm', factor: 1e-2, digits: 1 },
    in: { symbol: 'in', factor: INCH, digits: 1, also: ['"', '″', 'inch', 'inches'] },
  },
  /** Distance driven. */
  journey: {
    mi: { symbol: 'mi', factor: 1609.344, digits: 0, also: ['mile', 'miles'] },
    km: { symbol: 'km', factor: 1000, digits: 0 },
    m: { symbol: 'm', factor: 1, digits: 0 },
  },
  mass: {
    lb: { symbol: 'lb', factor: POUND, digits: 0, also: ['lbs', 'pound', 'pounds'] },
    kg: { symbol: 'kg', factor: 1, digits: 0, also: ['kgs'] },
    t: { symbol: 't', factor: 1000, digits: 3, also: ['tonne', 'tonnes'] },
  },
  force: {
    lbf: { symbol: 'lbf', factor: LBF, digits: 0 },
    N: { symbol: 'N', factor: 1, digits: 0, also: ['n'] },
    kN: { symbol: 'kN', factor: 1000, digits: 2, also: ['kn'] },
  },
  springRate: {
    'lbf/in': { symbol: 'lbf/in', factor: LBF / INCH, digits: 0, also: ['lb/in'] },
    'N/mm': { symbol: 'N/mm', factor: 1000, digits: 1, also: ['n/mm'] },
  },
  torque: {
    'ft·lbf': {
      symbol: 'ft·lbf',
      factor: FOOT_POUND,
      digits: 0,
      also: ['ft-lb', 'ftlb', 'lbf·ft', 'ft lb', 'lb-ft'],
    },
    'N·m': { symbol: 'N·m', factor: 1, digits: 0, also: ['nm', 'n·m', 'n-m'] },
  },
  wireArea: {
    AWG: { symbol: 'AWG', factor: 1, digits: 0 },
    'mm²': { symbol: 'mm²', factor: 1e-6, digits: 2, also: ['mm2', 'sq mm'] },
  },
  volume: {
    gal: { symbol: 'gal', factor: GALLON, digits: 2 },
    L: { symbol: 'L', factor: 1e-3, digits: 2, also: ['l', 'litre', 'litres', 'liter'] },
  },
  flow: {
    cfm: { symbol: 'cfm', factor: (12 * INCH) ** 3 / 60, digits: 2 },
    'L/min': { symbol: 'L/min', factor: 1e-3 / 60, digits: 0, also: ['l/min', 'lpm'] },
  },
  temperature: {
    '°F': { symbol: '°F', factor: 5 / 9, offset: 459.67, digits: 0, also: ['f', 'degf'] },
    '°C': { symbol: '°C', factor: 1, offset: 273.15, digits: 1, also: ['c', 'degc'] },
  },
  area: {
    'in²': { symbol: 'in²', factor: INCH ** 2, digits: 2, also: ['in2', 'sq in'] },
    'cm²': { symbol: 'cm²', factor: 1e-4, digits: 1, also: ['cm2'] },
  },
  /** Current that a battery gives at rest: too small to read in A. */
  drain: {
    mA: { symbol: 'mA', factor: 1e-3, digits: 0, also: ['ma'] },
    A: { symbol: 'A', factor: 1, digits: 3, also: ['a', 'amp', 'amps'] },
  },
  current: { A: { symbol: 'A', factor: 1, digits: 1, also: ['a', 'amp', 'amps'] } },
  voltage: { V: { symbol: 'V', factor: 1, digits: 2, also: ['v'] } },
  resistance: { mΩ: { symbol: 'mΩ', factor: 1e-3, digits: 1, also: ['mohm'] } },
  ohms: { Ω: { symbol: 'Ω', factor: 1, digits: 1, also: ['ohm', 'ohms'] } },
  charge: { Ah: { symbol: 'Ah', factor: 3600, digits: 0, also: ['ah'] } },
  power: { W: { symbol: 'W', factor: 1, digits: 1, also: ['w'] } },
  angle: { '°': { symbol: '°', factor: Math.PI / 180, digits: 2, also: ['deg'] } },
  ratio: { '%': { symbol: '%', factor: 0.01, digits: 1 } },
  rollStiffness: { 'N·m/°': { symbol: 'N·m/°', factor: 180 / Math.PI, digits: 0 } },
  decibel: { dB: { symbol: 'dB', factor: 1, digits: 0, also: ['db'] } },
  frequency: { Hz: { symbol: 'Hz', factor: 1, digits: 2, also: ['hz'] } },
  conductance: { 'dm³/(s·bar)': { symbol: 'dm³/(s·bar)', factor: 1e-8, digits: 3 } },
  bore: {
    mm: { symbol: 'mm', factor: 1e-3, digits: 2 },
    in: { symbol: 'in', factor: INCH, digits: 3, also: ['"'] },
  },
  massFlow: { 'g/s': { symbol: 'g/s', factor: 1e-3, digits: 3 } },
  plain: { '': { symbol: '', factor: 1, digits: 2 } },
  count: { '': { symbol: '', factor: 1, digits: 0 } },
  time: {
    s: { symbol: 's', factor: 1, digits: 0, also: ['sec', 'seconds'] },
    min: { symbol: 'min', factor: 60, digits: 1, also: ['minutes'] },
    h: { symbol: 'h', factor: 3600, digits: 1, also: ['hours', 'hr'] },
    d: { symbol: 'days', factor: 86400, digits: 1, also: ['d', 'day'] },
  },
  leak: { 'Pa·m³/s': { symbol: 'Pa·m³/s', factor: 1, digits: 6 } },
  pressureLoss: {
    'psi/day': { symbol: 'psi/day', factor: PSI / 86400, digits: 2 },
    'bar/day': { symbol: 'bar/day', factor: 1e5 / 86400, digits: 3 },
    'kPa/day': { symbol: 'kPa/day', factor: 1e3 / 86400, digits: 2 },
  },
  /** The same per week: the time between two looks at the gauge. */
  weeklyLoss: {
    'psi/week': { symbol: 'psi/week', factor: PSI / 604_800, digits: 1 },
    'bar/week': { symbol: 'bar/week', factor: 1e5 / 604_800, digits: 2 },
    'kPa/week': { symbol: 'kPa/week', factor: 1e3 / 604_800, digits: 1 },
  },
} as const satisfies Record<string, Record<string, Unit>>

export type Quantity = keyof typeof QUANTITIES

/** The five units a shop chooses; all others follow from them. */
export interface UnitChoice {
  pressure: 'psi' | 'bar' | 'kPa'
  length: 'in' | 'mm'
  mass: 'lb' | 'kg'
  torque: 'ft·lbf' | 'N·m'
  wire: 'AWG' | 'mm²'
}

export const US_UNITS: UnitChoice = {
  pressure: 'psi',
  length: 'in',
  mass: 'lb',
  torque: 'ft·lbf',
  wire: 'AWG',
}
export const METRIC_UNITS: UnitChoice = {
  pressure: 'bar',
  length: 'mm',
  mass: 'kg',
  torque: 'N·m',
  wire: 'mm²',
}

/** The unit a quantity is shown in under a shop's choice. */
export function unitFor(quantity: Quantity, choice: UnitChoice): Unit {
  const of = QUANTITIES[quantity] as Record<string, Unit>
  const inches = choice.length === 'in'
  const pick: Partial<Record<Quantity, string>> = {
    pressure: choice.pressure,
    length: choice.length,
    run: inches ? 'ft' : 'm',
    journey: inches ? 'mi' : 'km',
    mass: choice.mass,
    force: choice.mass === 'lb' ? 'lbf' : 'N',
    springRate: choice.mass === 'lb' && inches ? 'lbf/in' : 'N/mm',
    torque: choice.torque,
    wireArea: choice.wire,
    volume: inches ? 'gal' : 'L',
    flow: inches ? 'cfm' : 'L/min',
    temperature: choice.mass === 'lb' && inches ? '°F' : '°C',
    area: inches ? 'in²' : 'cm²',
    bore: inches ? 'in' : 'mm',
    pressureLoss: `${choice.pressure}/day`,
    weeklyLoss: `${choice.pressure}/week`,
  }
  return of[pick[quantity] ?? ''] ?? Object.values(of)[0]!
}

/** SI value to the number shown in `unit`. */
export function fromSi(value: number, unit: Unit): number {
  return value / unit.factor - (unit.offset ?? 0)
}

/** A number typed in `unit` to SI. */
export function toSi(value: number, unit: Unit): number {
  return (value + (unit.offset ?? 0)) * unit.factor
}

/** Thin spaces between thousands, a true minus sign, fixed decimals; "—" when there is no finite number. */
export function formatNumber(value: number | null | undefined, digits: number): string {
  if (value == null || !Number.isFinite(value)) return '—'
  const rounded = value.toFixed(digits)
  const [whole, fraction] = rounded.replace('-', '').split('.') as [string, string?]
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, ' ') : whole
  const negative = value < 0 && Number(rounded) !== 0
  return (negative ? '−' : '') + grouped + (fraction ? `.${fraction}` : '')
}

/** Text and unit of an SI value, for example `{ text: '58', unit: 'psi' }`. */
export function show(
  value: number | null | undefined,
  quantity: Quantity,
  choice: UnitChoice,
  digits?: number,
): { text: string; unit: string } {
  if (value == null || !Number.isFinite(value)) return { text: '—', unit: '' }
  if (quantity === 'time') return showTime(value, digits)
  const unit = unitFor(quantity, choice)
  if (quantity === 'wireArea' && unit.symbol === 'AWG') {
    return { text: formatNumber(awgOfArea(value), 0), unit: 'AWG' }
  }
  if (quantity === 'leak') return { text: value.toExponential(1).replaceAll('-', '−'), unit: unit.symbol }
  return { text: formatNumber(fromSi(value, unit), digits ?? unit.digits), unit: unit.symbol }
}

/** Value and unit in one string, for example "58 psi". */
export function showText(
  value: number | null | undefined,
  quantity: Quantity,
  choice: UnitChoice,
  digits?: number,
): string {
  const { text, unit } = show(value, quantity, choice, digits)
  return unit === '' ? text : unit === '°' || unit === '%' ? `${text} ${unit}` : `${text} ${unit}`
}

/** From this value on, decimals of an hour or a day are left out. */
const FULL = 100
function timeUnit(value: number): Unit {
  const size = Math.abs(value)
  return QUANTITIES.time[size < 120 ? 's' : size < 7200 ? 'min' : size < 172_800 ? 'h' : 'd']
}

/** Unit a figure is shown in: for a time it depends on the size, otherwise on the shop's choice. */
export const shownUnit = (value: number | null, quantity: Quantity, choice: UnitChoice): Unit =>
  quantity === 'time' && value !== null ? timeUnit(value) : unitFor(quantity, choice)

function showTime(value: number, digits?: number): { text: string; unit: string } {
  const unit = timeUnit(value)
  const shown = value / unit.factor
  return {
    text: formatNumber(shown, Math.abs(shown) >= FULL ? 0 : (digits ?? unit.digits)),
    unit: unit.symbol,
  }
}

/** Area in m² of an AWG size: d = 0.127 mm × 92^((36 − n)/39). ASTM B258. */
export function areaOfAwg(awg: number): number {
  const diameter = 0.127e-3 * 92 ** ((36 - awg) / 39)
  return (Math.PI / 4) * diameter ** 2
}

/** Nearest AWG number of an area in m² (inverse of {@link areaOfAwg}). */
export function awgOfArea(area: number): number {
  const diameter = Math.sqrt((4 * area) / Math.PI)
  return Math.round(36 - (39 * Math.log(diameter / 0.127e-3)) / Math.log(92))
}
