import { UPS, type ComponentKind, type Up } from '../document/types'

/**
 * How each kind of part is laid: which way its ports face, which way up it may stand, what a hand must reach,
 * what it is fixed to. Usual for the kind (common practice); the part's own sheet decides.
 */

/** Sides of a part as it lies on the bench; its front points ahead unless it is turned. */
export const FACES = ['front', 'back', 'left', 'right', 'top', 'bottom'] as const
export type Face = (typeof FACES)[number]

/** What a part is fixed to. */
export const MOUNTS = ['railOutside', 'railInside', 'member', 'floor'] as const
export type Mount = (typeof MOUNTS)[number]

export interface LayFacts {
  /** Face of each port that has one; a port without a face may face anywhere. */
  ports: Readonly<Partial<Record<string, Face>>>
  /** Ways up it may stand. */
  up: readonly Up[]
  /** Where it may be fixed; empty if its function or its line determines its place. */
  mounts: readonly Mount[]
  /** What a hand must reach: on which side, and for what. */
  hand?: { face: Face; what: string }
  /** Vibrates and is heard in the cab. */
  noisy?: true
}

const EVERYWHERE: readonly Mount[] = MOUNTS
/** Vibrating or heavy parts are mounted on rails and cross-members, not on thin sheet. */
const ON_STEEL: readonly Mount[] = ['railOutside', 'railInside', 'member']
const BOUND: readonly Mount[] = []
const ANY_WAY: readonly Up[] = UPS
const THROUGH = { in: 'front', out: 'back' } as const
const facts = (rest: Partial<LayFacts> = {}): LayFacts => ({
  ports: {},
  up: ANY_WAY,
  mounts: EVERYWHERE,
  ...rest,
})

const FACTS: Record<ComponentKind, LayFacts> = {
  spring: facts({ mounts: BOUND }),
  handFill: facts({ mounts: BOUND }),
  tee: facts({ mounts: BOUND }),
  compressor: facts({
    ports: THROUGH,
    mounts: ON_STEEL,
    hand: { face: 'front', what: 'its inlet filter' },
    noisy: true,
  }),
  belt: facts({ mounts: BOUND }),
  boost: facts({ mounts: BOUND }),
  filter: facts({ up: ['upright'], hand: { face: 'front', what: 'its element' } }),
  dryer: facts({
    ports: THROUGH,
    up: ['upright', 'side'],
    mounts: ON_STEEL,
    hand: { face: 'bottom', what: 'its filling' },
  }),
  check: facts({ ports: THROUGH, mounts: BOUND }),
  tank: facts({
    ports: { in: 'front', out1: 'back', out2: 'back', gauge: 'front', relief: 'top', drain: 'bottom' },
    up: ['upright'],
    hand: { face: 'bottom', what: 'its drain' },
  }),
  relief: facts({ mounts: BOUND }),
  drain: facts({ mounts: BOUND }),
  pressureSwitch: facts({ mounts: BOUND }),
  regulator: facts({ ports: THROUGH, hand: { face: 'top', what: 'its knob' } }),
  manifold: facts({ ports: { in: 'front' } }),
  solenoid: facts({ ports: THROUGH }),
  block: facts({
    ports: { in: 'front', out1: 'back', out2: 'back', out3: 'back', out4: 'back' },
    up: ['upright', 'side'],
    hand: { face: 'back', what: 'its fittings' },
  }),
  paddle: facts(),
  restrictor: facts({ mounts: BOUND }),
  coupler: facts({ mounts: BOUND }),
  horn: facts({ mounts: BOUND }),
  gauge: facts(),
  dualGauge: facts(),
  sensor: facts({ mounts: BOUND }),
  heightValve: facts({ mounts: BOUND }),
  heightSensor: facts({ mounts: BOUND }),
  controller: facts(),
  cabSwitch: facts(),
  dump: facts(),
  plug: facts({ mounts: BOUND }),
}

/** How a part of the circuit is laid. */
export const layFactsOf = (
  { components }: { components: Readonly<Record<string, { kind: ComponentKind }>> },
  id: string,
): LayFacts => FACTS[components[id]!.kind]
