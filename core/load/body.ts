import { GRAVITY } from '../quantity/constants'
import type { LoadedTruck } from '../document/types'
import { findRootOfRising } from '../quantity/root'
import type { LevelSpring, BodyLoad, Attitude, Steel } from './types'
import { BALANCE } from './settings'
import { rearSteel, frontSteel, steelForce } from './steel'

const { aimed: BALANCED, solved: SOLVED, turns: TURNS } = BALANCE

/**
 * Thrown if no position balances the forces. The figures of this haul are then left out rather than guessed.
 */
export class NoBalanceError extends Error {
  override name = 'NoBalanceError'
}

/**
 * Body on its steel and air springs: heave at each axle and one roll angle common to both (a stiff frame).
 * Includes leaf packs with a second stage, bump stops, dampers at the end of their travel, air springs as
 * p·A(h) with their motion ratio, and anti-roll bars. Springs act over the spring base, not the track. Every
 * force rises with squat, so there is exactly one balance. Solved by Newton's method with exact slopes, and by
 * brackets where kinks keep Newton from converging.
 * @param air gauge pressure left and right, Pa, or null without air springs
 * @throws {NoBalanceError} if the balance is not met within 0.1 N and 0.1 N·m
 */
export function balanceBody(
  truck: LoadedTruck,
  load: BodyLoad,
  spring: LevelSpring | null,
  air: { left: number; right: number } | null,
): Attitude {
  const { frontSpringBase, rearSpringBase, frontAntiRoll, rearAntiRoll, motionRatio } = truck.suspension
  const bars = frontAntiRoll + rearAntiRoll
  const rearArm = rearSpringBase / 2
  const front = new Axle(frontSteel(truck), frontSpringBase / 2, null, motionRatio, 0, 0)
  const rear = new Axle(rearSteel(truck), rearArm, spring, motionRatio, air?.left ?? 0, air?.right ?? 0)
  const attitude = (f: number, r: number, roll: number): Attitude => ({
    frontSquat: f,
    rearLeft: r + roll * rearArm,
    rearRight: r - roll * rearArm,
    roll,
    frontMoment: front.moment + frontAntiRoll * roll,
    rearMoment: rear.moment + rearAntiRoll * roll,
  })

  let f = load.front / (2 * front.steel.rate)
  let r = load.rear / (2 * rear.steel.rate)
  let roll = 0
  for (let i = 0; i < TURNS; i++) {
    front.at(f, roll)
    rear.at(r, roll)
    const e1 = front.force - load.front
    const e2 = rear.force - load.rear
    const e3 = front.moment + rear.moment + bars * roll - load.roll
    if (Math.abs(e1) < BALANCED && Math.abs(e2) < BALANCED && Math.abs(e3) < BALANCED)
      return attitude(f, r, roll)
    // The heaves are eliminated: each follows from its own force, which leaves the roll.
    const stiffness = front.d + rear.d + bars - front.b ** 2 / front.a - rear.b ** 2 / rear.a
    const dRoll = -(e3 - (front.b * e1) / front.a - (rear.b * e2) / rear.a) / stiffness
    f -= (e1 + front.b * dRoll) / front.a
    r -= (e2 + rear.b * dRoll) / rear.a
    roll += dRoll
  }
  const heaveAt = (axle: Axle, angle: number, wanted: number) =>
    findRootOfRising((h) => axle.at(h, angle).force - wanted, 1)
  const moment = (angle: number) => {
    f = heaveAt(front, angle, load.front)
    r = heaveAt(rear, angle, load.rear)
    return front.at(f, angle).moment + rear.at(r, angle).moment + bars * angle - load.roll
  }
  roll = findRootOfRising(moment, 1)
  // The area table may jump at its end, where no force in between exists. The remainder is the misfit.
  const misfit = Math.max(
    Math.abs(moment(roll)),
    Math.abs(front.force - load.front),
    Math.abs(rear.force - load.rear),
  )
  if (!(misfit < SOLVED))
    throw new NoBalanceError(`No balance within ${SOLVED} N: ${misfit.toFixed(2)} N are left over.`)
  return attitude(f, r, roll)
}

/**
 * Left and right spring of one axle. `at` writes the sums into its fields: force N, moment N·m, and their
 * slopes (a = force over heave, b = force over roll and moment over heave, d = moment over roll). They are
 * fields because this is the innermost loop and must not allocate.
 */
class Axle {
  force = 0
  moment = 0
  a = 0
  b = 0
  d = 0
  constructor(
    readonly steel: Steel,
    readonly arm: number,
    readonly spring: LevelSpring | null,
    readonly motionRatio: number,
    readonly left: number,
    readonly right: number,
  ) {}

  at(heave: number, roll: number): this {
    this.force = this.moment = this.a = this.b = this.d = 0
    this.corner(heave + roll * this.arm, this.left, this.arm)
    this.corner(heave - roll * this.arm, this.right, -this.arm)
    return this
  }

  private corner(squat: number, pressure: number, arm: number): void {
    let [force, slope] = steelForce(this.steel, squat)
    if (this.spring && pressure > 0) {
      const table = this.spring.areaByHeight
      const height = this.spring.designHeight - squat * this.motionRatio
      let i = 1
      while (i < table.length - 1 && height > table[i]![0]) i++
      const [h0, a0] = table[i - 1]!
      const [h1, a1] = table[i]!
      const rise = height <= table[0]![0] || height >= table[table.length - 1]![0] ? 0 : (a1 - a0) / (h1 - h0)
      const area = height <= h0 ? a0 : height >= h1 ? a1 : a0 + rise * (height - h0)
      force += pressure * area * this.motionRatio
      slope -= pressure * rise * this.motionRatio ** 2
    }
    this.force += force
    this.moment += force * arm
    this.a += slope
    this.b += slope * arm
    this.d += slope * arm * arm
  }
}

/**
 * Squat of one corner at a set pressure: the s that solves F_steel(s) + p·A(h0 − s·MR)·MR = ΔF. The left side
 * rises without bound, so there is always a solution.
 */
export function squatAt(
  pressure: number,
  increase: number,
  steel: Steel,
  motionRatio: number,
  spring: LevelSpring,
): number {
  // Two equal corners without a lever arm carry twice the force.
  const pair = new Axle(steel, 0, spring, motionRatio, pressure, pressure)
  let squat = increase / steel.rate
  for (let i = 0; i < TURNS; i++) {
    const excess = pair.at(squat, 0).force - 2 * increase
    if (Math.abs(excess) < BALANCE.corner * (1 + Math.abs(increase))) return squat
    squat -= excess / pair.a
  }
  return findRootOfRising((s) => pair.at(s, 0).force - 2 * increase, 0.6)
}

/**
 * Load on the body from what was added: axle changes in kg, roll moment of masses about the centre line in
 * kg·m.
 */
export function bodyLoad(frontChange: number, rearChange: number, sideMoment: number): BodyLoad {
  return { front: frontChange * GRAVITY, rear: rearChange * GRAVITY, roll: sideMoment * GRAVITY }
}
