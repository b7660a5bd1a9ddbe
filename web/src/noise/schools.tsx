import styles from './schools.module.css'

/** Where mechanics differ: which side Emery takes, and why others do otherwise. */
const SCHOOLS = [
  {
    title: 'Belt dressing',
    words:
      'Emery never offers it as a repair. Others spray it because the noise stops at once: it makes the belt sticky for a day. Then it collects dirt, softens the rubber, and hides where the noise comes from.',
  },
  {
    title: 'The whole system, or the one part',
    words:
      'Emery puts right what was found and names what usually goes with it. Others replace belt, tensioner and idlers together, because a tired tensioner glazes a new belt and a slack old belt hides a new tensioner. Together costs more parts and one visit; one part is right where the others were looked at and are sound. An inspection tells which.',
  },
  {
    title: 'Spinning a bearing with the belt off',
    words:
      'By hand it shows roughness and play without load, and costs the belt’s removal. A rod at the fixed part beside it hears the bearing under load, but hears its neighbours, too. Where both are possible, spin and rock what the rod found.',
  },
] as const

/** Folded away: what is asked by those who learned it otherwise. */
export function Schools() {
  return (
    <details className={styles['schools']}>
      <summary>Where mechanics differ</summary>
      {SCHOOLS.map(({ title, words }) => (
        <p key={title}>
          <b>{title}.</b> {words}
        </p>
      ))}
    </details>
  )
}
