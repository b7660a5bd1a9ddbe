import { expect, test } from '@jest/globals'
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './lib/places.mjs'

const sheets = execFileSync('git', ['ls-files', 'web/src/**/*.css'], { cwd: ROOT, encoding: 'utf8' }).trim().split('\n')

/** Distances and sizes of type that are numbers instead of steps of their scale; one pixel is a line's width. */
const OFF_SCALE =
  /^\s*(?:font(?:-size)?|(?:row-|column-)?gap|(?:padding|margin)(?:-[a-z]+)*):.*?(?<![\w/-])(?!1px)\d*\.?\d+px.*$/gm

test('every size of type and every distance on a screen is a step of the scale in tokens.css', () => {
  expect(sheets.length).toBeGreaterThan(40)
  const off = sheets.flatMap((sheet) =>
    [...readFileSync(join(ROOT, sheet), 'utf8').matchAll(OFF_SCALE)].map(([line]) => `${sheet}: ${line.trim()}`),
  )
  expect(off).toEqual([])
})
