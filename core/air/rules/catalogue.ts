import { KINDS } from '../../catalog/kinds'
import { DIRECT } from '../../document/types'
import type { Note } from '../../quantity/figure'
import { firstOfKind } from '../circuit/connections'
import { partOf, tubeOf } from '../parts/parts'
import { airNote, chooseClass, type AirRule } from './common'
import { MOUNTING_WORDS, mountingOf } from '../../catalog/truckGeometry'

/** Unknown classes, and a spring made for another suspension. */

const unknownClass = (name: string, id: string, subject = name): Note =>
  airNote({
    rule: 'unknown-class',
    rank: 'stop',
    subject,
    title: `The catalogue has no ${name} class “${id}”`,
    text: `Choose a ${name} class from the list. Until then its figures stay blank.`,
    source: 'Catalogue',
  })

const unknownPlanClasses: AirRule = ({ plan, set }) => [
  ...(firstOfKind(plan, 'spring') && !set.spring ? [unknownClass('spring', plan.springClass)] : []),
  ...(set.tube ? [] : [unknownClass('tube', plan.tubeClass)]),
  ...(firstOfKind(plan, 'compressor') && !set.compressor
    ? [unknownClass('compressor', plan.compressorClass)]
    : []),
  ...(firstOfKind(plan, 'block') && !set.block
    ? [unknownClass('valve block', plan.blockClass, 'block')]
    : []),
]

/** Kinds whose class is chosen for the whole plan. */
const PLAN_WIDE = ['spring', 'compressor', 'block']

const unknownPartClasses: AirRule = ({ plan }) =>
  Object.entries(plan.components).flatMap(([id, { kind }]) => {
    if (PLAN_WIDE.includes(kind)) return []
    const { known, classId } = partOf(plan, id)
    return known || classId === null ? [] : unknownClass(KINDS[kind].label.toLowerCase(), classId, id)
  })

const unknownTubes: AirRule = ({ plan }) =>
  Object.entries(plan.lines).flatMap(([id, line]) => {
    const { tube } = line
    return tube === null || tube === DIRECT || tubeOf(plan, line) ? [] : unknownClass('tube', tube, id)
  })

const springKind: AirRule = ({ truck, set: { spring } }) => {
  const wanted = mountingOf(truck.suspension)
  if (!spring || spring.fits.includes(wanted)) return null
  const other = wanted === 'leaf' ? 'leaf-helper-double-2270' : 'coil-insert-450'
  return airNote({
    rule: 'spring-kind-choice',
    rank: 'stop',
    subject: 'spring-left',
    title: 'Wrong kind of spring for this truck',
    text: `On this truck it goes ${MOUNTING_WORDS[wanted]}; this class goes ${spring.fits.map((way) => MOUNTING_WORDS[way]).join(' or ')}.`,
    source: 'Class of the spring',
    remedy: chooseClass('Take one that fits', 'springClass', other),
  })
}

export const CATALOGUE_RULES: readonly AirRule[] = [
  unknownPlanClasses,
  unknownPartClasses,
  unknownTubes,
  springKind,
]
