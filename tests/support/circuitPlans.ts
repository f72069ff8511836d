import { ARCHETYPES, startingCircuit } from '../../core/air/circuit/startingCircuits'
import type { AirNeed, Site } from '../../core/air/types'
import { newPlan } from '../../core/jobs/newPlan'
import type { AirPlan, Archetype } from '../../core/document/types'

/**
 * What the tests of Air's rules begin from: a whole starting circuit, one haul, and the standard atmosphere.
 */

/** A feed without a voltage drop. */
export const SEA_LEVEL: Site = { atmosphere: 101_325, feed: null, staging: 0 }

/** The air of a plan that was begun from a starting circuit. */
export function circuitPlan(archetype: Archetype, rest: Partial<AirPlan> = {}): AirPlan {
  const { block, compressor } = ARCHETYPES.find((a) => a.id === archetype)!
  return {
    ...newPlan('leaf-flatbed', 'x').air,
    archetype,
    ...startingCircuit(archetype),
    blockClass: block ?? 'block-one',
    compressorClass: compressor ?? 'compact',
    ...rest,
  }
}

/** A haul that needs one pressure (Pa gauge) on both sides, at one height. */
export const needOf = (p: number): AirNeed => ({
  label: 'Full',
  left: { pressure: p, wanted: p, height: 0.16, limitedBy: null },
  right: { pressure: p, wanted: p, height: 0.16, limitedBy: null },
  sideDifference: 0,
  heightAt: { left: () => 0.16, right: () => 0.16 },
})

/** A part with figures from its own sheet. */
export const withSheet = (air: AirPlan, id: string, figures: Record<string, number>): AirPlan => ({
  ...air,
  components: { ...air.components, [id]: { ...air.components[id]!, sheet: figures } },
})
