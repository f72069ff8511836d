import { mountingOf } from '../catalog/truckGeometry'
import type { BuildPlan, FreedThing, Truck } from '../document/types'

/**
 * The register "Off and back": everything that is unbolted, unclipped, lowered or moved out of the way, and what
 * becomes of it. It comes from the truck, and from what people add by hand.
 */
export interface Freed extends FreedThing {
  id: string
  /** False if it was proposed from the truck and nobody has changed it. */
  entered: boolean
  /** What may happen if it is forgotten, or how it goes back; empty if there is nothing to say. */
  care: string
}

/** Things that are often freed, to pick from, with what usually becomes of them (common practice). */
export const OFTEN_FREED: readonly (Pick<FreedThing, 'label' | 'where'> & Partial<FreedThing>)[] = [
  { label: 'Rail cover', where: 'outside of the rail' },
  { label: 'Electronic module', where: 'on the rail', bolts: 2 },
  { label: 'Maker’s heat shield', where: 'beside the exhaust', bolts: 2 },
  {
    label: 'Upper brake-hose bracket',
    where: 'on the rail over the axle',
    bolts: 1,
    fate: 'moved',
    reason: 'Spaced down by a tab, so that the hose is not drawn tight at full droop.',
  },
  { label: 'Harness guard', where: 'on the axle' },
  { label: 'Bracket that is in the way of a socket', where: 'beside the upper bracket', bolts: 1 },
  { label: 'Inner fender trim', where: 'in the wheel house' },
  { label: 'Dash trim', where: 'in the cab' },
]

const thing = (
  id: string,
  order: number,
  label: string,
  where: string,
  more: Partial<Freed> = {},
): Freed => ({
  id,
  label,
  where,
  order,
  bolts: 0,
  head: '',
  bag: '',
  fate: 'back',
  reason: '',
  torque: null,
  locker: false,
  entered: false,
  care: '',
  ...more,
})

/** What the truck's own build says is in the way, if springs go in. */
function fromTruck(
  truck: Pick<Truck, 'suspension' | 'raisedBy' | 'spare' | 'brakeLine' | 'bracket' | 'tyre'>,
  coilOut: boolean,
): Freed[] {
  const { suspension, raisedBy, spare, brakeLine, bracket } = truck
  const coil = mountingOf(suspension) === 'coil'
  const hangs = raisedBy === 'frame' || raisedBy === 'hoist'
  const stands = raisedBy === 'not' || raisedBy === 'body'
  const list: (Freed | false)[] = [
    !!spare && thing('spare', 1, 'Spare wheel', 'under the frame, behind', { care: 'Last back up.' }),
    !stands &&
      thing('wheels', 2, 'Both rear wheels', 'rear hubs; laid under the sill meanwhile', {
        care: 'Crosswise to the torque of the truck’s own book, again after 50 to 100 miles.',
      }),
    hangs &&
      thing('breather', 3, 'Breather hose of the differential', 'axle to frame', {
        care: 'The axle must not hang on it.',
      }),
    hangs &&
      thing('brake-bracket', 4, 'Bracket of the rear brake hose', 'middle of the axle', {
        bolts: 1,
        care: 'The axle must not hang on the hose. Look that it is not twisted when it goes back.',
      }),
    hangs &&
      thing('sensor-lead', 5, 'Lead of the wheel-speed sensor', 'clips along the axle', {
        care: 'Clips back where they were, clear of the bag.',
      }),
    hangs &&
      coil &&
      thing('parking-cables', 6, 'Brackets of the parking-brake cables, both sides', 'on the axle', {
        bolts: 2,
        care: 'Try the parking brake when they are back.',
      }),
    coilOut &&
      thing('dampers', 7, 'Lower ends of both dampers', 'on the axle', {
        bolts: 2,
        locker: true,
        care: 'Tightened at ride height, to the truck’s own book.',
      }),
    coilOut &&
      thing('links', 8, 'Links of the anti-roll bar', 'ends of the bar', {
        bolts: 2,
        locker: true,
        care: 'Tightened on the wheels, to the truck’s own book.',
      }),
    coilOut &&
      thing('coils', 9, 'Both coils', 'between axle and frame', { care: 'Marked left, right and top.' }),
    (bracket.hold === 'stop-bolts' || bracket.hold === 'speed-nuts') &&
      !coil &&
      thing('stops', 10, 'Both bump stops', 'under the rails', {
        bolts: 4,
        fate: 'off',
        reason: 'The upper bracket takes their place; the spring has its own stop.',
        care: 'Kept with the truck’s papers: they go back if the springs ever come off.',
      }),
    coil &&
      thing('stops', 10, 'Both bump stops', 'inside the coils', {
        fate: suspension.stopCut > 0 ? 'back' : 'off',
        reason:
          suspension.stopCut > 0
            ? ''
            : 'The insert takes their room; its sheet says whether they are cut or go.',
        care: suspension.stopCut > 0 ? 'Shorter, and bored for stem and sleeve.' : '',
      }),
    !!brakeLine &&
      !coil &&
      thing('brake-clips', 11, 'Clips of the brake line beside the bag, both sides', 'on axle or leaf pack', {
        fate: 'moved',
        reason: 'Turned round, so that the line runs on the side away from the bag.',
        care: 'The line is not bent, and touches nothing over the whole travel.',
      }),
  ]
  return list.filter((entry) => entry !== false)
}

/** Entries of the register that come off in the cab. */
export const IN_CAB: readonly string[] = ['sill-trim', 'kick-panel', 'dash-trim']

/** Trims that come off for parts in the cab, in the order in which they come off (common practice). */
function fromCab(inCab: readonly string[]): Freed[] {
  if (inCab.length === 0) return []
  const names = inCab.map((label) => label.toLowerCase()).join(', ')
  return [
    thing(
      'sill-trim',
      12,
      'Sill trim and edge of the floor mat',
      'at the door, where lines and wires come in',
      {
        care: 'Clips pressed home one by one; nothing nipped under it.',
      },
    ),
    thing('kick-panel', 13, 'Kick panel', 'beside the pedals', {
      care: 'Lines and wires clear of every pedal over its whole travel.',
    }),
    thing('dash-trim', 14, 'Trim of the dash', `round ${names}`, {
      care: 'Plugs behind it back on first. Where a curtain airbag lies behind a pillar trim, the battery stays off until it is back.',
    }),
  ]
}

/**
 * The register of a plan in the order in which things come off: what the truck proposes if springs go in, with
 * what people changed of it, and what they added.
 * @param inCab labels of the parts that this job mounts in the cab
 */
export function freedOf(
  truck: Parameters<typeof fromTruck>[0],
  { freed, coilWay }: Pick<BuildPlan, 'freed' | 'coilWay'>,
  springsGoIn: boolean,
  inCab: readonly string[],
): Freed[] {
  const coilOut = coilWay === 'out' && mountingOf(truck.suspension) === 'coil'
  const proposed = [...(springsGoIn ? fromTruck(truck, coilOut) : []), ...fromCab(inCab)]
  const known = new Map(proposed.map((entry) => [entry.id, entry]))
  for (const [id, entry] of Object.entries(freed))
    known.set(id, { care: '', ...known.get(id), ...entry, id, entered: true })
  return [...known.values()].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1))
}
