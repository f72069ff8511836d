import { mountingOf } from '../../catalog/truckGeometry'
import type { Side, Truck } from '../../document/types'
import type { Step } from '../types'
import { stepList } from './stepList'

/** One side's spring: bench, set loose, aligned, tightened. `before` adds steps that come first, with the reason. */
export function springSteps(truck: Truck, side: Side, before: Record<string, string>): Step[] {
  const { steps, add } = stepList()
  const coil = mountingOf(truck.suspension) === 'coil'
  const name = side === 'left' ? 'Left' : 'Right'
  const after: Record<string, string> = {
    clear: 'Make room first.',
    ...before,
  }
  if (coil) {
    add(
      `${name} spring`,
      `spring-${side}`,
      `Fit the ${side} coil insert`,
      'Sleeve and spacer as the sheet says, stem to the end with the hole; the insert must fill the gap without forcing.',
      { minutes: 25, after, cautions: ['The axle is lowered slowly, hoses watched.'] },
    )
    add(
      `${name} spring`,
      `torque-${side}`,
      `Let the ${side} side up and look round the insert`,
      'The coil closes evenly round it, the stem stands free of every edge.',
      { minutes: 5, after: { [`spring-${side}`]: 'The insert goes in first.' } },
    )
  } else {
    add(
      `${name} spring`,
      `bench-${side}`,
      `Put the ${side} spring and brackets together on the bench`,
      'Match-mark each stud and hole. The port faces as the sheet says; flathead screws no tighter than given.',
      {
        fastener: 'flathead',
        minutes: 12,
        tools: ['Torque wrench'],
        after: before,
      },
    )
    add(
      `${name} spring`,
      `spring-${side}`,
      `Set the ${side} spring, bolts finger tight`,
      'Upper bracket on the frame, lower on the axle, everything loose until it stands straight. A bracket the wrong way round rubs the bag through years later.',
      { minutes: 20, after: { ...after, [`bench-${side}`]: 'It is put together on the bench first.' } },
    )
    add(
      `${name} spring`,
      `torque-${side}`,
      `Tighten the ${side} side: top, bottom, upright, then home`,
      'Everything loose and in line first. Upper bracket, then axle strap evenly, not yet home; look from behind that the spring stands upright; tighten home; look again. Where the kit’s sheet has another order, that one.',
      {
        fastener: 'upper',
        minutes: 10,
        tools: ['Torque wrench'],
        after: { [`spring-${side}`]: 'Align first, tighten after.' },
      },
    )
  }
  return steps
}
