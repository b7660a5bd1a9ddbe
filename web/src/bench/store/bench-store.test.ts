import { describe, expect, test } from '@jest/globals'
import { moveShaftBy, setBeltLength } from '@emery/core/drive'
import { setDiameter } from '../../../../core/src/testing/drives.ts'
import { crankDiameter, demoDrive } from '../../testing/drives.ts'
import { createBenchStore, type BenchStore } from './bench-store.ts'

const ketch = demoDrive('ketch-main')
const crankOf = (store: BenchStore) => crankDiameter(store.getState().drive)
const alternatorX = (store: BenchStore) => store.getState().drive.shafts.find(({ id }) => id === 'alt')?.x

describe('edits', () => {
  test('are taken back and made again, one at a time', () => {
    const store = createBenchStore(ketch)
    const { edit, undo, redo } = store.getState()
    edit('crank', setDiameter('crank.1', 150))
    edit('crank', setDiameter('crank.1', 155))
    undo()
    expect(crankOf(store)).toBe(150)
    undo()
    expect(store.getState().drive).toEqual(ketch)
    undo()
    expect(store.getState().drive).toEqual(ketch)
    redo()
    redo()
    redo()
    expect(crankOf(store)).toBe(155)
  })

  test('a new edit ends what could be made again', () => {
    const store = createBenchStore(ketch)
    const { edit, undo, redo } = store.getState()
    edit('crank', setDiameter('crank.1', 150))
    undo()
    edit('belt', setBeltLength('main', 1680))
    redo()
    expect(crankOf(store)).toBe(160.5)
    expect(store.getState().future).toEqual([])
  })

  test('out of range are refused with a sentence’s end, and leave no step', () => {
    const store = createBenchStore(ketch)
    expect(store.getState().edit('crank', setDiameter('crank.1', 1))).toEqual({
      ok: false,
      message: 'must be a number from 5 to 2000 mm',
    })
    expect(store.getState().drive).toBe(ketch)
    expect(store.getState().past).toEqual([])
  })

  test('that change nothing leave no step', () => {
    const store = createBenchStore(ketch)
    store.getState().edit('crank', setDiameter('crank.1', 160.5))
    expect(store.getState().past).toEqual([])
  })

  test('keep differences, not copies of the drive', () => {
    const store = createBenchStore(ketch)
    store.getState().edit('crank', setDiameter('crank.1', 150))
    expect(store.getState().past[0]?.forward).toEqual([{ op: 'replace', path: ['pulleys', 0, 'diameter'], value: 150 }])
  })
})

describe('a gesture', () => {
  test('shows as it goes, from where it began, and is one step in the end', () => {
    const store = createBenchStore(ketch)
    const { beginGesture, duringGesture, endGesture, undo } = store.getState()
    beginGesture()
    for (const x of [1, 5, 20]) duringGesture(moveShaftBy('alt', { x, y: 0 }))
    expect(alternatorX(store)).toBeCloseTo(-179.78 + 20, 9)
    endGesture('move')
    expect(store.getState().past).toHaveLength(1)
    undo()
    expect(store.getState().drive).toEqual(ketch)
  })

  test('called off leaves everything as it was', () => {
    const store = createBenchStore(ketch)
    const { beginGesture, duringGesture, cancelGesture } = store.getState()
    beginGesture()
    duringGesture(moveShaftBy('alt', { x: 5, y: 5 }))
    cancelGesture()
    expect(store.getState()).toMatchObject({ drive: ketch, past: [], gesture: null })
  })

  test('that ends out of range goes back', () => {
    const store = createBenchStore(ketch)
    const { beginGesture, duringGesture, endGesture } = store.getState()
    beginGesture()
    duringGesture(moveShaftBy('alt', { x: 1e6, y: 0 }))
    endGesture('move')
    expect(store.getState()).toMatchObject({ drive: ketch, past: [] })
  })
})

test('another version of the document is one step that can be taken back', () => {
  const store = createBenchStore(ketch)
  const other = demoDrive('haulm-main')
  store.getState().replace('theirs', other)
  expect(store.getState().drive).toEqual(other)
  store.getState().undo()
  expect(store.getState().drive).toEqual(ketch)
})

test('what is in hand is no part of the document or its history', () => {
  const store = createBenchStore(ketch)
  store.getState().select('alt.1')
  store.getState().tryLength(1690)
  expect(store.getState()).toMatchObject({ drive: ketch, past: [], selected: 'alt.1', tryingLength: 1690 })
})
