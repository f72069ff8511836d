import { photoSubject, type Photo } from '../document/photos'
import type { Plan } from '../document/types'
import type { PackSheet } from './packBlocks'
import type { Derived } from '../derive/types'

/** What a photo is of, in words; a step, joint or part that is gone since says so. */
export function photographed({ subject }: Pick<Photo, 'subject'>, plan: Plan, { stages }: Derived): string {
  const { kind, id } = photoSubject(subject)!
  const found = {
    truck: 'The truck',
    part: (plan.truck.existing[id] ?? plan.air.components[id] ?? plan.air.gone.components[id])?.label,
    step: stages.build.result.steps.find((s) => s.id === id)?.title,
    joint: stages.prove.result.places.find((j) => j.id === id)?.label,
    road: withPrefix(stages.prove.result.roadChecks.find((check) => check.id === id)?.label),
  }[kind]
  return found ?? `A ${kind} that is not in the plan any more`
}

const withPrefix = (label: string | undefined) => label && `After the road: ${label.toLowerCase()}`

/** The photos of a job as the last sheet of its pack; none without photos. */
export function photoSheets(plan: Plan, derived: Derived, photos: readonly Photo[]): PackSheet[] {
  if (photos.length === 0) return []
  const rows = photos.map((photo) => ({
    id: photo.id,
    text: [photographed(photo, plan, derived), photo.caption].filter(Boolean).join(': '),
    under: `${photo.who}, ${photo.at.slice(0, 10)}`,
  }))
  return [{ title: 'Photos', blocks: [{ kind: 'photos', rows }] }]
}
