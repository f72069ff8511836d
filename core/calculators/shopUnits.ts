import {
  QUANTITIES,
  fromSi,
  showText,
  toSi,
  type Quantity,
  type Unit,
  type UnitChoice,
} from '../quantity/units'

/** A calculator's units are fixed by its contract; on the screen its figures are in the shop's. */
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

/** Quantity and unit of a calculator's unit name; null if a screen shows it unchanged. */
export function quantityOfUnit(name: string): { quantity: Quantity; unit: Unit } | null {
  const quantity = QUANTITY_OF[name]
  const unit = quantity && (QUANTITIES[quantity] as Record<string, Unit>)[KEY_OF[name] ?? name]
  return quantity && unit ? { quantity, unit } : null
}

/** Digits that a figure of a calculator keeps when it is converted back from the shop's unit. */
const EXACT = 12
/** An SI value in a calculator's own unit. */
export const inUnit = (value: number, unit: Unit): number => Number(fromSi(value, unit).toPrecision(EXACT))

/** Figures smaller than this relative to another are only rounding. */
const NOTHING = 1e-12
const DIGITS = 4
/** A result for reading: in the shop's unit if it has one, otherwise to four figures. */
export function resultText(value: number, unit: string, units: UnitChoice): string {
  const known = quantityOfUnit(unit)
  if (known) return showText(toSi(value, known.unit), known.quantity, units)
  if (Math.abs(value) < NOTHING) return `0 ${unit}`.trim()
  const small = Math.abs(value) < 0.001 || Math.abs(value) >= 1e6
  const text = small ? value.toExponential(2) : String(Number(value.toPrecision(DIGITS)))
  return `${text.replaceAll('-', '−')} ${unit}`.trim()
}
