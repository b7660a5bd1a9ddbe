/** Changes to a drive's photo and the marks on it. */
import type { DriveEdit, Photo, PicturePoint, Stamp } from '@emery/core/drive'

export type PhotoView = Photo['view'] | 'sheet'

/** A sheet of writing paper, mm, the longer side across. */
const SHEET = { width: 297, height: 210 } as const

export function setPhoto({ id, width, height }: Pick<Photo, 'id' | 'width' | 'height'>, stamp: Stamp): DriveEdit {
  return (draft) => {
    draft.photo = { id, width, height, strength: 0.5, view: 'square-on', rims: [], ...stamp }
  }
}

export function dropPhoto(): DriveEdit {
  return (draft) => {
    delete draft.photo
  }
}

export function setPhotoView(view: PhotoView): DriveEdit {
  return ({ photo }) => {
    if (photo === undefined) return
    photo.view = view === 'sheet' ? 'oblique' : view
    if (view === 'sheet') photo.sheet ??= { corners: [], ...SHEET }
    else delete photo.sheet
  }
}

export function setStrength(strength: number): DriveEdit {
  return ({ photo }) => {
    if (photo !== undefined) photo.strength = strength
  }
}

export function setSheet(sheet: NonNullable<Photo['sheet']>): DriveEdit {
  return ({ photo }) => {
    if (photo !== undefined) photo.sheet = { ...sheet, corners: [...sheet.corners] }
  }
}

/** Marks on one rim at most: more say nothing new. */
const MAX_MARKS = 24

export function addMark(pulley: string, [x, y]: PicturePoint): DriveEdit {
  return ({ photo }) => {
    if (photo === undefined) return
    const rim = photo.rims.find((each) => each.pulley === pulley)
    if (rim === undefined) photo.rims.push({ pulley, points: [[x, y]] })
    else if (rim.points.length < MAX_MARKS) rim.points.push([x, y])
  }
}

/** Takes the marks of a rim that was found: all round it, so that they tell how the camera leant. */
export function setRim(pulley: string, points: readonly PicturePoint[]): DriveEdit {
  return ({ photo }) => {
    if (photo === undefined) return
    const marks = points.map(([x, y]): PicturePoint => [Math.round(100 * x) / 100, Math.round(100 * y) / 100])
    const rim = photo.rims.find((each) => each.pulley === pulley)
    if (rim === undefined) photo.rims.push({ pulley, points: marks })
    else rim.points = marks
    photo.view = 'oblique'
  }
}

/** How far a rim stands nearer to the camera than that of the crank, mm; null for not known. */
export function setAhead(pulley: string, ahead: number | null): DriveEdit {
  return ({ photo }) => {
    const rim = photo?.rims.find((each) => each.pulley === pulley)
    if (rim === undefined) return
    if (ahead === null) delete rim.ahead
    else rim.ahead = ahead
  }
}

export function moveMark(pulley: string, index: number, [x, y]: PicturePoint): DriveEdit {
  return ({ photo }) => {
    const rim = photo?.rims.find((each) => each.pulley === pulley)
    if (rim?.points[index] !== undefined) rim.points[index] = [x, y]
  }
}

export function clearRim(pulley: string): DriveEdit {
  return ({ photo }) => {
    if (photo !== undefined) photo.rims = photo.rims.filter((each) => each.pulley !== pulley)
  }
}

export function addCorner([x, y]: PicturePoint): DriveEdit {
  return ({ photo }) => {
    if (photo?.sheet !== undefined && photo.sheet.corners.length < 4) photo.sheet.corners.push([x, y])
  }
}

export function moveCorner(index: number, [x, y]: PicturePoint): DriveEdit {
  return ({ photo }) => {
    if (photo?.sheet?.corners[index] !== undefined) photo.sheet.corners[index] = [x, y]
  }
}
