import type { Pulley } from '@emery/core/drive'

const FACES: Readonly<Record<Pulley['face'], string>> = {
  ribbed: 'grooves for ribs',
  vee: 'V groove',
  toothed: 'toothed',
  smooth: 'smooth face',
}

export function faceWords(pulley: Pulley): string {
  if (pulley.face === 'ribbed') return `${pulley.grooves} ${FACES.ribbed}`
  if (pulley.face === 'vee')
    return pulley.grooves === 1 ? `${FACES.vee}, ${pulley.section}` : `${pulley.grooves} V grooves, ${pulley.section}`
  return FACES[pulley.face]
}
