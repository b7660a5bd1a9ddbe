import { SHOWN_PHOTO_PX } from '@emery/core/api'

const JPEG_QUALITY = 0.86
/** A picture that is small enough already is sent as it is. */
const SMALL_BYTES = 1_500_000

export interface ScaledPicture {
  readonly picture: Blob
  /** As it is shown, pixels; null where this browser cannot read it. */
  readonly size: { readonly width: number; readonly height: number } | null
}

/** A picture turned upright and scaled down as far as it is larger than it is ever shown; as it was where this browser cannot read it. */
export async function scaledPicture(picture: Blob): Promise<ScaledPicture> {
  const asItWas = { picture, size: null }
  if (typeof createImageBitmap === 'undefined') return asItWas
  let bitmap: ImageBitmap
  try {
    // Turned as the camera says, which is lost when it is drawn.
    bitmap = await createImageBitmap(picture, { imageOrientation: 'from-image' })
  } catch {
    return asItWas
  }
  const scale = SHOWN_PHOTO_PX / Math.max(bitmap.width, bitmap.height)
  if (scale >= 1 && picture.size <= SMALL_BYTES)
    return { picture, size: { width: bitmap.width, height: bitmap.height } }
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(bitmap.width * Math.min(1, scale))
  canvas.height = Math.round(bitmap.height * Math.min(1, scale))
  const context = canvas.getContext('2d')
  if (context === null) return asItWas
  context.imageSmoothingQuality = 'high'
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  const smaller = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', JPEG_QUALITY))
  return smaller === null ? asItWas : { picture: smaller, size: { width: canvas.width, height: canvas.height } }
}
