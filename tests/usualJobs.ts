import { circuitPatches } from '../core/air/circuit/changeCircuit'
import { applyEdit } from '../core/document/edit'
import { ARCHETYPE_IDS, type Archetype, type Plan, type TruckKind } from '../core/document/types'
import { beginJob } from '../core/jobs/jobKinds'
import { newPlan } from '../core/jobs/newPlan'

/**
 * The twenty usual jobs: every circuit on a truck it fits, five retrofits and repairs, and both ways into a
 * coil.
 */
export interface UsualJob {
  id: string
  label: string
  plan: () => Plan
}

const whole = (kind: TruckKind, archetype: Archetype): Plan => {
  const plan = newPlan(kind, 'Usual job')
  return structuredClone(applyEdit(plan, circuitPatches(plan.air, archetype)))
}
const begun = (id: string, found: Archetype, target: Archetype): Plan => {
  const plan = newPlan('leaf-flatbed', 'Usual job')
  return structuredClone(applyEdit(plan, beginJob(plan.air, id, found, target).patches))
}

/** A compressor that drowned and is replaced by the same. */
function drowned(): Plan {
  const plan = begun('compressor', 'wireless-dual', 'wireless-dual')
  const compressor = plan.air.components.compressor!
  compressor.found = { ...compressor.found, condition: 'failed', failedBy: 'wet' }
  return plan
}

function coilOut(): Plan {
  const plan = whole('coil-wagon', 'hand-two')
  plan.build.coilWay = 'out'
  plan.truck.suspension.stopCut = 0.02
  return plan
}

export const USUAL_JOBS: readonly UsualJob[] = [
  ...ARCHETYPE_IDS.map((archetype): UsualJob => ({
    id: archetype,
    label: `Whole kit on a leaf-sprung flatbed: ${archetype}`,
    plan: () => whole('leaf-flatbed', archetype),
  })),
  {
    id: 'control-added',
    label: 'A wireless control on hand-filled springs, on a carrier plate',
    plan: () => {
      const plan = begun('control', 'hand-two', 'wireless-dual')
      plan.lay.carrier = ['compressor', 'block']
      return plan
    },
  },
  {
    id: 'air-added',
    label: 'On-board air with a tank behind a control that stays',
    plan: () => begun('air', 'wireless-dual', 'tank-wireless'),
  },
  {
    id: 'tank-added',
    label: 'A tank added to a wireless set',
    plan: () => begun('tank', 'wireless-dual', 'tank-wireless'),
  },
  { id: 'drowned-compressor', label: 'A drowned compressor replaced by the same', plan: drowned },
  {
    id: 'leak',
    label: 'A leak looked for, nothing replaced',
    plan: () => begun('leak', 'wireless-dual', 'wireless-dual'),
  },
  {
    id: 'coil-in',
    label: 'Coil inserts, coils stay in',
    plan: () => whole('coil-wagon', 'hand-two'),
  },
  { id: 'coil-out', label: 'Coil inserts, coils taken out', plan: coilOut },
]
