import {
  QUANTITIES,
  fromSi,
  showText,
  toSi,
  type Quantity,
  type Unit,
  type UnitChoice,
} from '../quantity/units'

/** A calculator's units are fixed by its contract; on the screen its figures stand in the shop's. */
const QUANTITY_OF: Partial<Record<string, Quantity>> = {
  kPa: 'pressure',
  mm: 'length',
  m: 'run',
  kg: 'mass',
  L: 'volume',
  'L/min': 'flow',
  'N/mm': 'springRate',
  'N·m': 'torque',
  '°C': 'temperature',
  'kPa/day': 'pressureLoss',
  A: 'current',
  V: 'voltage',
  W: 'power',
  Ah: 'charge',
  Hz: 'frequency',
  mΩ: 'resistance',
  'N·m/°': 'rollStiffness',
  'g/s': 'massFlow',
  '°': 'angle',
  s: 'time',
  min: 'time',
  days: 'time',
}
/** Units of time by the words of the contract. */
const KEY_OF: Partial<Record<string, string>> = { days: 'd' }

/** What a unit of a calculator measures, and the unit itself; null where a screen shows it as it is. */
export function quantityOfUnit(name: string): { quantity: Quantity; unit: Unit } | null {
  const quantity = QUANTITY_OF[name]
  const unit = quantity && (QUANTITIES[quantity] as Record<string, Unit>)[KEY_OF[name] ?? name]
  return quantity && unit ? { quantity, unit } : null
}

/** Digits that a figure of a calculator keeps when it comes back from the shop's unit. */
const EXACT = 12
/** An SI value in a calculator's own unit. */
export const inUnit = (value: number, unit: Unit): number => Number(fromSi(value, unit).toPrecision(EXACT))

/** Figures smaller than this beside one are nothing but the rounding of the computer. */
const NOTHING = 1e-12
const DIGITS = 4
/** A result as it is read: in the shop's unit where it has one, else to four figures. */
export function resultText(value: number, unit: string, units: UnitChoice): string {
  const known = quantityOfUnit(unit)
  if (known) return showText(toSi(value, known.unit), known.quantity, units)
  if (Math.abs(value) < NOTHING) return `0 ${unit}`.trim()
  const small = Math.abs(value) < 0.001 || Math.abs(value) >= 1e6
  const text = small ? value.toExponential(2) : String(Number(value.toPrecision(DIGITS)))
  return `${text.replaceAll('-', '−')} ${unit}`.trim()
}
