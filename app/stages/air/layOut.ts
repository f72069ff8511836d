import ELK from 'elkjs/lib/elk-api.js'
import workerUrl from 'elkjs/lib/elk-worker.min.js?url'
import { layoutCircuit, type CircuitDrawing } from '#core/air/drawing/layout'
import type { AirPlan } from '#core/document/types'

let elk: InstanceType<typeof ELK> | null = null

/** Lays out a circuit in the layout engine's own worker. */
export function layOutCircuit(air: AirPlan, before: CircuitDrawing | null): Promise<CircuitDrawing> {
  elk ??= new ELK({ workerUrl })
  return layoutCircuit(air, before, (graph) => elk!.layout(graph))
}
