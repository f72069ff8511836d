import Graph from 'graphology'
import { dijkstra } from 'graphology-shortest-path'
import { tryLayout } from '#core/whatIf/layouts'
import { layStage } from '#core/lay/lay'
import { layoutStarts } from '#core/lay/layouts/layouts'
import { joinedBy } from '#core/lay/run/ends'
import { truckLattice } from '#core/lay/run/lattice'
import { standing } from '#core/lay/space/standing'
import { cheapestWay, nothingShared, notebookFor, stepper } from '#core/lay/run/search'
import { solidsOf } from '#core/lay/space/room'
import type { Plan, Point } from '#core/document/types'
import { demoJobs } from '../core/demo/demoShop'

/**
 * Timings of Lay on the demo job with the most runs, in ms, and how many times as long another package takes
 * for the same way on the same lattice at the same costs.
 */
const now = () => performance.now()
const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!
const time = (rounds: number, run: (i: number) => void): number =>
  median(
    Array.from({ length: rounds }, (_, i) => {
      const began = now()
      run(i)
      return now() - began
    }),
  )

const plan = demoJobs()
  .map((j) => j.plan)
  .sort((a, b) => Object.keys(b.air.lines).length - Object.keys(a.air.lines).length)[0]!
const lay = ({ lay: of, truck, air }: Plan) => layStage(of, truck, air, { compressor: null, spring: null })
const start = lay(plan).result.places.compressor!

/** All of Lay on a new truck: every rail a little higher. */
const raised = (i: number): Plan => ({
  ...plan,
  truck: { ...plan.truck, frame: { ...plan.truck.frame, top: plan.truck.frame.top + i * 1e-5 } },
})
/** The compressor dragged by a millimetre at a time. */
const dragged = (i: number): Plan => ({
  ...plan,
  lay: { ...plan.lay, places: { ...plan.lay.places, compressor: { ...start, x: start.x + i / 1000 } } },
})
const whole = time(15, (i) => void lay(raised(i + 1)))
const drag = time(30, (i) => void lay(dragged(i + 1)))
const began = now()
for (const from of layoutStarts) tryLayout({ ...plan, lay: { ...plan.lay, places: {} } }, from)
const search = now() - began

/** The same states, steps and costs as an ordinary graph. */
function againstGraphology(): number {
  const { truck, air } = plan
  const solids = solidsOf(truck, air)
  const lattice = truckLattice(truck, solids)
  const near = solids.map(standing)
  const bend = 0.0254
  const { each, begin } = stepper(lattice, bend, nothingShared(lattice))
  const graph = new Graph({ type: 'directed' })
  for (let node = 0; node < lattice.at.x.length; node++)
    for (let way = 0; way < 6; way++)
      each(node, way, (next, nextWay, weight) =>
        graph.mergeEdge(`${node}:${way}`, `${next}:${nextWay}`, { weight }),
      )
  const [from, to]: Point[] = [
    { x: 1.4, y: 0.55, z: truck.frame.top + 0.04 },
    { x: 0.3, y: -0.55, z: truck.frame.top - 0.03 },
  ]
  const [first, last] = [from!, to!].map((at) => joinedBy({ at, leaves: null }, bend, lattice, near).stubs)
  const notebook = notebookFor(lattice)
  const shared = nothingShared(lattice)
  const ours = time(20, () => void cheapestWay(lattice, first!, last!, to!, bend, shared, notebook))
  // One way in and one way out are given to the other package for free.
  const { node } = first![0]!
  const out = [0, 1, 2, 3, 4, 5]
    .map((way) => ({ way, step: begin(node, way) }))
    .find(({ step }) => step.node >= 0)!
  const target = last!
    .flatMap((s) => [0, 1, 2, 3, 4, 5].map((way) => `${s.node}:${way}`))
    .find((id) => graph.hasNode(id))!
  const theirs = time(
    5,
    () => void dijkstra.bidirectional(graph, `${out.step.node}:${out.way}`, target, 'weight'),
  )
  return theirs / ours
}

console.log(JSON.stringify({ name: plan.job.name, whole, drag, search, graphology: againstGraphology() }))
