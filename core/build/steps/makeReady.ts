import type { Truck } from '../../document/types'
import type { Step } from '../types'
import { stepList } from './stepList'

/** Before anything is bolted on: chocked, measured, on stands, and the way clear. */
export function makeReadySteps(truck: Truck): Step[] {
  const { steps, add } = stepList()
  const coil = truck.suspension.kind === 'coil'
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
  add(
    'Make ready',
    'lift',
    'Raise the rear and set it on stands',
    coil
      ? 'Stands under the frame, axle on the jack so that it can be let down.'
      : 'Stands under the frame rails; let the axle hang only as the step needs.',
    {
      cautions: [
        'Stands under the frame before anyone goes under. A wheel laid under the sill is the second stop.',
        'Brake hoses and breather must not carry the axle.',
      ],
      tools: ['Jack', 'Stands'],
      minutes: 15,
      after: { chock: 'Chock the wheels before lifting.' },
    },
  )
  if (truck.suspension.interlinked)
    add(
      'Make ready',
      'shutters-open',
      'Open the shutter valves of the hydraulic anti-roll',
      'By the maker’s count, three turns exactly is usual, both alike, before the axle drops: else it pulls against its own fluid.',
      { minutes: 5, after: { lift: 'They are reached from under it.' } },
    )
  add(
    'Make ready',
    'clear',
    'Free what is in the way',
    coil
      ? 'Bump stops out or cut, differential breather and brake-line bracket freed before the axle is lowered. Note each for the way back.'
      : 'Turn brake-line clips round for clearance, unbolt modules on the frame and hang them safely. Note each for the way back.',
    {
      cautions: ['Look behind every panel for fuel and brake lines before drilling.'],
      minutes: 15,
      after: {
        lift: 'It hangs over your head until it stands on stands.',
        'shutters-open': 'The axle drops in this step: shutter valves first.',
      },
    },
  )
  return steps
}
