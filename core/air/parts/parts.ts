import { PRACTICE } from '../../catalog/practice'
import { partClass, usualClass } from '../../catalog/partClasses'
import { KINDS, type FigureSpec, type Port } from '../../catalog/kinds'
import { BLOCKS, blockClass, type BlockClass } from '../../catalog/blocks'
import { compressorClass, type CompressorClass } from '../../catalog/compressors'
import { springClass, type SpringClass } from '../../catalog/springs'
import { tubeClass, type TubeClass } from '../../catalog/tubes'
import { interpolate, tableRange } from '../../quantity/interpolate'
import {
  type AirPlan,
  type Component,
  type OwnClass,
  type ComponentKind,
  NOT_LOOKED_AT,
} from '../../document/types'
import type { AirSet } from '../types'
import { isSecondHand } from '../../catalog/partStates'
import { areaSpread, areaTable, curvesOf } from './sheetTables'

/**
 * What the parts of a circuit are: their class, the shop's own class over it, and the part's own sheet over
 * both.
 */

/** Fields of a plan that its parts depend on. */
export type PartsOf = Pick<
  AirPlan,
  'springClass' | 'compressorClass' | 'blockClass' | 'tubeClass' | 'sheet' | 'components' | 'classes'
>

/** Figures of a spring's sheet, for the shop's own classes. */
export const SPRING_FIGURES: readonly FigureSpec[] = [
  { id: 'area', label: 'Effective area at design height', quantity: 'area', min: 1e-5, max: 1 },
  { id: 'minPressure', label: 'Minimum', quantity: 'pressure', min: 0, max: 5e6 },
  { id: 'maxPressure', label: 'Maximum', quantity: 'pressure', min: 1000, max: 5e6 },
  { id: 'maxLoad', label: 'Most one spring may carry', quantity: 'mass', min: 1, max: 100_000 },
  { id: 'designHeight', label: 'Design height', quantity: 'length', min: 0.02, max: 1 },
  { id: 'lowest', label: 'Lowest it may stand', quantity: 'length', min: 0.01, max: 1 },
  { id: 'highest', label: 'Highest it reaches', quantity: 'length', min: 0.02, max: 1.5 },
  { id: 'areaLow', label: 'Effective area at its lowest', quantity: 'area', min: 1e-5, max: 1 },
  { id: 'areaHigh', label: 'Effective area at its highest', quantity: 'area', min: 1e-5, max: 1 },
  { id: 'diameter', label: 'Diameter at the maximum', quantity: 'length', min: 0.02, max: 1 },
  { id: 'volume', label: 'Air at design height', quantity: 'volume', min: 1e-5, max: 0.1 },
  { id: 'bracketHeight', label: 'Brackets and seats, together', quantity: 'length', min: 0, max: 0.5 },
  { id: 'upperBracket', label: 'Of them, above the spring', quantity: 'length', min: 0, max: 0.5 },
  {
    id: 'portLow',
    label: 'Port',
    quantity: 'count',
    min: 0,
    max: 1,
    words: ['at its upper end', 'at its lower end'],
  },
  { id: 'portOut', label: 'Port, from its middle', quantity: 'length', min: 0, max: 0.5 },
  { id: 'studOut', label: 'Studs, from its middle', quantity: 'length', min: 0, max: 0.5 },
  { id: 'proofPressure', label: 'First fill when proving', quantity: 'pressure', min: 1000, max: 5e6 },
]
/** Figures that a class or a sheet of this kind may have. */
export const figuresOf = (kind: ComponentKind): readonly FigureSpec[] =>
  kind === 'spring' ? SPRING_FIGURES : KINDS[kind].figures

/** Id of the class a component has. */
export function classIdOf(air: PartsOf, id: string): string | null {
  const c = air.components[id]
  if (!c) return null
  if (c.kind === 'spring') return air.springClass
  if (c.kind === 'compressor') return air.compressorClass
  if (c.kind === 'block') return air.blockClass
  return c.class ?? usualClass(c.kind)?.id ?? null
}

const ownClassOf = (air: PartsOf, id: string, kind: ComponentKind): OwnClass | null =>
  air.classes[id]?.kind === kind ? air.classes[id] : null

/** What a spring's sheet would say for a class. */
function springFigures(c: SpringClass) {
  const { low, high } = tableRange(c.areaByHeight)
  const areaAt = (height: number) => interpolate(c.areaByHeight, height)
  const { designHeight, diameter, volume, bracketHeight, upperBracket, portOut, studOut } = c
  const { minPressure, maxPressure, maxLoad, proofPressure } = c
  return {
    area: areaAt(designHeight),
    minPressure,
    maxPressure,
    maxLoad,
    designHeight,
    lowest: low,
    highest: high,
    areaLow: areaAt(low),
    areaHigh: areaAt(high),
    diameter,
    volume,
    bracketHeight,
    upperBracket,
    portLow: c.portLow ? 1 : 0,
    portOut,
    studOut,
    proofPressure,
  }
}

/** Label and figures of a generic catalogue entry, whatever list it is in. */
export function catalogueClass(
  kind: ComponentKind,
  id: string,
): { label: string; figures: Record<string, number> } | null {
  if (kind === 'spring') {
    const c = springClass(id)
    return c && { label: c.label, figures: springFigures(c) }
  }
  if (kind === 'compressor') {
    const c = compressorClass(id)
    return (
      c && {
        label: c.label,
        figures: {
          freeAir: interpolate(c.flow, 0),
          current: Math.max(...c.current.map((r) => r[1])),
          maxPressure: c.maxPressure,
          maxRun: c.maxRun,
          sealed: c.sealed ? 1 : 0,
        },
      }
    )
  }
  if (kind === 'block') {
    const c = blockClass(id)
    return (
      c && {
        label: c.label,
        figures: {
          conductance: c.conductance,
          criticalRatio: c.criticalRatio,
          current: c.current,
          maxPressure: c.maxPressure,
          limits: c.limits ? 1 : 0,
        },
      }
    )
  }
  const c = partClass(id)
  return c?.kind === kind ? c : null
}

export interface Part {
  kind: ComponentKind
  classId: string | null
  /** True if the catalogue, or the shop's own list in this plan, has the class. */
  known: boolean
  label: string
  /** From the class, before the part's own sheet. */
  ofClass: Record<string, number>
  figures: Record<string, number>
}

/** A class by id for a kind: generic, or the shop's own with its figures over its base class. */
export function classFigures(
  air: Pick<AirPlan, 'classes'>,
  kind: ComponentKind,
  id: string,
): { label: string; figures: Record<string, number> } | null {
  const mine = ownClassOf(air as PartsOf, id, kind)
  if (!mine) return catalogueClass(kind, id)
  const figures = { ...catalogueClass(kind, mine.like)?.figures, ...mine.figures, ...tableFigures(mine) }
  return { label: mine.label, figures }
}

/** Figures from a class's own table, which override single ones. */
export function tableFigures({ kind, table, figures, like }: OwnClass): Record<string, number> {
  if (table.length === 0) return {}
  if (kind === 'compressor') {
    const { flow, current } = curvesOf(table)
    return { freeAir: flow[0]![1], current: Math.max(...current.map(([, amps]) => amps)) }
  }
  const areas = areaTable(table)
  const { low, high } = tableRange(areas)
  const wanted = figures.designHeight ?? springClass(like)?.designHeight ?? low
  // The base class may have a design height that this one never reaches; then the middle is used.
  const designHeight = wanted > low && wanted < high ? wanted : (low + high) / 2
  return {
    designHeight,
    lowest: low,
    highest: high,
    area: interpolate(areas, designHeight),
    areaLow: areas[0]![1],
    areaHigh: areas.at(-1)![1],
  }
}

/** What its own plate says, for a part that is not from the box; a replaced part's plate goes with it. */
const plateOf = (c: Component): Record<string, number> =>
  isSecondHand(c) && c.found.rating !== null ? { maxPressure: c.found.rating } : {}

/** A component with its class looked up. */
export function partOf(air: PartsOf, id: string): Part {
  const c = air.components[id]!
  const classId = classIdOf(air, id)
  const found = classId === null ? null : classFigures(air, c.kind, classId)
  const ofClass = found?.figures ?? usualClass(c.kind)?.figures ?? {}
  return {
    kind: c.kind,
    classId,
    known: found !== null,
    label: found?.label ?? classId ?? '',
    ofClass,
    figures: { ...ofClass, ...plateOf(c), ...c.sheet },
  }
}

/** A curve scaled so that its first (or largest) value is the sheet's. */
const scaled = (curve: readonly (readonly [number, number])[], by: number): [number, number][] =>
  curve.map(([p, v]) => [p, v * by])

/** The compressor of this id with its sheet's figures; null without a class. */
export function compressorOf(air: PartsOf, id: string): CompressorClass | null {
  const mine = ownClassOf(air, air.compressorClass, 'compressor')
  const base = compressorClass(mine?.like ?? air.compressorClass)
  if (!base) return null
  const { figures, ofClass } = partOf(air, id)
  const curves = mine?.table.length ? curvesOf(mine.table) : null
  // Source of the class's own figures; of a class with a table, the table.
  const plain = curves ? ofClass : catalogueClass('compressor', base.id)!.figures
  return {
    ...base,
    id: air.compressorClass,
    label: mine?.label ?? base.label,
    flow: scaled(curves?.flow ?? base.flow, figures.freeAir! / plain.freeAir!),
    current: scaled(curves?.current ?? base.current, figures.current! / plain.current!),
    maxPressure: figures.maxPressure!,
    maxRun: figures.maxRun!,
    sealed: figures.sealed === 1,
  }
}

/** The valve block of this id. */
export function blockOf(air: PartsOf, id: string): BlockClass | null {
  const mine = ownClassOf(air, air.blockClass, 'block')
  const base = blockClass(mine?.like ?? air.blockClass)
  if (!base) return null
  const f = partOf(air, id).figures
  return {
    ...base,
    id: air.blockClass,
    label: mine?.label ?? base.label,
    conductance: f.conductance!,
    criticalRatio: f.criticalRatio!,
    current: f.current!,
    maxPressure: f.maxPressure!,
    limits: f.limits === 1,
  }
}

/**
 * Flow of a belt-driven compressor against gauge pressure: a straight line to its rated pressure and beyond.
 */
export function beltFlow(figures: Record<string, number>): [number, number][] {
  return [
    [0, figures.freeAir!],
    [figures.maxPressure!, figures.freeAir! * (1 - PRACTICE.beltFall.value)],
    [figures.maxPressure! * 1.5, 0],
  ]
}

const springClasses = new WeakMap<object, SpringClass>()
/** The chosen spring, with figures of its own sheet if they were typed. The same object for the same plan. */
export function springOf(air: Pick<AirPlan, 'springClass' | 'sheet' | 'classes'>): SpringClass | null {
  const mine = ownClassOf(air as PartsOf, air.springClass, 'spring')
  const base = springClass(mine?.like ?? air.springClass)
  if (!base || !(air.sheet ?? mine)) return base
  const key = air.sheet ?? mine!
  const kept = springClasses.get(key)
  if (kept?.id === air.springClass) return kept
  const own = mine ? { ...ownSpring(base, mine), id: air.springClass } : base
  const { sheet } = air
  const spring: SpringClass = sheet
    ? {
        ...own,
        areaByHeight: scaled(own.areaByHeight, sheet.area / interpolate(own.areaByHeight, own.designHeight)),
        minPressure: Math.min(sheet.minPressure, sheet.maxPressure),
        maxPressure: sheet.maxPressure,
        maxLoad: sheet.maxLoad,
        areaWithin: own.areaWithin ?? PRACTICE.sheetArea.value,
      }
    : own
  springClasses.set(key, spring)
  return spring
}

/**
 * A class with the figures of a real spring's sheet. The class's table is stretched from the sheet's lowest
 * over its design height to its highest. Areas follow the three that the sheet may give, each alone or
 * together.
 */
function ownSpring(base: SpringClass, mine: OwnClass): SpringClass {
  const plain = springFigures(base)
  const f: typeof plain = { ...plain, ...mine.figures, ...tableFigures(mine) }
  const byArea = f.area / plain.area
  const heights = (['lowest', 'designHeight', 'highest'] as const).map((id) => [plain[id], f[id]] as const)
  const factorAt = (id: 'areaLow' | 'areaHigh') => {
    const typed = mine.figures[id]
    return typed === undefined ? byArea : typed / plain[id]
  }
  const factors = [
    [plain.lowest, factorAt('areaLow')],
    [plain.designHeight, byArea],
    [plain.highest, factorAt('areaHigh')],
  ] as const
  return {
    ...base,
    label: mine.label,
    areaByHeight: mine.table.length
      ? areaTable(mine.table)
      : base.areaByHeight.map(([h, area]) => [interpolate(heights, h), area * interpolate(factors, h)]),
    designHeight: f.designHeight,
    diameter: f.diameter,
    volume: f.volume,
    bracketHeight: f.bracketHeight,
    // Half of them, until the sheet says.
    upperBracket: Math.min(mine.figures.upperBracket ?? f.bracketHeight / 2, f.bracketHeight),
    portLow: f.portLow === 1,
    portOut: f.portOut,
    studOut: f.studOut,
    minPressure: Math.min(f.minPressure, f.maxPressure),
    maxPressure: f.maxPressure,
    maxLoad: f.maxLoad,
    proofPressure: Math.min(f.proofPressure, f.maxPressure),
    ...(hasArea(mine) ? { areaWithin: Math.max(PRACTICE.sheetArea.value, areaSpread(mine.table)) } : {}),
  }
}

/** True if its sheet gives an area, directly or by the loads it carries. */
const hasArea = ({ figures, table }: OwnClass) => table.length > 0 || figures.area !== undefined

/** The plan with its spring's effective area multiplied by a factor, as if from a sheet of its own. */
export function withArea(air: AirPlan, factor: number): AirPlan {
  const spring = springOf(air)
  if (!spring) return air
  const { minPressure, maxPressure, maxLoad } = spring
  const area = interpolate(spring.areaByHeight, spring.designHeight) * factor
  return { ...air, sheet: { area, minPressure, maxPressure, maxLoad } }
}

/** Outlets of the block, or as many as it could have while its class is not known. */
const outletsOf = (air: PartsOf) =>
  blockClass(ownClassOf(air, air.blockClass, 'block')?.like ?? air.blockClass)?.outlets ?? 2

/** Ports of a component by its class. */
export function portsOf(air: PartsOf, id: string): readonly Port[] {
  const c = air.components[id]
  if (!c) return []
  const { ports } = KINDS[c.kind]
  if (c.kind !== 'block' && c.kind !== 'manifold') return ports
  const outlets = c.kind === 'block' ? outletsOf(air) : (partOf(air, id).figures.outlets ?? 4)
  return ports.filter((p) => !/^out\d$/.test(p.id) || Number(p.id.slice(3)) <= outlets)
}

/** Class of a block with this many outlets, for a plan without one. */
export const blockFor = (outlets: number) => BLOCKS.find((b) => b.outlets >= outlets) ?? BLOCKS.at(-1)!

/** Tube class of a line; null for parts screwed together, or if the catalogue has no such class. */
export const tubeOf = (air: Pick<AirPlan, 'tubeClass'>, line: { tube: string | null }): TubeClass | null =>
  tubeClass(line.tube ?? air.tubeClass)

/** A new component of a kind, of its usual class. */
export function newComponent(
  kind: ComponentKind,
  label: string,
  side: Component['side'] = null,
  className: string | null = null,
): Component {
  return {
    kind,
    label,
    side,
    state: 'new',
    moved: false,
    used: false,
    found: { ...NOT_LOOKED_AT },
    class: className,
    sheet: {},
    own: { number: '', make: '', price: null },
  }
}

/** True if a part's fill limit is known: from the box, its plate, or its own sheet. Only springs are asked. */
export const plateRead = (c: Component): boolean =>
  c.kind !== 'spring' || !isSecondHand(c) || c.found.rating !== null || c.sheet.maxPressure !== undefined

/** The lowest plate pressure of springs that are not from the box, Pa gauge; null if none was read. */
export function leastPlate(components: Record<string, Component>): number | null {
  const read = Object.values(components).flatMap((c) =>
    c.kind === 'spring' && isSecondHand(c) ? [c.found.rating ?? [], c.sheet.maxPressure ?? []].flat() : [],
  )
  return read.length > 0 ? Math.min(...read) : null
}

const limited = new WeakMap<SpringClass, Map<number, SpringClass>>()
/** A spring limited by its plate; the same object for the same spring and plate. */
function withinPlate(spring: SpringClass, most: number | null): SpringClass {
  if (most === null || most >= spring.maxPressure) return spring
  const known = limited.get(spring) ?? new Map<number, SpringClass>()
  limited.set(spring, known)
  if (!known.has(most))
    known.set(most, {
      ...spring,
      maxPressure: most,
      minPressure: Math.min(spring.minPressure, most),
      proofPressure: Math.min(spring.proofPressure, most),
    })
  return known.get(most)!
}

/** Spring, tube, compressor and block of a circuit by class; null if it has none or the class is unknown. */
export function airSet(air: PartsOf): AirSet {
  const first = (kind: ComponentKind) =>
    Object.keys(air.components).find((id) => air.components[id]!.kind === kind)
  const [compressor, block] = [first('compressor'), first('block')]
  const spring = first('spring') === undefined ? null : springOf(air)
  return {
    spring: spring && withinPlate(spring, leastPlate(air.components)),
    compressor: compressor === undefined ? null : compressorOf(air, compressor),
    block: block === undefined ? null : blockOf(air, block),
    tube: tubeClass(air.tubeClass),
  }
}
