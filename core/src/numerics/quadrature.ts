/** Places and weights of the three-point Gauss–Hermite rule for a standard normal distribution. */
export const HERMITE = [
  { z: -Math.sqrt(3), weight: 1 / 6 },
  { z: 0, weight: 2 / 3 },
  { z: Math.sqrt(3), weight: 1 / 6 },
] as const
