import { readFileSync } from 'node:fs'
import { emery } from './emery.ts'

const STANDARD_INPUT = 0

process.exitCode = emery(process.argv.slice(2), {
  read: (path) => readFileSync(path === '-' ? STANDARD_INPUT : path, 'utf8'),
  readBytes: (path) => readFileSync(path === '-' ? STANDARD_INPUT : path),
  out: (text) => process.stdout.write(text),
  err: (line) => process.stderr.write(`${line}\n`),
})
