import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { checkDrive } from '../drive/read.ts'
import type { CheckedDrive } from '../drive/drive.ts'

/** What a solved example holds of its solution; numbers computed by an independent program. */
export interface Vector {
  readonly file: string
  readonly drive: CheckedDrive
  readonly solution: {
    readonly belts: readonly VectorBelt[]
    readonly shafts: readonly {
      readonly id: string
      readonly driven: boolean
      readonly ratio: number
      readonly turns: string
      readonly rpm: { readonly idle: number; readonly cruise: number; readonly max: number }
    }[]
  }
  readonly held: {
    readonly u: Readonly<Record<string, number>>
    readonly belts: readonly { readonly id: string; readonly statedLength: number; readonly cordLength: number }[]
  }
  readonly tension?: readonly VectorTension[]
  readonly lineup: readonly {
    readonly id: string
    readonly spans: readonly {
      readonly from: string
      readonly to: string
      readonly offset: number
      readonly leaveAngle: number
      readonly enterAngle: number
    }[]
  }[]
}

/** Tensions at one operating point, of drives whose belts all come straight off the crank. */
export interface VectorTension {
  readonly rpm: number
  readonly load: number
  readonly belts: readonly {
    readonly id: string
    readonly beltSpeed: number
    readonly centrifugal: number
    readonly spans: readonly { readonly from: string; readonly to: string; readonly tension: number }[]
    readonly pulleys: readonly {
      readonly pulley: string
      readonly torque: number
      readonly gripUse: number
      readonly hubLoad: number
    }[]
    readonly worst: { readonly pulley: string; readonly gripReserve: number }
  }[]
}

interface VectorBelt {
  readonly id: string
  readonly cordLength: number
  readonly statedLength: number
  readonly lengthPerU: number
  readonly reach: { readonly shortest: number; readonly longest: number }
  readonly adjuster: { readonly id: string; readonly u: number; readonly value: number; readonly unit: string }
  readonly spans: readonly {
    readonly from: string
    readonly to: string
    readonly length: number
    readonly direction: number
    readonly start: { readonly x: number; readonly y: number }
    readonly end: { readonly x: number; readonly y: number }
  }[]
  readonly wraps: readonly {
    readonly pulley: string
    readonly angle: number
    readonly cordRadius: number
    readonly turns: string
  }[]
}

// Tests and benchmarks run from the project's own folder.
const FOLDER = join('core', 'src', 'testing', 'vectors')

/** All solved examples. Some hold a bare `Infinity` (a grip use without end), which JSON has no word for. */
export function readVectors(): Vector[] {
  return readdirSync(FOLDER)
    .filter((name) => name.endsWith('.json'))
    .map((file) => {
      const text = readFileSync(join(FOLDER, file), 'utf8').replace(/: Infinity\b/g, ': 1e999')
      const vector = JSON.parse(text) as Omit<Vector, 'file'>
      return { ...vector, file, drive: mustCheck(vector.drive) }
    })
}

export function vectorNamed(name: string): Vector {
  const vector = readVectors().find(({ file }) => file === `${name}.json`)
  if (vector === undefined) throw new Error(`There is no solved example ${name}.`)
  return vector
}

/** A drive that is known to be good, checked all the same. */
export function mustCheck(value: unknown): CheckedDrive {
  const read = checkDrive(value)
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  return read.drive
}
