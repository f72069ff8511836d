import { exhaustAtAxle, mountingOf, railBottom, railDepth } from '../../catalog/truckGeometry'
import type { Step } from '../../build/types'
import type { Side } from '../../document/types'
import type { Pose } from '../../truck/types'
import { showText } from '../../quantity/units'
import type { GuideSource } from '../stepGuide'
import { createCanvas, type Canvas, type Frame, type Look, type Spot, type StepPicture } from './canvas'
import { VIEWS } from './views'

/** Half the width of a bracket and of a bolt's mark, m (for drawing). */
const BRACKET = 0.055
const PLATE = 0.008

/** What of a spring a step is about. */
type About = 'bag' | 'brackets' | 'rail' | 'coil' | 'line'

const ABOUT: readonly { on: RegExp; about: About }[] = [
  { on: /^drill-/, about: 'rail' },
  { on: /^spring-/, about: 'brackets' },
  { on: /-brake-clips$/, about: 'line' },
  { on: /^(seat-hole|stack)-/, about: 'coil' },
  { on: /./, about: 'bag' },
]

/** The pose in which the axle stands as on the road, unladen. */
const unladen = (poses: readonly Pose[]): Pose =>
  poses.reduce((best, pose) => (Math.abs(pose.left) < Math.abs(best.left) ? pose : best))

/**
 * One spring in the section through the rear axle, seen from behind, as it stands unladen: what it is held to,
 * what is beside it, and the joints of this step by number in their order.
 */
export function springPicture(step: Step, side: Side, source: GuideSource): StepPicture | null {
  const { derived, units } = source
  const { fit, truck, rooms } = derived.stages.truck.result
  if (!fit) return null
  const sign = side === 'left' ? 1 : -1
  const flat = (y: number, z: number): [number, number] => [-y * sign, z]
  const outer = truck.rearTrack / 2 + truck.tyre.width * (truck.tyre.dual ? 1.1 : 0.55)
  const bottom = railBottom(truck)
  const frame: Frame = {
    left: -outer - 0.02,
    right: -Math.min(truck.frame.spacing / 2 - 0.25, truck.seat - 0.25),
    low: truck.tyre.radius - truck.axle.tube - 0.16,
    high: bottom + railDepth(truck) + 0.1,
  }
  // The right side is seen from behind as well: it is mirrored.
  const seen = side === 'left' ? frame : { ...frame, left: -frame.right, right: -frame.left }
  const canvas = createCanvas(`The ${side} side, seen from behind`, seen)
  const at = (y: number, z: number): [number, number] => {
    const [x, up] = flat(y * sign, z)
    return side === 'left' ? [x, up] : [-x, up]
  }
  const rect = (y0: number, z0: number, y1: number, z1: number, look: Look, round = 1) => {
    const [a, b] = [at(y0, z0), at(y1, z1)]
    canvas.rect(Math.min(a[0], b[0]), z0, Math.max(a[0], b[0]), z1, look, round)
  }
  const about = ABOUT.find(({ on }) => on.test(step.id))!.about
  const inCoil = mountingOf(truck.suspension) === 'coil'
  const rail = [
    (truck.frame.spacing - truck.frame.railWidth) / 2,
    (truck.frame.spacing + truck.frame.railWidth) / 2,
  ]
  rect(rail[0]!, bottom, rail[1]!, bottom + railDepth(truck), about === 'rail' ? 'lit' : 'near')
  // Wheels, the inner ones first.
  const middles = truck.tyre.dual
    ? [truck.rearTrack / 2 + truck.tyre.width * 0.525, truck.rearTrack / 2 - truck.tyre.width * 0.525]
    : [truck.rearTrack / 2]
  for (const middle of middles) {
    const half = truck.tyre.width / 2
    rect(middle - half, frame.low, middle + half, Math.min(truck.tyre.radius * 2, frame.high), 'moving', 10)
  }
  const tube = truck.tyre.radius
  canvas.line(
    [at(Math.max(-frame.right, 0), tube), at(truck.rearTrack / 2, tube)],
    'near',
    truck.axle.tube * 2,
  )
  const pose = unladen(fit.together)
  const bag = pose.bags[side]
  const [low, high] = [bag.lower, bag.upper]
  const [yLow, yHigh] = [Math.abs(low.y), Math.abs(high.y)]
  const brackets: Look = about === 'brackets' ? 'lit' : 'near'
  if (!inCoil) {
    const railMiddle = truck.frame.spacing / 2
    // Upper bracket: from the rail over to the bag; lower: from the bag down to the axle.
    rect(
      Math.min(railMiddle, yHigh - BRACKET),
      high.z,
      Math.max(railMiddle, yHigh + BRACKET),
      Math.max(bottom, high.z + PLATE * 2),
      brackets,
    )
    rect(
      yLow - BRACKET,
      tube + truck.axle.tube,
      yLow + BRACKET,
      Math.max(low.z, tube + truck.axle.tube + PLATE),
      brackets,
    )
  }
  const litBag: Look = about === 'bag' || about === 'brackets' ? 'lit' : 'near'
  if (inCoil)
    coilAndInsert(
      canvas,
      at,
      { yLow, low: low.z, high: high.z, wide: truck.coil.inner, bag: bag.diameter },
      about,
    )
  else bagOutline(canvas, at, { yLow, yHigh, low: low.z, high: high.z, radius: bag.diameter / 2 }, litBag)
  const pipe = exhaustAtAxle(truck)
  if (pipe && Math.sign(pipe.y) === sign) {
    canvas.circle(...at(Math.abs(pipe.y), pipe.z), truck.exhaust.radius, 'hot')
    canvas.name(canvas.spot(...at(Math.abs(pipe.y), pipe.z)), 'exhaust')
  }
  const line = truck.brakeLine
  if (line && !inCoil) {
    canvas.circle(
      ...at(Math.abs(line.y), line.z),
      about === 'line' ? 0.016 : 0.005,
      about === 'line' ? 'lit' : 'near',
    )
    canvas.name(canvas.spot(...at(Math.abs(line.y), line.z)), 'brake line')
  }
  numbers(canvas, step, source, (joint) => {
    const name = joint.replace(/-(left|right)$/, '')
    const foot = tube + truck.axle.tube
    const spots: Record<string, [number, number]> = {
      strap: at(yLow + BRACKET, tube),
      lower: at(yLow - BRACKET, foot + 0.01),
      'clamp-front': at(yLow + BRACKET, foot + 0.01),
      'clamp-rear': at(yLow - BRACKET, foot + 0.01),
      upper: at(truck.frame.spacing / 2, (bottom + high.z) / 2 + 0.02),
      brace: at(rail[0]!, bottom + railDepth(truck) * 0.6),
      foot: at(yLow, low.z),
      plate: at(yHigh, high.z),
    }
    return spots[name] ?? null
  })
  const [bagA, bagB] = [at(yLow - bag.diameter / 2, 0)[0], at(yLow + bag.diameter / 2, 0)[0]]
  canvas.keepFrame({ left: Math.min(bagA, bagB), right: Math.max(bagA, bagB), low: low.z, high: high.z })
  if (/^(fit|spring|align|torque)-/.test(step.id)) {
    const [x] = at(yLow, 0)
    // The height stands at the side of the frame's middle, where no wheel is.
    const beside = x + (side === 'left' ? 1 : -1) * (bag.diameter / 2 + 0.03)
    canvas.dimension('upright', low.z, high.z, beside, bag.height, showText(bag.height, 'length', units))
  }
  if (/^fit-/.test(step.id))
    for (const { on, label, room } of rooms.filter((one) => one.side === null || one.side === side)) {
      if (on !== 'tyre') continue
      const y0 = Math.max(yLow, yHigh) + bag.diameter / 2
      const z = (low.z + high.z) / 2
      const [a] = at(y0, z)
      const [b] = at(truck.rearTrack / 2 - truck.tyre.width * (truck.tyre.dual ? 1.05 : 0.5), z)
      canvas.arrow(canvas.spot(a, z), canvas.spot(b, z))
      canvas.name(
        canvas.spot((a + b) / 2, low.z),
        `${showText(room, 'length', units)} to the ${label}`,
        'figure',
      )
    }
  canvas.name(canvas.spot(...at((rail[0]! + rail[1]!) / 2, bottom + railDepth(truck) / 2)), 'rail')
  canvas.name(canvas.spot(...at(truck.rearTrack / 2, tube * 1.5)), 'tyre')
  canvas.name(canvas.spot(...at(Math.max(-frame.right, 0) + 0.04, tube)), 'axle')
  return { ...canvas.done(), view: `${VIEWS.behind.words}: the ${side} side` }
}

type At = (y: number, z: number) => [number, number]

/** A bag of two rolls between its ends. */
function bagOutline(
  { spot, path }: Canvas,
  at: At,
  {
    yLow,
    yHigh,
    low,
    high,
    radius,
  }: { yLow: number; yHigh: number; low: number; high: number; radius: number },
  look: Look,
): void {
  const p = (y: number, z: number): Spot => spot(...at(y, z))
  const [end, bulge] = [radius * 0.8, radius * 1.2]
  const middle = (yLow + yHigh) / 2
  const waist = (low + high) / 2
  const text = (s: Spot) => `${s[0].toFixed(1)} ${s[1].toFixed(1)}`
  const roll = (y: number, from: number, to: number, sign: number) =>
    `Q${text(p(y + sign * bulge, (from + to) / 2))} ${text(p(middle + sign * end, to))}`
  const d = [
    `M${text(p(yHigh - end, high))}`,
    roll(yHigh, high, waist, -1),
    `Q${text(p(yLow - bulge, (waist + low) / 2))} ${text(p(yLow - end, low))}`,
    `L${text(p(yLow + end, low))}`,
    `Q${text(p(yLow + bulge, (waist + low) / 2))} ${text(p(middle + end, waist))}`,
    `Q${text(p(yHigh + bulge, (high + waist) / 2))} ${text(p(yHigh + end, high))}`,
    'Z',
  ].join(' ')
  path(d, [p(yLow - radius, low), p(yHigh + radius, high)], look)
}

/** A steel coil with its insert. */
function coilAndInsert(
  canvas: Canvas,
  at: At,
  { yLow, low, high, wide, bag }: { yLow: number; low: number; high: number; wide: number; bag: number },
  about: About,
): void {
  const [a, b] = [at(yLow - bag / 2, low), at(yLow + bag / 2, high)]
  canvas.rect(Math.min(a[0], b[0]), low, Math.max(a[0], b[0]), high, about === 'coil' ? 'near' : 'lit', 10)
  // The lower seat, from the coil down to the axle.
  canvas.rect(Math.min(a[0], b[0]) - 0.02, low - PLATE * 2, Math.max(a[0], b[0]) + 0.02, low, 'near')
  const turns = 5
  const half = wide / 2 + 0.006
  const points = Array.from({ length: turns * 2 + 1 }, (_, i): [number, number] =>
    at(yLow + (i % 2 ? half : -half), low + ((high - low) * i) / (turns * 2)),
  )
  canvas.line(points, about === 'coil' ? 'lit' : 'near', 0.012)
}

/** The joints of a step, numbered in the order in which it turns them. */
function numbers(
  canvas: Canvas,
  step: Step,
  { joints }: GuideSource,
  place: (joint: string) => [number, number] | null,
): void {
  const ids = [...new Set(step.tightens.map(({ joint }) => joint))].filter((id) => joints.has(id))
  ids.forEach((id, i) => {
    const to = place(id)
    if (!to) return
    const [x, y] = canvas.spot(...to)
    canvas.mark([x, y], String(i + 1))
  })
}
