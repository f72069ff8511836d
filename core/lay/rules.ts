import { PRACTICE } from '../catalog/practice'
import type { CompressorClass } from '../catalog/compressors'
import type { AirPlan, LayPlan, Truck } from '../document/types'
import type { Note, Remedy } from '../quantity/figure'
import type { LayResult } from './types'
import { clearPlace } from './places'

const base = { stage: 'lay', quantity: 'length', source: 'Common practice' } as const

/** What Lay notices: heat, distance between parts, harness reach, slack, bends. */
export function layRules(
  r: LayResult,
  lay: LayPlan,
  truck: Truck,
  air: AirPlan,
  compressor: CompressorClass | null,
  apart: number | null,
): Note[] {
  const notes: Note[] = []
  const shield = (id: string): Remedy => ({
    label: 'Fit a heat shield',
    patches: [{ op: 'add', path: ['lay', 'shields', id], value: true }],
  })
  for (const [id, component] of Object.entries(air.components)) {
    const heat = r.heat[id] ?? Infinity
    if (heat >= PRACTICE.heatClearance.value || lay.shields[id]) continue
    const movable = component.kind !== 'spring'
    const clear = movable ? clearPlace(r.places[id]!, truck) : null
    notes.push({
      ...base,
      rule: 'part-near-heat',
      rank: 'stop',
      subject: id,
      value: heat,
      limit: PRACTICE.heatClearance.value,
      title: `${component.label} sits too near the exhaust`,
      text: `It is {value} from the pipe; {limit} is wanted.${movable ? '' : ' Fit the heat shield before the spring on this side.'}`,
      remedy: clear
        ? {
            label: 'Move it clear of the exhaust',
            patches: [{ op: 'add', path: ['lay', 'places', id], value: clear }],
          }
        : shield(id),
    })
  }
  for (const route of r.routes.filter((x) => x.wayless)) {
    notes.push({
      ...base,
      quantity: 'run',
      rule: 'no-way-across',
      rank: 'fix',
      subject: route.id,
      value: route.run,
      limit: null,
      title: `${route.fromLabel} to ${route.toLabel} finds no way across`,
      text: 'No cross-member joins the rails between its ends; {value} is the straight distance only. Type the cross-members at Truck.',
      source: 'Geometry of the frame',
    })
  }
  for (const route of r.routes) {
    if (route.heat >= PRACTICE.heatClearance.value || lay.shields[route.id]) continue
    // A line that ends at a part already too near, or behind that part's shield, is that part's note.
    if ([route.from, route.to].some((id) => (r.heat[id] ?? Infinity) < PRACTICE.heatClearance.value)) continue
    notes.push({
      ...base,
      rule: 'line-near-heat',
      rank: 'stop',
      subject: route.id,
      value: route.heat,
      limit: PRACTICE.heatClearance.value,
      title: `${route.fromLabel} to ${route.toLabel} runs too near the exhaust`,
      text: 'It comes within {value} of the pipe; {limit} is wanted. Move an end, or shield the pipe there.',
      remedy: shield(route.id),
    })
  }
  if (compressor && apart !== null && apart > compressor.blockReach) {
    const c = r.places.compressor!
    const x = c.x - compressor.blockReach * 0.85
    notes.push({
      ...base,
      rule: 'parts-apart',
      rank: 'fix',
      subject: 'block',
      value: apart,
      limit: compressor.blockReach,
      title: 'Compressor and block are too far apart',
      text: 'They stand {value} apart; the shared harness reaches {limit}.',
      remedy: {
        label: 'Move the block to the compressor',
        patches: [
          { op: 'add', path: ['lay', 'places', 'block'], value: { ...c, x: Math.round(x * 1000) / 1000 } },
        ],
      },
    })
  }
  if (r.feed !== null && r.feed > r.harness) {
    const short = Math.ceil((r.feed - r.harness + 0.3) * 10) / 10
    notes.push({
      ...base,
      quantity: 'run',
      rule: 'harness-short',
      rank: 'fix',
      subject: 'feed',
      value: r.feed,
      limit: r.harness,
      title: 'The harness does not reach the battery',
      text: 'The run is {value}; the harness is {limit}. Move the compressor forward, or extend with the same or larger wire.',
      remedy: {
        label: 'Extend the harness',
        patches: [
          {
            op: 'replace',
            path: ['lay', 'harnessExtension'],
            value: Math.round((lay.harnessExtension + short) * 100) / 100,
          },
        ],
      },
    })
  }
  if (lay.slackAtSpring < 0.25) {
    notes.push({
      ...base,
      rule: 'short-slack',
      rank: 'fix',
      subject: 'spring-left',
      value: lay.slackAtSpring,
      limit: 0.3,
      title: 'Too little slack at the springs',
      text: '{value} is left before cutting; {limit} lets the axle drop and the fitting be remade.',
      remedy: {
        label: 'Leave 300 mm',
        patches: [{ op: 'replace', path: ['lay', 'slackAtSpring'], value: 0.3 }],
      },
    })
  }
  for (const id of ['compressor', 'block', 'dryer', 'tank']) {
    const place = r.places[id]
    if (
      air.components[id] &&
      place &&
      place.x < truck.tyre.radius &&
      place.x > -truck.tyre.radius &&
      Math.abs(place.y) > truck.frame.spacing / 2
    ) {
      notes.push({
        ...base,
        rule: 'wheel-spray',
        rank: 'fix',
        subject: id,
        value: Math.abs(place.x),
        limit: truck.tyre.radius,
        title: `${air.components[id]!.label} sits in the wheel spray`,
        text: 'Ahead of the rear axle, high on the rail and out of direct spray it lasts longest. It is {value} from the axle; stay {limit} away.',
      })
    }
  }
  return notes
}
