import type { AirPlan, Component, ComponentKind, FailedBy, PartState } from '../document/types'
import { jobKind, type JobKind } from './jobKinds'

/** What is read of a circuit to tell which kind of job it is. */
interface Parts {
  now: readonly Component[]
  gone: readonly Component[]
  lines: readonly { state: PartState }[]
}

const CONTROLS: readonly ComponentKind[] = [
  'block',
  'heightValve',
  'controller',
  'compressor',
  'dump',
  'paddle',
  'solenoid',
]
const has = (parts: readonly Component[], state: PartState, kinds: readonly ComponentKind[]) =>
  parts.some((c) => c.state === state && kinds.includes(c.kind))
const failed = (parts: readonly Component[], by: FailedBy) =>
  parts.some((c) => c.kind === 'compressor' && c.found.condition === 'failed' && c.found.failedBy === by)

/** Kinds of job by what they do with parts; the first that fits. Springs alone say nothing: they stay in most. */
const KINDS: readonly { id: string; fits(parts: Parts): boolean }[] = [
  { id: 'move', fits: ({ now }) => now.some((c) => c.used) },
  { id: 'all-out', fits: ({ now, gone }) => now.length === 0 && gone.length > 0 },
  { id: 'later', fits: ({ now }) => now.some((c) => c.state === 'later') },
  {
    id: 'whole',
    fits: ({ now, gone, lines }) =>
      gone.length === 0 && [...now, ...lines].every(({ state }) => state === 'new'),
  },
  { id: 'springs', fits: ({ now }) => has(now, 'replaced', ['spring']) },
  { id: 'solenoid', fits: ({ now, gone }) => failed(gone, 'wet') && has(now, 'new', ['solenoid']) },
  { id: 'tank', fits: ({ now }) => has(now, 'new', ['tank']) },
  { id: 'drowned', fits: ({ now }) => failed(now, 'wet') },
  {
    id: 'control-on-air',
    fits: ({ now }) => has(now, 'kept', ['tank']) && has(now, 'new', CONTROLS),
  },
  { id: 'control', fits: ({ now }) => has(now, 'new', CONTROLS) },
  {
    id: 'back',
    fits: ({ now, gone }) => gone.some((c) => CONTROLS.includes(c.kind)) && !has(now, 'new', CONTROLS),
  },
  { id: 'compressor', fits: ({ now }) => has(now, 'replaced', ['compressor']) },
  { id: 'block', fits: ({ now }) => has(now, 'replaced', ['block']) },
  { id: 'tyres', fits: ({ now }) => has(now, 'new', ['coupler']) },
  { id: 'line', fits: ({ lines }) => lines.some(({ state }) => state === 'replaced') },
  {
    id: 'leak',
    fits: ({ now, gone, lines }) =>
      gone.length === 0 && [...now, ...lines].every(({ state }) => state === 'kept'),
  },
]

/**
 * The kind of job that a circuit is, by what becomes of its parts; null for a mixture that is none of them. Two
 * kinds that make the same of a truck, such as a tank added by either way, have one name here.
 */
export function kindOfJob({ components, lines, gone }: AirPlan): JobKind | null {
  const parts: Parts = {
    now: Object.values(components),
    gone: Object.values(gone.components),
    lines: Object.values(lines),
  }
  const found = KINDS.find(({ fits }) => fits(parts))
  return found ? jobKind(found.id) : null
}
