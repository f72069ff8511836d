import { COMPRESSORS, blockClass, compressorClass, springClass, tubeClass, type BlockClass, type CompressorClass, type SpringClass, type TubeClass } from '../catalog/parts'
import type { AirPlan, Truck } from '../plan/types'
import type { Figure, Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import { interpolate } from '../quantity/interpolate'
import { ARCHETYPES, looseLines, openPorts, reach, springsTeed, startingCircuit } from './circuit'
import { springVolume } from '../catalog/springVolume'
import { timeToLevel, type FillingCorner } from './levelTime'

/** What Air needs of Load, haul by haul. SI. */
export interface AirNeed {
  label: string
  left: { pressure: number, height: number, limitedBy: string | null }
  right: { pressure: number, height: number, limitedBy: string | null }
  sideDifference: number
  /** Height of each spring at a pressure, on its own corner. */
  heightAt: { left(p: number): number, right(p: number): number }
}

export interface AirSet { spring: SpringClass | null, compressor: CompressorClass | null, block: BlockClass | null, tube: TubeClass | null }

export interface AirResult extends AirSet {
  teed: boolean
  powered: boolean
  /** Highest pressure any haul needs, Pa gauge. */
  highest: number
  /** Motor current at that pressure, A. */
  current: number
  /** Air volume of both springs at the highest haul, m³, left and right. */
  springVolume: { left: number, right: number }
  times: Record<string, number | null>
}

/** Classes a plan's ids stand for, with no compressor or block where the circuit has none. */
export function airSet(air: AirPlan): AirSet {
  const kinds = new Set(Object.values(air.components).map(c => c.kind))
  return { spring: springClass(air.springClass), compressor: kinds.has('compressor') ? compressorClass(air.compressorClass) : null, block: kinds.has('block') ? blockClass(air.blockClass) : null, tube: tubeClass(air.tubeClass) }
}

/** Circuit, sizes and the time to each haul. */
export function airStage(air: AirPlan, truck: Truck, needs: Record<string, AirNeed>): StageOutput<AirResult> {
  const set = airSet(air)
  const { spring, compressor } = set
  const teed = springsTeed(air)
  const figures: Record<string, Figure> = {}
  const times: Record<string, number | null> = {}
  let highest = spring?.minPressure ?? 0
  let volume = { left: spring?.volume ?? 0, right: spring?.volume ?? 0 }
  for (const [id, need] of Object.entries(needs)) {
    const top = Math.max(need.left.pressure, need.right.pressure)
    if (!spring) continue
    const volumeAt = { height: spring.designHeight, volume: spring.volume }
    if (top >= highest) {
      highest = top
      volume = { left: springVolume(spring.areaByHeight, volumeAt, need.left.height), right: springVolume(spring.areaByHeight, volumeAt, need.right.height) }
    }
    if (!compressor) continue
    const corners: FillingCorner[] = (['left', 'right'] as const).map(side => ({ areaByHeight: spring.areaByHeight, volumeAt, heightAt: need.heightAt[side], from: spring.minPressure, to: need[side].pressure }))
    const short = [need.left.limitedBy, need.right.limitedBy].some(l => l !== null && l !== 'minPressure')
    // A height that the springs cannot reach has no time to reach it.
    const filled = short || top > compressor.maxPressure ? null : timeToLevel(corners, compressor.flow)
    times[id] = filled?.seconds ?? null
    figures[`${id}.time`] = {
      label: 'Up to level', value: times[id], quantity: 'time', formula: 't = Σ ∫ dm/(ρ·Q(p)), m = p_abs·V(h)/(R·T), from the minimum to the haul’s pressure', max: compressor.maxRun,
      inputs: [{ label: 'Compressor', value: compressor.label }, { label: 'Free air pumped', value: filled?.freeAir ?? null, quantity: 'volume' }, { label: 'Left to', value: need.left.pressure, quantity: 'pressure' }, { label: 'Right to', value: need.right.pressure, quantity: 'pressure' }, { label: 'Flow at the end', value: interpolate(compressor.flow, top), quantity: 'flow' }], source: 'Isothermal fill; compressor curve of the class (common practice), its own sheet rules',
    }
  }
  const current = compressor ? interpolate(compressor.current, highest) : 0
  if (compressor) {
    figures.current = { label: 'Motor current', value: current, quantity: 'current', formula: 'current curve at the highest haul’s pressure', inputs: [{ label: 'Pressure', value: highest, quantity: 'pressure' }, { label: 'Compressor', value: compressor.label }], source: 'Class curve (common practice); its own sheet rules' }
  }
  figures.highest = { label: 'Highest pressure needed', value: highest, quantity: 'pressure', formula: 'largest of all hauls and sides', inputs: Object.values(needs).map(n => ({ label: n.label, value: Math.max(n.left.pressure, n.right.pressure), quantity: 'pressure' as const })), source: 'Load', max: spring?.maxPressure }
  const notes = rules(air, truck, set, needs, times, teed)
  return { figures, notes, state: stateOf(notes, 'clear'), headline: compressor ? { figures: ['time'] } : { text: 'by hand' }, result: { ...set, teed, powered: compressor !== null, highest, current, springVolume: volume, times } }
}

const air = { stage: 'air', quantity: 'pressure', value: null, limit: null } as const

function rules(plan: AirPlan, truck: Truck, set: AirSet, needs: Record<string, AirNeed>, times: Record<string, number | null>, teed: boolean): Note[] {
  const notes: Note[] = []
  const { spring, compressor, block, tube } = set
  for (const [name, id, found] of [['spring', plan.springClass, spring], ['tube', plan.tubeClass, tube]] as const) {
    if (!found) notes.push({ ...air, rule: 'unknown-class', rank: 'stop', subject: name, title: `The catalogue has no ${name} class “${id}”`, text: `Choose a ${name} class from the list. Until then its figures stay blank.`, source: 'Catalogue' })
  }
  if (Object.values(plan.components).some(c => c.kind === 'compressor') && !compressor) notes.push({ ...air, rule: 'unknown-class', rank: 'stop', subject: 'compressor', title: `The catalogue has no compressor class “${plan.compressorClass}”`, text: 'Choose a compressor from the list.', source: 'Catalogue' })

  for (const [id, component] of Object.entries(plan.components)) {
    if (component.kind !== 'spring') continue
    const backed = [...reach(plan, id, ['block', 'compressor'])].some(other => plan.components[other]?.kind === 'handFill')
    if (!backed) {
      notes.push({ ...air, rule: 'no-backup-fill', rank: 'fix', subject: id, title: `${component.label}: no hand fill left`, text: 'When the control, its remote or the compressor fails at the roadside, nobody can fill this spring. Keep a fill valve teed in.', source: 'Common practice', remedy: { label: 'Put the hand fill back', patches: circuitPatches(plan) } })
    }
  }
  for (const { component, port } of openPorts(plan, block?.outlets ?? 2)) {
    notes.push({ ...air, rule: 'open-port', rank: 'stop', subject: component, title: `${plan.components[component]!.label}: a port stands open`, text: `Nothing is on its “${port}” port: it will hiss at the first fill. Connect or plug it.`, source: 'Common practice' })
  }
  for (const id of looseLines(plan, block?.outlets ?? 2)) {
    notes.push({ ...air, rule: 'loose-line', rank: 'stop', subject: id, title: 'A line ends at nothing', text: `“${id}” has an end on no part of this circuit: air would blow out of it. Take it away or bring the starting circuit back.`, source: 'Circuit', remedy: { label: 'Take the line away', patches: [{ op: 'remove', path: ['air', 'lines', id] }] } })
  }
  const worst = Object.entries(needs).sort((a, b) => Math.abs(b[1].sideDifference) - Math.abs(a[1].sideDifference))[0]
  if (teed && worst && Math.abs(worst[1].sideDifference) > 34_474) {
    const separate = compressor ? 'wireless-dual' : 'hand-two'
    notes.push({
      ...air, rule: 'teed-sides-differ', rank: 'fix', subject: 'spring-left', value: Math.abs(worst[1].sideDifference), limit: 34_474, title: 'One pressure for two different sides',
      text: `“${worst[1].label}” wants {value} more on the ${worst[1].sideDifference > 0 ? 'left' : 'right'}, but the springs are teed. Over {limit} the truck leans; separate the lines.`, source: 'Common practice', remedy: { label: 'Separate the lines', patches: circuitPatches(plan, separate) },
    })
  }
  if (compressor) {
    const larger = COMPRESSORS.find(c => c.maxPressure > compressor.maxPressure)
    const remedy = larger && { label: 'Try the next compressor up', patches: [{ op: 'replace' as const, path: ['air', 'compressorClass'], value: larger.id }] }
    for (const [id, need] of Object.entries(needs)) {
      const top = Math.max(need.left.pressure, need.right.pressure)
      if (top > compressor.maxPressure) notes.push({ ...air, rule: 'compressor-pressure', rank: 'stop', subject: 'compressor', value: top, limit: compressor.maxPressure, title: 'The compressor cannot reach this pressure', text: `“${need.label}” needs {value}; the compressor stops at {limit}.`, source: 'Class of the compressor (common practice)', remedy })
      const time = times[id]
      if (time != null && time > compressor.maxRun) notes.push({ ...air, quantity: 'time', rule: 'compressor-run', rank: 'fix', subject: 'compressor', value: time, limit: compressor.maxRun, title: 'The compressor runs too long in one go', text: `“${need.label}” takes {value}; this class wants a rest after {limit}. Choose a larger one, or fill in two goes.`, source: 'Class of the compressor (common practice)', remedy })
    }
    if (!Object.values(plan.components).some(c => c.kind === 'filter')) notes.push({ ...air, rule: 'no-inlet-filter', rank: 'fix', subject: 'compressor', title: 'No inlet filter', text: 'Dust and spray wear the compressor out. Fit the filter, hose vertical, inlet up.', source: 'Common practice' })
  }
  for (const [what, part] of [['tube', tube], ['valve block', block]] as const) {
    if (part && spring && part.maxPressure < spring.maxPressure) notes.push({ ...air, rule: 'part-pressure', rank: 'stop', subject: 'block', value: spring.maxPressure, limit: part.maxPressure, title: `The ${what} is rated below the spring’s maximum`, text: `It may see {value}; it is rated for {limit}.`, source: 'Classes of both (common practice)' })
  }
  if (spring && !spring.fits.includes(truck.suspension.kind)) {
    const other = truck.suspension.kind === 'leaf' ? 'leaf-helper-double-2270' : 'coil-insert-450'
    notes.push({ ...air, rule: 'spring-kind-choice', rank: 'stop', subject: 'spring-left', title: 'Wrong kind of spring for this truck', text: `The rear axle has ${truck.suspension.kind} springs; this class goes with ${spring.fits.join(' or ')}.`, source: 'Class of the spring', remedy: { label: 'Take one that fits', patches: [{ op: 'replace', path: ['air', 'springClass'], value: other }] } })
  }
  return notes
}

/** Patches that bring an archetype's own circuit back, or change to another archetype. */
export function circuitPatches(plan: AirPlan, archetype = plan.archetype) {
  const { components, lines } = startingCircuit(archetype)
  const block = ARCHETYPES.find(a => a.id === archetype)!.block
  return [
    { op: 'replace' as const, path: ['air', 'archetype'], value: archetype },
    { op: 'replace' as const, path: ['air', 'components'], value: components },
    { op: 'replace' as const, path: ['air', 'lines'], value: lines },
    ...(block ? [{ op: 'replace' as const, path: ['air', 'blockClass'], value: block }] : []),
  ]
}
