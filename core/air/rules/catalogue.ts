import { KINDS } from '../../catalog/kinds'
import { DIRECT } from '../../document/types'
import type { Note } from '../../quantity/figure'
import { firstOfKind } from '../circuit/connections'
import { partOf, tubeOf } from '../parts/parts'
import { AIR_NOTE } from './common'
import type { RuleInput } from '../types'

export function catalogueRules({ plan, truck, set }: RuleInput): Note[] {
  const notes: Note[] = []
  const { spring, compressor, block, tube } = set
  const missing = (name: string, id: string, subject = name) =>
    notes.push({
      ...AIR_NOTE,
      rule: 'unknown-class',
      rank: 'stop',
      subject,
      title: `The catalogue has no ${name} class “${id}”`,
      text: `Choose a ${name} class from the list. Until then its figures stay blank.`,
      source: 'Catalogue',
    })
  if (!spring) missing('spring', plan.springClass)
  if (!tube) missing('tube', plan.tubeClass)
  if (firstOfKind(plan, 'compressor') && !compressor) missing('compressor', plan.compressorClass)
  if (firstOfKind(plan, 'block') && !block) missing('valve block', plan.blockClass, 'block')
  for (const [id, c] of Object.entries(plan.components)) {
    if (c.kind === 'spring' || c.kind === 'compressor' || c.kind === 'block') continue
    const part = partOf(plan, id)
    if (!part.known && part.classId !== null) missing(KINDS[c.kind].label.toLowerCase(), part.classId, id)
  }
  for (const [id, l] of Object.entries(plan.lines))
    if (l.tube !== null && l.tube !== DIRECT && !tubeOf(plan, l)) missing('tube', l.tube, id)
  if (spring && !spring.fits.includes(truck.suspension.kind)) {
    const other = truck.suspension.kind === 'leaf' ? 'leaf-helper-double-2270' : 'coil-insert-450'
    notes.push({
      ...AIR_NOTE,
      rule: 'spring-kind-choice',
      rank: 'stop',
      subject: 'spring-left',
      title: 'Wrong kind of spring for this truck',
      text: `The rear axle has ${truck.suspension.kind} springs; this class goes with ${spring.fits.join(' or ')}.`,
      source: 'Class of the spring',
      remedy: {
        label: 'Take one that fits',
        patches: [{ op: 'replace', path: ['air', 'springClass'], value: other }],
      },
    })
  }
  return notes
}
