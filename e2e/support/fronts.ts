/** A made-up engine front of which the journeys know everything: name, place right and up of the crank, diameter, mm. */
export const FRONT = [
  { name: 'Crank', x: 0, y: 0, d: 160 },
  { name: 'Tensioner', x: -128, y: 118, d: 76 },
  { name: 'Alternator', x: -206, y: 252, d: 58 },
  { name: 'Water pump', x: 2, y: 196, d: 130 },
  { name: 'Power steering pump', x: 196, y: 262, d: 142 },
  { name: 'A/C compressor', x: 214, y: 26, d: 116 },
] as const

const SMOOTH = ['Tensioner', 'Water pump', 'Air pump']

/** A drive with an air pump that the belt goes round on its way, as documents write it. */
export function withAirPump() {
  const parts = [...FRONT, { name: 'Air pump', x: 90, y: 330, d: 90 }]
  const id = (name: string) => name.toLowerCase().replace(/[^a-z]+/g, '-')
  const kinds: Readonly<Record<string, string>> = { Crank: 'crank', Tensioner: 'tensioner', 'Air pump': 'air-pump' }
  const pulley = ({ name, d }: (typeof parts)[number]) => ({
    id: `${id(name)}.1`,
    shaft: id(name),
    diameter: d,
    diameterAt: 'outside',
    ...(SMOOTH.includes(name) && name !== 'Air pump'
      ? { face: 'smooth' }
      : { face: 'ribbed', section: 'PK', grooves: 6 }),
  })
  const order = ['Crank', 'Tensioner', 'Alternator', 'Air pump', 'Power steering pump', 'Water pump', 'A/C compressor']
  return {
    format: 'emery-drive',
    version: 1,
    name: 'With an air pump',
    notes: '',
    engine: { crankTurns: 'cw', idleRpm: 800, cruiseRpm: 2000, maxRpm: 5000 },
    shafts: parts.map(({ name, x, y }) => ({ id: id(name), name, kind: kinds[name] ?? 'other', x, y })),
    pulleys: parts.map(pulley),
    belts: [
      {
        id: 'main',
        name: 'Main belt',
        section: 'PK',
        ribs: 6,
        length: null,
        adjuster: null,
        route: order.map((name) => ({
          pulley: `${id(name)}.1`,
          contact: SMOOTH.includes(name) && name !== 'Air pump' ? 'back' : 'ribs',
        })),
      },
    ],
    adjusters: [],
  }
}

/** Twelve pulleys in two rows for one belt without a route: enough for a search to take a while. */
export function twelvePulleys() {
  const document = withAirPump()
  const parts = Array.from({ length: 12 }, (_, i) => ({
    id: `p${i}`,
    x: i === 0 ? 0 : -330 + 130 * (i % 6) + 25 * (i % 3),
    y: i === 0 ? 0 : 150 + 150 * Math.floor(i / 6) + 35 * (i % 2),
    d: i === 0 ? 150 : 62 + 5 * (i % 4),
    smooth: i % 3 === 1,
  }))
  return {
    ...document,
    name: 'Twelve pulleys',
    shafts: parts.map(({ id, x, y }, i) => ({ id, name: `Part ${i}`, kind: i === 0 ? 'crank' : 'other', x, y })),
    pulleys: parts.map(({ id, d, smooth }) => ({
      id: `${id}.1`,
      shaft: id,
      diameter: d,
      diameterAt: 'outside',
      ...(smooth ? { face: 'smooth' } : { face: 'ribbed', section: 'PK', grooves: 6 }),
    })),
    belts: [{ id: 'main', name: 'Main belt', section: 'PK', ribs: 6, length: null, adjuster: null, route: [] }],
  }
}
