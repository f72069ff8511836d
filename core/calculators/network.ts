import * as yup from 'yup'
import { fuseHolds, fuseOpensBy, liftsOnBattery } from '../power/circuit'
import { NetworkError, powerOf, solveNetwork, type NetworkElement } from '../power/network/solve'
import { CalculatorError, define, fraction, list, notNegative, object, positive } from './define'
import { nested } from './fields'

/** A network of wires and loads, how long a fuse lasts, and how many lifts a battery gives. */

const name = (label: string) =>
  yup
    .string()
    .strict()
    .required('${path} is missing')
    .min(1, '${path} must not be empty')
    .max(80, '${path} is longer than 80 letters')
    .typeError('${path} must be text')
    .meta({ label, unit: '' } as object)
const finite = (label: string, unit: string) =>
  yup
    .number()
    .strict()
    .required(`\${path} is missing: type ${label.toLowerCase()} in ${unit}`)
    .typeError(`\${path} must be a number in ${unit}, without quotes`)
    .test('finite', '${path} must be a finite number', (v) => v == null || Number.isFinite(v))
    .meta({ label, unit } as object)

const ends = { id: name('Name'), a: name('From'), b: name('To') }
const kindOf = (kind: NetworkElement['kind']) => name('Kind').oneOf([kind])
const FORMS: Record<NetworkElement['kind'], yup.Schema> = {
  resistor: object({ ...ends, kind: kindOf('resistor'), ohm: positive('Resistance', 'Ω') }),
  source: object({
    ...ends,
    kind: kindOf('source'),
    volt: finite('Voltage', 'V'),
    ohm: notNegative('Own resistance', 'Ω'),
  }),
  current: object({ ...ends, kind: kindOf('current'), ampere: finite('Current', 'A') }),
}
const KINDS = Object.keys(FORMS)

const element = () =>
  yup
    .mixed()
    .test('element', '${path}', function (value) {
      const kind = (value as { kind?: unknown } | null)?.kind
      const form =
        typeof kind === 'string' && KINDS.includes(kind) ? FORMS[kind as NetworkElement['kind']] : null
      if (form) return nested(this, form, value)
      return this.createError({ message: `${this.path}.kind must be one of ${KINDS.join(', ')}` })
    })
    .meta({
      label: 'Element: resistor {ohm}, source {volt, ohm} or current {ampere}, from a to b',
      unit: '',
    } as object)

export const networkCalculator = define<{ ground: string; elements: NetworkElement[] }>({
  name: 'network',
  title: 'Volts and amps of a network',
  formula: 'Σ I = 0 at every node; V = I·R over every wire',
  source: 'Kirchhoff’s laws; modified nodal analysis',
  schema: object({ ground: name('Node the volts are against'), elements: list(element(), 1, 400) }),
  outputs: {
    nodes_V: { label: 'Volts of each node', unit: 'V' },
    branches_A: { label: 'Amps of each element', unit: 'A' },
    lossResistors_W: { label: 'Heat in all resistors', unit: 'W' },
    fromSources_W: { label: 'Given by all sources at their ends', unit: 'W' },
  },
  example: {
    ground: 'minus',
    elements: [
      { id: 'battery', kind: 'source', a: 'plus', b: 'minus', volt: 12.6, ohm: 0.01 },
      { id: 'feed', kind: 'resistor', a: 'plus', b: 'motor', ohm: 0.02 },
      { id: 'motor', kind: 'current', a: 'motor', b: 'earth', ampere: 20 },
      { id: 'earth', kind: 'resistor', a: 'earth', b: 'minus', ohm: 0.004 },
    ],
  },
  run({ ground, elements }) {
    const ids = elements.map(({ id }) => id)
    const twice = ids.find((id, i) => ids.indexOf(id) < i)
    if (twice !== undefined)
      throw new CalculatorError([`elements: two are called ${twice}: give each its own id`])
    const looped = elements.find(({ a, b }) => a === b)
    if (looped) throw new CalculatorError([`elements: ${looped.id} begins and ends at ${looped.a}`])
    if (!elements.some(({ a, b }) => a === ground || b === ground))
      throw new CalculatorError([`ground: no element ends at ${ground}: name one of the nodes`])
    try {
      const solved = solveNetwork(elements, ground)
      const { lost, given } = powerOf(elements, solved)
      return {
        nodes_V: solved.volts,
        branches_A: solved.amps,
        lossResistors_W: lost,
        fromSources_W: given,
      }
    } catch (error) {
      if (error instanceof NetworkError) throw new CalculatorError([`elements: ${error.message}`])
      throw error
    }
  },
})

const orNull = (seconds: number): number | null => (Number.isFinite(seconds) ? seconds : null)

export const fuseTimeCalculator = define<{ rating_A: number; current_A: number }>({
  name: 'fuse-time',
  title: 'How long a fuse lasts',
  formula: 'the band of its standard, straight lines on logarithmic axes',
  source: 'Blade fuse ISO 8820-3 (memory); beyond 6 × by I²t',
  schema: object({ rating_A: positive('Rating', 'A'), current_A: positive('Current', 'A') }),
  outputs: {
    least_s: { label: 'Holds at least (null: 100 h or for ever)', unit: 's' },
    most_s: { label: 'Has opened by (null: perhaps never)', unit: 's' },
  },
  example: { rating_A: 20, current_A: 40 },
  run: ({ rating_A, current_A }) => ({
    least_s: orNull(fuseHolds(current_A / rating_A)),
    most_s: orNull(fuseOpensBy(current_A / rating_A)),
  }),
})

export const liftsCalculator = define<{
  battery_Ah: number
  usable_fraction: number
  standby_mA: number
  hours: number
  lift_A: number
  lift_s: number
}>({
  name: 'lifts-on-battery',
  title: 'Lifts with the engine off',
  formula: 'n = ⌊(usable Ah − stand-by·t) ÷ (I·t of one lift)⌋',
  source: 'Charge in and out',
  schema: object({
    battery_Ah: positive('Battery', 'Ah'),
    usable_fraction: fraction('Usable part'),
    standby_mA: notNegative('Stand-by', 'mA'),
    hours: notNegative('Parked', 'h'),
    lift_A: positive('Current of a lift', 'A'),
    lift_s: positive('Time of a lift', 's'),
  }),
  outputs: {
    lifts: { label: 'Lifts', unit: '' },
    left_Ah: { label: 'Left of the usable part', unit: 'Ah' },
  },
  example: { battery_Ah: 70, usable_fraction: 0.5, standby_mA: 25, hours: 48, lift_A: 18, lift_s: 90 },
  run(input) {
    const { lifts, left } = liftsOnBattery(
      input.battery_Ah * 3600,
      input.usable_fraction,
      input.standby_mA / 1000,
      input.hours * 3600,
      input.lift_A * input.lift_s,
    )
    return { lifts, left_Ah: left / 3600 }
  },
})
