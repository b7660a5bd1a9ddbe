import { blurred, ellipsePoints, findRims, greyOf, type Ellipse, type GreyPicture } from '@emery/core/rims'

/** Pixels of the picture's longer side in which rims are looked for: with more they are found no better, and it takes longer. */
const LONGEST_PX = 1600
/** Pixels of blur that take away a picture's grain. */
const GRAIN_PX = 1
/** Marks that a rim gets. */
const MARKS = 12

type PicturePoint = readonly [x: number, y: number]

/** In the picture's own pixels. */
export interface FoundRim {
  readonly ellipse: Ellipse
  /** Points evenly round it. */
  readonly marks: readonly PicturePoint[]
}

export interface RimsFound {
  /** Each that may be meant, from the smallest to the largest. */
  readonly rims: readonly FoundRim[]
  /** Which is most likely meant; −1 where none was found. */
  readonly best: number
  readonly doubtful: boolean
}

/** The picture that was looked at last, in grey, with the factor from its own pixels. */
let opened: { readonly address: string; readonly picture: Promise<Opened> } | undefined

interface Opened {
  readonly grey: GreyPicture
  readonly scale: number
}

async function open(address: string, width: number): Promise<Opened> {
  const response = await fetch(address)
  if (!response.ok) throw new Error('The picture could not be loaded.')
  const bitmap = await createImageBitmap(await response.blob())
  const shrunk = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height))
  const canvas = new OffscreenCanvas(Math.round(bitmap.width * shrunk), Math.round(bitmap.height * shrunk))
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (context === null) throw new Error('This browser gives no room to look at a picture.')
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height)
  return { grey: blurred(greyOf(data, canvas.width, canvas.height), GRAIN_PX), scale: canvas.width / width }
}

/** What the worker does. */
export const rimsWork = {
  /** Reads the picture ahead of the first press. `width` is that of the picture as marks count its pixels. */
  async ready(address: string, width: number): Promise<void> {
    if (opened?.address !== address) opened = { address, picture: open(address, width) }
    await opened.picture
  },
  async find(address: string, width: number, [x, y]: PicturePoint): Promise<RimsFound> {
    await this.ready(address, width)
    const { grey, scale } = await (opened as NonNullable<typeof opened>).picture
    const { rims, best, doubtful } = findRims(grey, { x: x * scale, y: y * scale })
    return {
      rims: rims.map(({ ellipse: { x: u, y: v, a, b, angle } }) => {
        const ellipse = { x: u / scale, y: v / scale, a: a / scale, b: b / scale, angle }
        return { ellipse, marks: ellipsePoints(ellipse, MARKS).map((at) => [at.x, at.y] as const) }
      }),
      best,
      doubtful,
    }
  },
}

export type RimsWork = typeof rimsWork
