import { circuitPatches } from '../core/air/circuit/changeCircuit'
import { ARCHETYPES } from '../core/air/circuit/startingCircuits'
import { demoPlan } from '../core/demo/demoShop'
import { alike, diagnose, doubtOf } from '../core/prove/diagnosis'
import { FaultBench } from '../core/devices/faultBench'
import type { FaultRun } from '../core/prove/functions'
import { applyEdit } from '../core/document/edit'
import { randomNumbers } from '../core/quantity/random'

/**
 * How often the true fault is named first, and among the first three: every fault on every circuit, read once
 * with errors of gauge and meter. Prints one JSON row a circuit.
 */

const only = process.argv[2]
const base = demoPlan('estuary-flatbed')
const next = randomNumbers(7)
const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())

for (const { id: archetype } of ARCHETYPES) {
  if (only && only !== archetype) continue
  const began = performance.now()
  const bench = new FaultBench(applyEdit(base, circuitPatches(base.air, archetype)))
  const runs = bench.todo.flatMap((one) => bench.run(one) ?? [])
  const seconds = (performance.now() - began) / 1000
  const quantities = new Map(
    bench.expected.flatMap(({ sights }) => sights.map((s) => [s.id, s.quantity] as const)),
  )
  const groups = alike(runs, quantities, [...quantities.keys()])
  let [first, firstThree] = [0, 0]
  const missed: string[] = []
  const place = ({ sights, label }: FaultRun) => {
    const seen = Object.fromEntries(
      Object.entries(sights).map(([id, value]) => [
        id,
        value + doubtOf(quantities.get(id)!, value) * normal(),
      ]),
    )
    const { suspects } = diagnose({ tests: bench.expected, runs }, seen)
    return suspects.findIndex(({ labels }) => labels.includes(label))
  }
  for (const run of runs) {
    const at = place(run)
    if (at === 0) first++
    if (at < 3) firstThree++
    else missed.push(`${run.label} (${at + 1})`)
  }
  console.log(
    JSON.stringify({
      archetype,
      faults: runs.length,
      groups: groups.length,
      largest: Math.max(...groups.map((g) => g.length)),
      first: +(first / runs.length).toFixed(3),
      firstThree: +(firstThree / runs.length).toFixed(3),
      seconds: +seconds.toFixed(1),
      missed: missed.slice(0, 4),
    }),
  )
}
