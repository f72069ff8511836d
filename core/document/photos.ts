/**
 * Photos of a job: what they may show, how large, how many. Their bytes are stored beside the plan, not in it.
 */

/** Most bytes of one photo; the page shrinks it to this before it is sent. */
export const MOST_PHOTO_BYTES = 400_000
/** Longest side of a photo kept, px: a plate of a part can still be read. */
export const LONGEST_SIDE = 1600
export const MOST_PHOTOS = 60
export const LONGEST_CAPTION = 200
/** Most characters of a request that brings one: base64 needs four for three bytes. */
export const MOST_PHOTO_REQUEST = Math.ceil((MOST_PHOTO_BYTES * 4) / 3) + 2000

export const PHOTO_KINDS = ['truck', 'part', 'step', 'joint', 'road'] as const
export type PhotoKind = (typeof PHOTO_KINDS)[number]

/** Subject of a photo: the truck as a whole, or the id of a part, step, joint or check after the road. */
export type PhotoSubject = 'truck' | `${Exclude<PhotoKind, 'truck'>}:${string}`

/** A photo without its bytes. */
export interface Photo {
  id: string
  subject: PhotoSubject
  caption: string
  /** px */
  width: number
  height: number
  who: string
  at: string
}

/** A photo's subject, parsed; null if it is not valid. */
export function photoSubject(subject: string): { kind: PhotoKind; id: string } | null {
  if (subject === 'truck') return { kind: 'truck', id: '' }
  const [kind, ...rest] = subject.split(':')
  const id = rest.join(':')
  const known = PHOTO_KINDS.find((k) => k === kind && k !== 'truck')
  return known && id.length > 0 && id.length <= 200 ? { kind: known, id } : null
}
