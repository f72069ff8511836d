import { HOLDS_AIR_BACK, IN_LINE_KINDS } from '../../catalog/kinds'
import { freeId, OperationError } from '../../quantity/operation'
import { blockClass } from '../../catalog/blocks'
import type { AirPlan, Side } from '../../document/types'
import { allOfKinds, connectedParts, springsTeed, endsAt } from './connections'
import { blockFor, newComponent } from '../parts/parts'
import { addLine, addPart, type Change, copyOf, dropLine, dropPart } from './editing'
import { closeAfter, closeAndRetrace, closePort, insertPart, removePart, teeInto } from './joining'

const otherSideId = (id: string) => id.replace(/left|right/, (s) => (s === 'left' ? 'right' : 'left'))

/** The same part on the other side, at the matching place. */
export const mirror =
  (id: string): Change =>
  (before) => {
    const c = before.components[id]
    if (!c) throw new OperationError('That part is no longer in the circuit.')
    const other: Side | null = c.side === 'left' ? 'right' : c.side === 'right' ? 'left' : null
    if (!other)
      throw new OperationError(`The ${c.label.toLowerCase()} belongs to no side: there is nothing to mirror.`)
    const ends = endsAt(before, id)
    const air = copyOf(before)
    const counterpart = (part: string) =>
      before.components[otherSideId(part)] && otherSideId(part) !== part
        ? otherSideId(part)
        : before.components[part]?.side === null
          ? part
          : null
    const between = (a: string, b: string) => {
      const [x, y] = [counterpart(a), counterpart(b)]
      const found =
        x &&
        y &&
        Object.keys(air.lines).find((l) => {
          const { from, to } = air.lines[l]!
          return (from === x && to === y) || (from === y && to === x)
        })
      if (!found)
        throw new OperationError(
          `The ${other} side has no place that matches: mirror what stands around it first.`,
        )
      return found
    }
    const options = {
      id: otherSideId(id),
      label: c.label.replace(
        /Left|Right|left|right/,
        (s) => ({ Left: 'Right', Right: 'Left', left: 'right', right: 'left' })[s]!,
      ),
      side: other,
    }
    if (IN_LINE_KINDS.includes(c.kind) && ends.length === 2) {
      const line = between(ends[0]!.other, ends[1]!.other)
      insertPart(air, line, addPart(air, c.kind, options))
    } else if (ends.length === 1 && before.components[ends[0]!.other]?.kind === 'tee') {
      const beyond = endsAt(before, ends[0]!.other).filter((e) => e.other !== id)
      const line = between(beyond[0]!.other, beyond[1]!.other)
      teeInto(air, line, addPart(air, c.kind, options))
    } else throw new OperationError(`The ${c.label.toLowerCase()} cannot be mirrored where it stands.`)
    const made = air.components[options.id]
    if (made) air.components[options.id] = { ...made, class: c.class, sheet: { ...c.sheet } }
    return closeAndRetrace(air)
  }

/**
 * The tubes and tees that have a spring's pressure, without springs and without anything that can hold air
 * back.
 */
function springSection(air: AirPlan, spring: string): string[] {
  return [...connectedParts(air, spring, [...HOLDS_AIR_BACK, 'check', 'tank', 'manifold', 'dryer'])].filter(
    (id) => air.components[id]!.kind !== 'spring',
  )
}

/** Parts at the edge of that section: fill valves, paddles, gauges. */
function sectionEdges(air: AirPlan, spring: string): string[] {
  const inside = new Set([spring, ...springSection(air, spring)])
  return [...inside]
    .flatMap((id) => endsAt(air, id).map((e) => e.other))
    .filter((id) => !inside.has(id) && air.components[id]?.kind !== 'spring')
}

/** Teed springs get a line each: what they share is doubled, up to the valve that feeds it. */
export const splitSides: Change = (before) => {
  if (!springsTeed(before)) throw new OperationError('The springs already have a line each.')
  const air = copyOf(before)
  const [left, right] = (['left', 'right'] as const).map((side) =>
    allOfKinds(air, 'spring').find((id) => air.components[id]!.side === side),
  ) as [string, string]
  const own = springSection(air, left)
  if (own.length === 0) throw new OperationError('Nothing stands between the springs to split.')
  const twin = new Map<string, string>([[right, right]])
  const doubled = (id: string) => {
    const c = air.components[id]!
    const label = (side: string) =>
      c.side ? c.label : `${side} ${c.label.charAt(0).toLowerCase()}${c.label.slice(1)}`
    const id2 = freeId(air.components, `${id}-right`)
    air.components[id2] = { ...structuredClone(c), side: 'right', label: label('Right') }
    air.components[id] = { ...c, side: 'left', label: label('Left') }
    twin.set(id, id2)
  }
  const lines = Object.entries(air.lines).filter(([, l]) => own.includes(l.from) || own.includes(l.to))
  for (const id of own) doubled(id)
  const borders = new Set(
    lines
      .flatMap(([, l]) => [l.from, l.to])
      .filter((id) => !own.includes(id) && air.components[id]!.kind !== 'spring'),
  )
  const ports: Record<string, string> = {}
  /** Ports of the doubled parts that correspond to those of the left spring. */
  const stumps: { other: string; otherPort: string }[] = []
  for (const id of borders) {
    const { kind, label } = air.components[id]!
    if (kind === 'handFill') doubled(id)
    else if (kind === 'block') {
      const used = new Set(endsAt(air, id).map((e) => e.port))
      const wide = blockClass(air.blockClass)
      const next = ['out2', 'out3', 'out4'].find((p) => !used.has(p))!
      if (wide && wide.outlets < Number(next.slice(3))) air.blockClass = blockFor(Number(next.slice(3))).id
      twin.set(id, id)
      ports[id] = next
    } else if (kind === 'paddle' || kind === 'heightValve') {
      const feed = endsAt(air, id).find((e) => e.port === 'in')
      if (!feed) throw new OperationError(`Nothing feeds the ${label.toLowerCase()}.`)
      doubled(id)
      const tee = addPart(air, 'tee', { id: 'tee-supply', label: 'Supply tee' })
      insertPart(air, feed.line, tee)
      addLine(air, tee, 'c', twin.get(id)!, 'in')
    } else
      throw new OperationError(
        `The ${label.toLowerCase()} feeds both springs at once and cannot tell them apart. Put a valve block or paddles between first.`,
      )
  }
  for (const [id, l] of lines) {
    const ends = [l.from, l.to]
    if (ends.includes(right)) {
      // The right spring now hangs on the doubled part.
      const from = l.from === right ? right : twin.get(l.from)!
      const to = l.to === right ? right : twin.get(l.to)!
      air.lines[id] = { ...l, from, to }
      const stump =
        l.from === right ? { other: l.to, otherPort: l.toPort } : { other: l.from, otherPort: l.fromPort }
      closeAfter(air, stump)
      continue
    }
    if (ends.includes(left)) {
      const at =
        l.from === left
          ? { other: twin.get(l.to)!, otherPort: l.toPort }
          : { other: twin.get(l.from)!, otherPort: l.fromPort }
      stumps.push(at)
      continue
    }
    addLine(air, twin.get(l.from)!, ports[l.from] ?? l.fromPort, twin.get(l.to)!, ports[l.to] ?? l.toPort, {
      id: `${id}-right`,
      tube: l.tube,
    })
  }
  for (const stump of stumps) closeAfter(air, stump)
  return closeAndRetrace(air)
}

/** Separate springs share one line: the left one's stays, the right one's is removed. */
export const joinSides: Change = (before) => {
  if (springsTeed(before)) throw new OperationError('The springs already share one line.')
  const air = copyOf(before)
  const [left, right] = (['left', 'right'] as const).map((side) =>
    allOfKinds(air, 'spring').find((id) => air.components[id]!.side === side),
  ) as [string, string]
  const gone = springSection(air, right)
  const lines = Object.entries(air.lines).filter(
    ([, l]) => gone.includes(l.from) || gone.includes(l.to) || l.from === right || l.to === right,
  )
  const borders = [
    ...new Set(lines.flatMap(([, l]) => [l.from, l.to]).filter((id) => !gone.includes(id) && id !== right)),
  ]
  const freed = lines.flatMap(([, l]) => [
    { id: l.from, port: l.fromPort },
    { id: l.to, port: l.toPort },
  ])
  for (const [id] of lines) dropLine(air, id)
  for (const id of gone) dropPart(air, id)
  for (const id of borders) {
    const { kind } = air.components[id]!
    const ends = endsAt(air, id)
    if (kind === 'handFill') dropPart(air, id)
    else if ((kind === 'paddle' || kind === 'heightValve') && ends.length === 1) removePart(air, id)
    else if (kind === 'dualGauge' && ends.length === 1) {
      air.components[id] = newComponent('gauge', 'Gauge')
      const line = air.lines[ends[0]!.line]!
      if (ends[0]!.end === 'from') line.fromPort = 'in'
      else line.toPort = 'in'
    } else if (
      kind === 'block' &&
      ends.filter((e) => e.port.startsWith('out')).every((e) => e.port === 'out1')
    )
      air.blockClass = 'block-one'
    else for (const f of freed) if (f.id === id) closePort(air, id, f.port)
  }
  const feed = endsAt(air, left)[0]
  if (!feed) throw new OperationError('Nothing feeds the left spring.')
  for (const id of [...springSection(air, left), ...sectionEdges(air, left)])
    if (air.components[id]!.side === 'left')
      air.components[id] = {
        ...air.components[id]!,
        side: null,
        label: air.components[id]!.label.replace(/^Left (.)/, (_, c: string) => c.toUpperCase()),
      }
  const tee = addPart(air, 'tee', { id: 'split', label: 'Tee between springs' })
  insertPart(air, feed.line, tee)
  addLine(air, tee, 'c', right, 'port', { id: 'split-right' })
  return closeAndRetrace(air)
}
