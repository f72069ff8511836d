import { findById } from './find'

export interface BlockClass {
  id: string
  label: string
  outlets: 1 | 2 | 4
  conductance: number
  criticalRatio: number
  current: number
  standby: number
  maxPressure: number
  /** True if it never exceeds its setting; one without limits fills as long as it is told to. */
  limits: boolean
  size: [number, number, number]
}

export const BLOCKS: readonly BlockClass[] = [
  {
    id: 'block-one',
    label: 'Wireless valve block, one outlet',
    outlets: 1,
    conductance: 2.4e-9,
    criticalRatio: 0.35,
    current: 1.2,
    standby: 0.002,
    maxPressure: 1_034_000,
    limits: true,
    size: [0.11, 0.09, 0.07],
  },
  {
    id: 'block-two',
    label: 'Wireless valve block, two outlets',
    outlets: 2,
    conductance: 2.4e-9,
    criticalRatio: 0.35,
    current: 1.6,
    standby: 0.002,
    maxPressure: 1_034_000,
    limits: true,
    size: [0.13, 0.1, 0.07],
  },
  {
    id: 'block-four',
    label: 'Wireless valve block, four outlets',
    outlets: 4,
    conductance: 2.4e-9,
    criticalRatio: 0.35,
    current: 2.2,
    standby: 0.003,
    maxPressure: 1_034_000,
    limits: true,
    size: [0.2, 0.11, 0.07],
  },
  {
    id: 'block-app-two',
    label: 'App-driven solenoid block, two outlets',
    outlets: 2,
    conductance: 4.5e-9,
    criticalRatio: 0.35,
    current: 2,
    standby: 0.015,
    maxPressure: 1_200_000,
    limits: false,
    size: [0.15, 0.11, 0.08],
  },
]

export const blockClass = findById(BLOCKS)
