import { expect, test } from '@jest/globals'
import { checkDrive } from '@emery/core/drive'
import { readPulleysCsv } from '@emery/core/exchange'
import { driveOf } from './csv-preview.tsx'

const drive = (text: string, crank: string) => {
  const { shafts } = readPulleysCsv(text)
  const read = checkDrive(driveOf({ shafts, name: 'T', crankTurns: 'cw', crank }))
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.drive
}

test('a table makes a drive: one crank, a belt for each section, nothing threaded', () => {
  const { shafts, belts } = drive(
    'name,face,kind,grooves\nA,ribbed,crank,7\nB,ribbed,,6\nC,vee,crank,\nD,smooth,,',
    'B',
  )
  expect(shafts.map(({ id, kind }) => [id, kind])).toEqual([
    ['A', 'other'],
    ['B', 'crank'],
    ['C', 'other'],
    ['D', 'other'],
  ])
  expect(shafts[1]).toMatchObject({ x: 0, y: 0 })
  expect(belts.map(({ section, ribs, route }) => [section, ribs, route.length])).toEqual([
    ['PK', 6, 0],
    ['V13', 1, 0],
  ])
})

test('a crank that has a place keeps it', () => {
  expect(drive('name,face,x_mm,y_mm\nA,ribbed,12,34', 'A').shafts[0]).toMatchObject({ x: 12, y: 34 })
})
