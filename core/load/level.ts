import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import type { LevelSpring, LimitedBy, LevelResult } from './types'

/**
 * Pressure that brings one rear corner to a target squat: F_steel(s) + F(h0 − s·MR, p)·MR = ΔF with F = p·A(h),
 * relative to the unladen truck with the air spring unloaded at its design height. The lowest limit decides.
 * Outside the area table the answer is limited by height, and the area at the table's end is used.
 * @param increase force added at the spring, N; `steel` force the steel takes at the target, N; `target` squat,
 * m
 */
export function levelPressure(
  increase: number,
  steel: number,
  motionRatio: number,
  target: number,
  spring: LevelSpring,
): LevelResult {
  const table = spring.areaByHeight
  const height = spring.designHeight - target * motionRatio
  const area = interpolate(table, height)
  const springForce = (increase - steel) / motionRatio
  const wanted = springForce / area
  const loadCap = (spring.maxLoad * GRAVITY) / area
  const cap = Math.min(spring.maxPressure, loadCap)
  const outside = height < table[0]![0] || height > table[table.length - 1]![0]
  let limitedBy: LimitedBy = null
  let pressure = wanted
  if (wanted < spring.minPressure) {
    pressure = spring.minPressure
    limitedBy = 'minPressure'
  }
  if (pressure > cap) {
    pressure = cap
    limitedBy = loadCap < spring.maxPressure ? 'maxLoad' : 'maxPressure'
  }
  if (outside) limitedBy = 'height'
  return { springForce, height, pressure, wanted, most: cap, within: limitedBy === null, limitedBy }
}

/**
 * How far the cut-off of the low beam rises at a distance, m, and the nose-up pitch, rad. Sag is positive down.
 */
export function headlampRise(
  wheelbase: number,
  rearSag: number,
  frontSag: number,
  distance: number,
): { rise: number; pitch: number } {
  return {
    rise: (distance * (rearSag - frontSag)) / wheelbase,
    pitch: Math.atan((rearSag - frontSag) / wheelbase),
  }
}
