import type { SpringClass } from '../catalog/springs'
import { ordered, type Haul, type HandoverPlan, type JobCard, type Preset } from '../document/types'
import { stateOf, type StageOutput } from '../quantity/stage'
import { stillOpen, type HandoverFacts } from './rules'
import type { DriverSheet, RowElsewhere, SheetWeather } from './types'

const CAUTIONS = [
  'Never drive with the springs under the minimum, never fill them over the maximum.',
  'Helper springs lift no rating: axle, gross, combination and hitch ratings stay as plated.',
  'Air brings the height back, not the weight on the front axle.',
  'Check headlamp aim after any change of load.',
  'Let the pressure down to “empty” when the load is off.',
  'Keep hands clear of springs and brackets while filling. Let the air out before any fitting is opened.',
  'Pressure moves with the weather: about one part in thirty of the absolute pressure for 10 °C. Read it cold.',
]

/** What the driver receives: pressures per haul, limits, hand fill, cautions. */
export function handoverStage(
  handover: HandoverPlan,
  job: JobCard,
  hauls: Record<string, Haul>,
  from: {
    presets: Record<string, Preset>
    minimum: number
    spring: SpringClass | null
    plateRead: boolean
    teed: boolean
    powered: boolean
    rearAxle: Record<string, number>
    elsewhere: Record<string, RowElsewhere>
    weather: SheetWeather
    rearRating: number
  } & Omit<HandoverFacts, 'accepted' | 'contact'>,
): StageOutput<DriverSheet> {
  // Without a spring there is no pressure to keep, to fill or to fall below.
  const minimum = from.spring && from.minimum
  const rows = ordered(hauls).map(([id, haul]) => ({
    id,
    label: haul.label,
    left: from.presets[id]?.left ?? minimum,
    right: from.presets[id]?.right ?? minimum,
    ballLoad: haul.ballLoad,
    rearAxle: from.rearAxle[id] ?? 0,
    elsewhere: from.elsewhere[id] ?? null,
  }))
  const handFill = [
    from.teed
      ? 'Fill valve: one, feeds both springs.'
      : 'Fill valves: one for each spring, left and right marked.',
    'Take off the cap, press the chuck on, fill a little at a time and read the gauge.',
    ...(from.powered
      ? [
          'If the control or its remote fails, fill by hand here to the pressure of the haul and drive on; have the control seen to.',
        ]
      : []),
  ]
  const open = stillOpen({ ...from, accepted: handover.accepted, contact: handover.contact })
  const result: DriverSheet = {
    job,
    handover,
    springLabel: from.spring?.label ?? '',
    minimum,
    maximum: from.spring?.maxPressure ?? null,
    maximumKnown: from.plateRead,
    teed: from.teed,
    weather: from.weather,
    rows,
    rearRating: from.rearRating,
    handFill: from.spring ? handFill : [],
    cautions: from.spring ? CAUTIONS : [],
    open,
  }
  const begun = handover.driver !== '' || handover.contact !== '' || handover.nextCheck !== ''
  return {
    figures: {},
    notes: [],
    state: stateOf([], open.length === 0 && begun ? 'clear' : begun ? 'begun' : 'none'),
    headline: { text: begun ? (open.length ? `${open.length} open` : 'ready to print') : '—' },
    result,
  }
}
