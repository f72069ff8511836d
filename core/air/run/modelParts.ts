import { PRACTICE } from '../../catalog/practice'
import type { AirPlan } from '../../document/types'
import { partOf } from '../parts/parts'
import { PART_ROWS } from './partRows'
import type { ModelledFor, ModelledPart, ModelParts, Opening } from './partRow'

/** Each part of a circuit as chambers and links, before parts screwed together become one chamber. */

/** Chamber of a part's port: one for all ports, or one for each if the part holds air back. */
export function chamberOf(air: AirPlan, id: string, port: string): string {
  const part = air.components[id]
  return part && PART_ROWS[part.kind].chamberPerPort ? `${id}.${port}` : id
}

export function modelParts(modelled: ModelledFor): ModelParts {
  const parts: ModelParts = {
    volumes: new Map(),
    links: [],
    motors: [],
    heads: [],
    vessels: new Map(),
    supplies: [],
    switches: [],
    hands: {},
    reservoirs: {},
  }
  for (const [id, { kind }] of Object.entries(modelled.air.components))
    PART_ROWS[kind].add(partIn(parts, modelled, id))
  return parts
}

function partIn(parts: ModelParts, modelled: ModelledFor, id: string): ModelledPart {
  const { air } = modelled
  const f = partOf(air, id).figures
  const valve = { conductance: f.conductance!, criticalRatio: f.criticalRatio! }
  const at = (port: string) => chamberOf(air, id, port)
  const chamber = (port: string, volume = PRACTICE.fittingVolume.value) =>
    void parts.volumes.set(at(port), (parts.volumes.get(at(port)) ?? 0) + volume)
  const through = (opening: Opening, volumeBeyond?: number) => {
    chamber('in')
    chamber('out', volumeBeyond)
    parts.links.push({ id, kind: 'orifice', from: at('in'), to: at('out'), ...opening })
  }
  const orifice = (command: string, from: string, to: string | null) =>
    void parts.links.push({ id: command, kind: 'orifice', from, to, command, ...valve })
  return { ...modelled, id, side: air.components[id]!.side, f, valve, parts, at, chamber, through, orifice }
}
