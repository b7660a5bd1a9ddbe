import { expect, test } from '@jest/globals'
import Papa from 'papaparse'
import type { Diagnosis } from '../api/diagnosis-records.ts'
import type { Inspection } from '../api/inspection-records.ts'
import type { InspectionCheck } from '../wear/inspection.ts'
import { diagnosesCsv, inspectionsCsv } from './record-csv.ts'

const rowsOf = (csv: string) => Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true }).data

test('findings are rows, with what they rest on; what looks like a formula is not one', () => {
  const diagnosis: Diagnosis = {
    id: 'f',
    at: '2026-11-25T09:00:00.000Z',
    by: 'Wren',
    cause: 'worn-belt',
    causeName: '=1+1',
    probability: 0.7,
    edition: 'x',
    actions: ['Fit a belt', 'Run in'],
    prove: 'Quiet, wet and dry.',
    note: 'left "side"',
    distance: null,
    answers: [{ test: 'heard', outcome: 'squeal', words: 'What is heard: Squeal' }],
  }
  const [row] = rowsOf(diagnosesCsv([diagnosis]))
  expect(row).toMatchObject({
    at: diagnosis.at,
    by: 'Wren',
    distance_km: '',
    found: "'=1+1",
    probability: '0.7',
    actions: 'Fit a belt; Run in',
    rests_on: 'What is heard: Squeal',
    note: 'left "side"',
  })
  expect(rowsOf(diagnosesCsv([]))).toEqual([])
})

test('an inspection is a row for each thing looked at, and for each part that is new', () => {
  const check: InspectionCheck = {
    part: 'belt.main',
    partName: 'Main belt',
    check: 'rib-depth',
    value: 0.4,
    state: null,
    verdict: 'watch',
    reason: '0.4 mm',
    note: '',
    photos: [{ id: 'p', width: 10, height: 10, marks: [{ x: 1, y: 2, words: 'here' }] }],
  }
  const walk: Inspection = {
    id: 'w',
    at: '2026-11-25T09:00:00.000Z',
    distance: 88_000,
    beltOff: true,
    note: '',
    by: 'Isla',
    sum: [],
    checks: [check, { ...check, check: 'damage', value: null, state: 'none', verdict: 'fine', photos: [] }],
    renewed: ['pulley.idler'],
  }
  expect(
    rowsOf(inspectionsCsv([walk])).map((row) => [
      row['part'],
      row['value'],
      row['state'],
      row['marks'],
      row['renewed'],
    ]),
  ).toEqual([
    ['belt.main', '0.4', '', 'here', ''],
    ['belt.main', '', 'none', '', ''],
    ['pulley.idler', '', '', '', 'yes'],
  ])
})
