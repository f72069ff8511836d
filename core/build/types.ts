import type { Pass } from '../catalog/fastenings'
import type { BracketHold, BuildPlan, Corners, Opening, Point, Side, Truck } from '../document/types'
import type { SpringClass } from '../catalog/springs'
import type { Quantity } from '../quantity/units'
import type { Freed } from './freed'
import type { Joint } from './joint'

export interface StepValue {
  value: number
  quantity: Quantity
}

/** One turn at a joint: which joint, and which of its passes. */
export interface Tightening {
  joint: string
  pass: Pass
}

/** A figure that is typed in a step, with its name and what the plan expects. */
export interface ReadingAsked {
  id: string
  label: string
  quantity: Quantity
  /** What the plan says, SI; null if it says nothing. */
  expected: number | null
  /** For a room beside a spring: to what. */
  room?: RoomAround
  /** Fields of the plan that the reading corrects. A reading within this of the plan changes nothing, m. */
  corrects?: { moves: RoomAround['moves']; within: number }
}

/** Where a step is done. Two people do not need the same place. */
export type Workplace = 'truck' | 'bench' | 'cab' | 'around'

/** One step of the build. `detail` and `way` name their figures as {name}. */
export interface Step {
  id: string
  group: string
  title: string
  detail: string
  values: Record<string, StepValue>
  /** Which way it faces or which end is up; empty if that does not matter. */
  way: string
  /** What it is about: a part, a line or a wire of the plan. Its place and its way are told from there. */
  part: string | null
  line: string | null
  place: Workplace
  /** Names of the values that say what was done: if they change later, the step is asked about again. */
  facts: readonly string[]
  /** What was chosen, by name: a class, a kind of joint. A later change is asked about like that of a value. */
  choices: Readonly<Record<string, string>>
  reads: readonly ReadingAsked[]
  /**
   * Parts and lines that the step opens, or whose lines come off. What was soaped and held of them is no longer
   * proved.
   */
  opens?: { parts?: readonly string[]; lines?: readonly string[] }
  /** Joints it turns, in this order. The step is not done before each torque is entered. */
  tightens: readonly Tightening[]
  /** Entries of the register that it frees, or puts back. */
  frees: readonly string[]
  putsBack: readonly string[]
  /** Whose words it has: the kit's own sheet, or the usual ones. */
  from: 'kit' | 'usual'
  /** Address of the photo on the kit's sheet, `job/photo`; empty without one. */
  picture: string
  /** True if it is done days later, after the road. */
  later: boolean
  cautions: string[]
  tools: string[]
  minutes: number
  /** Steps that must be done first, each with the reason. */
  after: Record<string, string>
}

export interface BuildResult {
  steps: Step[]
  joints: Joint[]
  freed: Freed[]
  /** True if the kit's own sheet gives steps. */
  hasSheet: boolean
  /** Ticks of steps that are still what was done. */
  ticks: BuildPlan['ticks']
  /** What the ticked steps have opened. */
  opened: Opening[]
  /** Finished steps of which nobody has read, measured or recorded what was asked. */
  unproved: { step: string; title: string; what: string }[]
  /** Open steps that wait for something the box has not, with the id of its line. */
  waits: Readonly<Record<string, string>>
  /** Ids of steps that are neither done nor struck; steps of after the road are not among them. */
  left: string[]
  /** Passes after the road that are not done yet. */
  due: Tightening[]
  done: number
  /** Steps of today: all but those of after the road. */
  today: number
  minutes: number
  minutesLeft: number
  /** Time with two people, and of the longest chain, min. */
  minutesOfTwo: number
  minutesCritical: number
}

/** What Build needs of the earlier stages. */
export interface BuildFacts {
  spring: SpringClass | null
  /** Words for the parts whose joints the dash or a coil covers. */
  closedIn: readonly string[]
  /** Pressure of the first fill, Pa gauge; null without springs. */
  firstFill: number | null
  cuts: {
    id: string
    fromLabel: string
    toLabel: string
    path: string
    cut: number
    run: number
    coiled: number | null
    ties: number
    grommets: number
  }[]
  /** Length of the lines that stay, along their way and with slack, m, by id. */
  keptRuns: Readonly<Record<string, number>>
  /** Heat shields on the pipe: what each guards. */
  shields: readonly { id: string; guards: string }[]
  /** `atMotor`: volts at the running compressor's plug; null without one. */
  feed: { length: number; area: number; fuse: number | null; atMotor: number | null } | null
  /** Parts on one carrier plate. */
  carrier: readonly string[]
  /** Where every part goes, m. */
  places: Readonly<Record<string, Point>>
  /** Wires besides the feed and its earth, and whether they join a relay. */
  wires: { list: readonly WireWork[]; relay: boolean }
  /** Side of the exhaust; null if there is none. */
  exhaustSide: 'left' | 'right' | null
  presetLabels: string[]
  /** What is set up at the end: memories, paddles or fill valves with a card, a height valve, a controller. */
  control: 'memories' | 'paddles' | 'hand' | 'lever' | 'controller'
  /** Arm and link of a height valve, m. */
  lever: { arm: number; link: number } | null
  /** Bolts of the upper brackets if the kit does not clamp them: length and inside width, m. */
  bolts: { hold: Exclude<BracketHold, 'clamp'>; length: number | null; inside: number | null } | null
  /** Load on the rear axle that brings the springs to their seats, kg; null if hands can. */
  closingLoad: number | null
  /** Height of a spring unladen and the highest it reaches, m. */
  /** The lips as they should be read: with the lift of a kit that was fitted after they were measured. */
  lips: Corners
  springHeight: { height: number; highest: number } | null
  /** What the test fit measures the room to, and what of the plan a reading corrects. */
  rooms: readonly RoomAround[]
  /** True if the anti-roll is hydraulic and interlinked. */
  interlinked: boolean
}

/** Room beside a spring: what the plan expects, and fields of the plan that a reading corrects, m per m. */
export interface RoomAround {
  on: string
  label: string
  room: number
  side: Side | null
  isOutside: boolean
  moves: readonly { path: readonly (string | number)[]; value: number; by: number }[]
}

/** A wire as it is run. */
export interface WireWork {
  id: string
  mark: string
  area: number
  length: number
  colour: string
}

/** What Build reads of the truck. */
export const TRUCK_OF_BUILD = [
  'suspension',
  'seatGap',
  'heights',
  'kind',
  'raisedBy',
  'bracket',
  'spare',
  'brakeLine',
  'tyre',
  'coil',
  'existing',
] as const satisfies readonly (keyof Truck)[]
export type TruckOfBuild = Pick<Truck, (typeof TRUCK_OF_BUILD)[number]>
