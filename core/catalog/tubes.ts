import { findById } from './find'

export const MATERIALS = ['nylon', 'hose', 'braided'] as const
export interface TubeClass {
  id: string
  label: string
  material: (typeof MATERIALS)[number]
  outside: number
  bore: number
  bendRadius: number
  maxPressure: number
  /**
   * Lengths it is sold in with its ends on, m, ascending; such a hose is never cut. Without them it is cut from
   * the coil.
   */
  stock?: readonly number[]
}

/** Lengths of braided hose with its ends on, m (common practice). */
const BRAIDED_LENGTHS = [0.3, 0.45, 0.6, 0.9, 1.2, 1.5, 1.8, 2.4, 3, 3.6, 4.5, 6]

/** Nylon tube, SAE J844 (memory); hoses are common practice. */
export const TUBES: readonly TubeClass[] = [
  {
    id: 'nylon-3-16',
    label: '3/16 in nylon tube',
    material: 'nylon',
    outside: 0.0047625,
    bore: 0.0029718,
    bendRadius: 0.01905,
    maxPressure: 1_034_000,
  },
  {
    id: 'nylon-1-4',
    label: '1/4 in nylon tube',
    material: 'nylon',
    outside: 0.00635,
    bore: 0.004318,
    bendRadius: 0.0254,
    maxPressure: 1_034_000,
  },
  {
    id: 'nylon-3-8',
    label: '3/8 in nylon tube',
    material: 'nylon',
    outside: 0.009525,
    bore: 0.0063754,
    bendRadius: 0.0381,
    maxPressure: 1_034_000,
  },
  {
    id: 'nylon-5-32',
    label: '5/32 in nylon tube',
    material: 'nylon',
    outside: 0.00396875,
    bore: 0.0023368,
    bendRadius: 0.0127,
    maxPressure: 1_034_000,
  },
  {
    id: 'nylon-1-2',
    label: '1/2 in nylon tube',
    material: 'nylon',
    outside: 0.0127,
    bore: 0.0095504,
    bendRadius: 0.0508,
    maxPressure: 1_034_000,
  },
  {
    id: 'hose-1-4',
    label: '1/4 in rubber air hose',
    material: 'hose',
    outside: 0.0127,
    bore: 0.0064,
    bendRadius: 0.065,
    maxPressure: 1_379_000,
  },
  {
    id: 'braided-1-4',
    label: '1/4 in braided hose',
    material: 'braided',
    outside: 0.0127,
    bore: 0.0064,
    bendRadius: 0.07,
    maxPressure: 2_068_000,
    stock: BRAIDED_LENGTHS,
  },
  {
    id: 'braided-3-8',
    label: '3/8 in braided hose',
    material: 'braided',
    outside: 0.0165,
    bore: 0.0087,
    bendRadius: 0.1,
    maxPressure: 2_068_000,
    stock: BRAIDED_LENGTHS,
  },
]

export const tubeClass = findById(TUBES)
