import type { Photo } from '@emery/core/drive'
import { photoAddress } from '../../photos/photos-api.ts'
import type { Camera } from './use-camera.ts'
import styles from './photo.module.css'

/** The straightened picture under the drawing: SVG knows no perspective, so it is an image of the page that follows the camera. */
export function PhotoUnderlay({ photo, camera }: { readonly photo: Photo; readonly camera: Camera }) {
  const { onto, width, height, id, strength } = photo
  if (onto === undefined || strength === 0) return null
  return (
    <img
      className={styles['underlay']}
      src={photoAddress(id)}
      width={width}
      height={height}
      alt=""
      style={{ opacity: strength, transform: matrix3d(onto, camera) }}
    />
  )
}

/** Pixels of the picture to mm of the drawing, mm (y up) to pixels of the screen, as CSS writes a projective map: column by column. */
export function matrix3d(onto: readonly number[], { k, x, y }: Camera): string {
  const [a, b, c, d, e, f, g, h, i] = onto as [number, number, number, number, number, number, number, number, number]
  const across = [k * a + x * g, k * b + x * h, k * c + x * i]
  const down = [-k * d + y * g, -k * e + y * h, -k * f + y * i]
  const columns = [
    [across[0], down[0], 0, g],
    [across[1], down[1], 0, h],
    [0, 0, 1, 0],
    [across[2], down[2], 0, i],
  ]
  return `matrix3d(${columns.flat().join(',')})`
}
