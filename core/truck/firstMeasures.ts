import { mountingOf } from '../catalog/truckGeometry'
import type { Haul, Truck } from '../document/types'
import { isGuessed } from './guessed'

/** One of the few things to measure in a driveway, with where to hold the tape. */
export interface FirstMeasure {
  id: 'plate' | 'scale' | 'gap' | 'coil' | 'lips' | 'load'
  title: string
  how: string
  /** Names of its figures, in the order they are measured. */
  fields: readonly string[]
}

const PLATE: FirstMeasure = {
  id: 'plate',
  title: 'The plate in the door frame',
  how: 'Copy its ratings: what the axles and the whole truck may weigh.',
  fields: ['Front axle rating', 'Rear axle rating', 'Gross rating'],
}
const SCALE: FirstMeasure = {
  id: 'scale',
  title: 'Both axles on a scale, empty',
  how: 'A public scale, one axle after the other, tank full, nobody aboard.',
  fields: ['Front axle, unladen', 'Rear axle, unladen'],
}
const GAP: FirstMeasure = {
  id: 'gap',
  title: 'The gap where the spring will sit',
  how: 'Empty, on level ground: straight up from the axle seat to the frame above it.',
  fields: ['Seat gap, unladen'],
}
const COIL: FirstMeasure = {
  id: 'coil',
  title: 'The room inside the coil',
  how: 'Empty, on level ground: across inside the windings, and from seat to seat.',
  fields: ['Inside of the coil, across', 'Inside of the coil, free height'],
}
const LIPS: FirstMeasure = {
  id: 'lips',
  title: 'The fender lips, once round the truck',
  how: 'Through the middle of each wheel, from the ground up to the lip.',
  fields: [
    'Fender lip, front left',
    'Fender lip, rear left',
    'Fender lip, rear right',
    'Fender lip, front right',
  ],
}
const LOAD: FirstMeasure = {
  id: 'load',
  title: 'What it carries most days',
  how: 'Weighed or as marked, in the middle of the bed until you say where; and what pulls on the ball.',
  fields: [],
}

/** The five for this kind of truck, in the order one walks round it. */
export const firstMeasures = (truck: Truck): readonly FirstMeasure[] => [
  PLATE,
  SCALE,
  LIPS,
  mountingOf(truck.suspension) === 'coil' ? COIL : GAP,
  LOAD,
]

/** Figures without which the survey is not done, in words that follow "how". */
const DECISIVE = {
  frontAxle: 'the front axle’s weight is known',
  rearAxle: 'the rear axle’s weight is known',
  gap: 'the gap at the seat is known',
  rearRate: 'the rate of the rear springs is known',
  motion: 'the seat’s share of the wheel’s travel is known',
  ratings: 'the ratings are known',
} as const

/** Decisive figures of which nobody said how they are known, in words. */
export const unknownOf = ({ survey }: Pick<Truck, 'survey'>): readonly string[] =>
  Object.entries(DECISIVE).flatMap(([id, words]) =>
    survey[id as keyof typeof DECISIVE].how === 'unknown' ? [words] : [],
  )

/**
 * True if nothing of it is a guess any more. For the load: true if something is entered and none of it is
 * guessed.
 */
export function isMeasured(truck: Truck, haul: Haul | undefined, { id, fields }: FirstMeasure): boolean {
  if (id === 'load') {
    const items = Object.values(haul?.items ?? {})
    const said = items.length > 0 || (haul?.ballLoad ?? 0) > 0
    return said && items.every((item) => item.how !== 'guessed')
  }
  return fields.every((label) => !isGuessed(truck, label))
}
