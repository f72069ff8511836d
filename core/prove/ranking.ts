import { KINDS } from '../catalog/kinds'
import { LEAK_MINUTES, LEAK_ODDS, SOAP_MISSES, SOAP_SEEN } from '../catalog/leakPlaces'
import { PRACTICE } from '../catalog/practice'
import { springClass } from '../catalog/springs'
import type { AirPath, AirPlan, LeakPlaceKind, ComponentKind } from '../document/types'
import type { Joint, LeakEvidence, LeakPlace, NextThing, RankedPlace, SidesHeld } from './types'

/**
 * Where the air goes, likeliest first, and what to do next for the time it takes: the trade's ranking by kind
 * of place, soap findings, and which sides lose.
 */

const VALVES: readonly ComponentKind[] = ['block', 'paddle', 'heightValve', 'solenoid']
const IN_DASH: readonly ComponentKind[] = ['gauge', 'dualGauge', 'paddle', 'cabSwitch']

/** Side of a part by its lines; of a valve, the side it feeds. */
function sideOf(air: AirPlan, id: string): AirPath {
  const paths = Object.values(air.lines).flatMap(({ from, to, path }) =>
    from === id || to === id ? [path] : [],
  )
  const springs = new Set(paths.filter((path) => path !== 'supply'))
  if (springs.size === 1) return [...springs][0]!
  return springs.size > 1 ? 'both' : 'supply'
}

/**
 * Every place in a circuit that may leak: its joints, then springs with their own fittings, cores of fill
 * valves, seats of valves.
 */
export function leakPlaces(air: AirPlan, joints: readonly Joint[]): LeakPlace[] {
  const inCoils = springClass(air.springClass)?.fits.every((where) => where === 'coil') ?? false
  const isClosedIn = (id: string) => {
    const kind = air.components[id]?.kind as ComponentKind
    return IN_DASH.includes(kind) || (kind === 'spring' && inCoils)
  }
  const isValve = (id: string) => VALVES.includes(air.components[id]?.kind as ComponentKind)
  const ofJoints = joints.map(({ id, label, kind, side, line, end }): LeakPlace => {
    const at = air.lines[line]![end]
    return { id, label, kind, side, at, isHidden: isClosedIn(at), atValve: isValve(at) }
  })
  const others = Object.entries(air.components).flatMap(([id, { kind, label, side }]): LeakPlace[] => {
    const place = (what: LeakPlaceKind, words: string): LeakPlace[] => [
      {
        id: `${id}:${what}`,
        label: `${label}, ${words}`,
        kind: what,
        side: side ?? sideOf(air, id),
        at: id,
        isHidden: isClosedIn(id),
        atValve: isValve(id),
      },
    ]
    // An insert has a stem of its own piece. Other springs have a fitting screwed into them.
    if (kind === 'spring')
      return [...(inCoils ? [] : place('taper', 'its own air fitting')), ...place('spring', 'the bag itself')]
    if (kind === 'handFill') return place('core', 'its core and cap')
    return VALVES.includes(kind) ? place('seat', 'its seat, at the exhaust') : []
  })
  return [...ofJoints, ...others]
}

const TIGHT = PRACTICE.tightLeaves.value
const SHRUNK_BY = PRACTICE.ownLeaks.value

const sidesOf = (path: AirPath): readonly ('left' | 'right' | 'supply')[] =>
  path === 'both' ? ['left', 'right'] : [path]

const LESS_AT_VALVE = PRACTICE.lessAtValve.value
/**
 * What a test with the valves plugged off says about a place: if tight, it clears all but the valves; if
 * leaking, it points away from them.
 */
function pluggedOff({ side, atValve }: LeakPlace, plugged: SidesHeld): number {
  const held = sidesOf(side).map((one) => plugged[one])
  if (held.some((h) => h === null)) return 1
  if (held.every((h) => h!.verdict === 'tight')) return atValve ? 1 : TIGHT
  return atValve ? LESS_AT_VALVE : 1
}

/** Share of leaks that soap misses: most of one too small to bubble, few of one that must bubble. */
function missedBySoap(freeAir: number | null): number {
  if (freeAir === null) return SOAP_MISSES.unknown
  if (freeAir >= PRACTICE.sprayBubble.value) return SOAP_MISSES.bubble
  return freeAir >= PRACTICE.sprayFoam.value ? SOAP_MISSES.foam : SOAP_MISSES.smaller
}

/** The trade's odds of a kind, adjusted by what this shop has found. */
function oddsOf(
  kind: LeakPlaceKind,
  places: readonly LeakPlace[],
  history: LeakEvidence['history'] = {},
): number {
  const all = places.reduce((sum, place) => sum + LEAK_ODDS[place.kind], 0)
  const found = Object.values(history).reduce((sum, n) => sum + n, 0)
  const count = places.filter((place) => place.kind === kind).length
  const usual = (LEAK_ODDS[kind] * count) / all
  const own = history[kind] ?? 0
  return (((usual * SHRUNK_BY + own) / (SHRUNK_BY + found)) * all) / count
}

/** Places with their likelihood, likeliest first; equal ones in the given order. */
export function rankPlaces(
  places: readonly LeakPlace[],
  { soap, sides, plugged, history }: LeakEvidence,
): RankedPlace[] {
  const odds = new Map(
    [...new Set(places.map(({ kind }) => kind))].map((kind) => [kind, oddsOf(kind, places, history)]),
  )
  const weighed = places.map((place) => {
    const found = soap[place.id] ?? null
    const held = sidesOf(place.side).map((side) => sides[side])
    const tight = held.every((h) => h?.verdict === 'tight')
    const leak = held.find((h) => h?.verdict === 'leaking')
    const bySoap =
      found === null ? 1 : found === 'dry' ? missedBySoap(leak?.freeAir ?? null) : SOAP_SEEN[found]
    const byPlug = pluggedOff(place, plugged)
    return { place, found, weight: odds.get(place.kind)! * bySoap * byPlug * (tight ? TIGHT : 1) }
  })
  const whole = weighed.reduce((sum, { weight }) => sum + weight, 0)
  return weighed
    .map(({ place, found, weight }): RankedPlace => ({
      ...place,
      soap: found,
      share: whole > 0 ? weight / whole : 0,
    }))
    .sort((a, b) => b.share - a.share)
}

const FINDS = PRACTICE.soapFinds.value

/** Information of an answer with probability p, bits. */
const bitsOf = (p: number): number => (p <= 0 || p >= 1 ? 0 : -p * Math.log2(p) - (1 - p) * Math.log2(1 - p))

/**
 * Actions that tell most for their minutes, best first: soaping all joints of a part, or holding a side about
 * which nothing is known. A place that grows bubbles is repaired first.
 */
export function nextThings(
  ranked: readonly RankedPlace[],
  { sides, plugged }: LeakEvidence,
  nameOf: (part: string) => string,
): NextThing[] {
  const repairs = ranked
    .filter(({ soap }) => soap === 'bubble')
    .map(({ id, label, share }): NextThing => ({
      do: 'repair',
      of: id,
      label: `Repair: ${label}`,
      minutes: LEAK_MINUTES.repair,
      bits: Infinity,
      share,
    }))
  const open = ranked.filter(({ soap }) => soap === null)
  const soaps = [...new Set(open.map(({ at }) => at))].map((at): NextThing => {
    const there = open.filter((place) => place.at === at)
    const share = there.reduce((sum, place) => sum + place.share, 0)
    const minutes = LEAK_MINUTES.part + LEAK_MINUTES.joint * there.length
    return {
      do: 'soap',
      of: at,
      label: `Soap at ${nameOf(at)}: ${there.length === 1 ? 'one place' : `${there.length} places`}`,
      minutes,
      bits: bitsOf(share * FINDS),
      share,
    }
  })
  const there = new Set(ranked.flatMap(({ side }) => sidesOf(side)))
  const holds = (['left', 'right', 'supply'] as const)
    .filter((side) => sides[side] === null && there.has(side))
    .map((side): NextThing => {
      const share = ranked.reduce(
        (sum, place) => sum + (sidesOf(place.side).includes(side) ? place.share : 0),
        0,
      )
      return {
        do: 'hold',
        of: side,
        label: `Hold test of the ${side === 'supply' ? 'supply' : `${side} side`}`,
        minutes: LEAK_MINUTES.hold,
        bits: bitsOf(share),
        share,
      }
    })
  const parting = partAtValve(ranked, sides, plugged, nameOf)
  const rest = [...soaps, ...holds, ...parting].sort((a, b) => b.bits / b.minutes - a.bits / a.minutes)
  return [...repairs, ...rest]
}

/**
 * If a side loses: plug off its valves and hold it again, or, if the other side holds, swap the two lines at
 * their valve. Either separates the valve from the line and spring behind it.
 */
function partAtValve(
  ranked: readonly RankedPlace[],
  sides: SidesHeld,
  plugged: SidesHeld,
  nameOf: (part: string) => string,
): NextThing[] {
  const shareOf = (places: readonly RankedPlace[]) => places.reduce((sum, { share }) => sum + share, 0)
  return (['left', 'right'] as const).flatMap((side): NextThing[] => {
    if (sides[side]?.verdict !== 'leaking' || plugged[side] !== null) return []
    const there = ranked.filter((place) => sidesOf(place.side).includes(side))
    const share = shareOf(there.filter(({ atValve }) => atValve))
    const bits = bitsOf(share / (shareOf(there) || 1))
    const plug: NextThing = {
      do: 'plug',
      of: side,
      label: `Plug the ${side} line off at its valve, and hold that side again`,
      minutes: LEAK_MINUTES.plug + LEAK_MINUTES.hold,
      bits,
      share,
    }
    const other = side === 'left' ? 'right' : 'left'
    const valve = there.find(({ atValve, side: of }) => atValve && of === 'both')?.at
    if (sides[other]?.verdict !== 'tight' || valve === undefined) return [plug]
    const swap: NextThing = {
      ...plug,
      do: 'swap',
      of: valve,
      label: `Swap the two lines at the ${nameOf(valve)} and hold both: if the same spring loses, it is its line or the spring; if the other, the valve`,
      minutes: LEAK_MINUTES.swap + LEAK_MINUTES.hold,
    }
    return [plug, swap]
  })
}

/** Name of a kind of place. */
export const partName = (air: AirPlan, id: string): string => {
  const part = air.components[id]
  return part?.label.toLowerCase() || (part ? KINDS[part.kind].label.toLowerCase() : id)
}
