/** What would keep a belt from slipping, each worked out: docs/mechanics/tension.md. */
import { familyOf } from '../sections/families.ts'
import { isSprung } from '../adjusters/kinds.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { radians } from '../numerics/vectors.ts'
import { settleDrive, travelsNow, type SettledDrive } from '../path/settle.ts'
import { sizeOf, withSizes } from '../resize/resize.ts'
import type { BeltCondition } from './grip.ts'
import type { OperatingPoint } from './loads.ts'
import { staticSetting, TensionModel, type TensionOptions } from './span-tensions.ts'

export const HELPS = ['dry', 'tighter', 'wrap', 'larger', 'ribs'] as const
export type Help = (typeof HELPS)[number]

/** How much of each is tried. */
export const HELP_BY = { tighter: 0.25, wrapDeg: 30, larger: 0.1, ribs: 2 } as const

export interface Helping {
  readonly help: Help
  /** The pulley it is done to; null where it is done to the belt. */
  readonly pulley: string | null
  /** Least reserve of the belt with it, over the same points. */
  readonly reserve: number
}

export interface WhatHelps {
  /** Least reserve as it is, and where. */
  readonly now: number
  readonly pulley: string
  readonly at: OperatingPoint
  /** What was tried, the most helpful first; also what does not help. */
  readonly tried: readonly Helping[]
}

/**
 * Looks for what raises the least reserve of one belt over some operating points: dry faces, a quarter more tension, 30° more wrap where it
 * slips first (an idler beside that pulley), that pulley a tenth larger, two more ribs. Each is a drive of its own, solved as any other.
 * Undefined for a belt that is not driven, cannot slip, or turns something whose load nobody knows.
 */
export function whatHelps(
  settled: SettledDrive,
  beltId: string,
  points: readonly OperatingPoint[],
  condition?: BeltCondition,
): WhatHelps | undefined {
  const belt = settled.drive.belts.find(({ id }) => id === beltId)
  const options: TensionOptions = condition === undefined ? {} : { condition }
  const now = minReserve(settled, beltId, points, options)
  if (belt === undefined || now === undefined || now.reserve === Infinity) return undefined
  const held = travelsNow(settled)
  const reserveOf = (drive: CheckedDrive) =>
    minReserve(settleDrive(drive, held, settled.rules), beltId, points, options)?.reserve
  const slipping = settled.drive.pulleys.find(({ id }) => id === now.pulley)
  const size = slipping === undefined ? null : sizeOf(slipping)
  const ways: readonly (readonly [Help, string | null, number | undefined])[] = [
    [
      'dry',
      null,
      (condition ?? belt.condition ?? 'dry') === 'dry'
        ? undefined
        : minReserve(settled, beltId, points, { condition: 'dry' })?.reserve,
    ],
    ['tighter', null, reserveOf(tighter(settled.drive, beltId))],
    [
      'wrap',
      now.pulley,
      minReserve(settled, beltId, points, { ...options, moreWrap: { [now.pulley]: radians(HELP_BY.wrapDeg) } })
        ?.reserve,
    ],
    [
      'larger',
      now.pulley,
      size === null
        ? undefined
        : reserveOf(withSizes(settled.drive, [{ pulley: now.pulley, size: Math.round(size * (1 + HELP_BY.larger)) }])),
    ],
    ['ribs', null, familyOf(belt.section).hasRibs ? reserveOf(moreRibs(settled.drive, beltId)) : undefined],
  ]
  const tried = ways
    .flatMap(([help, pulley, reserve]): Helping[] => (reserve === undefined ? [] : [{ help, pulley, reserve }]))
    .toSorted((a, b) => b.reserve - a.reserve)
  return { now: now.reserve, pulley: now.pulley, at: now.at, tried }
}

function minReserve(
  settled: SettledDrive,
  beltId: string,
  points: readonly OperatingPoint[],
  options: TensionOptions,
): { readonly reserve: number; readonly pulley: string; readonly at: OperatingPoint } | undefined {
  const model = new TensionModel(settled)
  return points
    .flatMap((at) => {
      const belt = model.at(at, options).find(({ belt: id }) => id === beltId)
      const reserve = belt?.worst.gripReserve ?? null
      return belt === undefined || reserve === null ? [] : [{ reserve, pulley: belt.worst.pulley, at }]
    })
    .reduce<ReturnType<typeof minReserve>>(
      (least, each) => (least === undefined || each.reserve < least.reserve ? each : least),
      undefined,
    )
}

/** The spring a quarter stronger, or the setting a quarter higher. */
function tighter(drive: CheckedDrive, beltId: string): CheckedDrive {
  const by = 1 + HELP_BY.tighter
  const adjuster = drive.belts.find(({ id }) => id === beltId)?.adjuster
  return {
    ...drive,
    adjusters: drive.adjusters.map((each) =>
      each.id === adjuster && isSprung(each) ? { ...each, preload: each.preload * by, rate: each.rate * by } : each,
    ),
    belts: drive.belts.map((belt) =>
      belt.id === beltId ? { ...belt, installTension: staticSetting(belt).tension * by } : belt,
    ),
  }
}

/** Two more ribs, set as tight a rib as before; a spring pulls no harder for them. */
function moreRibs(drive: CheckedDrive, beltId: string): CheckedDrive {
  return {
    ...drive,
    pulleys: drive.pulleys.map((pulley) =>
      pulley.face === 'ribbed' ? { ...pulley, grooves: pulley.grooves + HELP_BY.ribs } : pulley,
    ),
    belts: drive.belts.map((belt) => {
      if (belt.id !== beltId) return belt
      const ribs = belt.ribs + HELP_BY.ribs
      const set = belt.installTension == null ? null : (belt.installTension * ribs) / belt.ribs
      return { ...belt, ribs, installTension: set }
    }),
  }
}
