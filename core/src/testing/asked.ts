import type { Asked } from '../belt-line-parts/carries.ts'

/** A belt of six ribs in a pulley's grooves. */
export const SIX_RIBS: Asked = {
  section: 'PK',
  ribs: 6,
  count: 1,
  doubleSided: false,
  contact: 'ribs',
  leads: false,
  turns: 'cw',
}
