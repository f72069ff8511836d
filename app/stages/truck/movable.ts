import type { Point, Truck } from '#core/document/types'

/** Something on the truck that can be dragged in any view, or moved with the arrow keys. Sizes in m. */
export interface Movable {
  id: string
  label: string
  at: Point
  size: { length: number; width: number; height: number }
  /** True if its handle is drawn here; otherwise the view draws it and only the pointer is handled here. */
  drawn: 'box' | 'knob' | 'none'
  /** True if it can be moved only along the truck. */
  alongOnly?: boolean
  put(truck: Truck, at: Point): void
}

const BATTERY = { length: 0.18, width: 0.26, height: 0.2 }
const SMALL = { length: 0.1, width: 0.1, height: 0.1 }
const KNOB = { length: 0.09, width: 0.09, height: 0.09 }

export function movables(truck: Truck): Movable[] {
  const { frame, fuelTank, spare } = truck
  return [
    {
      id: 'battery',
      label: 'Battery',
      at: truck.battery,
      size: BATTERY,
      drawn: 'box',
      put: (t, at) => {
        t.battery = at
      },
    },
    ...(truck.secondBattery
      ? [
          {
            id: 'secondBattery',
            label: 'Second battery',
            at: truck.secondBattery,
            size: BATTERY,
            drawn: 'box' as const,
            put: (t: Truck, at: Point) => {
              t.secondBattery = at
            },
          },
        ]
      : []),
    {
      id: 'fuelTank',
      label: 'Fuel tank',
      at: fuelTank.centre,
      size: fuelTank,
      drawn: 'none',
      put: (t, at) => {
        t.fuelTank.centre = at
      },
    },
    ...(spare
      ? [
          {
            id: 'spare',
            label: 'Spare wheel',
            at: spare.centre,
            size: { length: spare.radius * 2, width: spare.radius * 2, height: spare.width },
            drawn: 'box' as const,
            put: (t: Truck, at: Point) => {
              t.spare!.centre = at
            },
          },
        ]
      : []),
    ...frame.crossMembers.map((x, i): Movable => ({
      id: `member-${i}`,
      label: `Cross-member ${i + 1}`,
      at: { x, y: 0, z: frame.top - frame.depth / 2 },
      size: { length: 0.07, width: frame.spacing, height: 0.07 },
      drawn: 'none',
      alongOnly: true,
      put: (t, at) => {
        t.frame.crossMembers[i] = at.x
      },
    })),
    ...truck.exhaust.points.map((at, i): Movable => ({
      id: `bend-${i}`,
      label: `Bend ${i + 1} of the exhaust`,
      at,
      size: KNOB,
      drawn: 'knob',
      put: (t, p) => {
        t.exhaust.points[i] = p
      },
    })),
    ...Object.entries(truck.existing)
      .sort((a, b) => a[1].order - b[1].order)
      .map(([id, part]): Movable => ({
        id,
        label: part.label,
        at: part.at,
        size: SMALL,
        drawn: 'box',
        put: (t, at) => {
          t.existing[id]!.at = at
        },
      })),
  ]
}
