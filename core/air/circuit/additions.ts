import { SUPPLY_KINDS } from '../../catalog/kinds'
import { OperationError } from '../../quantity/operation'
import { compressorClass } from '../../catalog/compressors'
import { DIRECT, type AirPlan, type Side } from '../../document/types'
import {
  allOfKinds,
  hasHandFill,
  firstOfKind,
  connectedParts,
  springsTeed,
  endsAt,
  type PartEnd,
} from './connections'
import { partOf } from '../parts/parts'
import { addLine, addPart, type Change, copyOf, dropLine, dropPart } from './editing'
import { closeAndRetrace, closePort, insertPart, removePart, teeInto } from './joining'

/** Filter, compressor, dryer and valve block for springs filled by hand. The fill valves stay, teed in. */
export const addCompressor: Change = (before) => {
  if (allOfKinds(before, ...SUPPLY_KINDS).length > 0) throw new OperationError('There is a supply already.')
  if (firstOfKind(before, 'block'))
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
    const valve = [...connectedParts(air, spring, [])].find(
      (id) => air.components[id]!.kind === 'handFill' && (side === null || air.components[id]!.side === side),
    )
    const feed = valve && endsAt(air, valve)[0]
    if (!feed) throw new OperationError('Nothing feeds the springs yet: keep a hand fill first.')
    const tee = addPart(air, 'tee', {
      id: side ? `tee-${side}` : 'fill-tee',
      label: side ? `${side === 'left' ? 'Left' : 'Right'} tee` : 'Tee for hand fill',
      side,
    })
    // Air from the block passes straight through the tee; the fill valve is on the third port.
    addLine(air, tee, 'b', feed.other, feed.otherPort, { id: side ? `tee-spring-${side}` : 'tee-split' })
    air.lines[feed.line] = { ...air.lines[feed.line]!, from: valve!, fromPort: 'out', to: tee, toPort: 'c' }
    addLine(air, block, port, tee, 'a', { id: side ? `block-${side}` : 'block-tee' })
  }
  if (teed) join(allOfKinds(air, 'spring')[0]!, null, 'out1')
  else
    (['left', 'right'] as const).forEach((side, i) =>
      join(
        allOfKinds(air, 'spring').find((id) => air.components[id]!.side === side)!,
        side,
        `out${i + 1}`,
      ),
    )
  return closeAndRetrace(air)
}

/**
 * A second compressor of the same class beside the first, with a filter of its own, teed into the first one's
 * line.
 */
export const addSecondCompressor: Change = (before) => {
  const [first, another] = allOfKinds(before, 'compressor')
  if (!first) throw new OperationError('There is no electric compressor yet to put a second one beside.')
  if (another) throw new OperationError('There are two compressors already.')
  const air = copyOf(before)
  const outlet = endsAt(air, first).find(({ port }) => port === 'out')
  if (!outlet) throw new OperationError('The compressor’s outlet leads nowhere.')
  const second = addPart(air, 'compressor', { id: `${first}-2`, label: 'Second compressor' })
  const filter = addPart(air, 'filter', { label: 'Second inlet filter' })
  addLine(air, filter, 'out', second, 'in', { id: 'intake-2' })
  const tee = addPart(air, 'tee', { id: `tee-${second}`, label: 'Tee for the second compressor' })
  insertPart(air, outlet.line, tee)
  addLine(air, second, 'out', tee, 'c')
  return closeAndRetrace(air)
}

/** Where a supply's air goes on: behind the tee, if a second compressor joins it there. */
function outletBehind(air: AirPlan, supply: string): PartEnd | undefined {
  const outlet = endsAt(air, supply).find(({ port }) => port === 'out')
  const tee = outlet && air.components[outlet.other]?.kind === 'tee' ? endsAt(air, outlet.other) : []
  const meets = tee.some(({ other }) => other !== supply && air.components[other]?.kind === 'compressor')
  return meets ? tee.find(({ port }) => port === 'b') : outlet
}

/** Tank with check valve, relief valve, drain and pressure switch, right behind the supply. */
export const addTank: Change = (before) => {
  if (firstOfKind(before, 'tank')) throw new OperationError('There is a tank already.')
  const supply = allOfKinds(before, ...SUPPLY_KINDS)[0]
  if (!supply) throw new OperationError('Nothing fills a tank yet: add a compressor first.')
  const air = copyOf(before)
  // Without a tank, a set's keep-up switch has no function any more.
  for (const id of allOfKinds(air, 'pressureSwitch'))
    if (air.components[id]?.class === 'switch-minimum') removePart(air, id)
  let behind = outletBehind(air, supply)
  if (!behind) throw new OperationError('The supply’s outlet leads nowhere.')
  const tank = addPart(air, 'tank', { id: 'tank' })
  const check = air.components[behind.other]!.kind === 'check' ? behind.other : null
  if (check) behind = endsAt(air, check).find((e) => e.port === 'out')!
  insertPart(air, behind.line, tank)
  if (!check) {
    const made = addPart(air, 'check', { id: 'check' })
    const on = insertPart(air, behind.line, made)
    air.lines[on]!.tube = DIRECT
  }
  for (const [kind, port, id] of [
    ['relief', 'relief', 'relief'],
    ['drain', 'drain', 'drain'],
    ['pressureSwitch', 'gauge', 'switch'],
  ] as const)
    addLine(air, addPart(air, kind, { id }), 'in', tank, port, { tube: DIRECT })
  closePort(air, tank, 'out2')
  return closeAndRetrace(withReachingCompressor(air))
}

/** A compressor that reaches the tank's cut-out, if the chosen one does not. */
function withReachingCompressor(air: AirPlan): AirPlan {
  const limits = firstOfKind(air, 'pressureSwitch')
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

/** The block fed from a tank, behind a solenoid worked by the compressor's wire and a small bore. */
export const feedFromTank: Change = (before) => {
  const block = firstOfKind(before, 'block')
  if (!block) throw new OperationError('There is no valve block to feed.')
  let air = firstOfKind(before, 'tank') ? copyOf(before) : copyOf(addTank(before))
  const feed = () => endsAt(air, block).find((e) => e.port === 'in')!
  for (const [kind, label] of [
    ['solenoid', 'Feed solenoid'],
    ['restrictor', 'Small bore'],
  ] as const) {
    const already = [...connectedParts(air, block, ['tank', 'handFill', 'spring'])].some(
      (id) => air.components[id]!.kind === kind,
    )
    if (already) continue
    const id = addPart(air, kind, { label })
    insertPart(air, feed().line, id)
  }
  air = closeAndRetrace(air)
  return air
}

/** A fill valve teed in for every spring that has none. */
export const keepHandFill: Change = (before) => {
  let air = copyOf(before)
  for (const spring of allOfKinds(air, 'spring')) {
    if (hasHandFill(air, spring)) continue
    const feed = endsAt(air, spring)[0]
    if (!feed) {
      const fill = addPart(air, 'handFill', { side: air.components[spring]!.side })
      addLine(air, fill, 'out', spring, 'port')
      continue
    }
    const teed = springsTeed(air)
    teeInto(
      air,
      feed.line,
      addPart(air, 'handFill', {
        side: teed ? null : air.components[spring]!.side,
        label: teed ? 'Fill valve' : undefined,
      }),
    )
    air = closeAndRetrace(air)
  }
  return closeAndRetrace(air)
}

/** A quick-coupler on the tank's second outlet, or teed into the supply. */
export const addCoupler: Change = (before) => {
  if (firstOfKind(before, 'coupler')) throw new OperationError('There is a coupler already.')
  const tank = firstOfKind(before, 'tank')
  const air = copyOf(before)
  const spare = tank && endsAt(air, tank).find((e) => air.components[e.other]!.kind === 'plug')
  if (spare) {
    dropLine(air, spare.line)
    dropPart(air, spare.other)
    addLine(air, tank, spare.port, addPart(air, 'coupler', { id: 'coupler' }), 'in')
    return closeAndRetrace(air)
  }
  const supply = Object.keys(air.lines).find(
    (id) =>
      air.lines[id]!.path === 'supply' &&
      air.components[air.lines[id]!.from]?.kind !== 'filter' &&
      air.lines[id]!.tube !== DIRECT,
  )
  if (!supply) throw new OperationError('There is no supply line to take it from.')
  teeInto(air, supply, addPart(air, 'coupler', { id: 'coupler' }))
  return closeAndRetrace(air)
}
