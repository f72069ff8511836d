import { lowerFirst } from '../network/draft'
import { PRACTICE } from '../../catalog/practice'
import type { WireSaid } from '../../document/types'
import type { Remedy } from '../../quantity/figure'
import { shortBehind } from '../guards'
import { colourFor, lastingAmps, type WireRow } from '../wires'
import { COMMON_PRACTICE, dropPower, note, setPower, type WiringRule, type WiringRuleInput } from './common'

/** Wires, what guards them, and what was put in them. The feed has rules of its own. */

const NOTHING_SAID: WireSaid = { area: null, colour: null, label: null, joint: null }
const sayOf = ({ power }: WiringRuleInput, wire: string, label: string, change: Partial<WireSaid>): Remedy =>
  setPower(label, [['wires', wire], { ...NOTHING_SAID, ...power.wires[wire], ...change }])

/** Back to the proposed size, for a wire that somebody typed. */
const takeBack = (input: WiringRuleInput, { id }: WireRow): Remedy | undefined =>
  (input.power.wires[id]?.area ?? null) === null
    ? undefined
    : sayOf(input, id, 'Use the proposed wire', { area: null })

const others = ({ rows }: WiringRuleInput) => rows.filter(({ id }) => id !== 'feed')

const overGuard: WiringRule = (input) =>
  others(input).flatMap((row) => {
    if (!row.guard || row.guard.rating <= row.ampacity) return []
    return note({
      rule: 'guard-over-wire',
      rank: 'stop',
      subject: row.id,
      value: row.guard.rating,
      limit: row.ampacity,
      title: `${row.label}: its guard does not protect it`,
      text: `${row.guard.label}, {value}, stands before it; it may carry {limit}. The wire would burn first.`,
      source: 'Fuse at or below ampacity (ABYC E-11, memory)',
      remedy: takeBack(input, row),
    })
  })

const overloaded: WiringRule = (input) =>
  others(input).flatMap((row) => {
    if (row.amps <= row.ampacity) return []
    return note({
      rule: 'wire-thin',
      rank: 'stop',
      subject: row.id,
      value: row.amps,
      limit: row.ampacity,
      title: `${row.label}: too thin for its current`,
      text: 'It carries {value}; derated it may carry {limit}. It can burn.',
      source: 'ABYC E-11 (memory)',
      remedy: takeBack(input, row),
    })
  })

const dropsTooMuch: WiringRule = (input) =>
  others(input).flatMap((row) => {
    const ratio = row.drop / input.wiring.nominal
    const limit = PRACTICE.controlDrop.value
    if (row.for === 'earth' || ratio <= limit) return []
    return note({
      quantity: 'ratio',
      rule: 'wire-drop',
      rank: 'fix',
      subject: row.id,
      value: ratio,
      limit,
      title: `${row.label} drops too much`,
      text: '{value} of the supply is lost in it; {limit} is the target where nothing turns on it.',
      source: 'Drop target, ABYC E-11 (memory)',
      remedy: takeBack(input, row),
    })
  })

/** A guard rated too close to its load opens in use. The main fuse belongs to the feed. */
const guardNuisance: WiringRule = ({ wiring, solved, power }) =>
  wiring.parts.flatMap((part) => {
    if (part.role !== 'guard' || part.id === 'fuse') return []
    const amps = lastingAmps(solved, part.id)
    const limit = PRACTICE.fuseLoad.value * part.rating
    if (amps <= limit) return []
    return note({
      rule: 'guard-nuisance',
      rank: 'fix',
      subject: part.id,
      value: amps,
      limit,
      title: `${part.label} will open in use`,
      text: 'It carries {value}; at its rating it should carry no more than {limit} for long.',
      source: 'Load at most 80 % of the rating',
      remedy:
        (power.inWire[part.id]?.rating ?? null) === null
          ? undefined
          : setPower('Take the proposed rating', [['inWire', part.id, 'rating'], null]),
    })
  })

/** A dead short must open its guard before the wire's insulation suffers. */
const shortBurns: WiringRule = ({ rows, wiring }) =>
  rows.flatMap(({ id, label }) => {
    const short = shortBehind(wiring, id)
    if (!short || short.opensBy <= short.bears) return []
    return note({
      quantity: 'time',
      rule: 'short-burns',
      rank: 'fix',
      subject: id,
      value: Math.min(short.opensBy, 3600),
      limit: short.bears,
      title: `${label}: a short lasts longer than it bears`,
      text: 'With its end on the frame its guard may take {value} to open; the copper bears that current for {limit}.',
      source: 'I²t ≤ (k·S)², IEC 60364-5-54; ISO 8820-3 (memory)',
    })
  })

/** Insulation-displacement taps: only for light signal in a dry cab. */
const displaced: WiringRule = (input) => {
  const wrong = input.rows.filter(
    ({ joint, zone, amps }) =>
      joint === 'displacement' && (zone !== 'cab' || amps > PRACTICE.lightSignal.value),
  )
  if (wrong.length === 0) return null
  const [worst] = [...wrong].sort((a, b) => b.amps - a.amps)
  const isMotors = worst!.amps > PRACTICE.lightSignal.value
  const sealed = wrong.filter(({ id }) => (input.power.wires[id]?.joint ?? null) !== null)
  return note({
    rule: 'displacement-tap',
    rank: isMotors ? 'stop' : 'fix',
    subject: worst!.id,
    value: worst!.amps,
    limit: PRACTICE.lightSignal.value,
    title: isMotors
      ? 'Insulation-displacement taps under load'
      : 'Insulation-displacement taps outside the cab',
    text: `${wrong
      .map(({ label }) => label)
      .slice(0, 3)
      .join(
        ', ',
      )}${wrong.length > 3 ? ` and ${wrong.length - 3} more` : ''}: the worst carries {value}. Such taps cut strands and let water in: up to {limit}, in a dry cab, only.`,
    source: COMMON_PRACTICE,
    remedy: {
      label: 'Crimp and seal them',
      patches: [
        ...setPower('', [['joint'], input.power.joint === 'displacement' ? 'crimp' : input.power.joint])
          .patches,
        ...sealed.flatMap(({ id }) => sayOf(input, id, '', { joint: 'crimp' }).patches),
      ],
    },
  })
}

const solderStiff: WiringRule = ({ rows }) => {
  const stiff = rows.filter(({ joint, zone }) => joint === 'solder' && zone !== 'cab')
  if (stiff.length === 0) return null
  return note({
    quantity: 'count',
    rule: 'solder-stiff',
    rank: 'know',
    subject: stiff[0]!.id,
    value: stiff.length,
    title: 'Soldered ends are stiff behind the joint',
    text: '{value} wires outside the cab are soldered: tie each down on both sides of the joint, or it breaks where the solder ends.',
    source: COMMON_PRACTICE,
  })
}

/** A plug that faces up holds water until it finds a way in. */
const plugUp: WiringRule = ({ plugs, power }) =>
  plugs
    .filter(({ id }) => power.connectors[id] === 'up')
    .map(({ id, label, isSprayed }) =>
      note({
        quantity: 'count',
        rule: 'plug-up',
        rank: isSprayed ? 'stop' : 'fix',
        subject: `plug-${id}`,
        title: `${label}: its plug faces up`,
        text: `${isSprayed ? 'In the wheel’s spray water' : 'Water'} stands in it and creeps along the strands. Turn it down, with a loop in the wires below it that drips.`,
        source: COMMON_PRACTICE,
        remedy: setPower('Turn the plug down', [['connectors', id], 'down']),
      }),
    )

const plugUnknown: WiringRule = ({ plugs, power }) => {
  const open = plugs.filter(({ id }) => power.connectors[id] === undefined)
  if (open.length === 0) return null
  return note({
    quantity: 'count',
    rule: 'plug-unknown',
    rank: 'know',
    subject: `plug-${open[0]!.id}`,
    value: open.length,
    title: 'Which way plugs face was not looked at',
    text: `{value} of the plugs outside the cab: ${open.map(({ label }) => lowerFirst(label)).join(', ')}. Up, they fill with water.`,
    source: COMMON_PRACTICE,
  })
}

/** Colours that contradict what the wire is. */
const wrongColour: WiringRule = (input) => {
  const earths = colourFor('earth', input.power)
  return input.rows.flatMap((row) => {
    const isEarth = row.for === 'earth'
    const looksEarth = row.colour === earths
    if (isEarth === looksEarth) return []
    return note({
      quantity: 'count',
      rule: 'colour-contradicts',
      rank: 'fix',
      subject: row.id,
      title: `${row.label}: ${row.colour} says otherwise`,
      text: isEarth
        ? `Earths are ${earths} here; ${row.colour} will be taken for live.`
        : `${row.colour} is the colour of earths here; who cuts it for one meets live wire.`,
      source: 'The convention of this job',
      remedy: usualColour(input, row),
    })
  })
}

/** Back to the colour of its use. If the job's convention has two alike, back to the usual colour. */
function usualColour(input: WiringRuleInput, row: WireRow): Remedy {
  const { wires, colours } = input.power
  if ((wires[row.id]?.colour ?? null) !== null)
    return sayOf(input, row.id, 'Take the colour of its kind', { colour: null })
  return dropPower('Take the usual colour', ['colours', colours[row.for] === undefined ? 'earth' : row.for])
}

/** Things put in a wire that the circuit no longer has. */
const standsNowhere: WiringRule = ({ power, wiring }) =>
  Object.entries(power.inWire).flatMap(([id, { wire, kind }]) => {
    if (wiring.parts.some((part) => part.id === wire && part.role === 'wire')) return []
    return note({
      quantity: 'count',
      rule: 'put-in-nowhere',
      rank: 'fix',
      subject: 'wiring',
      title: `A ${kind} stands in no wire`,
      text: 'The wire it was put in is no longer in this circuit, so it guards nothing.',
      source: 'This plan',
      remedy: dropPower('Take it out', ['inWire', id]),
    })
  })

/** Lengths that are not laid yet are a guess, and so is everything computed from them. */
const notLaid: WiringRule = ({ rows }) => {
  const guessed = rows.filter(({ laid, for: what }) => !laid && what !== 'earth')
  if (guessed.length === 0) return null
  return note({
    quantity: 'count',
    rule: 'wire-not-laid',
    rank: 'know',
    subject: guessed[0]!.id,
    value: guessed.length,
    title: 'Some wires have no run at Lay',
    text: `{value} are taken at a usual length: ${guessed
      .map(({ label }) => label.replace(/^Wire to the /, 'to the '))
      .slice(0, 4)
      .join(', ')}. Measure before cutting.`,
    source: 'This plan',
  })
}

/** Parts that bring wires nobody has planned: told now, so that the meter need not find them. */
const dataNotPlanned: WiringRule = ({ rows }) => {
  const tells = rows.find((row) => row.for === 'signal')
  if (!tells) return null
  return note({
    quantity: 'count',
    rule: 'data-not-planned',
    rank: 'know',
    subject: tells.id,
    title: 'What sensors tell is not in this wiring',
    text: 'Supply and earth of sensors and controller are; their signal wires follow the maker’s own plug and sheet.',
    source: 'What this stage plans',
  })
}

export const wireRules: readonly WiringRule[] = [
  overGuard,
  overloaded,
  dropsTooMuch,
  guardNuisance,
  shortBurns,
  displaced,
  solderStiff,
  plugUp,
  plugUnknown,
  wrongColour,
  standsNowhere,
  notLaid,
  dataNotPlanned,
]
