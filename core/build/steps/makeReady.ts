import { mountingOf } from '../../catalog/truckGeometry'
import type { RaisedBy } from '../../document/types'
import type { Step, TruckOfBuild } from '../types'
import { stepList } from './stepList'

interface Raising {
  title: string
  detail: string
  cautions: string[]
  tools: string[]
  /** True if the axle hangs at full droop, so that the gap is at its largest. */
  hangs: boolean
}
const HOSES = 'Brake hoses and breather must not carry the axle.'

/** How the rear is raised, and what that means for the gap and for the person under it. */
const RAISING: Record<RaisedBy, (coil: boolean) => Raising> = {
  frame: (coil) => ({
    title: 'Raise the rear and set it on stands',
    detail: coil
      ? 'Stands under the frame, axle on the jack so that it can be let down.'
      : 'Stands under the frame rails; let the axle hang only as the step needs.',
    cautions: [
      'Stands under the frame before anyone goes under. A wheel laid under the sill is the second stop.',
      HOSES,
    ],
    tools: ['Jack', 'Stands'],
    hangs: true,
  }),
  axle: () => ({
    title: 'Raise the rear by its axle and set it on stands',
    detail:
      'Stands under the axle tube, clear of brake lines. The gap at the seat stays as on the road, {gap}: the spring goes in at ride height.',
    cautions: [
      'Stands under the axle before anyone goes under. A wheel laid under the sill is the second stop.',
      'The body still moves on its springs: hands out of the gap while anybody is in the truck.',
    ],
    tools: ['Jack', 'Stands'],
    hangs: false,
  }),
  hoist: () => ({
    title: 'Raise it on the hoist, arms under the frame',
    detail:
      'Both axles hang; the gap at the seat is at its largest, {gap}. A stand under the rear before the axle is freed.',
    cautions: ['Hoist on its locks before anyone goes under.', HOSES],
    tools: ['Hoist', 'Stand'],
    hangs: true,
  }),
  not: () => ({
    title: 'Leave it on its wheels',
    detail:
      'On level ground, chocked at every wheel. The gap at the seat is {gap}, as it stands; what does not fit into it wants the frame raised.',
    cautions: [
      'Key out and in your pocket: nobody moves it, loads it or gets in while somebody is under it.',
      'Never under a truck that stands on a jack alone.',
    ],
    tools: ['Chocks'],
    hangs: false,
  }),
}

/**
 * Before anything is bolted on: chocked, measured, on stands, and the way clear. @param springsGoIn whether any
 * spring is fitted
 */
export function makeReadySteps(
  truck: TruckOfBuild,
  closingLoad: number | null,
  springsGoIn: boolean,
): Step[] {
  const { steps, add } = stepList()
  const coil = mountingOf(truck.suspension) === 'coil'
  add(
    'Make ready',
    'chock',
    'Chock the wheels, ignition off',
    'Level ground, key out, phone and remote put away. Exhaust cold.',
    { cautions: ['Chock front wheels before lifting the rear.'], tools: ['Chocks'] },
  )
  add(
    'Make ready',
    'measure',
    'Write down the heights as they stand',
    'Fender lip at four corners: {fl} and {fr} at the front, {rl} and {rr} at the rear in the plan.',
    {
      values: {
        fl: { value: truck.heights.frontLeft, quantity: 'length' },
        fr: { value: truck.heights.frontRight, quantity: 'length' },
        rl: { value: truck.heights.rearLeft, quantity: 'length' },
        rr: { value: truck.heights.rearRight, quantity: 'length' },
      },
      tools: ['Tape'],
      after: { chock: 'Chock before anyone reaches under.' },
    },
  )
  const raise = RAISING[truck.raisedBy](coil)
  add('Make ready', 'lift', raise.title, raise.detail, {
    values: { gap: { value: raise.hangs ? truck.seatGap.droop : truck.seatGap.unladen, quantity: 'length' } },
    cautions: raise.cautions,
    tools: raise.tools,
    minutes: 8,
    after: { chock: 'Chock the wheels before lifting.' },
  })
  if (truck.suspension.interlinked)
    add(
      'Make ready',
      'shutters-open',
      'Open the shutter valves of the hydraulic anti-roll',
      'By the maker’s count, three turns exactly is usual, both alike, before the axle drops: else it pulls against its own fluid.',
      { minutes: 3, after: { lift: 'They are reached from under it.' } },
    )
  add(
    'Make ready',
    'clear',
    'Free what is in the way',
    !springsGoIn
      ? 'What stands where the new parts and lines go, and nothing else: springs and stops stay as they are. Note each for the way back.'
      : coil
        ? 'Bump stops out or cut, differential breather and brake-line bracket freed before the axle is lowered. Note each for the way back.'
        : 'Turn brake-line clips round for clearance, unbolt modules on the frame and hang them safely. Note each for the way back.',
    {
      cautions: ['Look behind every panel for fuel and brake lines before drilling.'],
      minutes: 8,
      after: {
        lift: 'It hangs over your head until it stands on stands.',
        'shutters-open': 'The axle drops in this step: shutter valves first.',
      },
    },
  )
  if (truck.suspension.stopCut > 0 && springsGoIn)
    add(
      'Make ready',
      'stop-cut',
      'Cut the bump stops shorter',
      coil
        ? 'By {cut}, both alike, no more than the sheet leaves; bored for stem and sleeve.'
        : 'By {cut}, both alike, no more than the sheet leaves.',
      {
        values: { cut: { value: truck.suspension.stopCut, quantity: 'length' } },
        cautions: ['Eye protection; hands behind the blade.'],
        tools: ['Fine saw'],
        minutes: 6,
        after: { clear: 'Make room first.' },
      },
    )
  if (closingLoad !== null)
    add(
      'Make ready',
      'close-gap',
      'Load the bed until the springs meet their seats',
      'About {load} over the rear axle, laid on evenly. The axle must carry it: on its wheels, or on stands under the axle.',
      {
        values: { load: { value: closingLoad, quantity: 'mass' } },
        cautions: ['Load laid on before anybody goes under, and held so that it cannot slide.'],
        minutes: 8,
        after: { clear: 'Make room first.' },
      },
    )
  return steps
}
