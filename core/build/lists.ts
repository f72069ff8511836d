import { FASTENINGS, socketOf } from '../catalog/fastenings'
import type { AirPlan, BuildPlan } from '../document/types'
import { showText, type UnitChoice } from '../quantity/units'
import { boxOf, type BoxLine } from './box'
import type { BuildResult, Step } from './types'

/** What is laid out, checked and made before the truck is up. */
export interface BuildLists {
  tools: string[]
  consumables: string[]
  /** What belongs in the box, and how many. */
  box: BoxLine[]
  /** Titles of the steps done on the bench. */
  bench: string[]
  /** Photos wanted: of what, and in which step. */
  photos: { step: string; of: string }[]
}

/** Words in a step that call for something that is used up (common practice). */
const USED_UP: readonly { on: RegExp; label: string }[] = [
  { on: /\bties?\b/i, label: 'Cable ties' },
  { on: /grommet/i, label: 'Grommets' },
  { on: /sealant/i, label: 'Thread sealant' },
  { on: /locker/i, label: 'Thread locker' },
  { on: /heat-shrink|sealed/i, label: 'Heat-shrink tube' },
  { on: /\bloom/i, label: 'Loom and tape' },
  { on: /painted|paint/i, label: 'Zinc paint' },
  { on: /soap/i, label: 'Soapy water in a spray bottle' },
  { on: /mark both ends/i, label: 'Coloured tape' },
  { on: /label/i, label: 'Labels for wires' },
]

/** Tools that the joints need: sockets for their threads, and a torque wrench with the range it must have. */
function jointTools(
  { joints }: Pick<BuildResult, 'joints'>,
  build: Pick<BuildPlan, 'fasteners'>,
  units: UnitChoice,
): string[] {
  const torques = joints.flatMap(({ fastening }) => build.fasteners[fastening]?.torque ?? [])
  const sockets = joints.flatMap(({ fastening }) => {
    const thread = build.fasteners[fastening]?.thread ?? FASTENINGS[fastening].usual?.thread
    const socket = thread && fastening !== 'flathead' ? socketOf(thread) : null
    return socket ? [`Socket ${socket}`] : []
  })
  const own = joints.flatMap(({ fastening }) => FASTENINGS[fastening].tools)
  const torque = (value: number) => showText(value, 'torque', units)
  const wrench =
    torques.length > 0
      ? [`Torque wrench from ${torque(Math.min(...torques))} to ${torque(Math.max(...torques))}`]
      : []
  return [...wrench, ...sockets, ...own]
}

/** Lists of a job in a shop's units, each entry once. */
export function buildLists(
  result: BuildResult,
  air: AirPlan,
  build: BuildPlan,
  units: UnitChoice,
): BuildLists {
  const { steps, joints, freed } = result
  const tools = new Set([...jointTools(result, build, units), ...steps.flatMap((step) => step.tools)])
  // The wrench with its range stands for the wrench without one.
  if ([...tools].some((tool) => tool.startsWith('Torque wrench from'))) tools.delete('Torque wrench')
  const words = [
    ...steps.map(({ title, detail, tools: own }) => `${title} ${detail} ${own.join(' ')}`),
    ...joints.map(({ fastening }) => FASTENINGS[fastening].locker),
  ]
  const hasLocker = freed.some(({ locker }) => locker)
  return {
    tools: [...tools].sort((a, b) => a.localeCompare(b, 'en')),
    consumables: USED_UP.filter(
      ({ on, label }) => words.some((text) => on.test(text)) || (label === 'Thread locker' && hasLocker),
    ).map(({ label }) => label),
    box: boxOf(air, joints),
    bench: steps.filter(({ place }) => place === 'bench').map(({ title }) => title),
    photos: steps.flatMap((step) => {
      const of = photoWanted(step)
      if (of === null) return []
      return [{ step: step.id, of: `${step.title}: ${of}` }]
    }),
  }
}

/** What a photo of this step should show; null if none is wanted. */
export function photoWanted({ id, frees, opens, later }: Step): string | null {
  if (later) return null
  if (frees.length > 0) return 'as it was before'
  if (opens && /^(spring|dress|bench)-/.test(id)) return 'every joint that will be hidden'
  return id === 'fuse' ? 'the fuse in its place' : null
}
