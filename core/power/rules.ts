import type { PowerPlan, Truck } from '../document/types'
import type { Note } from '../quantity/figure'
import type { PowerResult } from './types'

export function powerRules(power: PowerPlan, truck: Truck, r: PowerResult): Note[] {
  const notes: Note[] = []
  const base = { stage: 'power', quantity: 'current' } as const
  const propose =
    r.proposedArea === null
      ? undefined
      : {
          label: 'Use the proposed wire',
          patches: [{ op: 'replace' as const, path: ['power', 'wireArea'], value: null }],
        }
  if (r.proposedArea === null)
    notes.push({
      ...base,
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
  if (r.dropRatio > power.maxDrop && r.proposedArea !== null)
    notes.push({
      ...base,
      quantity: 'ratio',
      rule: 'drop',
      rank: 'fix',
      subject: 'wire',
      value: r.dropRatio,
      limit: power.maxDrop,
      title: 'The wire drops too much',
      text: 'The compressor loses {value} of its supply on the way; {limit} is the target. It starts badly and runs hot.',
      source: 'Drop target, ABYC E-11 (memory)',
      remedy: power.wireArea !== null ? propose : undefined,
    })
  if (r.continuous > r.ampacity)
    notes.push({
      ...base,
      rule: 'wire-overload',
      rank: 'stop',
      subject: 'wire',
      value: r.continuous,
      limit: r.ampacity,
      title: 'The wire is too thin for the current',
      text: 'It would carry {value}; derated it may carry {limit}. It can burn.',
      source: 'ABYC E-11 (memory)',
      remedy: propose,
    })
  const follow =
    r.proposedFuse === null
      ? undefined
      : {
          label: `Use the ${r.proposedFuse} A fuse`,
          patches: [{ op: 'replace' as const, path: ['power', 'fuse'], value: null }],
        }
  if (r.fuse === null)
    notes.push({
      ...base,
      rule: 'no-fuse',
      rank: 'stop',
      subject: 'fuse',
      value: r.continuous,
      limit: r.ampacity,
      title: 'No fuse protects this wire',
      text: `${r.fuseWhy} The load is {value}, the wire carries {limit}.`,
      source: 'ISO 8820-3 (memory)',
      remedy: power.wireArea !== null ? propose : undefined,
    })
  else if (r.fuse > r.ampacity)
    notes.push({
      ...base,
      rule: 'fuse-over-wire',
      rank: 'stop',
      subject: 'fuse',
      value: r.fuse,
      limit: r.ampacity,
      title: 'The fuse does not protect the wire',
      text: 'It opens above {value}; the thinnest wire it feeds may carry {limit}. The wire would burn first.',
      source: 'Fuse at or below ampacity (ABYC E-11, memory)',
      remedy: follow,
    })
  else if (r.continuous > 0.8 * r.fuse)
    notes.push({
      ...base,
      rule: 'fuse-nuisance',
      rank: 'fix',
      subject: 'fuse',
      value: r.continuous,
      limit: 0.8 * r.fuse,
      title: 'The fuse will open in use',
      text: 'The load is {value}; this fuse should carry no more than {limit} for long.',
      source: 'Load at most 80 % of the rating',
      remedy: follow,
    })
  if (power.earth === 'body' && truck.bed.material !== 'steel') {
    notes.push({
      ...base,
      quantity: 'count',
      rule: 'earth-not-steel',
      rank: 'stop',
      subject: 'earth',
      value: null,
      limit: null,
      title: `The ${truck.bed.material} body is no earth`,
      text: 'Go to the steel frame or to the battery, bare bright metal, on a screw of its own.',
      source: 'Common practice',
      remedy: {
        label: 'Earth at the battery',
        patches: [{ op: 'replace', path: ['power', 'earth'], value: 'battery' }],
      },
    })
  }
  notes.push({
    ...base,
    quantity: 'count',
    rule: 'fuse-last',
    rank: 'know',
    subject: 'fuse',
    value: null,
    limit: null,
    title: 'Fuse goes in last',
    text: 'Ignition off while wiring; after all lines and wires are on, the fuse.',
    source: 'Common practice',
  })
  return notes
}
