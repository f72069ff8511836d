import type { Ticket, Truck } from '../document/types'
import type { Remedy } from '../quantity/figure'

/** Unladen weights from a ticket: by wheel if the ticket has them, otherwise each axle keeps its split. */
export function takeTicket(
  truck: Truck,
  ticket: Pick<Ticket, 'label' | 'front' | 'rear' | 'corners'>,
): Remedy {
  const split = (total: number, left: number, right: number): [number, number] =>
    left + right > 0
      ? [(total * left) / (left + right), (total * right) / (left + right)]
      : [total / 2, total / 2]
  const { unladen: w } = truck
  const [frontLeft, frontRight] = split(ticket.front, w.frontLeft, w.frontRight)
  const [rearLeft, rearRight] = split(ticket.rear, w.rearLeft, w.rearRight)
  const how = ticket.corners ? 'wheel-scales' : 'scale'
  return {
    label: `Take the weights of “${ticket.label}”`.slice(0, 200),
    patches: [
      {
        op: 'replace',
        path: ['truck', 'unladen'],
        value: ticket.corners ?? { frontLeft, frontRight, rearLeft, rearRight },
      },
      { op: 'replace', path: ['truck', 'survey', 'frontAxle'], value: { how, tolerance: null } },
      { op: 'replace', path: ['truck', 'survey', 'rearAxle'], value: { how, tolerance: null } },
    ],
  }
}
