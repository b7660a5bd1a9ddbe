import { describe, expect, test } from '@jest/globals'
import { plateKey, readFleetCsv } from './fleet-csv.ts'

describe('a fleet from a table', () => {
  test('is known by its plates; what the table leaves out is left out', () => {
    const { rows, problems } = readFleetCsv('Plate;Name;Distance km;Owner\nGN-1;Gannet;12 500;Ferry Co\nGN-2;;;\n')
    expect(problems).toEqual([])
    expect(rows).toEqual([{ plate: 'GN-1', name: 'Gannet', distance: 12_500, owner: 'Ferry Co' }, { plate: 'GN-2' }])
  })

  test.each([
    ['plate,distance_km\nGN-1,5\ngn 1,6\nGN-3,7', ['Row 2', 'Row 3'], ['GN-3']],
    ['plate,distance_km\nGN-1,-4', ['Row 2: distance'], []],
    ['plate,distance_km\nGN-1,far', ['Row 2: distance_km: “far” is no number'], []],
    ['plate,name\n,Gannet', ['Row 2: has no plate'], []],
    [`plate,owner\nGN-1,${'x'.repeat(400)}`, ['Row 2: owner must be at most 120'], []],
    ['name\nGannet', ['no column plate'], []],
  ])('%j: one sentence each, and the others are read', (text, sentences, plates) => {
    const { rows, problems } = readFleetCsv(text)
    expect(rows.map(({ plate }) => plate)).toEqual(plates)
    expect(problems).toHaveLength(sentences.length)
    for (const [i, sentence] of sentences.entries()) expect(problems[i]).toContain(sentence)
  })

  test('a plate is the same however it is spaced', () => {
    expect(plateKey('gn 1·2-3')).toBe(plateKey('GN-123'))
  })
})
