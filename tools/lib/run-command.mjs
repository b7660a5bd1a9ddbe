import { spawn, spawnSync } from 'node:child_process'
import { Hindrance } from './say.mjs'

/** Runs a command quietly; resolves to its status and what it printed. */
export function quietly(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] })
    let output = ''
    child.stdout.on('data', (chunk) => (output += chunk))
    child.stderr.on('data', (chunk) => (output += chunk))
    child.on('error', (error) => resolve({ status: 127, output: `${output}${error.message}` }))
    child.on('close', (status) => resolve({ status: status ?? 1, output }))
  })
}

/** Runs a command in the open, its output passed on as it comes; resolves to its status. */
export function openly(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: ['ignore', 'inherit', 'inherit'], ...options })
    child.on('error', () => resolve(127))
    child.on('close', (status) => resolve(status ?? 1))
  })
}

/** Runs a command quietly; throws a sentence where it does not succeed. */
export async function must(command, args, options = {}) {
  const { status, output } = await quietly(command, args, options)
  if (status !== 0) throw new Hindrance(`${command} ${args[0] ?? ''} did not succeed: ${lastLines(output)}`)
  return output
}

/** Whether a program is on the path, Debian's system folders included. */
export function isInstalled(program) {
  return spawnSync('sh', ['-c', `command -v "$1"`, 'sh', program], { env: withSystemFolders() }).status === 0
}

/** Debian keeps servers in sbin, which an ordinary account's path leaves out. */
export function withSystemFolders(env = process.env) {
  return { ...env, PATH: `${env.PATH ?? ''}:/usr/sbin:/sbin` }
}

/** The last lines of an output that say something. */
export function lastLines(output, count = 3) {
  return output
    .split('\n')
    .filter((line) => line.trim() !== '')
    .slice(-count)
    .join(' / ')
}
