import { SUPPLY_KINDS } from '../../catalog/kinds'
import { OperationError } from '../../quantity/operation'
import { diffDocuments, type Patch } from '../../quantity/patch'
import type { AirPlan } from '../../document/types'
import { allOfKinds, hasHandFill, firstOfKind, openPorts, springsTeed } from './connections'
import { portsOf } from '../parts/parts'
import type { Change } from './editing'
import { takeOut, plugPort, fitFilter } from './operations'
import { mirror, splitSides, joinSides } from './sides'
import {
  addCompressor,
  addCoupler,
  addSecondCompressor,
  addTank,
  feedFromTank,
  keepHandFill,
} from './additions'

export interface Operation {
  id: string
  label: string
  run: Change
}

/** Operations on the whole circuit that are possible now. */
export function wholeOperations(air: AirPlan): Operation[] {
  const supply = allOfKinds(air, ...SUPPLY_KINDS).length > 0
  const teed = springsTeed(air)
  return [
    ...(supply || firstOfKind(air, 'block')
      ? []
      : [{ id: 'add-compressor', label: 'Add a compressor and valve block', run: addCompressor }]),
    ...(allOfKinds(air, 'compressor').length === 1
      ? [{ id: 'second-compressor', label: 'Add a second compressor', run: addSecondCompressor }]
      : []),
    ...(supply && !firstOfKind(air, 'tank') ? [{ id: 'add-tank', label: 'Add a tank', run: addTank }] : []),
    ...(firstOfKind(air, 'block') && !firstOfKind(air, 'restrictor')
      ? [{ id: 'feed', label: 'Feed from on-board air', run: feedFromTank }]
      : []),
    ...(supply && !firstOfKind(air, 'coupler')
      ? [{ id: 'coupler', label: 'Add a tyre coupler', run: addCoupler }]
      : []),
    ...(allOfKinds(air, 'spring').some((id) => !hasHandFill(air, id))
      ? [{ id: 'hand-fill', label: 'Keep a hand fill', run: keepHandFill }]
      : []),
    teed
      ? { id: 'split', label: 'Split left and right', run: splitSides }
      : { id: 'join', label: 'Join left and right', run: joinSides },
  ]
}

/** Operations on one part. */
export function partOperations(air: AirPlan, id: string): Operation[] {
  const c = air.components[id]
  if (!c) return []
  const open = openPorts(air).filter((p) => p.component === id)
  return [
    ...open.map((p) =>
      portsOf(air, id).find((x) => x.id === p.port)!.type === 'pressure'
        ? { id: `plug-${p.port}`, label: `Plug “${p.port}”`, run: plugPort(id, p.port) }
        : { id: 'filter', label: 'Fit an inlet filter', run: fitFilter(id) },
    ),
    ...(c.side && c.kind !== 'spring'
      ? [{ id: 'mirror', label: 'Mirror to the other side', run: mirror(id) }]
      : []),
    ...(c.kind === 'spring' ? [] : [{ id: 'take-out', label: 'Take out and close up', run: takeOut(id) }]),
  ]
}

/** Patches of an operation on the plan's air. */
export function operationPatches(air: AirPlan, run: Change): Patch[] {
  return diffDocuments(air, run(air)).map((p) => ({ ...p, path: ['air', ...p.path] }))
}

/** A remedy from an operation; undefined if it cannot be done. */
export function operationRemedy(
  air: AirPlan,
  label: string,
  run: Change,
): { label: string; patches: Patch[] } | undefined {
  try {
    return { label, patches: operationPatches(air, run) }
  } catch (error) {
    if (error instanceof OperationError) return undefined
    throw error
  }
}
