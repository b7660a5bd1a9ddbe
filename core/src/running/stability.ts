/** How long a step may be, and how arms are damped: from what swings, and how fast. */
import { ARM_DAMPING, ARM_MASS } from './nominal.ts'
import type { Body, Position, RunArm, RunBelt, RunPlan } from './plan.ts'

/** Longest step, s, and share of the fastest swing's period over 2π that a step may take: leapfrog is stable up to 2. */
const LONGEST_STEP = 1.5e-4
const SHARE_OF_SWING = 0.4

/** s in which nothing of a drive swings by more than a fraction of its period. */
export function stepFor(plan: RunPlan): number {
  return Math.min(LONGEST_STEP, SHARE_OF_SWING / fastestSwing(plan))
}

/** rad/s of whatever swings fastest: a pulley between its spans, an arm, what a clutch carries. */
function fastestSwing({ positions, bodies, belts }: RunPlan): number {
  let most = 1
  for (const { body, span, radius, prev, belt } of positions) {
    const { inertia, isCrank } = bodies[body] as Body
    const { stiffness, count } = belts[belt] as RunBelt
    const holds = count * stiffness * (1 / span + 1 / (positions[prev] as Position).span)
    if (!isCrank) most = Math.max(most, Math.sqrt((holds * radius * radius) / inertia))
  }
  for (const { arm, stiffness } of belts)
    if (arm !== null && !arm.frozen) {
      const { prev, span } = positions[arm.position] as Position
      const holds = beltHolds(arm, stiffness, [(positions[prev] as Position).span, span])
      most = Math.max(most, Math.sqrt(holds / armInertia(arm)))
    }
  for (const { carries, inertia } of bodies)
    if (carries !== null) most = Math.max(most, Math.sqrt(carries.twist / inertia))
  return most
}

/** J over travel², of the belt that an arm stretches in the spans before and after it. */
function beltHolds(arm: RunArm, stiffness: number, [before, after]: readonly number[]): number {
  const [a, b] = [arm.before.slope(arm.u), arm.after.slope(arm.u)]
  return stiffness * ((a * a) / (before ?? 1) + (b * b) / (after ?? 1))
}

/** J over travel², of an arm on its belt and spring: what brings it back where it stood. */
export function armHolds(arm: RunArm, stiffness: number, beside: readonly number[]): number {
  return beltHolds(arm, stiffness, beside) + Math.abs(arm.torque(0) - arm.torque(1)) * arm.sweep
}

/** N·m·s over travel², that damps an arm on its belt as far as it is whole. */
export function armDamping(arm: RunArm, stiffness: number, beside: readonly number[]): number {
  return 2 * ARM_DAMPING * arm.dampingShare * Math.sqrt(armHolds(arm, stiffness, beside) * armInertia(arm))
}

/** kg·m² over its travel. */
export function armInertia({ reach, sweep }: RunArm): number {
  return ARM_MASS * (reach * sweep) ** 2
}

/** J held by an arm's spring at a travel: `∫ M dα`, its torque going straight over the travel. */
export function springEnergy({ torque, sweep }: RunArm, u: number): number {
  return (sweep * (1 - u) * (torque(u) + torque(1))) / 2
}
