/**
 * Generic part classes as data. All values are typical of the class (common practice, no published source) unless a
 * line says otherwise; the part's own sheet rules. SI: m, m², Pa gauge, kg, A, m³/s of free air.
 */

export interface SpringClass {
  id: string
  label: string
  fits: ('leaf' | 'coil')[]
  /** Effective area against height, ascending in height: [m, m²]. */
  areaByHeight: [number, number][]
  designHeight: number
  /** Outside diameter at the maximum pressure, m. */
  diameter: number
  /** Air volume at the design height, m³. */
  volume: number
  /** Brackets and seat between axle and frame, taken off the seat gap to get the spring's height, m. */
  bracketHeight: number
  minPressure: number
  maxPressure: number
  /** Greatest load of one spring, kg. */
  maxLoad: number
  /** First fill when proving, Pa gauge. */
  proofPressure: number
}

const kPa = (n: number) => n * 1000
const cm2 = (rows: [number, number][]): [number, number][] => rows.map(([h, a]) => [h / 1000, a / 1e4])

export const SPRINGS: readonly SpringClass[] = [
  {
    id: 'leaf-helper-double-1130', label: 'Leaf helper, double convoluted, 1 130 kg a pair at 690 kPa', fits: ['leaf'],
    areaByHeight: cm2([[80, 103], [100, 96], [120, 90], [140, 85], [160, 80.3], [180, 73], [200, 62], [220, 46]]),
    designHeight: 0.16, diameter: 0.15, volume: 0.00125, bracketHeight: 0.04, minPressure: kPa(34.47), maxPressure: kPa(690), maxLoad: 565, proofPressure: kPa(414),
  },
  {
    id: 'leaf-helper-double-2270', label: 'Leaf helper, double convoluted, 2 270 kg a pair at 690 kPa', fits: ['leaf'],
    areaByHeight: cm2([[80, 206], [100, 193], [120, 182], [140, 171], [160, 161.3], [180, 148], [200, 130], [220, 104], [240, 70]]),
    designHeight: 0.16, diameter: 0.19, volume: 0.0021, bracketHeight: 0.045, minPressure: kPa(34.47), maxPressure: kPa(690), maxLoad: 1135, proofPressure: kPa(414),
  },
  {
    id: 'leaf-helper-single-1800', label: 'Leaf helper, single convoluted, 1 800 kg a pair at 690 kPa', fits: ['leaf'],
    areaByHeight: cm2([[50, 165], [70, 152], [90, 140], [110, 128], [130, 112], [150, 88]]),
    designHeight: 0.11, diameter: 0.18, volume: 0.00135, bracketHeight: 0.09, minPressure: kPa(34.47), maxPressure: kPa(690), maxLoad: 900, proofPressure: kPa(414),
  },
  {
    id: 'coil-insert-450', label: 'Coil insert, 450 kg a pair at 241 kPa', fits: ['coil'],
    areaByHeight: cm2([[120, 96], [160, 94], [200, 92.5], [240, 91], [280, 89]]),
    designHeight: 0.22, diameter: 0.11, volume: 0.0019, bracketHeight: 0.02, minPressure: kPa(34.47), maxPressure: kPa(241), maxLoad: 226, proofPressure: kPa(138),
  },
  {
    id: 'coil-insert-high-680', label: 'Coil insert, high pressure, 680 kg a pair at 552 kPa', fits: ['coil'],
    areaByHeight: cm2([[120, 63.5], [160, 62.5], [200, 61.5], [240, 60.5], [280, 59.5]]),
    designHeight: 0.22, diameter: 0.092, volume: 0.00128, bracketHeight: 0.02, minPressure: kPa(68.94), maxPressure: kPa(552), maxLoad: 340, proofPressure: kPa(138),
  },
]

export interface CompressorClass {
  id: string
  label: string
  /** Free air delivered against gauge pressure: [Pa, m³/s], ascending. */
  flow: [number, number][]
  /** Motor current against gauge pressure: [Pa, A], ascending. */
  current: [number, number][]
  /** Inrush as a multiple of running current, and how long it lasts, s. */
  inrush: number
  inrushTime: number
  maxPressure: number
  /** Longest run before a rest, s. */
  maxRun: number
  /** Length of the harness from the battery in the kit, m. */
  harness: number
  /** Longest distance to the valve block on the shared harness, m. */
  blockReach: number
  size: [number, number, number]
}

const litres = (rows: [number, number][]): [number, number][] => rows.map(([p, q]) => [p * 1000, q / 60_000])
const amps = (rows: [number, number][]): [number, number][] => rows.map(([p, a]) => [p * 1000, a])

export const COMPRESSORS: readonly CompressorClass[] = [
  {
    id: 'small-wireless', label: 'Small wireless-set compressor', flow: litres([[0, 16], [207, 12], [414, 9], [690, 6]]), current: amps([[0, 6], [207, 8], [414, 9.5], [690, 11]]),
    inrush: 4, inrushTime: 0.1, maxPressure: 760_000, maxRun: 300, harness: 4.7, blockReach: 0.4, size: [0.16, 0.08, 0.11],
  },
  {
    id: 'compact', label: 'Compact compressor, 30 % duty', flow: litres([[0, 34], [207, 27], [414, 22], [690, 16], [1034, 9]]), current: amps([[0, 11], [207, 14], [414, 16.5], [690, 18.5], [1034, 20]]),
    inrush: 4, inrushTime: 0.12, maxPressure: 1_034_000, maxRun: 540, harness: 5.5, blockReach: 0.4, size: [0.21, 0.1, 0.15],
  },
  {
    id: 'medium', label: 'Medium compressor, 50 % duty', flow: litres([[0, 62], [207, 50], [414, 42], [690, 34], [1034, 25], [1379, 18]]), current: amps([[0, 17], [207, 21], [414, 24], [690, 27], [1034, 29], [1379, 30]]),
    inrush: 4, inrushTime: 0.15, maxPressure: 1_379_000, maxRun: 1200, harness: 6, blockReach: 0.4, size: [0.28, 0.11, 0.17],
  },
]

export interface BlockClass { id: string, label: string, outlets: 1 | 2, conductance: number, criticalRatio: number, current: number, standby: number, maxPressure: number, size: [number, number, number] }

export const BLOCKS: readonly BlockClass[] = [
  { id: 'block-one', label: 'Wireless valve block, one outlet', outlets: 1, conductance: 2.4e-9, criticalRatio: 0.35, current: 1.2, standby: 0.002, maxPressure: 1_034_000, size: [0.11, 0.09, 0.07] },
  { id: 'block-two', label: 'Wireless valve block, two outlets', outlets: 2, conductance: 2.4e-9, criticalRatio: 0.35, current: 1.6, standby: 0.002, maxPressure: 1_034_000, size: [0.13, 0.1, 0.07] },
]

export interface TubeClass { id: string, label: string, outside: number, bore: number, bendRadius: number, maxPressure: number }

/** Nylon tube, SAE J844 (memory). */
export const TUBES: readonly TubeClass[] = [
  { id: 'nylon-3-16', label: '3/16 in nylon tube', outside: 0.0047625, bore: 0.0029718, bendRadius: 0.01905, maxPressure: 1_034_000 },
  { id: 'nylon-1-4', label: '1/4 in nylon tube', outside: 0.00635, bore: 0.004318, bendRadius: 0.0254, maxPressure: 1_034_000 },
  { id: 'nylon-3-8', label: '3/8 in nylon tube', outside: 0.009525, bore: 0.0063754, bendRadius: 0.0381, maxPressure: 1_034_000 },
]

function finder<T extends { id: string }>(list: readonly T[]) {
  const byId = new Map(list.map(entry => [entry.id, entry]))
  return (id: string): T | null => byId.get(id) ?? null
}

/** Class by id, or null when the catalogue has none of that name. */
export const springClass = finder(SPRINGS)
export const compressorClass = finder(COMPRESSORS)
export const blockClass = finder(BLOCKS)
export const tubeClass = finder(TUBES)
