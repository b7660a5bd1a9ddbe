import { describe, expect, test } from '@jest/globals'
import { tangentPoint, traceCord, type CordCircle, type CordPath } from './cord-path.ts'

const circle = (x: number, y: number, r: number, sigma: 1 | -1 = -1): CordCircle => ({ x, y, r, sigma })

function traced(circles: readonly CordCircle[]): CordPath {
  const path = traceCord(circles)
  if (!path.ok) throw new Error(`overlap at ${path.at}`)
  return path
}

describe('two pulleys, against the closed forms of any handbook', () => {
  test('open belt: 2·sqrt(C² − (R − r)²) + π(R + r) + 2(R − r)·asin((R − r)/C)', () => {
    const [R, r, C] = [90, 35, 310]
    const expected = 2 * Math.sqrt(C * C - (R - r) ** 2) + Math.PI * (R + r) + 2 * (R - r) * Math.asin((R - r) / C)
    const path = traced([circle(0, 0, R), circle(C, 0, r)])
    // Both sides are a dozen roundings of numbers near 1000.
    expect(path.length).toBeCloseTo(expected, 10)
    expect(path.turning).toBe(-1)
  })

  test('crossed belt: 2·sqrt(C² − (R + r)²) + (R + r)(π + 2·asin((R + r)/C))', () => {
    const [R, r, C] = [60, 45, 260]
    const expected = 2 * Math.sqrt(C * C - (R + r) ** 2) + (R + r) * (Math.PI + 2 * Math.asin((R + r) / C))
    const path = traced([circle(0, 0, R, -1), circle(C, 0, r, 1)])
    expect(path.length).toBeCloseTo(expected, 10)
    expect(path.turning).toBe(0)
  })

  test('equal pulleys: each wraps half a turn and the spans are as long as the centres are apart', () => {
    const path = traced([circle(10, 20, 40), circle(10, 320, 40)])
    expect(path.spans).toEqual([300, 300])
    expect(path.wraps[0]).toBeCloseTo(Math.PI, 12)
    expect(path.length).toBeCloseTo(600 + 80 * Math.PI, 10)
  })
})

describe('three equal pulleys at the corners of a right triangle', () => {
  test('the belt is the triangle’s outline and one full circle', () => {
    const path = traced([circle(0, 0, 25), circle(0, 300, 25), circle(400, 0, 25)])
    expect(path.length).toBeCloseTo(300 + 400 + 500 + 2 * Math.PI * 25, 9)
    // Outside angles of a 3-4-5 triangle.
    expect(path.wraps[0]).toBeCloseTo(Math.PI / 2, 12)
    expect(path.wraps[1]).toBeCloseTo(Math.PI - Math.atan2(4, 3), 12)
  })
})

describe('degenerate cases', () => {
  test('no pulley has no length', () => {
    expect(traced([])).toMatchObject({ length: 0, turning: 0, spans: [] })
  })

  test('one pulley is a full circle', () => {
    expect(traced([circle(5, 5, 10, 1)])).toMatchObject({ length: 20 * Math.PI, turning: 1, wraps: [2 * Math.PI] })
  })

  test.each([
    ['coincident centres', circle(0, 0, 30)],
    ['one circle inside the other', circle(5, 0, 80)],
    ['circles that touch from inside', circle(20, 0, 50)],
    ['the other way round, nearer than both radii', circle(55, 0, 30, 1)],
  ])('%s leave no span', (_, second) => {
    expect(traceCord([circle(0, 0, 30), second])).toEqual({ ok: false, why: 'overlap', at: 0 })
  })

  test('a span that only touches a pulley wraps it by nothing, not by a full turn', () => {
    const path = traced([circle(0, 0, 40), circle(150, 0, 40), circle(300, 0, 40)])
    expect(path.wraps[1]).toBe(0)
    expect(path.length).toBeCloseTo(600 + 80 * Math.PI, 9)
  })
})

test('tangent points lie on both circles, square to the span', () => {
  const circles = [circle(0, 0, 80), circle(-150, 210, 30), circle(160, 190, 55)]
  const path = traced(circles)
  path.directions.forEach((direction, i) => {
    const [a, b] = [circles[i], circles[(i + 1) % 3]] as [CordCircle, CordCircle]
    const [start, end] = [tangentPoint(a, direction), tangentPoint(b, direction)]
    expect(Math.hypot(start.x - a.x, start.y - a.y)).toBeCloseTo(a.r, 10)
    expect(Math.hypot(end.x - b.x, end.y - b.y)).toBeCloseTo(b.r, 10)
    expect(Math.hypot(end.x - start.x, end.y - start.y)).toBeCloseTo(path.spans[i] as number, 10)
    expect((start.x - a.x) * Math.cos(direction) + (start.y - a.y) * Math.sin(direction)).toBeCloseTo(0, 10)
  })
})
