import type { AidLay } from '@emery/core/drive'
import { aidAboveRim } from '@emery/core/length'
import { sectionFigures, type Section } from '@emery/core/sections'
import styles from './groove-picture.module.css'

interface GroovePictureProps {
  readonly section: Section
  /** Of what was laid round, mm. */
  readonly thickness: number
  readonly lay: AidLay
}

/** Grooves shown of a multi-rib pulley; of a V pulley there is one. */
const RIBS_SHOWN = 3

/** A cut through a pulley's grooves with a string or rope in them, to scale: how it lay is easier seen than said. */
export function GroovePicture({ section, thickness, lay }: GroovePictureProps) {
  const { pitch, topWidth, grooveDepth, flankAngle } = sectionFigures(section)
  const open = topWidth ?? pitch
  const grooves = topWidth === null ? RIBS_SHOWN : 1
  const half = Math.tan((flankAngle * Math.PI) / 360) * grooveDepth
  const bottom = Math.max(open - 2 * half, 0.2)
  const land = topWidth === null ? 0.25 * pitch : 0.3 * open
  const step = open + land
  const width = grooves * step + land
  const rim = (i: number) => land + i * step
  const metal = Array.from({ length: grooves }, (_, i) => {
    const [from, to] = [rim(i), rim(i) + open]
    const middle = (from + to) / 2
    return `L${from} 0L${middle - bottom / 2} ${grooveDepth}L${middle + bottom / 2} ${grooveDepth}L${to} 0`
  }).join('')
  const base = grooveDepth + 0.25 * open
  const above = aidAboveRim({ aid: 'rope', thickness, lay }, section)
  // On the rims it lies across them, over the land beside a groove where there is one.
  const x = lay === 'rims' ? rim(Math.floor(grooves / 2)) - land / 2 : rim(Math.floor(grooves / 2)) + open / 2
  const top = Math.max(thickness, 0) + 1
  return (
    <svg
      className={styles['groove']}
      viewBox={`0 ${-top} ${width} ${base + top}`}
      width={84}
      height={52}
      role="presentation"
    >
      <path d={`M0 0${metal}L${width} 0L${width} ${base}L0 ${base}Z`} />
      <circle cx={x} cy={0 - above} r={Math.max(thickness / 2, 0.3)} />
    </svg>
  )
}
