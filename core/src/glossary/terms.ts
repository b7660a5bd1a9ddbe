/** A term of the field: docs/glossary.md and the underlined words of the application say the same. */
export interface Term {
  readonly name: string
  /** The symbol it has in formulas and workings; empty for none. */
  readonly symbol: string
  readonly unit: string
  readonly meaning: string
}

const term = (name: string, symbol: string, unit: string, meaning: string): Term => ({ name, symbol, unit, meaning })

/** Every term that is defined, by the name under which a screen asks for it. */
export const TERMS = {
  adjuster: term(
    'Adjuster',
    '',
    '',
    'The part that tensions a belt: a spring-loaded arm, a slot, a rod, a bush or shims.',
  ),
  accessory: term('Accessory', '', '', 'A part that a belt drives: alternator, pump, compressor, fan.'),
  alignment: term('Alignment', '', '', 'How well the pulleys of one belt stand in one plane.'),
  beltLine: term(
    'Belt line',
    'z',
    'mm',
    'The plane in which a belt runs, measured along the shafts. Larger is further from the engine.',
  ),
  cordLine: term(
    'Cord line',
    '',
    '',
    'The line of the load-carrying cords inside a belt. Ratios and lengths along the path follow it.',
  ),
  effectiveLength: term(
    'Effective length',
    '',
    'mm',
    'The length by which multi-rib belts are named, between cord and rib tips.',
  ),
  entryAngle: term(
    'Entry angle',
    '',
    '°',
    'The angle at which a belt runs into a groove. It causes chirp and edge wear.',
  ),
  grip: term('Grip reserve', '', '×', 'The grip a pulley has, divided by the grip it needs. Below 1 it slips.'),
  hubLoad: term('Hub load', '', 'N', 'The force of both spans on a pulley’s bearing.'),
  nominal: term('Nominal', '', '', 'An average of published practice that stands in until you enter your own value.'),
  ratio: term('Ratio', 'i', '×', 'Turns of a part for one turn of the crank.'),
  rib: term('Rib', '', '', 'One of the ridges of a multi-rib belt that wedge into the grooves.'),
  route: term('Route', '', '', 'The order of the pulleys a belt runs over, and which side of it touches each.'),
  slackEnd: term(
    'Slack end',
    'u = 0',
    '',
    'The end of an adjuster’s travel at which the belt is loosest and comes off.',
  ),
  span: term('Span', 's', 'mm', 'The straight stretch of belt between two pulleys.'),
  statedLength: term('Stated length', 'L', 'mm', 'The length that a belt’s label states.'),
  tightEnd: term('Tight end', 'u = 1', '', 'The end of an adjuster’s travel at which the belt is tightest.'),
  tilt: term('Tilt', '', '°', 'How far a pulley’s face leans out of the plane of the belt.'),
  travel: term('Travel', 'u', '%', 'How far an adjuster stands between its slack end (0 %) and its tight end (100 %).'),
  wrap: term('Wrap', 'φ', '°', 'The angle over which a belt lies on a pulley.'),
} as const satisfies Readonly<Record<string, Term>>

export type TermName = keyof typeof TERMS

/** The glossary as the page of the documentation. */
export function glossaryPage(): string {
  const rows = Object.values(TERMS)
    .toSorted((a, b) => a.name.localeCompare(b.name, 'en'))
    .map(({ name, symbol, unit, meaning }) => `| ${name} | ${symbol || '–'} | ${unit || '–'} | ${meaning} |`)
  return [
    '# Glossary',
    '',
    'The terms of the field as Emery uses them. The application shows the same text where a term is underlined.',
    '',
    '| term | symbol | unit | meaning |',
    '| --- | --- | --- | --- |',
    ...rows,
    '',
  ].join('\n')
}
