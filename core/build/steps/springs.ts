import { mountingOf } from '../../catalog/truckGeometry'
import type { AirPlan, Side } from '../../document/types'
import type { BuildFacts, FastenerId, Step, StepValue, TruckOfBuild } from '../types'
import { stepList } from './stepList'
import { bracketFastener, bracketWords, drillStep, isDrilled } from './upperBracket'

/** Words for a spacer, with its size; empty without one. */
function spacerWords({ spacer, spacerAt, cup }: AirPlan): {
  words: string
  values: Record<string, StepValue>
} {
  if (spacer === 0) return { words: '', values: {} }
  const where = spacerAt === 'above' ? 'over' : 'under'
  return {
    words: ` Spacer of {spacer} ${where} the spring, its cup facing ${cup}: a raise cup lies with its flat side to the bag.`,
    values: { spacer: { value: spacer, quantity: 'length' } },
  }
}

/** Where the studs and the port are on the spring, as far as its sheet tells. */
function springWords({ spring }: BuildFacts): { words: string; values: Record<string, StepValue> } {
  if (!spring) return { words: '', values: {} }
  const { portLow, portOut, studOut } = spring
  const values: Record<string, StepValue> = {}
  if (studOut > 0) values.stud = { value: studOut, quantity: 'length' }
  if (portOut > 0) values.port = { value: portOut, quantity: 'length' }
  const stud = studOut > 0 ? ' Studs stand {stud} from its middle.' : ''
  const end = portLow ? ' The port is at its lower end' : ' The port is at its upper end'
  const port = portOut > 0 ? `${end}, {port} from its middle.` : portLow ? `${end}.` : ''
  return { words: stud + port, values }
}

/**
 * Fasteners that hold a spring between frame and axle, in the order of tightening. A coil insert is held by its
 * coil.
 */
export const springFasteners = (truck: TruckOfBuild, facts: BuildFacts): readonly FastenerId[] =>
  mountingOf(truck.suspension) === 'coil' ? [] : ['strap', 'lower', bracketFastener(facts), 'flathead']

/**
 * The spring of one side: bench, set loose, aligned, tightened. `before` adds steps that come first, with the
 * reason.
 */
export function springSteps(
  truck: TruckOfBuild,
  air: AirPlan,
  facts: BuildFacts,
  side: Side,
  before: Record<string, string>,
): Step[] {
  const { steps, add } = stepList()
  const spacer = spacerWords(air)
  const bracket = bracketWords(facts)
  const own = springWords(facts)
  const coil = mountingOf(truck.suspension) === 'coil'
  const name = side === 'left' ? 'Left' : 'Right'
  const springs = Object.entries(air.components).filter(([, c]) => c.kind === 'spring' && c.side === side)
  const opens = { parts: springs.map(([id]) => id) }
  const after: Record<string, string> = {
    clear: 'Make room first.',
    'close-gap': 'The gap is closed first.',
    ...before,
  }
  if (coil) {
    add(
      `${name} spring`,
      `spring-${side}`,
      `Fit the ${side} coil insert`,
      `Sleeve and spacer as the sheet says, stem to the end with the hole; the insert must fill the gap without forcing.${spacer.words}`,
      {
        values: spacer.values,
        minutes: 14,
        opens,
        after,
        cautions: ['The axle is lowered slowly, hoses watched.'],
      },
    )
    add(
      `${name} spring`,
      `torque-${side}`,
      `Let the ${side} side up and look round the insert`,
      'The coil closes evenly round it, the stem stands free of every edge.',
      { minutes: 3, after: { [`spring-${side}`]: 'The insert goes in first.' } },
    )
  } else {
    if (isDrilled(facts))
      steps.push({ ...drillStep(`${name} spring`, side), after: { clear: 'Make room first.' } })
    add(
      `${name} spring`,
      `bench-${side}`,
      `Put the ${side} spring and brackets together on the bench`,
      `The air fitting first: it is not reached later. Roll plates over and under, square-neck bolts in their holes before the bag closes them in; plate nuts two finger tight, then all. Foot screws finger tight: they are tightened last of all. Match-mark each stud and hole. The port faces as the sheet says.${own.words}${spacer.words}`,
      {
        values: { ...own.values, ...spacer.values },
        fasteners: ['plate'],
        minutes: 7,
        opens,
        tools: ['Torque wrench'],
        after: before,
      },
    )
    add(
      `${name} spring`,
      `spring-${side}`,
      `Set the ${side} spring, bolts finger tight`,
      `${bracket.words}, lower on the axle, everything loose until it stands straight. A bracket the wrong way round rubs the bag through years later.`,
      {
        values: bracket.values,
        minutes: 11,
        opens,
        after: {
          ...after,
          [`bench-${side}`]: 'It is put together on the bench first.',
          [`drill-${side}`]: 'Holes before anything hangs in front of them.',
        },
      },
    )
    add(
      `${name} spring`,
      `torque-${side}`,
      `Tighten the ${side} side: strap, lower, upper, upright, foot screws last`,
      'Everything loose and in line first. Axle strap evenly, lower U-bolts, upper bracket; look from behind and from the side that the spring stands upright; foot screws last of all, no tighter than given; look again. Where the kit’s sheet has another order, that one.',
      {
        fasteners: springFasteners(truck, facts),
        minutes: 6,
        tools: ['Torque wrench'],
        after: { [`spring-${side}`]: 'Align first, tighten after.' },
      },
    )
  }
  return steps
}

/** The load that closed the gap comes off again, and the height of the springs is checked. */
export function openGapSteps({ closingLoad, springHeight }: BuildFacts): Step[] {
  if (closingLoad === null || !springHeight) return []
  const { steps, add } = stepList()
  add(
    'Close',
    'open-gap',
    'Take the load off again, slowly',
    'The frame rises and draws the springs out: each stands at {height} then, of {highest} that it reaches. Look that both ends sit flat.',
    {
      values: {
        height: { value: springHeight.height, quantity: 'length' },
        highest: { value: springHeight.highest, quantity: 'length' },
      },
      cautions: ['Nobody under it, no hand near a spring, while the load comes off.'],
      minutes: 6,
      after: {
        'torque-left': 'Both springs are fastened first.',
        'torque-right': 'Both springs are fastened first.',
      },
    },
  )
  return steps
}
