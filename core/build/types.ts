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
  /** Parts and lines that are opened in it, or whose lines come off: what was soaped and held of them is unproved. */
  opens?: { parts?: readonly string[]; lines?: readonly string[] }
  /** What is tightened in it, in this order: it is not done before each is told. */
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
  /** What steps that are ticked have opened. */
  opened: Opening[]
  /** Ids of steps neither done nor struck. */
  left: string[]
  done: number
  minutes: number
  minutesLeft: number
}

/** What Build needs of the earlier stages. */
export interface BuildFacts {
  spring: SpringClass | null
  /** Parts whose joints the dash or a coil closes in, in words. */
  closedIn: readonly string[]
  /** What the springs are first filled to, Pa gauge; null without springs. */
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
  /** What lines that stay measure along their way with slack, m, by id. */
  keptRuns: Readonly<Record<string, number>>
  /** Heat shields on the pipe: what each guards. */
  shields: readonly { id: string; guards: string }[]
  feed: { length: number; area: number; fuse: number | null } | null
  /** Marks of the wires beside the feed and its earth, and whether a relay is among what they join. */
  wires: { marks: readonly string[]; relay: boolean }
  /** Right or left when the exhaust runs there. */
  exhaustSide: 'left' | 'right' | null
  presetLabels: string[]
  /** What is set up at the end: memories, paddles or fill valves with a card, a height valve, a controller. */
  control: 'memories' | 'paddles' | 'hand' | 'lever' | 'controller'
  /** Of a height valve: its arm and link, m. */
  lever: { arm: number; link: number } | null
  /** What holds the upper brackets where they are not clamped as the kit has it: bolts' length and inside width, m. */
  bolts: { hold: Exclude<BracketHold, 'clamp'>; length: number | null; inside: number | null } | null
  /** Load on the rear axle that brings the springs to their seats, kg; null where they come there by hand. */
  closingLoad: number | null
  /** Height of a spring unladen and the highest it reaches, m. */
  stands: { height: number; highest: number } | null
  /** Whether the anti-roll is hydraulic and interlinked. */
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
