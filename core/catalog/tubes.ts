import { findById } from './find'

export interface TubeClass {
  id: string
  label: string
  outside: number
  bore: number
  bendRadius: number
  maxPressure: number
}

/** Nylon tube, SAE J844 (memory). */
export const TUBES: readonly TubeClass[] = [
  {
    id: 'nylon-3-16',
    label: '3/16 in nylon tube',
    outside: 0.0047625,
    bore: 0.0029718,
    bendRadius: 0.01905,
    maxPressure: 1_034_000,
  },
  {
    id: 'nylon-1-4',
    label: '1/4 in nylon tube',
    outside: 0.00635,
    bore: 0.004318,
    bendRadius: 0.0254,
    maxPressure: 1_034_000,
  },
  {
    id: 'nylon-3-8',
    label: '3/8 in nylon tube',
    outside: 0.009525,
    bore: 0.0063754,
    bendRadius: 0.0381,
    maxPressure: 1_034_000,
  },
  {
    id: 'nylon-5-32',
    label: '5/32 in nylon tube',
    outside: 0.00396875,
    bore: 0.0023368,
    bendRadius: 0.0127,
    maxPressure: 1_034_000,
  },
  {
    id: 'nylon-1-2',
    label: '1/2 in nylon tube',
    outside: 0.0127,
    bore: 0.0095504,
    bendRadius: 0.0508,
    maxPressure: 1_034_000,
  },
  {
    id: 'braided-1-4',
    label: '1/4 in braided hose',
    outside: 0.0127,
    bore: 0.0064,
    bendRadius: 0.07,
    maxPressure: 2_068_000,
  },
  {
    id: 'braided-3-8',
    label: '3/8 in braided hose',
    outside: 0.0165,
    bore: 0.0087,
    bendRadius: 0.1,
    maxPressure: 2_068_000,
  },
]

export const tubeClass = findById(TUBES)
