import sharp from 'sharp'
import { SHOWN_PHOTO_PX } from '@emery/core/api'
import { ApiError } from '../http/errors.ts'

/** Pixels that are unpacked at most; the largest telephones take fifty million. */
const MAX_PIXELS = 60_000_000

/**
 * What is kept of a picture: the file without what a camera writes beside the pixels (where it was taken, with what, a small picture of its own),
 * and the picture as it is shown. A file that brings none of that is kept as it came. Refused with PHOTO_NOT_READ or PHOTO_TOO_MANY_PIXELS.
 */
export async function preparePicture(sent: Buffer) {
  try {
    await checkSize(sent)
    const screen = await upright(sent)
      .resize({ width: SHOWN_PHOTO_PX, height: SHOWN_PHOTO_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 86 })
      .toBuffer({ resolveWithObject: true })
    return { original: await withoutOrigin(sent), screen }
  } catch (reason) {
    throw reason instanceof ApiError ? reason : new ApiError('PHOTO_NOT_READ')
  }
}

/** A picture upright and without EXIF, XMP and IPTC; the very same bytes where it has none of them. */
export async function withoutOrigin(picture: Buffer): Promise<Buffer> {
  const { exif, xmp, iptc, format } = await sharp(picture, { limitInputPixels: MAX_PIXELS }).metadata()
  if ([exif, xmp, iptc].every((part) => part === undefined)) return picture
  const bare = upright(picture).keepIccProfile()
  return await (format === 'png' ? bare.png() : bare.jpeg({ quality: 95, chromaSubsampling: '4:4:4' })).toBuffer()
}

const upright = (picture: Buffer) => sharp(picture, { limitInputPixels: MAX_PIXELS }).autoOrient()

/** Looks at a picture's size before anything is unpacked. */
async function checkSize(picture: Buffer): Promise<void> {
  const { width, height } = await sharp(picture, { limitInputPixels: false }).metadata()
  if (width * height > MAX_PIXELS) throw new ApiError('PHOTO_TOO_MANY_PIXELS')
}
