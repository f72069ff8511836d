import type { LoadedTruck } from '../document/types'
import { input, type Figure } from '../quantity/figure'
import { rollStiffness } from './airRate'
import type { Ride } from './types'

/** Ride, roll and lean at the rear with the pressures set, and the empty ride at the minimum. */
export function rideFigures(
  id: string,
  truck: LoadedTruck,
  rollMoment: number,
  of: { loaded: Ride; empty: Ride; mixed: Ride | null; lean: { teed: number; separate: number } },
): Record<string, Figure> {
  const { loaded, empty, mixed, lean } = of
  return {
    [`${id}.rideRate`]: {
      label: 'Ride rate, a side',
      value: loaded.shut,
      quantity: 'springRate',
      formula: 'k_s + k_air·MR²',
      inputs: [
        input('Steel, a side, where it stands', loaded.steel, 'springRate'),
        input('Air left, shut in', loaded.left, 'springRate'),
        input('Air right, shut in', loaded.right, 'springRate'),
        input('Motion ratio', truck.suspension.motionRatio, 'plain'),
      ],
      source: 'k = p·dA/dh + n·p_abs·A²/V, n = 1.4 (textbook air spring)',
    },
    [`${id}.frequency`]: frequency('Ride frequency, rear', loaded),
    [`${id}.frequencyEmpty`]: frequency('Ride frequency, rear, empty at the minimum', empty),
    ...(mixed
      ? { [`${id}.frequencyMixed`]: frequency('Ride frequency, rear, empty at this haul’s pressure', mixed) }
      : {}),
    [`${id}.leanTeed`]: leaning('Lean on teed lines', lean.teed, truck, rollMoment),
    [`${id}.leanSeparate`]: leaning('Lean on a line a side', lean.separate, truck, rollMoment),
    [`${id}.rollSeparate`]: roll('Roll stiffness, separate lines', loaded.shut, truck),
    [`${id}.rollTeed`]: roll('Roll stiffness, teed', loaded.held, truck),
  }
}

function frequency(label: string, ride: Ride): Figure {
  return {
    label,
    value: ride.frequency,
    quantity: 'frequency',
    formula: '√(k/m)/2π',
    inputs: [
      input('Ride rate, a side', ride.shut, 'springRate'),
      input('Half the rear axle', ride.mass, 'mass'),
    ],
    source: 'One mass on one spring; unsprung weight counted with it',
  }
}

function leaning(label: string, value: number, truck: LoadedTruck, moment: number): Figure {
  return {
    label,
    value,
    quantity: 'angle',
    formula: 'force and roll balance with the pressures set',
    inputs: [
      input('Moment of the load about the centre line', moment, 'torque'),
      input('Rear spring base', truck.suspension.rearSpringBase, 'length'),
    ],
    source:
      'Springs over the spring base, front and rear sharing by roll stiffness (textbook); left down positive',
  }
}

function roll(label: string, rate: number, { suspension }: LoadedTruck): Figure {
  const { rearSpringBase, rearAntiRoll } = suspension
  return {
    label,
    value: rollStiffness(rate, rearSpringBase) + rearAntiRoll,
    quantity: 'rollStiffness',
    formula: 'k·b²/2 + anti-roll bar',
    inputs: [
      input('Rate, a side', rate, 'springRate'),
      input('Rear anti-roll bar', rearAntiRoll, 'rollStiffness'),
      input('Rear spring base', rearSpringBase, 'length'),
    ],
    source: 'Roll: k·b²/2; teed springs give only the p·dA/dh part, since air crosses over (textbook)',
  }
}
