import { expect, test } from '@jest/globals'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openLog } from './log.ts'

test('what is logged stands in the file as JSON, a line each', () => {
  const file = join(mkdtempSync(join(tmpdir(), 'emery-log-')), 'emery.log')
  openLog(file).info({ port: 4680 }, 'listening')
  expect(JSON.parse(readFileSync(file, 'utf8'))).toMatchObject({ port: 4680, msg: 'listening' })
})

test.each([
  ['on a full disk', '/dev/full'],
  ['in a folder that is not there', '/no/such/folder/emery.log'],
])('a log %s stops nothing', (_name, file) => {
  const log = openLog(file)
  for (let i = 0; i < 3; i++) expect(() => log.info('a line')).not.toThrow()
})
