import { draftOf, type WiringFacts } from './draft'
import { addClutch, addCompressor } from './motor'
import { addBatteries } from './sources'
import type { Wiring } from './types'
import { addBlock, addControlled, addLamp, addSolenoid } from './users'

/**
 * The wiring of a circuit, built from its parts, its feed, its wires as laid, and the choices at Power: where a
 * part is fed and earthed, what is in a wire, whether a relay carries the motor.
 */
export { GROUND, PLUS, type WiringFacts } from './draft'
export type { ClosedBy, Wiring, WiringPart } from './types'

/** Builds the network; only the battery if nothing is wired. Data lines between devices are not included. */
export function wiringOf(facts: WiringFacts): Wiring {
  const draft = draftOf(facts)
  const { of } = draft
  const [block] = of('block')
  addBatteries(draft)
  if (facts.feed) addCompressor(draft, facts.feed)
  for (const belt of of('belt')) addClutch(draft, belt)
  if (block) addBlock(draft, block)
  for (const solenoid of of('solenoid')) addSolenoid(draft, solenoid)
  addControlled(draft)
  for (const gauge of of('gauge', 'dualGauge')) addLamp(draft, gauge)
  const { parts, points, nominal, temperature, staged } = draft
  const met = new Set(parts.flatMap(({ a, b }) => [a, b]))
  return {
    parts,
    points: Object.fromEntries(Object.entries(points).filter(([node]) => met.has(node))),
    nominal,
    temperature,
    staged,
  }
}
