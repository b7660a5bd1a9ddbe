import type { Section, ShaftKind } from '@emery/core'

/** What parts are called until someone gives them a name of their own. */
export const PART_NAMES: Readonly<Record<ShaftKind, string>> = {
  crank: 'Crank',
  alternator: 'Alternator',
  generator: 'Generator',
  'water-pump': 'Water pump',
  'power-steering': 'Steering pump',
  'ac-compressor': 'Cooling compressor',
  'air-pump': 'Air pump',
  fan: 'Fan',
  'vacuum-pump': 'Vacuum pump',
  supercharger: 'Supercharger',
  tensioner: 'Tensioner',
  idler: 'Idler',
  jackshaft: 'Jackshaft',
  other: 'Other part',
}

export const SECTION_NAMES: Readonly<Record<Section, string>> = {
  PK: 'multi-rib, PK',
  V10: 'V, 10 mm top',
  V13: 'V, 13 mm top',
  V17: 'V, 17 mm top',
  'T9.5': 'toothed, 9.525 mm',
  'T12.7': 'toothed, 12.7 mm',
}
