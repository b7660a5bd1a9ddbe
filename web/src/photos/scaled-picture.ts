/** Pixels of a picture's longer side that are sent: rims are found no better with more, and a workshop's wireless is slow. */
export const LONGEST_PX = 2400
const JPEG_QUALITY = 0.86
/** A picture that is small enough already is sent as it is. */
const SMALL_BYTES = 1_500_000

/** A picture turned upright and scaled down as far as it is too large; as it was where this browser cannot read it. */
export async function scaledPicture(picture: Blob): Promise<Blob> {
  if (typeof createImageBitmap === 'undefined') return picture
  let bitmap: ImageBitmap
  try {
    // Turned as the camera says, which is lost when it is drawn.
    bitmap = await createImageBitmap(picture, { imageOrientation: 'from-image' })
  } catch {
    return picture
  }
  const scale = LONGEST_PX / Math.max(bitmap.width, bitmap.height)
  if (scale >= 1 && picture.size <= SMALL_BYTES) return picture
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(bitmap.width * Math.min(1, scale))
  canvas.height = Math.round(bitmap.height * Math.min(1, scale))
  const context = canvas.getContext('2d')
  if (context === null) return picture
  context.imageSmoothingQuality = 'high'
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  const smaller = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', JPEG_QUALITY))
  return smaller ?? picture
}
