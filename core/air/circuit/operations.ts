import { OperationError } from '../../quantity/operation'
import { IN_LINE_KINDS, KINDS } from '../../catalog/kinds'
import { DIRECT, type ComponentKind } from '../../document/types'
import { linesByPort, endsAt } from './connections'
import { newComponent, portsOf } from '../parts/parts'
import {
  addLine,
  addPart,
  type Change,
  copyOf,
  copyWithLoose,
  dropLine,
  dropPart,
  keepAsGone,
} from './editing'
import {
  closeAfter,
  closeAndRetrace,
  closePort,
  insertPart,
  lineOf,
  lineSide,
  removePart,
  teeInto,
} from './joining'

/** Kinds that may replace each other, port for port. */
const INTERCHANGEABLE: readonly (readonly ComponentKind[])[] = [
  ['compressor', 'belt', 'boost'],
  ['check', 'dryer', 'restrictor', 'solenoid', 'regulator'],
  ['gauge', 'sensor', 'pressureSwitch', 'handFill', 'coupler', 'dump', 'drain', 'relief', 'horn', 'plug'],
  ['paddle', 'heightValve'],
]
/** Kinds that may take a part’s place, because their ports do the same. */
export const interchangeableKinds = (kind: ComponentKind): ComponentKind[] =>
  INTERCHANGEABLE.filter((list) => list.includes(kind))
    .flat()
    .filter((k) => k !== kind)

/**
 * Puts a dryer, check valve, regulator, solenoid or restrictor into a line, so that air passes it from the
 * supply to the springs.
 */
export const putInLine =
  (line: string, kind: ComponentKind, className?: string): Change =>
  (before) => {
    if (!IN_LINE_KINDS.includes(kind))
      throw new OperationError(`A ${KINDS[kind].label.toLowerCase()} has no way through: hang it on a tee.`)
    const air = copyOf(before)
    const l = lineOf(air, line)
    const part = addPart(air, kind, { side: lineSide(l), class: className })
    const { from } = l
    insertPart(air, line, part)
    // Lines are drawn from the supply on. In a line that runs the other way the part is turned round.
    if (air.components[from]?.kind === 'handFill' && (kind === 'check' || kind === 'regulator'))
      throw new OperationError(
        'That line is filled and let down by hand, both ways: a one-way part does not belong in it.',
      )
    return closeAndRetrace(air)
  }

/** A tee in a line, with a part on its third port. */
export const teeOff =
  (line: string, kind: ComponentKind, className?: string): Change =>
  (before) => {
    const air = copyOf(before)
    teeInto(air, line, addPart(air, kind, { side: lineSide(lineOf(air, line)), class: className }))
    return closeAndRetrace(air)
  }

/** Another kind of part in the same place, with its lines on the matching ports. */
export const replacePart =
  (id: string, kind: ComponentKind, className?: string): Change =>
  (before) => {
    const old = before.components[id]
    if (!old) throw new OperationError('That part is no longer in the circuit.')
    if (!interchangeableKinds(old.kind).includes(kind))
      throw new OperationError(
        `A ${KINDS[kind].label.toLowerCase()} does not fit where the ${old.label.toLowerCase()} is: its ports differ.`,
      )
    const air = copyOf(before)
    const ends = endsAt(air, id)
    keepAsGone(air, id)
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
        // A boost feed has its own intake.
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
    return breathes ? fitFilter(id)(air) : closeAndRetrace(air)
  }

/** Removes a part and closes the gap. */
export const takeOut =
  (id: string): Change =>
  (before) =>
    closeAndRetrace(removePart(copyOf(before), id))

/** Removes a line. Its ends are plugged, or removed if they were only a tee. */
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
    return closeAndRetrace(air)
  }

/**
 * Closes a pressure port with a plug. @throws {OperationError} if it is in use, or is an intake or an exhaust
 */
export const plugPort =
  (id: string, port: string): Change =>
  (before) => {
    if (linesByPort(before).has(`${id}.${port}`))
      throw new OperationError('That port already has something on it.')
    if (portsOf(before, id).find((p) => p.id === port)?.type !== 'pressure')
      throw new OperationError(
        'Only a port that holds pressure is plugged: an intake wants its filter, an exhaust stays open.',
      )
    const air = copyWithLoose(before)
    closePort(air, id, port)
    return closeAndRetrace(air)
  }

/** An inlet filter on a compressor without one. */
export const fitFilter =
  (id: string): Change =>
  (before) => {
    if (endsAt(before, id).some((e) => before.components[e.other]?.kind === 'filter'))
      throw new OperationError('It has its filter already.')
    const air = copyOf(before)
    // Anything else on the intake comes off.
    for (const e of endsAt(air, id)) if (e.port === 'in') dropLine(air, e.line)
    addLine(air, addPart(air, 'filter', { label: 'Inlet filter' }), 'out', id, 'in', { id: 'intake' })
    return closeAndRetrace(air)
  }

/** A line between two ports that are open or only have a plug. */
export const connectPorts =
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
    return closeAndRetrace(air)
  }
