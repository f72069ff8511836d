import { findById } from './find'

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
  /** True if its motor is waterproof; only then may it sit lower. No class assumes this. */
  sealed?: boolean
  /** Motor: temperature rise it tends to at its largest current, K; time constant, s; thermal cut-out, K. */
  thermal: { rise: number; constant: number; cutOut: number }
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
    id: 'small-wireless',
    label: 'Small wireless-set compressor',
    flow: litres([
      [0, 16],
      [207, 12],
      [414, 9],
      [690, 6],
    ]),
    current: amps([
      [0, 6],
      [207, 8],
      [414, 9.5],
      [690, 11],
    ]),
    inrush: 4,
    inrushTime: 0.1,
    maxPressure: 760_000,
    maxRun: 300,
    thermal: { rise: 129, constant: 420, cutOut: 378 },
    harness: 4.7,
    blockReach: 0.4,
    size: [0.16, 0.08, 0.11],
  },
  {
    id: 'compact',
    label: 'Compact compressor, 30 % duty',
    flow: litres([
      [0, 34],
      [207, 27],
      [414, 22],
      [690, 16],
      [1034, 9],
    ]),
    current: amps([
      [0, 11],
      [207, 14],
      [414, 16.5],
      [690, 18.5],
      [1034, 20],
    ]),
    inrush: 4,
    inrushTime: 0.12,
    maxPressure: 1_034_000,
    maxRun: 540,
    thermal: { rise: 124, constant: 700, cutOut: 378 },
    harness: 5.5,
    blockReach: 0.4,
    size: [0.21, 0.1, 0.15],
  },
  {
    id: 'medium',
    label: 'Medium compressor, 50 % duty',
    flow: litres([
      [0, 62],
      [207, 50],
      [414, 42],
      [690, 34],
      [1034, 25],
      [1379, 18],
    ]),
    current: amps([
      [0, 17],
      [207, 21],
      [414, 24],
      [690, 27],
      [1034, 29],
      [1379, 30],
    ]),
    inrush: 3,
    inrushTime: 0.1,
    maxPressure: 1_379_000,
    maxRun: 1200,
    thermal: { rise: 117, constant: 1400, cutOut: 378 },
    harness: 6,
    blockReach: 0.4,
    size: [0.28, 0.11, 0.17],
  },
]

export const compressorClass = findById(COMPRESSORS)
