import { DIRECT, type AirLine, type AirPlan, type JointKind } from '../document/types'
import { tubeClass, type TubeClass } from './tubes'

/**
 * How a line's end is joined to its part: what it holds on, what pressure it stands, how it is made and remade.
 */
export interface JointClass {
  id: JointKind
  label: string
  /** What it holds on; `port` means one part screwed straight into the other. */
  on: readonly (TubeClass['material'] | 'port')[]
  /** Pa gauge; null if it stands as much as its tube. */
  maxPressure: number | null
  /** Instruction for making it. */
  make: string
  /** What to do when it leaks. */
  again: string
}

/** Common practice; pressures from memory. The fitting's own sheet rules. */
export const JOINTS: readonly JointClass[] = [
  {
    id: 'push',
    label: 'push-fit',
    on: ['nylon'],
    maxPressure: null,
    make: 'push home past the first stop, tug',
    again: 're-cut square, push home past the first stop, tug',
  },
  {
    id: 'compression',
    label: 'compression fitting',
    on: ['nylon'],
    maxPressure: null,
    make: 'nut and sleeve on first, support in the tube, push home, tighten as its sheet says',
    again: 're-cut behind the sleeve, new sleeve, tighten as its sheet says',
  },
  {
    id: 'barb',
    label: 'barb with clamp',
    on: ['nylon', 'hose'],
    maxPressure: 862_000,
    make: 'warm nylon in hot water, push over every barb, clamp behind the last',
    again: 'cut the end off, push over every barb, clamp anew',
  },
  {
    id: 'flare',
    label: 'flare with swivel nut',
    on: ['braided'],
    maxPressure: null,
    make: 'cone clean and dry, no sealant, finger tight and a sixth of a turn with two wrenches',
    again: 'look at cone and seat, clean, finger tight and a sixth of a turn with two wrenches',
  },
  {
    id: 'braided',
    label: 'hose end',
    on: ['braided'],
    maxPressure: null,
    make: 'finger tight and a sixth of a turn with two wrenches; it is never cut',
    again: 'undo, look at its seat, finger tight and a sixth of a turn with two wrenches',
  },
  {
    id: 'taper',
    label: 'taper thread with sealant',
    on: ['port'],
    maxPressure: null,
    make: 'finger tight and one and a half turns; another school: until the sealant is hidden',
    again: 'undo, clean both threads, sealant anew, finger tight and one and a half turns',
  },
  {
    id: 'straight',
    label: 'straight thread with seal',
    on: ['port'],
    maxPressure: null,
    make: 'seal in its seat, no sealant, tighten as its sheet says',
    again: 'undo, new seal, tighten as its sheet says',
  },
]

const jointClasses = new Map(JOINTS.map((joint) => [joint.id, joint]))
export const jointClass = (id: JointKind): JointClass => jointClasses.get(id)!

const USUAL: Record<TubeClass['material'], JointKind> = { nylon: 'push', hose: 'barb', braided: 'braided' }

type JointsOf = Pick<AirPlan, 'tubeClass' | 'classes' | 'joints'>
type LineEnd = 'from' | 'to'

/**
 * The catalogue's tube of a line (a shop's own class stands for its base class); null if it is screwed or
 * unknown.
 */
export function catalogueTube(air: JointsOf, { tube }: Pick<AirLine, 'tube'>): TubeClass | null {
  if (tube === DIRECT) return null
  const id = tube ?? air.tubeClass
  return tubeClass(air.classes[id]?.like ?? id)
}

/** Key of a joint: the same as for soap. */
export const jointId = (line: string, end: LineEnd): string => `${line}:${end}`

/** Usual joint of a line's end. */
export function usualJoint(air: JointsOf, line: Pick<AirLine, 'tube'>): JointKind {
  const tube = catalogueTube(air, line)
  return tube ? USUAL[tube.material] : 'taper'
}

/** Joint of a line's end: as chosen, or the usual one of its tube. */
export const jointAt = (air: JointsOf, id: string, line: Pick<AirLine, 'tube'>, end: LineEnd): JointClass =>
  jointClass(air.joints[jointId(id, end)] ?? usualJoint(air, line))

/** True if a joint holds on the line's material. */
export const holdsOn = ({ on }: JointClass, air: JointsOf, line: Pick<AirLine, 'tube'>): boolean =>
  on.includes(catalogueTube(air, line)?.material ?? 'port')
