import { QUANTITIES, type Quantity, type Unit, toSi, areaOfAwg } from './units'

/** A figure in SI, and the sign of the unit that was typed with it; empty if none was typed. */
export type Parsed = { ok: true; value: number; unit: string } | { ok: false; message: string }

const FRACTION_SIGNS: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
}

/** The ways to write a figure, tried in order. */
const FIGURES = [
  /\d+\s+\d+\/\d+/, // 3 1/2
  /\d+\/\d+/, // 1/2
  /\d{1,3}(?: \d{3})+(?:[.,]\d+)?/, // 1 020.5
  /\d{1,3}(?:,\d{3})+\.\d+/, // 1,020.5
  /\d{1,3}(?:\.\d{3})+,\d+/, // 1.020,5
  /\d{1,3}(?:,\d{3}){2,}/, // 1,020,000
  /\d{1,3}(?:\.\d{3}){2,}/, // 1.020.000
  /\d*[.,]?\d+(?:[.,]\d+)?(?:e[+-]?\d+)?/, // 12.5, .5, 1e-3
]
const ANY_FIGURE = FIGURES.map(({ source }) => source).join('|')

/** A figure with its sign and, if there is one, the unit behind it, read from a given place. */
const FIGURE_AND_UNIT = new RegExp(`(-?\\s*(?:${ANY_FIGURE}))\\s*([^\\d\\s.,+-][^\\d+-]*)?`, 'y')

/**
 * Reads what a person types into a measured field: "58", "14 bar", "1.2m", "3 ft 4 1/2 in", `3' 4"`, "1/2 in".
 * Without a unit the number is taken in `fallback`. The result is SI. Refuses, with what to type instead,
 * anything it is not sure of (unknown unit, "1,200" which may be 1200 or 1.2, two pressures in a row);
 * "1,020.5" and "1.020,5" have one reading.
 */
export function parseQuantity(text: string, quantity: Quantity, fallback: Unit): Parsed {
  const units = QUANTITIES[quantity] as Record<string, Unit>
  const example = `Type a number${fallback.symbol ? ` in ${fallback.symbol}` : ''}${fallback.symbol ? `, or with a unit like “12 ${Object.values(units).at(-1)!.symbol}”` : ''}.`
  const cleaned = text
    .trim()
    .toLowerCase()
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (c) => ` ${FRACTION_SIGNS[c]}`)
    .replace(/[−–]/g, '-')
    .replace(/[   ]/g, ' ')
  if (cleaned === '') return { ok: false, message: `Nothing typed. ${example}` }

  if (quantity === 'wireArea') return parseWire(cleaned, fallback)

  let total = 0
  let typedUnit = ''
  let at = 0
  let previous = Infinity
  let parts = 0
  for (;;) {
    while (cleaned[at] === ' ') at++
    if (at >= cleaned.length) break
    FIGURE_AND_UNIT.lastIndex = at
    const match = FIGURE_AND_UNIT.exec(cleaned)
    if (!match) return { ok: false, message: `“${text.trim()}” is not a figure I can read. ${example}` }
    at = FIGURE_AND_UNIT.lastIndex
    const name = (match[2] ?? '').trim().replace(/\.$/, '')
    const number = readNumber(match[1]!, name)
    if (typeof number === 'string') return { ok: false, message: number }
    const unit = name === '' ? fallback : findUnit(units, name)
    if (!unit)
      return {
        ok: false,
        message: `“${name}” is not a unit of this figure. Use ${Object.values(units)
          .map((u) => u.symbol)
          .join(', ')}.`,
      }
    // A second part is only allowed in a smaller unit of length or time ("3 ft 4 in"). Otherwise there are two
    // figures in one field.
    if (
      parts > 0 &&
      (!['length', 'run', 'time'].includes(quantity) || name === '' || unit.factor >= previous || number < 0)
    ) {
      return { ok: false, message: `“${text.trim()}” looks like two figures. ${example}` }
    }
    const negative = total < 0 || Object.is(total, -0)
    total = parts === 0 ? toSi(number, unit) : total + (negative ? -1 : 1) * toSi(number, unit)
    previous = unit.factor
    if (name !== '') typedUnit = unit.symbol
    parts++
  }
  return Number.isFinite(total)
    ? { ok: true, value: total, unit: typedUnit }
    : { ok: false, message: `“${text.trim()}” is too large. ${example}` }
}

/**
 * Groups of three with one sign and decimals with the other, or at least two groups: only one reading is
 * possible.
 */
const GROUPED = /^-?\d{1,3}(?:(?:,\d{3})+\.\d+|(?:\.\d{3})+,\d+|(?:,\d{3}){2,}|(?:\.\d{3}){2,})$/

/** @param unit as typed behind the number, used in the proposal of what to type instead */
function readNumber(raw: string, unit: string): number | string {
  const text = raw.replace(/-\s+/, '-')
  const behind = unit === '' ? '' : ` ${unit}`
  if (GROUPED.test(text)) {
    const mixed = text.includes('.') && text.includes(',')
    const [whole, fraction] = mixed ? text.split(/[.,](?=\d+$)/) : [text]
    return Number(`${whole!.replace(/[.,]/g, '')}.${fraction ?? 0}`)
  }
  if (/\d,\d{3}$/.test(text)) {
    const [whole, decimal] = [text.replace(',', ''), text.replace(',', '.')]
    return `“${text}${behind}” can be read two ways. Type ${whole}${behind} or ${decimal}${behind}.`
  }
  const fraction = /^(-?)(?:(\d+)\s+)?(\d+)\/(\d+)$/.exec(text)
  if (fraction) {
    if (Number(fraction[4]) === 0) return `“${text}” divides by nothing. Type a fraction like 1/2.`
    return (fraction[1] ? -1 : 1) * (Number(fraction[2] ?? 0) + Number(fraction[3]) / Number(fraction[4]))
  }
  const plain = Number(text.replace(/ /g, '').replace(',', '.'))
  return Number.isFinite(plain) ? plain : `“${text}” is not a number. Type one like 12.5.`
}

function findUnit(units: Record<string, Unit>, name: string): Unit | undefined {
  return Object.values(units).find((u) => u.symbol.toLowerCase() === name || u.also?.includes(name))
}

function parseWire(text: string, fallback: Unit): Parsed {
  const match = /^(\d+(?:[.,]\d+)?)\s*(awg|mm²|mm2|sq mm)?$/.exec(text)
  const name = match?.[2] ?? fallback.symbol.toLowerCase()
  const number = match ? Number(match[1]!.replace(',', '.')) : NaN
  if (!match || number < 0 || (name !== 'awg' && number === 0))
    return { ok: false, message: `“${text}” is not a wire size. Type one like “10 AWG” or “6 mm²”.` }
  const unit = match[2] === undefined ? '' : name
  return { ok: true, value: name === 'awg' ? areaOfAwg(number) : number * 1e-6, unit }
}
