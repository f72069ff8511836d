import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { addSecondCompressor } from '../../air/circuit/additions'
import { ARCHETYPES, startingCircuit } from '../../air/circuit/startingCircuits'
import { networkReport, wiringFor } from '../../papers/network'
import { newPlan } from '../../jobs/newPlan'
import type { Archetype } from '../../document/types'
import { GROUND } from './draft'
import { spiceNetlist } from './spice'

/**
 * Every circuit in every state against a circuit simulator: Debian's ngspice 39, which `bin/test` installs if
 * it is missing.
 */
const folder = mkdtempSync(join(tmpdir(), 'netlists-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** Volts of every node as ngspice solves a netlist. */
function byNgspice(name: string, netlist: string): Record<string, number> {
  const file = join(folder, `${name}.cir`)
  const asked = '.control\nset numdgt=12\nop\nprint all\n.endc\n.end\n'
  writeFileSync(file, netlist.replace(/\.op\n\.end\n$/, asked))
  const { stdout, error } = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' })
  if (error) throw error
  const found = [...stdout.matchAll(/^([\w-]+) = (-?[\d.]+e[+-]\d+)\s*$/gm)]
  return Object.fromEntries(found.map(([, node, value]) => [node!, Number(value)]))
}

test.each([
  ...ARCHETYPES.map(({ id }) => [id, 1] as const),
  ['wireless-dual', 2],
  ['tank-paddles', 2],
] as const)(
  '%s, compressors: %s at most: every node within 0.1 %% of ngspice',
  (archetype: Archetype, compressors: number) => {
    const plan = newPlan('leaf-flatbed', 'x')
    Object.assign(plan.air, { archetype, ...startingCircuit(archetype) })
    if (compressors === 2) plan.air = addSecondCompressor(plan.air)
    plan.power.staging = 2
    plan.power.secondBattery = { capacity: 270_000, isolator: 'relay', fusedBothEnds: true }
    for (const [state, { nodes_V, elements }] of Object.entries(networkReport(wiringFor(plan)))) {
      const volts = byNgspice(`${archetype}-${compressors}-${state}`, spiceNetlist(state, elements, GROUND))
      const nodes = Object.entries(nodes_V).filter(([node]) => node !== GROUND)
      expect(nodes.length).toBeGreaterThan(1)
      for (const [node, value] of nodes) {
        const theirs = volts[node.replace(/[^\w]/g, '_').toLowerCase()]
        expect({ state, node, theirs: typeof theirs }).toEqual({ state, node, theirs: 'number' })
        expect(Math.abs(theirs! - value)).toBeLessThan(1e-3 * Math.max(Math.abs(value), 1e-3))
      }
    }
  },
)
