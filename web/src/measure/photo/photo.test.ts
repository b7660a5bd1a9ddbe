import { describe, expect, test } from '@jest/globals'
import type { DriveDraft, DriveEdit } from '@emery/core/drive'
import { mapOf } from '@emery/core/survey'
import { demoDrive } from '../../testing/drives.ts'
import {
  addCorner,
  addMark,
  clearRim,
  dropPhoto,
  moveCorner,
  moveMark,
  setPhoto,
  setPhotoView,
  setSheet,
  setStrength,
} from './photo-edits.ts'
import { matrix3d } from '../../bench/drawing/photo-underlay.tsx'

const stamp = { by: 'Wren', at: '2026-11-24T08:00:00Z' }
const after = (...edits: readonly DriveEdit[]) => {
  const draft = JSON.parse(JSON.stringify(demoDrive('ketch-main'))) as DriveDraft
  ;[setPhoto({ id: 'p', width: 800, height: 600 }, stamp), ...edits].forEach((edit) => edit(draft))
  return draft.photo
}

describe('marks', () => {
  test('are set, moved and cleared rim by rim', () => {
    const set = [addMark('crank.1', [1, 2]), addMark('crank.1', [3, 4]), addMark('alt.1', [5, 6])]
    expect(after(...set)?.rims).toEqual([
      {
        pulley: 'crank.1',
        points: [
          [1, 2],
          [3, 4],
        ],
      },
      { pulley: 'alt.1', points: [[5, 6]] },
    ])
    expect(after(...set, moveMark('crank.1', 1, [9, 9]), moveMark('crank.1', 7, [0, 0]))?.rims[0]?.points).toEqual([
      [1, 2],
      [9, 9],
    ])
    expect(after(...set, clearRim('crank.1'))?.rims.map(({ pulley }) => pulley)).toEqual(['alt.1'])
    const many = Array.from({ length: 30 }, (_, i) => addMark('crank.1', [i, i]))
    expect(after(...many)?.rims[0]?.points).toHaveLength(24)
  })

  test('a sheet has four corners and no more, and goes when the camera looked otherwise', () => {
    const corners = [0, 1, 2, 3, 4].map((i) => addCorner([i, i]))
    const photo = after(setPhotoView('sheet'), ...corners, moveCorner(0, [7, 7]))
    expect(photo).toMatchObject({
      view: 'oblique',
      sheet: {
        width: 297,
        height: 210,
        corners: [
          [7, 7],
          [1, 1],
          [2, 2],
          [3, 3],
        ],
      },
    })
    expect(after(setPhotoView('sheet'), setSheet({ corners: [], width: 100, height: 50 }))?.sheet?.width).toBe(100)
    expect(after(setPhotoView('sheet'), setPhotoView('square-on'))).not.toHaveProperty('sheet')
    expect(after(setStrength(0.2))?.strength).toBe(0.2)
    expect(after(dropPhoto())).toBeUndefined()
  })
})

test('the picture under the drawing falls where the drawing has its places', () => {
  const onto = [0.4, 0.02, -300, 0.01, -0.41, 250, 0.00002, -0.00003, 1]
  const camera = { k: 1.7, x: 320, y: 410 }
  const css = matrix3d(onto, camera)
    .replace(/^matrix3d\(|\)$/g, '')
    .split(',')
    .map(Number)
  for (const [u, v] of [
    [0, 0],
    [800, 0],
    [800, 600],
    [0, 600],
    [333, 222],
  ] as const) {
    // CSS multiplies columns; the third is depth, which a flat picture has none of.
    const at = (row: number) => (css[row] ?? 0) * u + (css[4 + row] ?? 0) * v + (css[12 + row] ?? 0)
    const place = mapOf(onto)([u, v])
    expect(at(0) / at(3)).toBeCloseTo(camera.x + camera.k * place.x, 6)
    expect(at(1) / at(3)).toBeCloseTo(camera.y - camera.k * place.y, 6)
  }
})
