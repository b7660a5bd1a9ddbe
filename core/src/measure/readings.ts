/** From what was read of a pulley to what the drive takes it for: docs/mechanics/readings.md. */
import type { DriveDraft, DriveEdit } from '../drive/edits.ts'
import type { DiameterPlace, Pulley } from '../drive/pulley.ts'
import type { Reading, ReadingHow } from '../drive/reading.ts'
import { radians } from '../numerics/vectors.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import { TIP_RADIUS_MM } from './nominal.ts'

/** What a way of reading tells: which value of the pulley it sets. */
export type ReadingSets = 'diameter' | 'grooves' | 'teeth' | 'ride'

export const READING_SETS: Readonly<Record<ReadingHow, ReadingSets>> = {
  outside: 'diameter',
  effective: 'diameter',
  pitch: 'diameter',
  overBelt: 'diameter',
  circumference: 'diameter',
  step: 'diameter',
  balls: 'diameter',
  grooves: 'grooves',
  teeth: 'teeth',
  ride: 'ride',
}

/** The ways in which a pulley with this face can be read, the usual one first. */
export function waysToRead({ face }: Pulley, stepped: boolean): readonly ReadingHow[] {
  const step: readonly ReadingHow[] = stepped ? ['step'] : []
  switch (face) {
    case 'ribbed':
      return ['outside', 'circumference', ...step, 'overBelt', 'balls', 'effective', 'pitch', 'grooves']
    case 'vee':
      return ['outside', 'circumference', ...step, 'overBelt', 'pitch', 'grooves', 'ride']
    case 'smooth':
      return ['outside', 'circumference', ...step]
    case 'toothed':
      return ['teeth']
  }
}

/** A diameter as the drive keeps it. */
export interface DiameterRead {
  readonly diameter: Mm
  readonly diameterAt: DiameterPlace
}

/**
 * mm by which a caliper over two balls of diameter q in opposite grooves reads more than the effective diameter. The ball's
 * centre lies q/2 over sin(φ/2) above the groove's apex, the effective line where the rounded tips end:
 *
 *   K − d_e = q·(1 + 1/sin(φ/2)) − 2·(e / (2·tan(φ/2)) − ρ·(1/sin(φ/2) − 1))
 *
 * For 2.5 mm balls in PK grooves that is 0.99 mm.
 */
export function overBalls(ball: Mm): Mm {
  const half = radians(40 / 2)
  const { pitch } = sectionFigures('PK')
  const tipLine = pitch / (2 * Math.tan(half)) - TIP_RADIUS_MM * (1 / Math.sin(half) - 1)
  return ball * (1 + 1 / Math.sin(half)) - 2 * tipLine
}

/**
 * The diameter a reading comes to; undefined where it tells something else, or where the outer step it was taken from has no
 * size yet.
 *
 *   round it with a tape of thickness a   d = C/π − a        a step of depth h below an outer one   d = d_outer − 2·h
 */
export function diameterFrom(reading: Reading, pulleys: readonly Pulley[]): DiameterRead | undefined {
  switch (reading.how) {
    case 'outside':
    case 'effective':
    case 'pitch':
    case 'overBelt':
      return { diameter: reading.value, diameterAt: reading.how }
    case 'circumference':
      return { diameter: reading.value / Math.PI - (reading.tape ?? 0), diameterAt: 'outside' }
    case 'balls':
      return { diameter: reading.value - overBalls(reading.ball), diameterAt: 'effective' }
    case 'step': {
      const outer = pulleys.find(({ id }) => id === reading.outer)
      if (outer === undefined || outer.face === 'toothed' || outer.diameter === null) return undefined
      return { diameter: outer.diameter - 2 * reading.value, diameterAt: 'outside' }
    }
    case 'grooves':
    case 'teeth':
    case 'ride':
      return undefined
  }
}

/** Keeps a reading and lets the pulley be what it says. Steps that were taken from this pulley follow it. */
export function takeReading(reading: Reading): DriveEdit {
  return (draft) => {
    draft.readings = [...(draft.readings ?? []), { ...reading }]
    applyReading(draft, reading)
    applySteps(draft, reading.pulley)
  }
}

/** Strikes a reading out; the pulley goes back to the newest one that is left, or keeps what it has when none is. */
export function strikeReading(readingId: string): DriveEdit {
  return (draft) => {
    const struck = draft.readings?.find(({ id }) => id === readingId)
    if (struck === undefined || draft.readings === undefined) return
    draft.readings = draft.readings.filter(({ id }) => id !== readingId)
    const left = draft.readings.findLast(
      ({ pulley, how }) => pulley === struck.pulley && READING_SETS[how] === READING_SETS[struck.how],
    )
    if (left !== undefined) applyReading(draft, left)
    applySteps(draft, struck.pulley)
  }
}

function applySteps(draft: DriveDraft, outer: string): void {
  for (const reading of draft.readings ?? []) {
    const newest = newestReading(draft.readings ?? [], reading.pulley, 'diameter')
    if (reading.how === 'step' && reading.outer === outer && newest?.id === reading.id) applyReading(draft, reading)
  }
}

function applyReading(draft: DriveDraft, reading: Reading): void {
  const pulley = draft.pulleys.find(({ id }) => id === reading.pulley)
  if (pulley === undefined) return
  const sets = READING_SETS[reading.how]
  if (sets === 'diameter') {
    const read = diameterFrom(reading, draft.pulleys)
    if (read !== undefined && pulley.face !== 'toothed') Object.assign(pulley, read)
  } else if (sets === 'teeth') {
    if (pulley.face === 'toothed') pulley.teeth = reading.value
  } else if (sets === 'ride') {
    if (pulley.face === 'vee') pulley.ride = reading.value
  } else if (pulley.face === 'ribbed' || pulley.face === 'vee') {
    pulley.grooves = reading.value
  }
}

/** The reading that a value of a pulley rests on. */
export function newestReading(readings: readonly Reading[], pulley: string, sets: ReadingSets): Reading | undefined {
  return readings.findLast((reading) => reading.pulley === pulley && READING_SETS[reading.how] === sets)
}
