import type { Step } from '../../build/types'
import type { Side, Truck } from '../../document/types'
import { isInCab } from '../../lay/space/room'
import { showText } from '../../quantity/units'
import type { GuideSource } from '../stepGuide'
import { benchSpringPicture, carrierPicture, dressPicture } from './benchPicture'
import type { StepPicture } from './canvas'
import { placePicture } from './placePicture'
import { runPicture } from './runPicture'
import { springPicture } from './springPicture'
import { VIEWS } from './views'
import { cabPicture, partsPicture, sidePicture, solidPicture } from './wholePicture'

/** Makes the picture of a step; `id` is what stands after the row's prefix. */
type Draw = (step: Step, source: GuideSource, id: string) => StepPicture | null

const routesOf = ({ derived }: GuideSource, ids: readonly string[]) =>
  derived.stages.lay.result.routes.filter(({ id }) => ids.includes(id))
const wiresOf = ({ derived }: GuideSource, kind: 'feed' | 'wire') => {
  const { routes, wires } = derived.stages.lay.result
  return [...routes, ...wires].filter((route) => route.kind === kind)
}
const sideOf = (id: string): Side => (id.endsWith('right') ? 'right' : 'left')

const spring: Draw = (step, source) => springPicture(step, sideOf(step.id), source)
/** Both springs where they stand, from behind; what a step frees there has its own name. */
const springs: Draw = (step, source) => {
  const name = SPRING_NAMES.find(({ on }) => on.test(step.id))!.name
  return (
    solidPicture(/^spring-(left|right)$/, source, name, VIEWS.behind) ??
    partsPicture(kindsOf(source, ['spring']), source)
  )
}
const SPRING_NAMES: readonly { on: RegExp; name: string }[] = [
  { on: /^(free|back)-stops$|^stop/, name: 'bump stops' },
  { on: /^(free|back)-coils$/, name: 'coils' },
  { on: /./, name: 'springs' },
]

function kindsOf({ plan }: GuideSource, kinds: readonly string[]): string[] {
  return Object.entries(plan.air.components).flatMap(([id, { kind }]) => (kinds.includes(kind) ? [id] : []))
}
const kinds =
  (...list: string[]): Draw =>
  (_, source) =>
    partsPicture(kindsOf(source, list), source)
const solid =
  (ids: RegExp, name: string, view = VIEWS.below): Draw =>
  (_, source) =>
    solidPicture(ids, source, name, view)

/** A part at its place: in the cab, on its plate, or on the truck. */
const part: Draw = (step, source) => {
  const id = step.part
  if (!id || !source.plan.air.components[id]) return null
  if (step.id !== 'mount-carrier' && source.plan.lay.carrier.includes(id) && step.place === 'bench')
    return carrierPicture(id, source)
  return isInCab(source.plan.air, id) ? inCab([id], source) : placePicture(id, source)
}

/** Parts of the cab, from the left. */
function inCab(ids: readonly string[], source: GuideSource): StepPicture | null {
  const { places } = source.derived.stages.lay.result
  const known = ids.filter((id) => places[id])
  if (known.length === 0) return null
  return cabPicture(source, (canvas, view) => {
    for (const id of known) {
      const [x, y] = view.flat(places[id]!)
      canvas.circle(x, y + 0.05, 0.06, 'lit')
    }
    for (const id of known) {
      const [x, y] = view.flat(places[id]!)
      canvas.name(canvas.spot(x, y + 0.05), source.plan.air.components[id]!.label)
    }
  })
}
const cabParts: Draw = (_, source) =>
  inCab(
    Object.keys(source.plan.air.components).filter((id) => isInCab(source.plan.air, id)),
    source,
  )

/** The truck's own places that a stand goes under, m ahead of the rear axle, by how it is raised. */
const STANDS: Record<Truck['raisedBy'], { x: number; on: 'frame' | 'axle' }[]> = {
  frame: [{ x: 0.75, on: 'frame' }],
  axle: [{ x: 0, on: 'axle' }],
  hoist: [
    { x: 0.9, on: 'frame' },
    { x: 2.2, on: 'frame' },
  ],
  body: [{ x: -0.8, on: 'frame' }],
  not: [],
}

const raised: Draw = (_, source) => {
  const { truck } = source.plan
  return sidePicture(source, (canvas) => {
    const stands = STANDS[truck.raisedBy]
    for (const { x, on } of stands) {
      const top = on === 'frame' ? truck.frame.top - truck.frame.depth : truck.tyre.radius - truck.axle.tube
      const at = Math.min(x, truck.wheelbase - 0.5)
      canvas.line(
        [
          [-at - 0.16, 0],
          [-at, top],
          [-at + 0.16, 0],
        ],
        'lit',
        0.04,
      )
      canvas.rect(-at - 0.07, top - 0.05, -at + 0.07, top, 'lit')
    }
    for (const { x, on } of stands)
      canvas.name(
        canvas.spot(-Math.min(x, truck.wheelbase - 0.5), 0.1),
        on === 'frame' ? 'under the frame' : 'under the axle',
      )
    chocks(canvas, truck)
  })
}

/** Chocks in front of and behind the front wheels. */
function chocks(canvas: Parameters<Parameters<typeof sidePicture>[1]>[0], { wheelbase, tyre }: Truck): void {
  for (const side of [-1, 1]) {
    const x = -wheelbase + side * tyre.radius * 0.85
    canvas.line(
      [
        [x, 0],
        [x + side * 0.02, 0.16],
        [x + side * 0.2, 0],
        [x, 0],
      ],
      'lit',
      0.03,
    )
  }
  canvas.name(canvas.spot(-wheelbase, 0.02), 'chocks')
}

const chocked: Draw = (_, source) => sidePicture(source, (canvas) => chocks(canvas, source.plan.truck))

/** The heights of the fender lips, as they are planned. */
const lips: Draw = (_, { plan, ...rest }) =>
  sidePicture({ plan, ...rest }, (canvas) => {
    const { heights, wheelbase } = plan.truck
    for (const [x, left, right] of [
      [wheelbase, heights.frontLeft, heights.frontRight],
      [0, heights.rearLeft, heights.rearRight],
    ] as const) {
      canvas.circle(-x, left, 0.03, 'lit')
      canvas.dimension('upright', 0, left, -x, left, `left ${showText(left, 'length', rest.units)}`)
      canvas.name(canvas.spot(-x, left), `right ${showText(right, 'length', rest.units)}`, 'figure')
    }
  })

/** The beam of the lamps on a wall. */
const lamps: Draw = (step, source) => {
  const front = -source.plan.truck.wheelbase - 0.55
  const words = step.values.wall
    ? `mark on a wall ${showText(step.values.wall.value, 'run', source.units)} away`
    : 'mark on a wall'
  return sidePicture(
    source,
    (canvas) => {
      canvas.line(
        [
          [front, 0.75],
          [front - 0.5, 0.73],
        ],
        'lit',
        0.02,
      )
      canvas.rect(front - 0.53, 0, front - 0.5, 1.1, 'near')
      canvas.name(canvas.spot(front - 0.3, 0.73), words)
    },
    [[front - 0.53, 0]],
  )
}

/** A load laid on over the rear axle. */
const laden: Draw = (step, source) =>
  sidePicture(source, (canvas) => {
    const { bed } = source.plan.truck
    canvas.rect(-0.4, bed.floor, 0.4, bed.floor + 0.3, 'lit', 3)
    const load = step.values.load
    canvas.name(
      canvas.spot(0, bed.floor + 0.15),
      load ? showText(load.value, 'mass', source.units) : 'the load',
    )
  })

/** Where a meter is held, with what it should show. */
const meter: Draw = (step, source) => {
  const { plan, derived, units } = source
  const pump = kindsOf(source, ['compressor'])
  const volts = step.values.volts
  const place = derived.stages.lay.result.places[pump[0] ?? '']
  if (!place) return null
  return partsPicture([], source, [
    {
      at: place,
      words: volts ? `${showText(volts.value, 'voltage', units)} at the running plug` : 'its plug',
    },
    { at: plan.truck.battery, words: 'battery: the same meter, for comparison' },
  ])
}
const battery =
  (words: (step: Step, source: GuideSource) => string): Draw =>
  (step, source) =>
    partsPicture([], source, [{ at: source.plan.truck.battery, words: words(step, source) }])

/** Which picture each step has; the first row that fits. A new step needs a row, or one that fits it. */
const PICTURES: readonly { on: RegExp; draw: Draw }[] = [
  { on: /^(lift|down)$/, draw: raised },
  { on: /^chock$/, draw: chocked },
  { on: /^measure$/, draw: lips },
  { on: /^lamps/, draw: lamps },
  { on: /^(close|open)-gap$/, draw: laden },
  { on: /^(free|back)-spare$/, draw: solid(/^spare$/, 'spare wheel') },
  { on: /^(free|back)-wheels$/, draw: solid(/^wheel-(left|right)$/, 'rear wheels') },
  {
    on: /^(free|back)-(breather|brake-bracket)$/,
    draw: solid(/^differential$/, 'here, in the middle of the axle'),
  },
  { on: /^(free|back)-(sensor-lead|parking-cables|links|dampers)$/, draw: solid(/^axle$/, 'along the axle') },
  { on: /^(free|back)-(sill-trim|kick-panel|dash-trim)$|^(key-fuse|lamp-wire)$/, draw: cabParts },
  { on: /^(free|back)-brake-clips$/, draw: (step, source) => springPicture(step, 'left', source) },
  { on: /^(fitting|bench)-/, draw: (step, source) => benchSpringPicture(step.id, source) },
  { on: /^dress-/, draw: (_, source, id) => dressPicture(id, source) },
  { on: /^(look|off)-spring-/, draw: spring },
  { on: /^(drill|spring|align|torque|fit|cap|stem|held|stack|seat-hole)-/, draw: spring },
  {
    on: /^(free|back)-|^(stop-cut|clear|clearances|pinched|first-fill|live-air|road|back|stops-back|shutters)/,
    draw: springs,
  },
  { on: /^shield-/, draw: solid(/^exhaust/, 'exhaust') },
  {
    on: /^(line|off-line)-/,
    draw: (step, source, id) => runPicture(step, routesOf(source, [step.line ?? id]), source),
  },
  {
    on: /^short-/,
    draw: (step, source) =>
      runPicture(step, routesOf(source, step.opens?.lines ?? []), source) ?? part(step, source, ''),
  },
  {
    on: /^(cut-in|measure)-/,
    draw: (step, source) =>
      (step.line ? runPicture(step, routesOf(source, [step.line]), source) : null) ?? part(step, source, ''),
  },
  {
    on: /^(feed|earth|off-feed|feed-stays)$/,
    draw: (step, source) =>
      runPicture(step, wiresOf(source, 'feed'), source) ?? battery(() => 'battery')(step, source, ''),
  },
  { on: /^(wires|loom)$/, draw: (step, source) => runPicture(step, wiresOf(source, 'wire'), source) },
  { on: /^(plugs|make-dead)$/, draw: kinds('compressor', 'block', 'solenoid', 'controller') },
  {
    on: /^fuse$/,
    draw: battery(
      (step, { units }) =>
        `battery; fuse${step.values.fuse ? ` of ${showText(step.values.fuse.value, 'current', units)}` : ''} beside it`,
    ),
  },
  { on: /^meter$/, draw: meter },
  {
    on: /^(soap|soap-hidden|look-lines|look-water|let-down)$/,
    draw: (_, source) => partsPicture(Object.keys(source.plan.air.components), source),
  },
  { on: /^(presets|teach|still)$/, draw: kinds('block', 'controller') },
  { on: /^lever$/, draw: kinds('heightValve') },
  { on: /./, draw: part },
]

/**
 * The picture of a step, drawn from the plan; null for a step that has no place on the truck, such as reading a
 * sheet.
 */
export function stepPicture(step: Step, source: GuideSource): StepPicture | null {
  const row = PICTURES.find(({ on }) => on.test(step.id))!
  return row.draw(step, source, step.id.replace(row.on, ''))
}
