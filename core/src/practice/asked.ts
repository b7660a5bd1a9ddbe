/** What tests of a practice car ask of it, and from where on something shows to a hand or an eye. */
import type { PracticeCar, Run } from './car.ts'

export interface Asked {
  readonly car: PracticeCar
  readonly newBelt: boolean
  readonly idle: () => Run
  readonly loaded: () => Run
  readonly wet: () => Run
  readonly blip: () => Run
  readonly fast: () => Run
  /** A value as a hand reads it. */
  readonly read: (value: number, share: number) => number
}

export const worst = (sizes: Readonly<Record<string, number>> = {}) =>
  Object.entries(sizes).toSorted(([, a], [, b]) => b - a)[0] ?? (['', 0] as const)

export const named = ({ car }: Asked, shaft: string) =>
  car.whole.drive.shafts.find(({ id }) => id === shaft)?.name ?? shaft

/** The loudest sound of several runs. */
export function complaint({ idle, loaded, blip }: Asked) {
  const runs = [idle(), loaded(), blip()]
  return runs.map(({ loudest }) => loudest).toSorted((a, b) => (b?.loud ?? 0) - (a?.loud ?? 0))[0] ?? null
}

/** Tension at rest over what it would be on a sound drive, the one farthest off of all belts. */
export function tensionShare({ car }: Asked): {
  readonly share: number
  readonly newtons: number
  readonly wanted: number
} {
  const standing = car.standing()
  if (standing === null) return { share: 0, newtons: 0, wanted: 1 }
  return (
    standing.plan.belts
      .map(({ rest }, k) => {
        const wanted = car.sound().plan.belts[k]?.rest ?? rest
        return { share: rest / wanted, newtons: rest, wanted }
      })
      .toSorted((a, b) => Math.abs(Math.log(b.share)) - Math.abs(Math.log(a.share)))[0] ?? {
      share: 1,
      newtons: 0,
      wanted: 1,
    }
  )
}

/** mm that each pulley's line lies beside where it should, and degrees that it leans, the worst of each. */
export function lines({ car }: Asked) {
  const apart = car.faulty.drive.pulleys.map(({ id, shaft, z, tilt, face }, i) => {
    const was = car.whole.drive.pulleys[i]
    return {
      id,
      shaft,
      face,
      out: (z ?? 0) - (was?.z ?? 0),
      leans: Math.hypot(tilt?.x ?? 0, tilt?.y ?? 0) - Math.hypot(was?.tilt?.x ?? 0, was?.tilt?.y ?? 0),
    }
  })
  const most = (of: (each: (typeof apart)[number]) => number) =>
    apart.toSorted((a, b) => Math.abs(of(b)) - Math.abs(of(a)))[0]
  return { out: most(({ out }) => out), leans: most((each) => (each.face === 'smooth' ? 0 : each.leans)) }
}
