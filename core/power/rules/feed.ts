import { PRACTICE } from '../../catalog/practice'
import type { Remedy } from '../../quantity/figure'
import { fuseHolds } from '../circuit'
import { note, type PowerRule, type PowerRuleInput } from './common'

/** Wire and fuse of the compressor's feed. */

/** Back to the proposed wire, if there is one. */
const useProposedWire = ({ r }: PowerRuleInput): Remedy | undefined =>
  r.proposedArea === null
    ? undefined
    : {
        label: 'Use the proposed wire',
        patches: [{ op: 'replace', path: ['power', 'wireArea'], value: null }],
      }

/** The same for a wire that somebody typed. If the proposal falls short, there is nothing better to offer. */
const takeBackWire = (input: PowerRuleInput): Remedy | undefined =>
  input.power.wireArea === null ? undefined : useProposedWire(input)

const useProposedFuse = ({ r }: PowerRuleInput): Remedy | undefined =>
  r.proposedFuse === null
    ? undefined
    : {
        label: `Use the ${r.proposedFuse} A fuse`,
        patches: [{ op: 'replace', path: ['power', 'fuse'], value: null }],
      }

const noWireFits: PowerRule = ({ power, r }) => {
  if (r.proposedArea !== null) return null
  return note({
    quantity: 'ratio',
    rule: 'no-wire-fits',
    rank: 'fix',
    subject: 'wire',
    value: r.dropRatio,
    limit: power.maxDrop,
    title: 'No size in the table keeps this drop',
    text: 'Even the thickest drops {value}; {limit} is wanted. Shorten the run or mount the compressor nearer.',
    source: 'IEC 60028',
  })
}

const dropTooLarge: PowerRule = (input) => {
  const { power, r } = input
  if (r.dropRatio <= power.maxDrop || r.proposedArea === null) return null
  return note({
    quantity: 'ratio',
    rule: 'drop',
    rank: 'fix',
    subject: 'wire',
    value: r.dropRatio,
    limit: power.maxDrop,
    title: 'The wire drops too much',
    text: 'The compressor loses {value} of its supply on the way; {limit} is the target. It starts badly and runs hot.',
    source: 'Drop target, ABYC E-11 (memory)',
    remedy: takeBackWire(input),
  })
}

/** Volts lost on the way cost air. If too many are lost, the motor stalls and burns. */
const feedSlows: PowerRule = (input) => {
  const { slowed } = input
  const limit = PRACTICE.feedSlows.value
  if (slowed === null || slowed <= limit) return null
  const stalls = slowed >= 1
  return note({
    quantity: 'ratio',
    rule: stalls ? 'feed-stalls' : 'feed-slows',
    rank: stalls ? 'stop' : 'fix',
    subject: 'wire',
    value: slowed,
    limit,
    title: stalls ? 'The motor stalls on this feed' : 'The feed makes the compressor slow',
    text: stalls
      ? 'At the highest pressure the wire leaves too few volts to turn it: it stands still under current and burns.'
      : 'At the highest pressure it gives {value} less air than at full voltage; {limit} is usual. Every fill takes longer for it, as Air’s times show.',
    source: 'Permanent-magnet motor: amps follow the pressure, speed the volts',
    remedy: takeBackWire(input),
  })
}

const wireOverload: PowerRule = (input) => {
  const { r } = input
  if (r.continuous <= r.ampacity) return null
  return note({
    rule: 'wire-overload',
    rank: 'stop',
    subject: 'wire',
    value: r.continuous,
    limit: r.ampacity,
    title: 'The wire is too thin for the current',
    text: 'It would carry {value}; derated it may carry {limit}. It can burn.',
    source: 'ABYC E-11 (memory)',
    remedy: useProposedWire(input),
  })
}

const noFuse: PowerRule = (input) => {
  const { r } = input
  if (r.fuse !== null) return null
  return note({
    rule: 'no-fuse',
    rank: 'stop',
    subject: 'fuse',
    value: r.continuous,
    limit: r.ampacity,
    title: 'No fuse protects this wire',
    text: `${r.fuseWhy} The load is {value}, the wire carries {limit}.`,
    source: 'ISO 8820-3 (memory)',
    remedy: takeBackWire(input),
  })
}

const fuseOverWire: PowerRule = (input) => {
  const { r } = input
  if (r.fuse === null || r.fuse <= r.ampacity) return null
  return note({
    rule: 'fuse-over-wire',
    rank: 'stop',
    subject: 'fuse',
    value: r.fuse,
    limit: r.ampacity,
    title: 'The fuse does not protect the wire',
    text: 'It opens above {value}; the thinnest wire it feeds may carry {limit}. The wire would burn first.',
    source: 'Fuse at or below ampacity (ABYC E-11, memory)',
    remedy: useProposedFuse(input),
  })
}

const fuseNuisance: PowerRule = (input) => {
  const { r } = input
  if (r.fuse === null || r.fuse > r.ampacity) return null
  const limit = PRACTICE.fuseLoad.value * r.fuse
  if (r.continuous <= limit) return null
  return note({
    rule: 'fuse-nuisance',
    rank: 'fix',
    subject: 'fuse',
    value: r.continuous,
    limit,
    title: 'The fuse will open in use',
    text: 'The load is {value}; this fuse should carry no more than {limit} for long.',
    source: 'Load at most 80 % of the rating',
    remedy: useProposedFuse(input),
  })
}

const fuseInrush: PowerRule = (input) => {
  const { r } = input
  if (r.fuse === null) return null
  const holds = fuseHolds(r.inrush / r.fuse)
  if (holds >= r.inrushTime) return null
  return note({
    quantity: 'time',
    rule: 'fuse-inrush',
    rank: 'fix',
    subject: 'fuse',
    value: r.inrushTime,
    limit: holds,
    title: 'The fuse may blow when the motor starts',
    text: 'The inrush lasts {value}; at that current this fuse is only sure to hold {limit}.',
    source: 'ISO 8820-3 (memory); inrush common practice',
    remedy: useProposedFuse(input),
  })
}

const fuseLast: PowerRule = () =>
  note({
    quantity: 'count',
    rule: 'fuse-last',
    rank: 'know',
    subject: 'fuse',
    title: 'Fuse goes in last',
    text: 'Ignition off while wiring; after all lines and wires are on, the fuse.',
    source: 'Common practice',
  })

export const feedRules: readonly PowerRule[] = [
  noWireFits,
  dropTooLarge,
  feedSlows,
  wireOverload,
  noFuse,
  fuseOverWire,
  fuseNuisance,
  fuseInrush,
  fuseLast,
]
