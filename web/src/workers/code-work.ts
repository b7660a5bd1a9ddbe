import jsQR from 'jsqr'

/** Longer sides at which a picture is looked at for a code: a large code wants many pixels, a blurred one few. */
const LOOKED_AT_PX = [1400, 2200, 900]

/** What the worker does. */
export const codeWork = {
  /** What the code in a picture says; null where none is found. */
  async read(picture: Blob): Promise<string | null> {
    const bitmap = await createImageBitmap(picture, { imageOrientation: 'from-image' })
    try {
      for (const longest of LOOKED_AT_PX) {
        const scale = Math.min(1, longest / Math.max(bitmap.width, bitmap.height))
        const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)]
        const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })
        if (context === null) return null
        context.drawImage(bitmap, 0, 0, width, height)
        const found = jsQR(context.getImageData(0, 0, width, height).data, width, height)
        if (found !== null) return found.data
      }
      return null
    } finally {
      bitmap.close()
    }
  },
}

export type CodeWork = typeof codeWork
