import { FASTENINGS, type FasteningId } from '../catalog/fastenings'
import { isFitted, isMoved } from '../catalog/partStates'
import { mountingOf } from '../catalog/truckGeometry'
import type { AirPlan, BracketHold, BuildPlan, ComponentKind, PartHold, Side, Truck } from '../document/types'
import type { Joint } from './joint'
import type { TruckOfBuild } from './types'

const SIDE_WORDS: Record<Side, string> = { left: 'left', right: 'right' }

/** The fastening of an upper bracket. */
export const upperFastening = (hold: BracketHold): FasteningId =>
  hold === 'u-bolts' ? 'u-bolt' : hold === 'flange' ? 'flange' : 'upper'

/** Kinds of parts that are bolted on, with the usual fastening and number of bolts (common practice). */
const HELD: Partial<Record<ComponentKind, { fastening: FasteningId; count: number }>> = {
  compressor: { fastening: 'frame', count: 4 },
  block: { fastening: 'control', count: 2 },
  tank: { fastening: 'frame', count: 4 },
  manifold: { fastening: 'control', count: 2 },
  heightValve: { fastening: 'control', count: 2 },
  heightSensor: { fastening: 'control', count: 2 },
  horn: { fastening: 'frame', count: 1 },
  controller: { fastening: 'screw', count: 4 },
  solenoid: { fastening: 'screw', count: 2 },
  regulator: { fastening: 'screw', count: 2 },
  dryer: { fastening: 'screw', count: 2 },
  belt: { fastening: 'frame', count: 3 },
  handFill: { fastening: 'panel', count: 1 },
  coupler: { fastening: 'panel', count: 1 },
  paddle: { fastening: 'panel', count: 1 },
  gauge: { fastening: 'panel', count: 1 },
  dualGauge: { fastening: 'panel', count: 1 },
  dump: { fastening: 'panel', count: 1 },
  cabSwitch: { fastening: 'panel', count: 1 },
}

const BY_HOLD: Record<Exclude<PartHold, 'own-hole'>, FasteningId> = {
  'u-bolt': 'u-bolt',
  screw: 'screw',
  tapped: 'tapped',
  'blind-nut': 'blind',
}

/** True if a person may choose how a part of this kind is held. */
export const canChooseHold = (kind: ComponentKind): boolean =>
  HELD[kind] !== undefined && HELD[kind].fastening !== 'panel' && kind !== 'belt'

/** The usual way to hold a part of this kind. */
export const usualHold = (kind: ComponentKind): PartHold =>
  HELD[kind]?.fastening === 'screw' ? 'screw' : 'own-hole'

/** The fastening of a part held in a given way. */
const fasteningOf = (kind: ComponentKind, hold: PartHold): FasteningId => {
  if (hold !== 'own-hole') return BY_HOLD[hold]
  const own = HELD[kind]!.fastening
  return own === 'screw' ? 'control' : own
}

/** Joints of the spring on one side, in the order of tightening. */
function springJoints(
  { suspension, bracket }: Pick<Truck, 'suspension' | 'bracket'>,
  side: Side,
  part: string,
  boltLength: number | null,
): Joint[] {
  if (mountingOf(suspension) === 'coil') return []
  const s = SIDE_WORDS[side]
  const joint = (
    name: string,
    fastening: FasteningId,
    label: string,
    to: string,
    count: number,
    length: number | null = null,
  ): Joint => ({
    id: `${name}-${side}`,
    label,
    holds: label,
    to,
    fastening,
    count,
    length,
    side,
    part,
    passes: FASTENINGS[fastening].passes,
  })
  const upper = upperFastening(bracket.hold)
  const axle = suspension.kind === 'coil' ? `${s} trailing arm or axle seat` : `${s} leaf pack and axle`
  const below =
    bracket.lower === 'clamps'
      ? [
          joint('clamp-front', 'clamp', `Front clamp of the ${s} lower bracket`, axle, 2),
          joint('clamp-rear', 'clamp', `Rear clamp of the ${s} lower bracket`, axle, 2),
        ]
      : [
          ...(bracket.lower === 'strap'
            ? [joint('strap', 'strap', `Axle strap of the ${s} lower bracket`, axle, 2)]
            : []),
          joint(
            'lower',
            'lower',
            `U-bolts of the ${s} lower bracket`,
            axle,
            bracket.lower === 'strap' ? 2 : 4,
          ),
        ]
  return [
    joint('plate', 'plate', `Roll plates and brackets of the ${s} spring`, `${s} spring`, 4),
    ...below,
    joint(
      'upper',
      upper,
      `${s === 'left' ? 'Left' : 'Right'} upper bracket`,
      `${s} rail`,
      upper === 'u-bolt' ? 4 : 2,
      boltLength,
    ),
    ...(bracket.brace ? [joint('brace', 'brace', `Brace of the ${s} upper bracket`, `${s} rail`, 1)] : []),
    joint('foot', 'flathead', `Foot screws of the ${s} spring`, `${s} lower bracket`, 2),
  ]
}

/**
 * Every joint that this job makes: springs, parts, wheels. A part that stays where it is has none.
 * @param boltLength length of the upper bracket's bolts, m; null if the kit brings them
 * @param carrier parts on the carrier plate; empty without one
 */
export function jointsOf(
  truck: Pick<TruckOfBuild, 'suspension' | 'bracket' | 'raisedBy'>,
  air: AirPlan,
  build: Pick<BuildPlan, 'holds'>,
  boltLength: number | null,
  { wheelsOff, carrier }: { wheelsOff: boolean; carrier: readonly string[] },
): Joint[] {
  const parts = Object.entries(air.components).filter(([, c]) => isFitted(c.state) || isMoved(c))
  return [
    ...parts.flatMap(([id, { kind, side }]) =>
      kind === 'spring' && side ? springJoints(truck, side, id, boltLength) : [],
    ),
    ...parts.flatMap(([id, { kind, label }]): Joint[] => {
      const usual = HELD[kind]
      if (!usual) return []
      const hold = canChooseHold(kind) ? (build.holds[id] ?? usualHold(kind)) : 'own-hole'
      const fastening = fasteningOf(kind, hold)
      return [
        {
          id: `hold-${id}`,
          label,
          holds: label,
          to: carrier.includes(id) ? 'carrier plate' : (HELD_TO[fastening] ?? 'rail or cross-member'),
          fastening,
          count: fastening === 'u-bolt' ? 2 : usual.count,
          length: null,
          side: null,
          part: id,
          passes: FASTENINGS[fastening].passes,
        },
      ]
    }),
    ...(carrier[0]
      ? [
          {
            id: 'hold-carrier',
            label: 'Carrier plate',
            holds: 'Carrier plate',
            to: 'rail or cross-member',
            fastening: 'frame' as const,
            count: 4,
            length: null,
            side: null,
            part: carrier[0],
            passes: FASTENINGS.frame.passes,
          },
        ]
      : []),
    ...(wheelsOff
      ? (['left', 'right'] as const).map((side): Joint => ({
          id: `wheel-${side}`,
          label: `${side === 'left' ? 'Left' : 'Right'} rear wheel`,
          holds: `${side === 'left' ? 'Left' : 'Right'} rear wheel`,
          to: 'hub',
          fastening: 'wheel',
          count: 1,
          length: null,
          side,
          part: null,
          passes: FASTENINGS.wheel.passes,
        }))
      : []),
  ]
}
const HELD_TO: Partial<Record<FasteningId, string>> = {
  'u-bolt': 'a tube or the rail, by a U-bolt round it',
  panel: 'its panel',
}

/** True if a torque wrench is set for it. */
export const isRead = ({ fastening }: Pick<Joint, 'fastening'>): boolean =>
  FASTENINGS[fastening].usual !== null
