import type { BracketHold, BuildPlan, Opening, Truck } from '../document/types'
import type { SpringClass } from '../catalog/springs'
import type { Quantity } from '../quantity/units'

export interface StepValue {
  value: number
  quantity: Quantity
}

/** Kinds of fasteners of a kit. */
export type FastenerId = 'plate' | 'flathead' | 'upper' | 'u-bolt' | 'lower' | 'strap' | 'frame' | 'control'

/** One step of the build. `detail` names its figures as {name}. */
export interface Step {
  id: string
  group: string
  title: string
  detail: string
  values: Record<string, StepValue>
  /**
   * Parts and lines that the step opens, or whose lines come off. What was soaped and held of them is no longer
   * proved.
   */
  opens?: { parts?: readonly string[]; lines?: readonly string[] }
  /** What it tightens, in this order. The step is not done before each torque is entered. */
  fasteners?: readonly FastenerId[]
  cautions: string[]
  tools: string[]
  minutes: number
  /** Steps that must be done first, each with the reason. */
  after: Record<string, string>
}

export interface BuildResult {
  steps: Step[]
  /** Ticks of steps that are still what was done. */
  ticks: BuildPlan['ticks']
  /** What the ticked steps have opened. */
  opened: Opening[]
  /** Ids of steps that are neither done nor struck. */
  left: string[]
  done: number
  minutes: number
  minutesLeft: number
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
    coiled: number | null
    ties: number
    grommets: number
  }[]
  /** Length of the lines that stay, along their way and with slack, m, by id. */
  keptRuns: Readonly<Record<string, number>>
  /** Heat shields on the pipe: what each guards. */
  shields: readonly { id: string; guards: string }[]
  feed: { length: number; area: number; fuse: number | null } | null
  /** Marks of the wires besides the feed and its earth, and whether they join a relay. */
  wires: { marks: readonly string[]; relay: boolean }
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
  springHeight: { height: number; highest: number } | null
  /** True if the anti-roll is hydraulic and interlinked. */
  interlinked: boolean
}

/** What Build reads of the truck. */
export const TRUCK_OF_BUILD = [
  'suspension',
  'seatGap',
  'heights',
  'raisedBy',
] as const satisfies readonly (keyof Truck)[]
export type TruckOfBuild = Pick<Truck, (typeof TRUCK_OF_BUILD)[number]>
