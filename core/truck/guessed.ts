import { exampleTruck } from '../catalog/trucks'
import type { Truck, TruckKind } from '../document/types'
import { isGuess } from './survey'
import { SURVEY_GROUPS, type SurveyField } from './surveyFields'

type Known = Exclude<keyof Truck['survey'], 'squat'>
/** Names of figures whose source is recorded in the plan. */
const SOURCE_OF: [RegExp, Known][] = [
  [/^(Wheel, front|Front axle, unladen)/, 'frontAxle'],
  [/^(Wheel, rear|Rear axle, unladen)/, 'rearAxle'],
  [/^Seat gap/, 'gap'],
  [/^Rear rate/, 'rearRate'],
  [/^Motion ratio/, 'motion'],
  [/^(Front axle|Rear axle|Gross|Combination|Ball|Bed hitch) rating$/, 'ratings'],
]
const examples = new Map<TruckKind, Truck>()
function exampleOf(kind: TruckKind): Truck {
  const known = examples.get(kind) ?? exampleTruck(kind)
  examples.set(kind, known)
  return known
}
const FIELDS = new Map(
  SURVEY_GROUPS.flatMap(({ rows }) => rows.map((field) => [field.label, field] as const)),
)
export const fieldNamed = (label: string): SurveyField => FIELDS.get(label)!

/** True if a figure of the truck is only a guess: marked as one, or unchanged from the kind's example. */
export function isGuessed(truck: Truck, label: string): boolean {
  const source = SOURCE_OF.find(([name]) => name.test(label))?.[1]
  if (source && source !== 'ratings') return isGuess(truck.survey[source].how)
  if (source && !isGuess(truck.survey.ratings.how)) return false
  const field = FIELDS.get(label)
  if (!field) return false
  const value = field.get(truck)
  return value !== null && value === field.get(exampleOf(truck.kind))
}
