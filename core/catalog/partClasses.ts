import type { ComponentKind } from '../document/types'

export interface PartClass {
  id: string
  kind: ComponentKind
  label: string
  figures: Record<string, number>
}

const kPa = (n: number) => n * 1000
/** dm³/(s·bar) to m³/(s·Pa). */
const dm = (n: number) => n * 1e-8
const part = (
  kind: ComponentKind,
  id: string,
  label: string,
  figures: Record<string, number> = {},
): PartClass => ({ id, kind, label, figures })
const bar10 = { maxPressure: kPa(1034) }
const bar14 = { maxPressure: kPa(1379) }
const bar20 = { maxPressure: kPa(2068) }

/**
 * The first class of a kind is the one a new part gets. Compressors, blocks and springs have catalogues of
 * their own.
 */
export const PARTS: readonly PartClass[] = [
  part('handFill', 'fill-core', 'Valve with core and cap', {
    conductance: dm(0.12),
    criticalRatio: 0.3,
    ...bar20,
  }),
  part('tee', 'tee-push', 'Push-to-connect tee', bar20),
  part('belt', 'belt-200', 'Belt-driven, 200 L/min, with clutch', {
    freeAir: 200 / 60_000,
    current: 4,
    ...bar10,
  }),
  part('belt', 'belt-110', 'Belt-driven, 110 L/min, with clutch', {
    freeAir: 110 / 60_000,
    current: 3.5,
    ...bar10,
  }),
  part('boost', 'boost-207', 'Boost, 207 kPa', { set: kPa(207), conductance: dm(0.6), criticalRatio: 0.4 }),
  part('boost', 'boost-138', 'Boost, 138 kPa', { set: kPa(138), conductance: dm(0.6), criticalRatio: 0.4 }),
  part('filter', 'filter-local', 'Inlet filter on the compressor'),
  part('filter', 'filter-remote', 'Remote inlet filter on its hose'),
  part('dryer', 'dryer-inline', 'In-line dryer', {
    conductance: dm(0.9),
    criticalRatio: 0.4,
    volume: 6e-5,
    ...bar14,
  }),
  part('dryer', 'dryer-large', 'Dryer with water trap', {
    conductance: dm(2),
    criticalRatio: 0.4,
    volume: 2.5e-4,
    ...bar20,
  }),
  part('check', 'check-1-4', 'Check valve, 1/4 in', {
    conductance: dm(0.6),
    criticalRatio: 0.3,
    opening: kPa(5),
    ...bar20,
  }),
  part('check', 'check-3-8', 'Check valve, 3/8 in', {
    conductance: dm(1.4),
    criticalRatio: 0.3,
    opening: kPa(5),
    ...bar20,
  }),
  part('tank', 'tank-7-6', 'Tank, 7.6 L (2 gal)', { volume: 7.6e-3, ...bar14 }),
  part('tank', 'tank-1-9', 'Tank, 1.9 L (1/2 gal)', { volume: 1.9e-3, ...bar10 }),
  part('tank', 'tank-3-8', 'Tank, 3.8 L (1 gal)', { volume: 3.8e-3, ...bar14 }),
  part('tank', 'tank-11', 'Tank, 11.4 L (3 gal)', { volume: 11.4e-3, ...bar14 }),
  part('tank', 'tank-19', 'Tank, 18.9 L (5 gal), 16 bar', { volume: 18.9e-3, maxPressure: kPa(1600) }),
  part('relief', 'relief-862', 'Relief valve, 862 kPa (125 psi)', {
    set: kPa(862),
    conductance: dm(2),
    criticalRatio: 0.5,
  }),
  part('relief', 'relief-1207', 'Relief valve, 1207 kPa (175 psi)', {
    set: kPa(1207),
    conductance: dm(2),
    criticalRatio: 0.5,
  }),
  part('relief', 'relief-621', 'Relief valve, 621 kPa (90 psi)', {
    set: kPa(621),
    conductance: dm(2),
    criticalRatio: 0.5,
  }),
  part('relief', 'relief-931', 'Relief valve, 931 kPa (135 psi)', {
    set: kPa(931),
    conductance: dm(2),
    criticalRatio: 0.5,
  }),
  part('relief', 'relief-1551', 'Relief valve, 1551 kPa (225 psi)', {
    set: kPa(1551),
    conductance: dm(2),
    criticalRatio: 0.5,
  }),
  part('drain', 'drain-cock', 'Drain cock', { conductance: dm(0.4), criticalRatio: 0.4 }),
  part('drain', 'drain-cable', 'Drain with a pull cable', { conductance: dm(0.4), criticalRatio: 0.4 }),
  part('pressureSwitch', 'switch-621-827', 'Pressure switch, 621 to 827 kPa', {
    cutIn: kPa(621),
    cutOut: kPa(827),
    current: 30,
    ...bar20,
  }),
  part('pressureSwitch', 'switch-758-1000', 'Pressure switch, 758 to 1000 kPa', {
    cutIn: kPa(758),
    cutOut: kPa(1000),
    current: 30,
    ...bar20,
  }),
  part('pressureSwitch', 'switch-1138-1379', 'Pressure switch, 1138 to 1379 kPa', {
    cutIn: kPa(1138),
    cutOut: kPa(1379),
    current: 30,
    ...bar20,
  }),
  part('pressureSwitch', 'switch-minimum', 'Keep-up switch, 34 to 55 kPa', {
    cutIn: kPa(34.47),
    cutOut: kPa(55),
    current: 20,
    ...bar10,
  }),
  part('regulator', 'regulator-862', 'Pressure regulator, 862 kPa (125 psi)', {
    set: kPa(862),
    conductance: dm(1.2),
    criticalRatio: 0.35,
    ...bar20,
  }),
  part('regulator', 'regulator-620', 'Pressure regulator, 620 kPa (90 psi)', {
    set: kPa(620),
    conductance: dm(1.2),
    criticalRatio: 0.35,
    ...bar20,
  }),
  part('manifold', 'manifold-four', 'Manifold, four outlets', { volume: 4e-5, outlets: 4, ...bar20 }),
  part('manifold', 'manifold-three', 'Manifold, three outlets', { volume: 3e-5, outlets: 3, ...bar20 }),
  part('manifold', 'manifold-six', 'Manifold, six outlets', { volume: 6e-5, outlets: 6, ...bar20 }),
  part('solenoid', 'solenoid-1-4', 'Solenoid valve, 1/4 in', {
    conductance: dm(0.55),
    criticalRatio: 0.35,
    current: 1.1,
    ...bar20,
  }),
  part('solenoid', 'solenoid-3-8', 'Solenoid valve, 3/8 in', {
    conductance: dm(1.3),
    criticalRatio: 0.35,
    current: 1.6,
    ...bar14,
  }),
  part('paddle', 'paddle-1-4', 'Paddle valve, 1/4 in', {
    conductance: dm(0.25),
    criticalRatio: 0.35,
    ...bar10,
  }),
  part('paddle', 'paddle-metered', 'Paddle valve, metered', {
    conductance: dm(0.1),
    criticalRatio: 0.35,
    ...bar10,
  }),
  part('restrictor', 'bore-0-8', 'Restrictor, 0.8 mm', { bore: 0.0008, ...bar20 }),
  part('restrictor', 'bore-1-0', 'Restrictor, 1.0 mm', { bore: 0.001, ...bar20 }),
  part('restrictor', 'bore-0-6', 'Restrictor, 0.6 mm', { bore: 0.0006, ...bar20 }),
  part('restrictor', 'bore-1-5', 'Restrictor, 1.5 mm', { bore: 0.0015, ...bar20 }),
  part('coupler', 'coupler-1-4', 'Quick-coupler, 1/4 in', {
    conductance: dm(1.5),
    criticalRatio: 0.3,
    ...bar20,
  }),
  part('horn', 'horn-single', 'Signal horn', { conductance: dm(0.28), criticalRatio: 0.45, set: kPa(550) }),
  part('horn', 'horn-pair', 'Signal horns, a pair', {
    conductance: dm(0.5),
    criticalRatio: 0.45,
    set: kPa(620),
  }),
  part('gauge', 'gauge-1034', 'Gauge to 1034 kPa', bar10),
  part('gauge', 'gauge-1379', 'Gauge to 1379 kPa', bar14),
  part('dualGauge', 'dual-needle', 'Dual-needle gauge', bar10),
  part('dualGauge', 'dual-digital', 'Dual digital gauge', bar14),
  part('sensor', 'sensor-1379', 'Pressure sensor to 1379 kPa', { current: 0.01, ...bar14 }),
  part('heightValve', 'height-rotary', 'Rotary height-control valve', {
    conductance: dm(0.16),
    criticalRatio: 0.35,
    arm: 0.2,
    deadBand: 0.04,
    fullOpen: 0.3,
    ...bar10,
  }),
  part('heightValve', 'height-fast', 'Rotary height-control valve, fast', {
    conductance: dm(0.4),
    criticalRatio: 0.35,
    arm: 0.2,
    deadBand: 0.04,
    fullOpen: 0.3,
    ...bar10,
  }),
  part('heightSensor', 'height-sensor', 'Height sensor with arm', { current: 0.02 }),
  part('controller', 'controller-two', 'Levelling controller, two corners', {
    delay: 5,
    band: 0.006,
    timeOut: 240,
    current: 0.3,
  }),
  part('cabSwitch', 'cab-toggle', 'Cab switch', { current: 20 }),
  part('dump', 'dump-cab', 'Dump valve in the cab', { conductance: dm(0.4), criticalRatio: 0.4, ...bar10 }),
  part('dump', 'dump-bleed', 'Bleed valve', { conductance: dm(0.15), criticalRatio: 0.4, ...bar10 }),
  part('plug', 'plug-thread', 'Threaded plug'),
]

const byId = new Map(PARTS.map((p) => [p.id, p]))
/** Class by id, or null if the catalogue does not have it. */
export const partClass = (id: string): PartClass | null => byId.get(id) ?? null
/** Class of a new part of a kind. */
export const usualClass = (kind: ComponentKind): PartClass | null =>
  PARTS.find((p) => p.kind === kind) ?? null
