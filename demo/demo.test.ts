import { describe, expect, test } from '@jest/globals'
import { readdirSync, readFileSync } from 'node:fs'
import { readDriveText, type CheckedDrive } from '@emery/core/drive'
import { solveDrive } from '@emery/core/solution'

const FOLDER = new URL('./drives/', import.meta.url)
const files = readdirSync(FOLDER)

function drive(file: string): CheckedDrive {
  const read = readDriveText(readFileSync(new URL(file, FOLDER), 'utf8'))
  if (!read.ok) throw new Error(`${file}: ${JSON.stringify(read.problems)}`)
  return read.drive
}

test('the garage names every drive there is', () => {
  const garage = readFileSync(new URL('./garage.json', import.meta.url), 'utf8')
  expect(files.filter((file) => !garage.includes(`drives/${file}`))).toEqual([])
})

describe.each(files)('%s', (file) => {
  test('runs: every belt seats and every shaft is driven', () => {
    const { belts, shafts } = solveDrive(drive(file))
    expect(belts.flatMap(({ id, ok }) => (ok ? [] : [id]))).toEqual([])
    expect(belts.flatMap(({ id, adjuster }) => (adjuster?.u === null ? [id] : []))).toEqual([])
    expect(shafts.flatMap(({ id, driven }) => (driven ? [] : [id]))).toEqual([])
  })
})

test('the kinds of drive a newcomer should meet are there', () => {
  const kinds = (file: string) => drive(file).adjusters.map(({ kind }) => kind)
  expect(kinds('ketch-main.drive.json')).toEqual(['spring-arm'])
  expect(kinds('fenland-vee.drive.json')).toEqual(['swing', 'slide', 'slide'])
  expect(kinds('skerry-rod.drive.json')).toEqual(['turnbuckle'])
  // The van's water pump turns against the engine, on the back of the belt.
  const pump = solveDrive(drive('ketch-main.drive.json')).shafts.find(({ id }) => id === 'wp')
  expect(pump).toMatchObject({ turns: 'ccw', problems: [] })
})
