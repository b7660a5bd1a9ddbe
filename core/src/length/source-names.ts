import type { Aid, BeltLine, LengthReading } from '../drive/length-reading.ts'
import type { Mm } from '../units/quantity.ts'

const AID_NAMES: Readonly<Record<Aid, string>> = {
  string: 'String',
  wire: 'Wire',
  rope: 'Rope on the rims',
  strap: 'Strap on the rims',
  tape: 'Tape on the rims',
  oldbelt: 'Old belt on its route, along its back',
}

const LINE_NAMES: Readonly<Record<BeltLine, string>> = {
  back: 'Old belt along its back',
  ribs: 'Old belt inside, over the ribs',
  flat: 'Old belt cut and laid flat',
  pins: 'Old belt on two pins',
}

const OUTCOME_NAMES = { on: 'went on', 'too-short': 'would not go on', slack: 'stayed slack' } as const

/** Where an adjuster stood, in a word or two. */
export function travelWords(u: number): string {
  if (u <= 0.02) return 'slack end'
  return u >= 0.98 ? 'tight end' : `${Math.round(100 * u)} % of travel`
}

/** What a reading of a length is called. */
export function lengthReadingName(reading: LengthReading, lengthText: (mm: Mm) => string): string {
  switch (reading.how) {
    case 'aid':
      return `${AID_NAMES[reading.aid]}${reading.half === true ? ', half the route' : ''}, ${travelWords(reading.u)}`
    case 'label':
      return `Old belt’s label ${reading.written}`
    case 'oldBelt':
      return LINE_NAMES[reading.line]
    case 'trial':
      return `Tried ${reading.written === '' ? lengthText(reading.value) : reading.written}: ${OUTCOME_NAMES[reading.outcome]}`
  }
}
