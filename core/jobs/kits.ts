import { classIdOf } from '../air/parts/parts'
import { KINDS } from '../catalog/kinds'
import { isBought } from '../catalog/partStates'
import {
  type AirPlan,
  type Kit,
  type OwnClass,
  type Plan,
  type TakenKit,
  COMPONENT_KINDS,
  type ComponentKind,
} from '../document/types'
import type { StageOutput } from '../quantity/stage'
import type { LayResult } from '../lay/types'

/** Kits as they are sold: taken whole into a job, or made of one. */

const CLASS_FIELDS = ['springClass', 'compressorClass', 'blockClass', 'tubeClass'] as const

/** A class of the shop's own into a plan that is being changed, as it is now; nothing for one of the catalogue. */
export function takeOwnClass(air: AirPlan, id: string, own: Readonly<Record<string, OwnClass>>): void {
  if (own[id]) air.classes[id] = structuredClone(own[id])
}

/**
 * Takes a kit into a plan that is being changed: its classes, with the shop's own that it names, harness and
 * torques.
 * @param own the shop's own classes, by id.
 */
export function takeKit(plan: Plan, kit: Kit, own: Readonly<Record<string, OwnClass>>): void {
  const { label, number, make, price, tubeClass, tubeLength, parts, lift, steps } = kit
  const taken: TakenKit = {
    label,
    number,
    make,
    price,
    tubeClass,
    tubeLength,
    parts: { ...parts },
    lift,
    steps: structuredClone(steps),
  }
  plan.air.kit = taken
  for (const field of CLASS_FIELDS) {
    const id = kit[field]
    if (id === null) continue
    plan.air[field] = id
    takeOwnClass(plan.air, id, own)
  }
  // What a sheet typed in the job said was of another spring.
  if (kit.springClass !== null) plan.air.sheet = null
  if (kit.harness !== null) plan.lay.harnessLength = kit.harness
  Object.assign(plan.build.fasteners, structuredClone(kit.fasteners))
}

/** Without a kit again: what it brought stays, each part bought by itself. */
export const withoutKit = (plan: Plan): void => void (plan.air.kit = null)

/** A kit as this job has it: what is bought for it, its tube and harness, and the torques typed so far. */
export function kitOfJob(plan: Plan, lay: StageOutput<LayResult>): Kit {
  const { air, build, job } = plan
  const parts: Kit['parts'] = {}
  for (const c of Object.values(air.components))
    if (isBought(c) && c.kind !== 'plug') parts[c.kind] = (parts[c.kind] ?? 0) + 1
  const has = (kind: ComponentKind) => (parts[kind] ?? 0) > 0
  const first = (kind: ComponentKind) =>
    Object.keys(air.components).find((id) => air.components[id]!.kind === kind)
  const classOf = (kind: ComponentKind) => (has(kind) ? classIdOf(air, first(kind)!) : null)
  const tube = lay.result.cuts.filter(({ id }) => air.lines[id]?.tube === null)
  const tubeLength = Math.ceil(tube.reduce((sum, { cut }) => sum + cut, 0))
  return {
    label: `Kit as in ${job.name}`.slice(0, 80),
    number: '',
    make: '',
    price: null,
    springClass: classOf('spring'),
    compressorClass: classOf('compressor'),
    blockClass: classOf('block'),
    tubeClass: tubeLength > 0 ? air.tubeClass : null,
    tubeLength: tubeLength > 0 ? tubeLength : null,
    harness: has('compressor') ? lay.result.harness : null,
    parts,
    lift: null,
    fasteners: structuredClone(build.fasteners),
    steps: structuredClone(air.kit?.steps ?? []),
  }
}

/** What is in a kit, in words, in the order of the kinds whatever order it was kept in. */
export const kitWords = ({ parts }: Pick<Kit, 'parts'>): string =>
  COMPONENT_KINDS.filter((kind) => (parts[kind] ?? 0) > 0)
    .map((kind) => `${parts[kind]} × ${KINDS[kind].label.toLowerCase()}`)
    .join(', ')
