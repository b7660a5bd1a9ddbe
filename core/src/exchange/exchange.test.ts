import { describe, expect, test } from '@jest/globals'
import DxfParser, { type IArcEntity, type ICircleEntity, type ILineEntity } from 'dxf-parser'
import type { DriveDraft } from '../drive/edits.ts'
import { settleDrive } from '../path/settle.ts'
import { solveDrive } from '../solution/solve-drive.ts'
import { mustCheck, readVectors, vectorNamed } from '../testing/vectors.ts'
import { CSV_COLUMNS, pulleysCsv, readPulleysCsv } from './csv.ts'
import { driveDxf } from './dxf.ts'
import { driveSvg } from './svg.ts'

const ketch = vectorNamed('serpentine-1').drive

describe('DXF', () => {
  test.each(readVectors().map(({ file, drive, solution }) => ({ file, drive, solution })))(
    '$file opens in a parser that is not ours, with true sizes',
    ({ drive, solution }) => {
      const text = driveDxf(settleDrive(drive))
      const dxf = new DxfParser().parseSync(text)
      expect(dxf?.header['$ACADVER']).toBe('AC1009')
      expect(dxf?.header['$INSUNITS']).toBe(4)
      const circles = dxf?.entities.filter(({ type }) => type === 'CIRCLE') as ICircleEntity[]
      expect(circles.map(({ layer }) => layer)).toEqual(drive.pulleys.map(() => 'PULLEYS'))
      const { metal } = settleDrive(drive)
      circles.forEach(({ radius }, i) => expect(radius).toBeCloseTo(metal.get(drive.pulleys[i]?.id ?? '') ?? NaN, 5))
      solution.belts.forEach(({ cordLength }, i) => {
        const onLayer = dxf?.entities.filter(({ layer }) => layer.startsWith(`BELT_${i + 1}_`)) ?? []
        const lines = onLayer.filter(({ type }) => type === 'LINE') as ILineEntity[]
        const arcs = onLayer.filter(({ type }) => type === 'ARC') as IArcEntity[]
        const straight = lines.reduce(
          (sum, { vertices: [a, b] }) => sum + Math.hypot((a?.x ?? 0) - (b?.x ?? 0), (a?.y ?? 0) - (b?.y ?? 0)),
          0,
        )
        const bent = arcs.reduce((sum, { radius, startAngle, endAngle }) => {
          const turn = (endAngle - startAngle + 2 * Math.PI) % (2 * Math.PI)
          return sum + radius * turn
        }, 0)
        // The drawing's own lines and arcs add up to the vector's cord; six decimals are written.
        expect(straight + bent).toBeCloseTo(cordLength, 3)
      })
    },
  )

  test('names beyond ASCII and half-known drives are drawn as far as they go', () => {
    const draft = structuredClone(ketch) as DriveDraft
    Object.assign(draft.shafts[2] as object, { name: 'Pümpe “2”', x: null, y: null })
    Object.assign(draft.belts[0] as object, { name: 'Große Rûnde' })
    const dxf = new DxfParser().parseSync(driveDxf(settleDrive(mustCheck(draft))))
    expect(dxf?.entities.filter(({ type }) => type === 'CIRCLE')).toHaveLength(ketch.pulleys.length - 1)

    expect(/[^\x00-\x7f]/.test(driveDxf(settleDrive(mustCheck(draft))))).toBe(false)
  })
})

describe('SVG', () => {
  test('is in millimetres, one circle a pulley, names made safe', () => {
    const draft = structuredClone(ketch) as DriveDraft
    Object.assign(draft.shafts[1] as object, { name: '<Pump & "co">' })
    const svg = driveSvg(settleDrive(mustCheck(draft)))
    const [, width = '', , viewWidth = ''] =
      /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="[-\d.]+ [-\d.]+ ([\d.]+)/.exec(svg) ?? []
    expect(Number(width)).toBeGreaterThan(200)
    expect(width).toBe(viewWidth)
    expect(svg.match(/<circle/g)).toHaveLength(ketch.pulleys.length)
    expect(svg).toContain('&lt;Pump &amp; &quot;co&quot;&gt;')
    expect(svg).toContain('id="belt-main"')
  })
})

describe('CSV', () => {
  test.each(readVectors().map(({ file, drive }) => ({ file, drive })))(
    '$file comes back as it went out',
    ({ drive }) => {
      const text = pulleysCsv(drive, solveDrive(drive))
      expect(text.split('\r\n')[0]).toBe(CSV_COLUMNS.join(','))
      const { shafts, problems } = readPulleysCsv(text)
      expect(problems).toEqual([])
      const plain = ({ id, name, kind, x, y, mustTurn }: (typeof drive.shafts)[number]) => ({
        id,
        name,
        kind,
        x,
        y,
        mustTurn,
      })
      const met = new Set(drive.pulleys.map(({ shaft }) => shaft))
      expect(shafts.map(({ shaft }) => plain(shaft)).toSorted((a, b) => a.id.localeCompare(b.id))).toEqual(
        drive.shafts
          .filter(({ id }) => met.has(id))
          .map(plain)
          .toSorted((a, b) => a.id.localeCompare(b.id)),
      )
      const sizes = (pulleys: readonly object[]) =>
        pulleys.map((pulley) => ('teeth' in pulley ? pulley.teeth : 'diameter' in pulley ? pulley.diameter : null))
      expect(
        sizes(
          drive.pulleys.map(
            (pulley) => shafts.flatMap((each) => each.pulleys).find(({ id }) => id === pulley.id) ?? {},
          ),
        ),
      ).toEqual(sizes(drive.pulleys))
    },
  )

  test('what people write is read', () => {
    const { shafts, problems } = readPulleysCsv(
      'Name;Face;Kind;Diameter mm;X mm;Y mm;Grooves\nCrank;Ribbed;crank;6 11/16";0;0;7\nFan;smooth;;;;;',
    )
    expect(problems).toEqual([])
    expect(shafts).toMatchObject([
      {
        shaft: { id: 'Crank', kind: 'crank', x: 0, y: 0 },
        pulleys: [{ face: 'ribbed', grooves: 7, diameter: expect.closeTo(169.8625, 9) as unknown }],
      },
      { shaft: { id: 'Fan', kind: 'other', x: null, y: null }, pulleys: [{ face: 'smooth', diameter: null }] },
    ])
  })

  test.each<[string, string, string[]]>([
    ['a table without faces', 'name,size\nCrank,158', ['The table has no column face; its columns are name, size.']],
    ['nothing', '', ['The table has no column name and no column face; its columns are none.']],
    ['a picture', '\u0089PNG\u0000\u0001', [expect.stringMatching(/^The table has no column name/) as never]],
    [
      'wrong cells',
      'name,face,kind,diameter_mm,grooves,colour\nCrank,ribbed,engine,big,6.5,red\n,ribbed,,,,\nFan,flat,,,,',
      [
        'Column “colour” is not known and was left out.',
        'Row 2, kind: “engine” is not one of crank, alternator, generator, water-pump, power-steering, ac-compressor, air-pump, fan, vacuum-pump, supercharger, idler, tensioner, jackshaft, other.',
        'Row 2, diameter_mm: “big” is not a length. Write it like 169.9, 6 11/16" or 45 thou.',
        'Row 2, grooves: “6.5” is not a count.',
        'Row 3, name: is empty.',
        'Row 4, face: “flat” is not one of ribbed, vee, toothed, smooth.',
      ],
    ],
  ])('%s: what could not be read is listed', (_, text, problems) => {
    expect(readPulleysCsv(text).problems).toEqual(problems)
  })

  test('rows of one shaft are one shaft; a cell like a formula is made harmless', () => {
    const { shafts } = readPulleysCsv('name,shaft,face\nCrank,c,ribbed\nCrank,c,vee')
    expect(shafts.map(({ pulleys }) => pulleys.map(({ id }) => id))).toEqual([['c.1', 'c.2']])
    const draft = structuredClone(ketch) as DriveDraft
    Object.assign(draft.shafts[0] as object, { name: '=1+1' })
    expect(pulleysCsv(draft as never, solveDrive(mustCheck(draft)))).toContain("'=1+1")
  })
})
