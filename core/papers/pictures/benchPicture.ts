import { PRACTICE } from '../../catalog/practice'
import { DIRECT } from '../../document/types'
import { laidSize } from '../../lay/space/stand'
import { partBox } from '../../lay/space/room'
import { showText } from '../../quantity/units'
import type { GuideSource } from '../stepGuide'
import { createCanvas, frameAround, type StepPicture } from './canvas'
import { cornersOf, flatBox, VIEWS } from './views'

/** Thickness of roll plates and brackets, and height of the fitting's body as drawn, m. */
const DRAWN = { plate: 0.006, bracket: 0.014, fitting: 0.018 }

/** A spring on the bench between its plates and brackets, with its fitting, from the side. */
export function benchSpringPicture(id: string, { plan, derived, units }: GuideSource): StepPicture | null {
  const fit = derived.stages.truck.result.fit
  const spring = derived.stages.air.result.spring
  if (!fit || !spring) return null
  const { designHeight: high, diameter, portLow, portOut, studOut } = spring
  const half = diameter / 2
  const frame = frameAround(
    [
      [-half * 1.3, -0.05],
      [half * 1.3, high + 0.09],
    ],
    { width: 0.5, height: 0.3 },
    0.03,
  )
  const canvas = createCanvas('On the bench, from the side', frame)
  const isFitting = id.startsWith('fitting-')
  const end = half * 0.8
  // The bag: two rolls.
  const d = (points: readonly (readonly [number, number])[]) =>
    points.map(([x, y]) =>
      canvas
        .spot(x, y)
        .map((v) => v.toFixed(1))
        .join(' '),
    )
  const [a, b, c, e, f, g, h, i, j, k] = d([
    [-end, high],
    [-half * 1.2, high * 0.75],
    [-end, high / 2],
    [-half * 1.2, high * 0.25],
    [-end, 0],
    [end, 0],
    [half * 1.2, high * 0.25],
    [end, high / 2],
    [half * 1.2, high * 0.75],
    [end, high],
  ])
  canvas.path(
    `M${a} Q${b} ${c} Q${e} ${f} L${g} Q${h} ${i} Q${j} ${k} Z`,
    [canvas.spot(-half, 0), canvas.spot(half, high)],
    isFitting ? 'near' : 'lit',
  )
  const { plate, bracket, fitting } = DRAWN
  if (!isFitting) {
    canvas.rect(-end, high, end, high + plate, 'near')
    canvas.rect(-end, -plate, end, 0, 'near')
    canvas.rect(-end * 1.15, high + plate, end * 1.15, high + plate + bracket, 'near')
    canvas.rect(-end * 1.15, -plate - bracket, end * 1.15, -plate, 'near')
    for (const [n, up] of [high + plate + bracket + 0.012, -plate - bracket - 0.012].entries())
      canvas.mark(canvas.spot(n === 0 ? -end * 0.6 : end * 0.6, up), '1')
    canvas.name(canvas.spot(end, high + plate / 2), 'roll plate')
    canvas.name(canvas.spot(-end * 1.1, high + plate + bracket / 2), 'upper bracket')
    canvas.name(canvas.spot(-end * 1.1, -plate - bracket / 2), 'lower bracket')
    if (studOut > 0)
      canvas.dimension(
        'level',
        0,
        studOut,
        high + 0.04,
        studOut,
        `stud ${showText(studOut, 'length', units)}`,
      )
  }
  const foot = portLow ? -fitting : high
  const at = portOut || 0
  const limit = PRACTICE.fittingHeight.value
  canvas.rect(at - 0.008, foot, at + 0.008, foot + fitting, isFitting ? 'lit' : 'near', 2)
  if (isFitting) {
    const [from, to] = portLow ? [0, -limit] : [high, high + limit]
    canvas.dimension('upright', from, to, at + 0.05, limit, `under ${showText(limit, 'length', units)}`)
    if (portOut > 0)
      canvas.dimension('level', 0, portOut, high / 2, portOut, showText(portOut, 'length', units))
  }
  canvas.name(canvas.spot(at - 0.008, foot + fitting / 2), 'air fitting')
  canvas.name(
    canvas.spot(half * 1.1, high * 0.2),
    plan.air.components[`spring-${id.split('-').at(-1)!}`]?.label ?? 'spring',
  )
  return canvas.done()
}

/** A part on the bench with everything that is screwed into it, by number. */
export function dressPicture(host: string, { plan }: GuideSource): StepPicture | null {
  const { air } = plan
  const component = air.components[host]
  if (!component) return null
  const [along, , up] = laidSize(air, {}, host)
  const mine = Object.values(air.lines)
    .filter((line) => line.tube === DIRECT && (line.from === host || line.to === host))
    .map((line) => (line.from === host ? line.to : line.from))
  const [left, right] = [-along / 2, along / 2]
  const frame = frameAround(
    [
      [left, 0],
      [right, up],
    ],
    { width: along * 1.5, height: Math.max(up * 2, along * 0.7) },
    along * 0.1,
  )
  const canvas = createCanvas('On the bench, from the side; ports in any order', frame)
  const whole = { left, right, low: 0, high: up }
  canvas.rect(left, 0, right, up, 'near', 14)
  const inside = canvas.writeInside(whole, component.label)
  const stub = Math.max(along, up) * 0.035
  const above = mine.filter((part) => air.components[part]!.kind !== 'drain')
  const ports = mine.map((part, i) => {
    const isDrain = air.components[part]!.kind === 'drain'
    const x = isDrain ? 0 : left + (along * (above.indexOf(part) + 1)) / (above.length + 1)
    const [low, high] = isDrain ? [-stub * 2, 0] : [up, up + stub * 2]
    canvas.rect(x - stub, low, x + stub, high, 'lit', 2)
    const at: [number, number] = [x, isDrain ? low - stub * 2 : high + stub * 2]
    canvas.mark(canvas.spot(...at), String(i + 1))
    return { at, label: air.components[part]!.label }
  })
  for (const { at, label } of ports) canvas.name(canvas.spot(...at), label)
  if (!inside) canvas.nameBox(whole, component.label)
  return canvas.done()
}

/** Parts on their carrier plate as the plan has them beside each other; one of them lit, from above the bench. */
export function carrierPicture(lit: string, { plan, derived, units }: GuideSource): StepPicture | null {
  const { places, stands } = derived.stages.lay.result
  const boxes = plan.lay.carrier
    .filter((id) => places[id])
    .map((id) => ({ id, box: flatBox(VIEWS.below, partBox(places[id]!, laidSize(plan.air, stands, id))) }))
    .sort((a, b) => a.box.left - b.box.left)
  if (boxes.length < 2) return null
  const frame = frameAround(
    boxes.flatMap(({ box }) => cornersOf(box)),
    { width: 0.5, height: 0.35 },
    0.1,
  )
  const canvas = createCanvas('On the carrier plate', frame)
  const all = boxes.map(({ box }) => box)
  const edge = 0.03
  canvas.rect(
    Math.min(...all.map((b) => b.left)) - edge,
    Math.min(...all.map((b) => b.low)) - edge,
    Math.max(...all.map((b) => b.right)) + edge,
    Math.max(...all.map((b) => b.high)) + edge,
    'faint',
    3,
  )
  for (const { id, box } of boxes) {
    canvas.rect(box.left, box.low, box.right, box.high, id === lit ? 'lit' : 'near', 3)
    const { label } = plan.air.components[id]!
    if (!canvas.writeInside(box, label)) canvas.nameBox(box, label)
  }
  boxes.slice(1).forEach(({ box }, i) => {
    const before = boxes[i]!.box
    const gap = box.left - before.right
    if (gap > 0)
      canvas.dimension('level', before.right, box.left, box.low - 0.05, gap, showText(gap, 'length', units))
  })
  return canvas.done()
}
