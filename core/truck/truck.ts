import type { Truck } from '../plan/types'
import type { SpringClass } from '../catalog/parts'
import { TRUCK_KINDS } from '../catalog/trucks'
import type { Figure, Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'

export interface TruckResult {
  kindLabel: string
  frontAxle: number
  rearAxle: number
  gross: number
  /** Height of the helper spring as installed, unladen, m. */
  springHeight: number
  /** Height of the spring at full droop if nothing else stops the axle, m. */
  droopHeight: number
}

/**
 * What the survey gives: axle weights, and where the chosen spring sits in its gap.
 * Spring height = axle-to-frame gap at the seat less the kit's brackets.
 */
export function truckStage(truck: Truck, spring: SpringClass | null): StageOutput<TruckResult> {
  const { unladen: w, ratings, seatGap } = truck
  const frontAxle = w.frontLeft + w.frontRight
  const rearAxle = w.rearLeft + w.rearRight
  const gross = frontAxle + rearAxle
  const bracket = spring?.bracketHeight ?? 0
  const springHeight = seatGap.unladen - bracket
  const droopHeight = seatGap.droop - bracket
  const figures: Record<string, Figure> = {
    frontAxle: { label: 'Front axle, unladen', value: frontAxle, quantity: 'mass', formula: 'left + right', inputs: [{ label: 'Front left', value: w.frontLeft, quantity: 'mass' }, { label: 'Front right', value: w.frontRight, quantity: 'mass' }], source: 'Scale ticket as typed; the kind’s example until then', max: ratings.frontAxle },
    rearAxle: { label: 'Rear axle, unladen', value: rearAxle, quantity: 'mass', formula: 'left + right', inputs: [{ label: 'Rear left', value: w.rearLeft, quantity: 'mass' }, { label: 'Rear right', value: w.rearRight, quantity: 'mass' }], source: 'Scale ticket as typed; the kind’s example until then', max: ratings.rearAxle },
    gross: { label: 'Gross, unladen', value: gross, quantity: 'mass', formula: 'front + rear', inputs: [{ label: 'Front axle', value: frontAxle, quantity: 'mass' }, { label: 'Rear axle', value: rearAxle, quantity: 'mass' }], source: 'Sum of the axles', max: ratings.gross },
    springHeight: { label: 'Spring height, unladen', value: springHeight, quantity: 'length', formula: 'seat gap − brackets', inputs: [{ label: 'Seat gap, unladen', value: seatGap.unladen, quantity: 'length' }, { label: 'Brackets of the kit', value: bracket, quantity: 'length' }], source: 'Tape; brackets from the class (common practice)' },
    droopHeight: { label: 'Spring height, full droop', value: droopHeight, quantity: 'length', formula: 'seat gap at droop − brackets', inputs: [{ label: 'Seat gap, droop', value: seatGap.droop, quantity: 'length' }, { label: 'Brackets of the kit', value: bracket, quantity: 'length' }], source: 'Tape; brackets from the class (common practice)' },
  }
  const notes = rules(truck, spring, { frontAxle, rearAxle, gross, springHeight, droopHeight })
  return { figures, notes, state: stateOf(notes, 'clear'), headline: { text: headlineText(truck) }, result: { kindLabel: TRUCK_KINDS.find(k => k.id === truck.kind)!.label, frontAxle, rearAxle, gross, springHeight, droopHeight } }
}

function headlineText(truck: Truck): string {
  return truck.suspension.kind === 'leaf' ? (truck.tyre.dual ? 'leaf · dual wheels' : 'leaf springs') : 'coil springs'
}

function rules(truck: Truck, spring: SpringClass | null, at: Omit<TruckResult, 'kindLabel'>): Note[] {
  const notes: Note[] = []
  const { seatGap, ratings } = truck
  const base = { stage: 'truck', quantity: 'length' } as const
  if (!(seatGap.bump < seatGap.unladen && seatGap.unladen < seatGap.droop)) {
    notes.push({ ...base, rule: 'gap-order', rank: 'fix', subject: 'seatGap', title: 'The seat gaps are out of order', text: 'The gap is smallest on the bump stop, larger unladen and largest at full droop. Unladen reads {value}, droop {limit}. Measure again.', value: seatGap.unladen, limit: seatGap.droop, source: 'Geometry' })
  }
  if (at.gross > ratings.gross) {
    notes.push({ ...base, quantity: 'mass', rule: 'unladen-over-gross', rank: 'stop', subject: 'axles', title: 'Heavier empty than its gross rating', text: 'Unladen it weighs {value}; the plate allows {limit}. One of the two is typed wrong.', value: at.gross, limit: ratings.gross, source: 'The vehicle’s plate' })
  }
  if (spring) {
    const lowest = spring.areaByHeight[0]![0]
    const highest = spring.areaByHeight.at(-1)![0]
    if (at.springHeight < lowest || at.springHeight > highest) {
      notes.push({
        ...base, rule: 'spring-height', rank: 'stop', subject: 'seatGap', value: at.springHeight, limit: at.springHeight < lowest ? lowest : highest, source: 'Height range of the spring class (common practice); its own sheet rules',
        title: at.springHeight < lowest ? 'The gap is too small for this spring' : 'The spring does not reach its seat',
        text: at.springHeight < lowest ? 'It would stand {value} high unladen; it needs {limit} at least.' : 'It would have to stand {value} high unladen; it reaches {limit}. A spacer or another class is needed.',
      })
    }
    else if (at.droopHeight > highest) {
      notes.push({ ...base, rule: 'over-extension', rank: 'fix', subject: 'seatGap', title: 'At full droop the spring holds the axle up', text: 'It would be pulled to {value}; it reaches {limit}. Fit a droop strap, or a seat that lets the spring lift off.', value: at.droopHeight, limit: highest, source: 'Height range of the spring class (common practice)' })
    }
    if (!spring.fits.includes(truck.suspension.kind)) {
      notes.push({ ...base, quantity: 'count', rule: 'spring-kind', rank: 'stop', subject: 'seatGap', title: 'This spring does not suit the suspension', text: `The rear has ${truck.suspension.kind} springs; the chosen class is made for ${spring.fits.join(' or ')} springs. Choose another class at Air.`, value: null, limit: null, source: 'Class of the spring' })
    }
  }
  return notes
}
