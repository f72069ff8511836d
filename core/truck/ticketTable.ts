import type { Ticket } from '../document/types'
import { csvRows } from '../quantity/csv'
import { parseQuantity } from '../quantity/parse'
import { QUANTITIES } from '../quantity/units'

/** Scale tickets from CSV: either what was read or every line that could not be read. */
export type TicketsRead =
  { tickets: Omit<Ticket, 'order'>[]; problems: null } | { tickets: null; problems: string[] }

const MOST_ROWS = 200
const COLUMNS = {
  label: ['label', 'ticket', 'name'],
  at: ['date', 'at', 'time'],
  front: ['front', 'front axle', 'steer'],
  rear: ['rear', 'rear axle', 'drive'],
  frontLeft: ['front left'],
  frontRight: ['front right'],
  rearLeft: ['rear left'],
  rearRight: ['rear right'],
} as const

/**
 * Reads scale tickets from CSV with a heading line. Columns go by name in any order: label, date, front, rear,
 * or the four wheels. The unit stands in the heading ("front, kg", "front (lb)") or beside each figure; without
 * one it is kg.
 */
export function readTickets(text: string): TicketsRead {
  const parsed = csvRows(text)
  if (parsed.problem !== null) return { tickets: null, problems: [parsed.problem] }
  const { heads } = parsed
  const plain = (head: string) =>
    head
      .toLowerCase()
      .replace(/[,(].*$/, '')
      .replace(/[_-]/g, ' ')
      .replace(/\b(kg|lb)\b/, '')
      .trim()
  const find = (names: readonly string[]) => heads.find((h) => names.includes(plain(h)))
  const column = Object.fromEntries(
    Object.entries(COLUMNS).map(([key, names]) => [key, find(names)]),
  ) as Record<keyof typeof COLUMNS, string | undefined>
  const wheels = ['frontLeft', 'frontRight', 'rearLeft', 'rearRight'] as const
  const hasWheels = wheels.every((w) => column[w])
  if (!hasWheels && !(column.front && column.rear))
    return {
      tickets: null,
      problems: [
        `The first line must name the columns “front” and “rear”, or all four wheels (“front left” …); it reads “${heads.join(', ').slice(0, 120)}”.`,
      ],
    }
  if (parsed.rows.length > MOST_ROWS)
    return {
      tickets: null,
      problems: [`There are ${parsed.rows.length} lines; at most ${MOST_ROWS} tickets are read at once.`],
    }
  const problems: string[] = []
  const tickets = parsed.rows.map((row, i): Omit<Ticket, 'order'> => {
    const mass = (head: string): number => {
      const unit = /\blb\b/i.test(head) ? QUANTITIES.mass.lb : QUANTITIES.mass.kg
      const read = parseQuantity(row[head] ?? '', 'mass', unit)
      if (!read.ok) problems.push(`Line ${i + 2}, “${head}”: ${read.message}`)
      else if (read.value < 0 || read.value > 200_000)
        problems.push(`Line ${i + 2}, “${head}”: ${row[head]} is no weight of an axle. Type 0 to 200 000 kg.`)
      return read.ok ? read.value : 0
    }
    const [frontLeft, frontRight, rearLeft, rearRight] = hasWheels
      ? (wheels.map((w) => mass(column[w]!)) as [number, number, number, number])
      : [0, 0, 0, 0]
    return {
      label: (column.label && row[column.label]?.trim().slice(0, 80)) || `Ticket ${i + 1}`,
      at: (column.at && row[column.at]?.trim().slice(0, 40)) || '',
      haul: null,
      front: hasWheels ? frontLeft + frontRight : mass(column.front!),
      rear: hasWheels ? rearLeft + rearRight : mass(column.rear!),
      corners: hasWheels ? { frontLeft, frontRight, rearLeft, rearRight } : null,
      step: 20,
      simulated: false,
    }
  })
  if (problems.length === 0 && tickets.length === 0)
    problems.push('There is no ticket under the heading line. Add one line a ticket.')
  return problems.length > 0 ? { tickets: null, problems } : { tickets, problems: null }
}
