import { JOINT_SCHOOLS, WIRING } from '../catalog/wiring'
import { startsOnFuse } from '../power/starting'
import { define, notNegative, object, positive, wholeNumber } from './define'

/** Motors starting on a fuse, and the cost of joints. */

export const inrushFuseCalculator = define<{
  rating_A: number
  motors: number
  running_A: number
  inrush_factor: number
  inrush_s: number
  delay_s: number
  besides_A: number
}>({
  name: 'inrush-fuse',
  title: 'Motors starting on one fuse',
  formula: 'share = Σ t ÷ t_least(I ÷ rating), over each part of the start',
  source: 'Blade fuse ISO 8820-3 (memory); shares of its least time added up (from memory)',
  schema: object({
    rating_A: positive('Fuse', 'A'),
    motors: wholeNumber('Motors', 1, 4),
    running_A: positive('Running current of one', 'A'),
    inrush_factor: positive('Inrush against that', '×'),
    inrush_s: positive('Inrush lasts', 's'),
    delay_s: notNegative('Each starts after the last by', 's'),
    besides_A: notNegative('What else it carries', 'A'),
  }),
  outputs: {
    peak_A: { label: 'Most at any time', unit: 'A' },
    share: { label: 'Share of what the fuse is sure to pass (under 1 holds; null: it opens)', unit: '' },
    holds: { label: 'It holds', unit: '' },
    leastDelay_s: { label: 'Least delay with which it holds (null: none does)', unit: 's' },
  },
  example: {
    rating_A: 40,
    motors: 2,
    running_A: 14,
    inrush_factor: 4,
    inrush_s: 0.1,
    delay_s: 1,
    besides_A: 1,
  },
  run(input) {
    const motors = {
      count: input.motors,
      running: input.running_A,
      inrush: input.running_A * input.inrush_factor,
      inrushTime: input.inrush_s,
      besides: input.besides_A,
    }
    const { peak, share } = startsOnFuse(input.rating_A, motors, input.delay_s)
    const delays = [0, input.inrush_s]
    const least = delays.find((delay) => startsOnFuse(input.rating_A, motors, delay).share < 1)
    return {
      peak_A: peak,
      share: Number.isFinite(share) ? share : null,
      holds: share < 1,
      leastDelay_s: least ?? null,
    }
  },
})

export const jointDropCalculator = define<{
  current_A: number
  crimps: number
  solders: number
  displacements: number
  contacts: number
  extra_mOhm: number
}>({
  name: 'joint-drop',
  title: 'What joints cost',
  formula: 'U = I·Σ R, P = I²·Σ R',
  source: 'Ohm’s law; joints as is usual of their kind, from memory: measure yours under load',
  schema: object({
    current_A: positive('Current', 'A'),
    crimps: wholeNumber('Crimped ends', 0, 200),
    solders: wholeNumber('Soldered ends', 0, 200),
    displacements: wholeNumber('Insulation-displacement taps', 0, 200),
    contacts: wholeNumber('Switch and relay contacts', 0, 200),
    extra_mOhm: notNegative('Anything more, as measured', 'mΩ'),
  }),
  outputs: {
    resistance_mOhm: { label: 'All together', unit: 'mΩ' },
    drop_V: { label: 'Lost', unit: 'V' },
    heat_W: { label: 'Heat in them', unit: 'W' },
  },
  example: { current_A: 18, crimps: 6, solders: 0, displacements: 0, contacts: 1, extra_mOhm: 0 },
  run(input) {
    const ohms =
      input.crimps * JOINT_SCHOOLS.crimp.ohm +
      input.solders * JOINT_SCHOOLS.solder.ohm +
      input.displacements * JOINT_SCHOOLS.displacement.ohm +
      input.contacts * WIRING.contact +
      input.extra_mOhm / 1000
    return {
      resistance_mOhm: ohms * 1000,
      drop_V: input.current_A * ohms,
      heat_W: input.current_A ** 2 * ohms,
    }
  },
})
