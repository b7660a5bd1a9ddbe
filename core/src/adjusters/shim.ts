import type { AdjusterBehaviour } from './adjuster-kind.ts'

/** A split pulley: fewer shims between the halves make it run larger. */
export const shim: AdjusterBehaviour<'shim'> = {
  name: 'shims in a split pulley',
  caution: 'Engine off, key out. Turn the engine by hand while the halves are drawn together.',
  slacken: ['Remove the nuts of the outer half.', 'Remove the half. Keep shims and washers in order.'],
  tensionedBy: 'hand',
  placesItsShaft: false,
  fields: [
    { key: 'diameterPerShim', label: 'Diameter for each shim', is: 'length' },
    { key: 'shimsFrom', label: 'Shims at slack end', is: 'number' },
    { key: 'shimsTo', label: 'Shims at tight end', is: 'number' },
  ],
  perTurn: null,

  /** The diameter is read with `shimsFrom` shims between the halves; each one taken out lets the belt run larger. */
  motion: ({ pulley, shimsFrom, shimsTo, diameterPerShim }) => {
    const rate = ((shimsFrom - shimsTo) * diameterPerShim) / 2
    return {
      moves: 'radius',
      pulley,
      unit: 'shims',
      valueAt: (u) => shimsFrom + u * (shimsTo - shimsFrom),
      growthAt: (u) => ({ by: u * rate, rate }),
    }
  },

  fresh: ({ id, pulley }) => ({ id, kind: 'shim', pulley, shimsFrom: 5, shimsTo: 0, diameterPerShim: 3 }),
  swapped: () => null,
  handles: () => [],
  points: () => [],
  problems: () => [],
  carriers: () => [],
  movedAtShaft: () => null,
  readingText: (_, value) => {
    const [fewer, more] = [Math.floor(value), Math.ceil(value)]
    return fewer === more ? `${more} shims between the halves` : `between ${fewer} and ${more} shims: whole shims only`
  },
  marks: () => undefined,
}
