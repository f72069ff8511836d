import { PRACTICE } from '../../catalog/practice'
import { COMPRESSORS } from '../../catalog/compressors'
import type { AirPlan } from '../../document/types'
import { ARCHETYPES, startingCircuit } from './startingCircuits'

/** Patches that bring an archetype's own circuit back, or change to another archetype. */
export function circuitPatches(plan: AirPlan, archetype = plan.archetype) {
  const { components, lines } = startingCircuit(archetype)
  const { block, compressor } = ARCHETYPES.find((a) => a.id === archetype)!
  const now = COMPRESSORS.find((c) => c.id === plan.compressorClass)
  const wanted = compressor === null ? null : COMPRESSORS.find((c) => c.id === compressor)!
  const tankless = !Object.values(components).some((c) => c.kind === 'tank')
  const strongest = COMPRESSORS.filter((c) => c.maxPressure <= PRACTICE.tanklessMost.value).at(-1)!
  return [
    { op: 'replace' as const, path: ['air', 'archetype'], value: archetype },
    { op: 'replace' as const, path: ['air', 'components'], value: components },
    { op: 'replace' as const, path: ['air', 'lines'], value: lines },
    { op: 'replace' as const, path: ['air', 'gone'], value: { components: {}, lines: {} } },
    { op: 'replace' as const, path: ['air', 'joints'], value: {} },
    ...(block ? [{ op: 'replace' as const, path: ['air', 'blockClass'], value: block }] : []),
    // Without a tank and its switch, only its own rating stops a compressor.
    ...(tankless && now && now.maxPressure > PRACTICE.tanklessMost.value
      ? [{ op: 'replace' as const, path: ['air', 'compressorClass'], value: strongest.id }]
      : []),
    ...(wanted && (!now || now.maxPressure < wanted.maxPressure)
      ? [{ op: 'replace' as const, path: ['air', 'compressorClass'], value: wanted.id }]
      : []),
  ]
}
