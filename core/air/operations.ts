import { KINDS, type ComponentKind } from '../catalog/components'
import { blockClass, compressorClass } from '../catalog/parts'
import { diffDocuments } from '../plan/merge'
import { DIRECT, type AirLine, type AirPlan, type Side } from '../plan/types'
import type { Patch } from '../quantity/figure'
import { SUPPLIES, allOf, backed, firstOf, openPorts, portUse, reach, retrace, springsTeed } from './circuit'
import { blockFor, newComponent, partOf, portsOf } from './parts'

/**
 * Changes of a circuit that leave it whole: no line ends at nothing, no port holds two, and what an operation opens it
 * closes again. Each takes a plan's air and gives a new one; what cannot be done throws an OperationError that says why.
 */
export class OperationError extends Error {
  override name = 'OperationError'
}

export type Change = (air: AirPlan) => AirPlan

function dropLine(air: AirPlan, id: string): void {
  air.lines = Object.fromEntries(Object.entries(air.lines).filter(([other]) => other !== id))
}
function dropPart(air: AirPlan, id: string): void {
  air.components = Object.fromEntries(Object.entries(air.components).filter(([other]) => other !== id))
}

/** Kinds that stand in a line, with the ports it goes through. */
export const IN_LINE: readonly ComponentKind[] = ['check', 'dryer', 'restrictor', 'solenoid', 'regulator']
/** Kinds that hang on a tee. */
export const ON_TEE: readonly ComponentKind[] = [
  'handFill',
  'gauge',
  'pressureSwitch',
  'sensor',
  'coupler',
  'dump',
  'drain',
  'relief',
]
/** What may stand in for what, port for port. */
const ALIKE: readonly (readonly ComponentKind[])[] = [
  ['compressor', 'belt', 'boost'],
  ['check', 'dryer', 'restrictor', 'solenoid', 'regulator'],
  ['gauge', 'sensor', 'pressureSwitch', 'handFill', 'coupler', 'dump', 'drain', 'relief', 'horn', 'plug'],
  ['paddle', 'heightValve'],
]
export const alike = (kind: ComponentKind): ComponentKind[] =>
  ALIKE.filter((list) => list.includes(kind))
    .flat()
    .filter((k) => k !== kind)

/** Whole copies, so that a step of an operation may write where it likes. */
const copyOf = (air: AirPlan): AirPlan => ({
  ...air,
  components: structuredClone(air.components),
  lines: structuredClone(air.lines),
})

function freeId(taken: Record<string, unknown>, wish: string): string {
  if (!(wish in taken)) return wish
  let n = 2
  while (`${wish}-${n}` in taken) n++
  return `${wish}-${n}`
}

const SLUG: Partial<Record<ComponentKind, string>> = {
  handFill: 'fill',
  pressureSwitch: 'switch',
  restrictor: 'bore',
}

function addPart(
  air: AirPlan,
  kind: ComponentKind,
  options: { id?: string; label?: string; side?: Side | null; class?: string } = {},
): string {
  const side = options.side ?? null
  const id = freeId(
    air.components,
    options.id ??
      `${SLUG[kind] ?? kind.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}${side ? `-${side}` : ''}`,
  )
  const name = KINDS[kind].label.replace(', 2/2', '')
  air.components[id] = newComponent(
    kind,
    options.label ?? (side ? `${side === 'left' ? 'Left' : 'Right'} ${name.toLowerCase()}` : name),
    side,
    options.class ?? null,
  )
  return id
}

function addLine(
  air: AirPlan,
  from: string,
  fromPort: string,
  to: string,
  toPort: string,
  rest: { id?: string; tube?: string | null } = {},
): string {
  const id = freeId(air.lines, rest.id ?? `${from}-${to}`)
  air.lines[id] = { from, fromPort, to, toPort, path: 'supply', tube: rest.tube ?? null }
  return id
}

/** Ends of lines at a component: which line, which of its ends, and what lies beyond. */
function endsAt(
  air: AirPlan,
  id: string,
): { line: string; end: 'from' | 'to'; port: string; other: string; otherPort: string }[] {
  return Object.entries(air.lines).flatMap(([line, l]) => [
    ...(l.from === id
      ? [{ line, end: 'from' as const, port: l.fromPort, other: l.to, otherPort: l.toPort }]
      : []),
    ...(l.to === id
      ? [{ line, end: 'to' as const, port: l.toPort, other: l.from, otherPort: l.fromPort }]
      : []),
  ])
}
const through = (kind: ComponentKind): [string, string] =>
  kind === 'tee' ? ['a', 'b'] : kind === 'manifold' || kind === 'tank' ? ['in', 'out1'] : ['in', 'out']
const entry = (kind: ComponentKind): string =>
  KINDS[kind].ports.find((p) => p.type === 'pressure')?.id ?? 'in'

function lineOf(air: AirPlan, id: string): AirLine {
  const line = air.lines[id]
  if (!line) throw new OperationError('That line is no longer in the circuit.')
  if (air.components[line.from]?.kind === 'filter' || air.components[line.to]?.kind === 'filter')
    throw new OperationError('The intake carries no pressure: nothing goes into it.')
  return line
}

/** Closes an open port with a plug. */
function closePort(air: AirPlan, id: string, port: string): void {
  const plug = addPart(air, 'plug', { id: `plug-${id}-${port}`.replace(/-out(\d)$/, '-$1') })
  addLine(air, plug, 'in', id, port, { tube: DIRECT })
}

/** Puts a part into a line: the line's beginning keeps its name, what lies behind gets a new one. Writes into `air`. */
function insert(air: AirPlan, lineId: string, part: string): string {
  const line = lineOf(air, lineId)
  const [a, b] = through(air.components[part]!.kind)
  const after = addLine(air, part, b, line.to, line.toPort, { tube: line.tube === DIRECT ? null : line.tube })
  air.lines[lineId] = { ...line, to: part, toPort: a, tube: line.tube === DIRECT ? null : line.tube }
  return after
}

/** A block that grew has outlets nobody uses yet: they are plugged. Then every line says anew whose air it carries. */
function done(air: AirPlan): AirPlan {
  for (const { component, port } of openPorts(air))
    if (air.components[component]!.kind === 'block') closePort(air, component, port)
  return retrace(air)
}
const lineSide = (line: AirLine): Side | null =>
  line.path === 'left' || line.path === 'right' ? line.path : null

/** A dryer, check valve, regulator, solenoid or restrictor into a line, so that air passes it from the supply to the springs. */
export const putInLine =
  (line: string, kind: ComponentKind, className?: string): Change =>
  (before) => {
    if (!IN_LINE.includes(kind))
      throw new OperationError(`A ${KINDS[kind].label.toLowerCase()} has no way through: hang it on a tee.`)
    const air = copyOf(before)
    const l = lineOf(air, line)
    const part = addPart(air, kind, { side: lineSide(l), class: className })
    const { from } = l
    insert(air, line, part)
    // Lines are drawn from the supply on; one that runs the other way has its part turned round.
    if (air.components[from]?.kind === 'handFill' && (kind === 'check' || kind === 'regulator'))
      throw new OperationError(
        'That line is filled and let down by hand, both ways: a one-way part does not belong in it.',
      )
    return done(air)
  }

/** A tee in a line with a part hanging on it. */
export const teeOff =
  (line: string, kind: ComponentKind, className?: string): Change =>
  (before) => {
    const air = copyOf(before)
    hang(air, line, addPart(air, kind, { side: lineSide(lineOf(air, line)), class: className }))
    return done(air)
  }

function hang(air: AirPlan, line: string, part: string): string {
  const c = air.components[part]!
  const tee = addPart(air, 'tee', {
    id: `tee-${part}`,
    label: `Tee for the ${c.label.toLowerCase()}`,
    side: c.side,
  })
  insert(air, line, tee)
  addLine(air, tee, 'c', part, entry(c.kind), { tube: KINDS[c.kind].fits === 'port' ? DIRECT : null })
  for (const p of portsOf(air, part))
    if (p.type === 'pressure' && p.id !== entry(c.kind)) closePort(air, part, p.id)
  return tee
}

/** Another kind of part in the same place, its lines on the ports that match. */
export const replace =
  (id: string, kind: ComponentKind, className?: string): Change =>
  (before) => {
    const old = before.components[id]
    if (!old) throw new OperationError('That part is no longer in the circuit.')
    if (!alike(old.kind).includes(kind))
      throw new OperationError(
        `A ${KINDS[kind].label.toLowerCase()} does not fit where the ${old.label.toLowerCase()} is: its ports differ.`,
      )
    const air = copyOf(before)
    const ends = endsAt(air, id)
    air.components[id] = { ...newComponent(kind, KINDS[kind].label, old.side, className ?? null) }
    for (const e of ends) {
      const was = KINDS[old.kind].ports.find((p) => p.id === e.port)
      const port =
        KINDS[kind].ports.find((p) => p.id === e.port) ??
        KINDS[kind].ports.find(
          (p) =>
            p.type === was?.type && p.type === 'pressure' && !ends.some((o) => o !== e && o.port === p.id),
        )
      if (port) {
        if (e.end === 'from') air.lines[e.line]!.fromPort = port.id
        else air.lines[e.line]!.toPort = port.id
      } else {
        // A boost feed breathes for itself.
        if (air.components[e.other]?.kind !== 'filter' && air.components[e.other]?.kind !== 'plug')
          throw new OperationError(
            `The ${KINDS[kind].label.toLowerCase()} has no port for the line to the ${air.components[e.other]?.label.toLowerCase()}.`,
          )
        dropLine(air, e.line)
        dropPart(air, e.other)
      }
      if (
        air.lines[e.line] &&
        air.lines[e.line]!.tube === DIRECT &&
        KINDS[kind].fits === 'tube' &&
        KINDS[old.kind].fits === 'port'
      )
        air.lines[e.line]!.tube = null
    }
    const breathes =
      KINDS[kind].ports.some((p) => p.type === 'intake') && !endsAt(air, id).some((e) => e.port === 'in')
    return breathes ? fitFilter(id)(air) : done(air)
  }

/** Kinds that go out with what they are screwed to. */
const GUARDS: readonly ComponentKind[] = ['relief', 'drain', 'pressureSwitch', 'plug', 'sensor', 'filter']

/** A part out of the circuit, and the gap closed. */
export const takeOut =
  (id: string): Change =>
  (before) =>
    done(remove(copyOf(before), id))

function remove(air: AirPlan, id: string): AirPlan {
  const c = air.components[id]
  if (!c) throw new OperationError('That part is no longer in the circuit.')
  if (c.kind === 'spring')
    throw new OperationError(
      'Without its spring a side has nothing to do. Change the springs’ class instead.',
    )
  for (const e of endsAt(air, id)) {
    const other = air.components[e.other]!
    if (!GUARDS.includes(other.kind) || endsAt(air, e.other).length > 1 || endsAt(air, id).length <= 1)
      continue
    dropLine(air, e.line)
    dropPart(air, e.other)
  }
  const ends = endsAt(air, id)
  if (ends.length > 2)
    throw new OperationError(
      `${ends.length} lines meet at the ${c.label.toLowerCase()}: take off all but two, then it can go.`,
    )
  const tubes = ends.map((e) => air.lines[e.line]!.tube)
  for (const e of ends) dropLine(air, e.line)
  dropPart(air, id)
  if (ends.length === 2) {
    // From the end the air came from, on to where it went.
    const [one, two] = (ends[0]!.end === 'to' ? ends : [ends[1]!, ends[0]!]) as [
      (typeof ends)[number],
      (typeof ends)[number],
    ]
    const screwed = ends.some((e) => KINDS[air.components[e.other]!.kind].fits === 'port')
    addLine(air, one.other, one.otherPort, two.other, two.otherPort, {
      id: one.line,
      tube: screwed ? DIRECT : (tubes.find((t) => t !== DIRECT) ?? null),
    })
  } else if (ends.length === 1) closeAfter(air, ends[0]!)
  return air
}

/** What a part hung on closes up: a tee goes, any other port gets a plug. */
function closeAfter(air: AirPlan, end: { other: string; otherPort: string }): void {
  const other = air.components[end.other]
  if (!other) return
  if (other.kind === 'tee' && endsAt(air, end.other).length === 2) remove(air, end.other)
  else if (GUARDS.includes(other.kind) && endsAt(air, end.other).length === 0) dropPart(air, end.other)
  else if (portsOf(air, end.other).find((p) => p.id === end.otherPort)?.type === 'pressure')
    closePort(air, end.other, end.otherPort)
}

/** A line off at both ends, which are plugged, or go where they were only a tee. */
export const takeOffLine =
  (id: string): Change =>
  (before) => {
    const air = copyOf(before)
    const line = air.lines[id]
    if (!line) throw new OperationError('That line is no longer in the circuit.')
    dropLine(air, id)
    for (const [c, port] of [
      [line.from, line.fromPort],
      [line.to, line.toPort],
    ] as const) {
      if (!air.components[c]) continue
      closeAfter(air, { other: c, otherPort: port })
    }
    return done(air)
  }

export const plug =
  (id: string, port: string): Change =>
  (before) => {
    if (portUse(before).has(`${id}.${port}`))
      throw new OperationError('That port already has something on it.')
    if (portsOf(before, id).find((p) => p.id === port)?.type !== 'pressure')
      throw new OperationError(
        'Only a port that holds pressure is plugged: an intake wants its filter, an exhaust stays open.',
      )
    const air = copyOf(before)
    closePort(air, id, port)
    return done(air)
  }

/** An inlet filter on a compressor that breathes without one. */
export const fitFilter =
  (id: string): Change =>
  (before) => {
    if (endsAt(before, id).some((e) => before.components[e.other]?.kind === 'filter'))
      throw new OperationError('It has its filter already.')
    const air = copyOf(before)
    // What else hangs on the intake comes off.
    for (const e of endsAt(air, id)) if (e.port === 'in') dropLine(air, e.line)
    addLine(air, addPart(air, 'filter', { label: 'Inlet filter' }), 'out', id, 'in', { id: 'intake' })
    return done(air)
  }

/** A line between two ports that stand open, or hold nothing but a plug. */
export const connect =
  (one: { component: string; port: string }, two: { component: string; port: string }): Change =>
  (before) => {
    const air = copyOf(before)
    const typeOf = (at: typeof one) => portsOf(air, at.component).find((p) => p.id === at.port)?.type
    if (one.component === two.component) throw new OperationError('Both ends are on the same part.')
    if (typeOf(one) !== typeOf(two) || typeOf(one) === undefined || typeOf(one) === 'exhaust')
      throw new OperationError(
        'These two ports do not belong together: pressure goes to pressure, an intake to its filter, an exhaust stays open.',
      )
    for (const at of [one, two]) {
      for (const e of endsAt(air, at.component).filter((x) => x.port === at.port)) {
        if (air.components[e.other]?.kind !== 'plug')
          throw new OperationError(
            `The “${at.port}” port of the ${air.components[at.component]!.label.toLowerCase()} is taken.`,
          )
        dropLine(air, e.line)
        dropPart(air, e.other)
      }
    }
    addLine(air, one.component, one.port, two.component, two.port)
    return done(air)
  }

const swap = (id: string) => id.replace(/left|right/, (s) => (s === 'left' ? 'right' : 'left'))

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
      before.components[swap(part)] && swap(part) !== part
        ? swap(part)
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
      id: swap(id),
      label: c.label.replace(
        /Left|Right|left|right/,
        (s) => ({ Left: 'Right', Right: 'Left', left: 'right', right: 'left' })[s]!,
      ),
      side: other,
    }
    if (IN_LINE.includes(c.kind) && ends.length === 2) {
      const line = between(ends[0]!.other, ends[1]!.other)
      insert(air, line, addPart(air, c.kind, options))
    } else if (ends.length === 1 && before.components[ends[0]!.other]?.kind === 'tee') {
      const beyond = endsAt(before, ends[0]!.other).filter((e) => e.other !== id)
      const line = between(beyond[0]!.other, beyond[1]!.other)
      hang(air, line, addPart(air, c.kind, options))
    } else throw new OperationError(`The ${c.label.toLowerCase()} cannot be mirrored where it stands.`)
    const made = air.components[options.id]
    if (made) air.components[options.id] = { ...made, class: c.class, sheet: { ...c.sheet } }
    return done(air)
  }

/** The section of tube and tees that stands at a spring's pressure, without springs and without what can hold air back. */
function section(air: AirPlan, spring: string): string[] {
  return [
    ...reach(air, spring, [
      'block',
      'paddle',
      'compressor',
      'belt',
      'boost',
      'handFill',
      'solenoid',
      'heightValve',
      'regulator',
      'dualGauge',
      'check',
      'tank',
      'manifold',
      'dryer',
    ]),
  ].filter((id) => air.components[id]!.kind !== 'spring')
}

/** What stands at the edge of that section: fill valves, paddles, gauges. */
function endsAtSection(air: AirPlan, spring: string): string[] {
  const inside = new Set([spring, ...section(air, spring)])
  return [...inside]
    .flatMap((id) => endsAt(air, id).map((e) => e.other))
    .filter((id) => !inside.has(id) && air.components[id]?.kind !== 'spring')
}

/** Teed springs get a line each: what they share is doubled, up to the valve that feeds it. */
export const splitSides: Change = (before) => {
  if (!springsTeed(before)) throw new OperationError('The springs already have a line each.')
  const air = copyOf(before)
  const [left, right] = (['left', 'right'] as const).map((side) =>
    allOf(air, 'spring').find((id) => air.components[id]!.side === side),
  ) as [string, string]
  const own = section(air, left)
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
  /** Ports of the doubled parts where the left spring hung on the first ones. */
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
      insert(air, feed.line, tee)
      addLine(air, tee, 'c', twin.get(id)!, 'in')
    } else
      throw new OperationError(
        `The ${label.toLowerCase()} feeds both springs at once and cannot tell them apart. Put a valve block or paddles between first.`,
      )
  }
  for (const [id, l] of lines) {
    const ends = [l.from, l.to]
    if (ends.includes(right)) {
      // The right spring hangs on the doubled part from now on.
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
  return done(air)
}

/** Separate springs share one line: the left one's stays, the right one's goes. */
export const joinSides: Change = (before) => {
  if (springsTeed(before)) throw new OperationError('The springs already share one line.')
  const air = copyOf(before)
  const [left, right] = (['left', 'right'] as const).map((side) =>
    allOf(air, 'spring').find((id) => air.components[id]!.side === side),
  ) as [string, string]
  const gone = section(air, right)
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
    else if ((kind === 'paddle' || kind === 'heightValve') && ends.length === 1) remove(air, id)
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
  for (const id of [...section(air, left), ...endsAtSection(air, left)])
    if (air.components[id]!.side === 'left')
      air.components[id] = {
        ...air.components[id]!,
        side: null,
        label: air.components[id]!.label.replace(/^Left (.)/, (_, c: string) => c.toUpperCase()),
      }
  const tee = addPart(air, 'tee', { id: 'split', label: 'Tee between springs' })
  insert(air, feed.line, tee)
  addLine(air, tee, 'c', right, 'port', { id: 'split-right' })
  return done(air)
}

/** Filter, compressor, dryer and valve block for springs filled by hand; the fill valves stay, teed in. */
export const addCompressor: Change = (before) => {
  if (allOf(before, ...SUPPLIES).length > 0) throw new OperationError('There is a supply already.')
  if (firstOf(before, 'block'))
    throw new OperationError(
      'There is a valve block already, without a supply: take it out first, or start from another circuit.',
    )
  const air = copyOf(before)
  const teed = springsTeed(air)
  const filter = addPart(air, 'filter', { id: 'filter', label: 'Inlet filter' })
  const compressor = addPart(air, 'compressor', { id: 'compressor', label: 'Compressor' })
  const dryer = addPart(air, 'dryer', { id: 'dryer' })
  const block = addPart(air, 'block', { id: 'block' })
  air.blockClass = teed ? 'block-one' : 'block-two'
  addLine(air, filter, 'out', compressor, 'in', { id: 'intake' })
  addLine(air, compressor, 'out', dryer, 'in', { id: 'to-dryer' })
  addLine(air, dryer, 'out', block, 'in', { id: 'supply' })
  const join = (spring: string, side: Side | null, port: string) => {
    const valve = [...reach(air, spring, [])].find(
      (id) => air.components[id]!.kind === 'handFill' && (side === null || air.components[id]!.side === side),
    )
    const feed = valve && endsAt(air, valve)[0]
    if (!feed) throw new OperationError('Nothing feeds the springs yet: keep a hand fill first.')
    const tee = addPart(air, 'tee', {
      id: side ? `tee-${side}` : 'fill-tee',
      label: side ? `${side === 'left' ? 'Left' : 'Right'} tee` : 'Tee for hand fill',
      side,
    })
    // Air comes from the block on the way through; the fill valve hangs on the third port.
    addLine(air, tee, 'b', feed.other, feed.otherPort, { id: side ? `tee-spring-${side}` : 'tee-split' })
    air.lines[feed.line] = { ...air.lines[feed.line]!, from: valve!, fromPort: 'out', to: tee, toPort: 'c' }
    addLine(air, block, port, tee, 'a', { id: side ? `block-${side}` : 'block-tee' })
  }
  if (teed) join(allOf(air, 'spring')[0]!, null, 'out1')
  else
    (['left', 'right'] as const).forEach((side, i) =>
      join(
        allOf(air, 'spring').find((id) => air.components[id]!.side === side)!,
        side,
        `out${i + 1}`,
      ),
    )
  return done(air)
}

/** Tank with check valve, relief valve, drain and pressure switch, right behind the supply. */
export const addTank: Change = (before) => {
  if (firstOf(before, 'tank')) throw new OperationError('There is a tank already.')
  const supply = allOf(before, ...SUPPLIES)[0]
  if (!supply) throw new OperationError('Nothing fills a tank yet: add a compressor first.')
  const air = copyOf(before)
  // The keep-up switch of a set without a tank has nothing to do any more.
  for (const id of allOf(air, 'pressureSwitch'))
    if (air.components[id]!.class === 'switch-minimum') remove(air, id)
  let behind = endsAt(air, supply).find((e) => e.port === 'out')
  if (!behind) throw new OperationError('The supply’s outlet leads nowhere.')
  const tank = addPart(air, 'tank', { id: 'tank' })
  const check = air.components[behind.other]!.kind === 'check' ? behind.other : null
  if (check) behind = endsAt(air, check).find((e) => e.port === 'out')!
  insert(air, behind.line, tank)
  if (!check) {
    const made = addPart(air, 'check', { id: 'check' })
    const on = insert(air, behind.line, made)
    air.lines[on]!.tube = DIRECT
  }
  for (const [kind, port, id] of [
    ['relief', 'relief', 'relief'],
    ['drain', 'drain', 'drain'],
    ['pressureSwitch', 'gauge', 'switch'],
  ] as const)
    addLine(air, addPart(air, kind, { id }), 'in', tank, port, { tube: DIRECT })
  closePort(air, tank, 'out2')
  return done(reaching(air))
}

/** A compressor that reaches the tank's cut-out, where the chosen one does not. */
function reaching(air: AirPlan): AirPlan {
  const limits = firstOf(air, 'pressureSwitch')
  const cutOut = limits ? partOf(air, limits).figures.cutOut! : 0
  const now = compressorClass(air.compressorClass)
  return now && now.maxPressure < cutOut
    ? {
        ...air,
        compressorClass:
          ['compact', 'medium'].find((id) => compressorClass(id)!.maxPressure >= cutOut) ??
          air.compressorClass,
      }
    : air
}

/** The block fed from a tank: a solenoid worked by the compressor's wire and a small bore stand before it. */
export const feedFromTank: Change = (before) => {
  const block = firstOf(before, 'block')
  if (!block) throw new OperationError('There is no valve block to feed.')
  let air = firstOf(before, 'tank') ? copyOf(before) : copyOf(addTank(before))
  const feed = () => endsAt(air, block).find((e) => e.port === 'in')!
  for (const [kind, label] of [
    ['solenoid', 'Feed solenoid'],
    ['restrictor', 'Small bore'],
  ] as const) {
    const already = [...reach(air, block, ['tank', 'handFill', 'spring'])].some(
      (id) => air.components[id]!.kind === kind,
    )
    if (already) continue
    const id = addPart(air, kind, { label })
    insert(air, feed().line, id)
  }
  air = done(air)
  return air
}

/** A fill valve teed in for every spring that has none of its own. */
export const keepHandFill: Change = (before) => {
  let air = copyOf(before)
  for (const spring of allOf(air, 'spring')) {
    if (backed(air, spring)) continue
    const feed = endsAt(air, spring)[0]
    if (!feed) {
      const fill = addPart(air, 'handFill', { side: air.components[spring]!.side })
      addLine(air, fill, 'out', spring, 'port')
      continue
    }
    const teed = springsTeed(air)
    hang(
      air,
      feed.line,
      addPart(air, 'handFill', {
        side: teed ? null : air.components[spring]!.side,
        label: teed ? 'Fill valve' : undefined,
      }),
    )
    air = done(air)
  }
  return done(air)
}

/** A quick-coupler on the tank's second outlet, or teed into the supply. */
export const addCoupler: Change = (before) => {
  if (firstOf(before, 'coupler')) throw new OperationError('There is a coupler already.')
  const tank = firstOf(before, 'tank')
  const air = copyOf(before)
  const spare = tank && endsAt(air, tank).find((e) => air.components[e.other]!.kind === 'plug')
  if (spare) {
    dropLine(air, spare.line)
    dropPart(air, spare.other)
    addLine(air, tank, spare.port, addPart(air, 'coupler', { id: 'coupler' }), 'in')
    return done(air)
  }
  const supply = Object.keys(air.lines).find(
    (id) =>
      air.lines[id]!.path === 'supply' &&
      air.components[air.lines[id]!.from]?.kind !== 'filter' &&
      air.lines[id]!.tube !== DIRECT,
  )
  if (!supply) throw new OperationError('There is no supply line to take it from.')
  hang(air, supply, addPart(air, 'coupler', { id: 'coupler' }))
  return done(air)
}

export interface Operation {
  id: string
  label: string
  run: Change
}

/** What may be done to the whole circuit now. */
export function wholeOperations(air: AirPlan): Operation[] {
  const supply = allOf(air, ...SUPPLIES).length > 0
  const teed = springsTeed(air)
  return [
    ...(supply || firstOf(air, 'block')
      ? []
      : [{ id: 'add-compressor', label: 'Add a compressor and valve block', run: addCompressor }]),
    ...(supply && !firstOf(air, 'tank') ? [{ id: 'add-tank', label: 'Add a tank', run: addTank }] : []),
    ...(firstOf(air, 'block') && !firstOf(air, 'restrictor')
      ? [{ id: 'feed', label: 'Feed from on-board air', run: feedFromTank }]
      : []),
    ...(supply && !firstOf(air, 'coupler')
      ? [{ id: 'coupler', label: 'Add a tyre coupler', run: addCoupler }]
      : []),
    ...(allOf(air, 'spring').some((id) => !backed(air, id))
      ? [{ id: 'hand-fill', label: 'Keep a hand fill', run: keepHandFill }]
      : []),
    teed
      ? { id: 'split', label: 'Split left and right', run: splitSides }
      : { id: 'join', label: 'Join left and right', run: joinSides },
  ]
}

/** What may be done to one part. */
export function partOperations(air: AirPlan, id: string): Operation[] {
  const c = air.components[id]
  if (!c) return []
  const open = openPorts(air).filter((p) => p.component === id)
  return [
    ...open.map((p) =>
      portsOf(air, id).find((x) => x.id === p.port)!.type === 'pressure'
        ? { id: `plug-${p.port}`, label: `Plug “${p.port}”`, run: plug(id, p.port) }
        : { id: 'filter', label: 'Fit an inlet filter', run: fitFilter(id) },
    ),
    ...(c.side && c.kind !== 'spring'
      ? [{ id: 'mirror', label: 'Mirror to the other side', run: mirror(id) }]
      : []),
    ...(c.kind === 'spring' ? [] : [{ id: 'take-out', label: 'Take out and close up', run: takeOut(id) }]),
  ]
}

/** Patches of an operation on the plan's air. */
export function operationPatches(air: AirPlan, run: Change): Patch[] {
  return diffDocuments(air, run(air)).map((p) => ({ ...p, path: ['air', ...p.path] }))
}

/** A remedy from an operation, or none where it cannot be done. */
export function operationRemedy(
  air: AirPlan,
  label: string,
  run: Change,
): { label: string; patches: Patch[] } | undefined {
  try {
    return { label, patches: operationPatches(air, run) }
  } catch (error) {
    if (error instanceof OperationError) return undefined
    throw error
  }
}
