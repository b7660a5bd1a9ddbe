/** How ratios, speeds and times come about, laid open. */
import { isSized } from '../drive/pulley.ts'
import type { SettledDrive } from '../path/settle.ts'
import type { ShopRules } from '../rules/rules.ts'
import { wordingFor } from '../solution/part-names.ts'
import { engineTime } from '../speeds/engine-time.ts'
import { USUAL_USE } from '../speeds/nominal.ts'
import { timeOutside } from '../speeds/judge-speeds.ts'
import { shaftSpeeds, speedOfBelt, type ShaftSpeed } from '../speeds/shaft-speeds.ts'
import { usefulRange } from '../speeds/useful-range.ts'
import { radiusFormula, type Working, type WorkingLine, type WorkingPart, type WorkingValue } from './working.ts'

const mm = (value: number): WorkingValue => ({ is: 'length', mm: value })
const rpm = (value: number): WorkingValue => ({ is: 'quantity', value, unit: 'rpm' })
const percent = (share: number): WorkingValue => ({ is: 'quantity', value: 100 * share, unit: '%' })

type KnownSpeed = ShaftSpeed & { readonly ratio: number }

/** A driven shaft whose ratio is known; undefined for the crank and for what no belt reaches. */
function drivenShaft(settled: SettledDrive, shaftId: string): KnownSpeed | undefined {
  const speed = shaftSpeeds(settled).reached.get(shaftId)
  return speed === undefined || speed.ratio === null || speed.through.length === 0
    ? undefined
    : { ...speed, ratio: speed.ratio }
}

/** How a shaft's ratio comes about, belt by belt from the crank; undefined for the crank and for shafts whose ratio is not known. */
export function ratioWorking(settled: SettledDrive, shaftId: string): Working | undefined {
  const speed = drivenShaft(settled, shaftId)
  if (speed === undefined) return undefined
  const words = wordingFor(settled.drive)
  return {
    title: `Ratio of ${words.shaft(shaftId)}`,
    formula: `ratio = ${ratioFormula(speed)}`,
    lines: [
      ...radiusLines(settled, speed),
      {
        symbol: '1 / ratio',
        what: 'turns of the crank for one turn of this shaft',
        from: [],
        value: { is: 'number', value: 1 / speed.ratio },
      },
    ],
    result: {
      symbol: 'ratio',
      what: 'turns of this shaft for one turn of the crank',
      from: [],
      value: { is: 'number', value: speed.ratio },
    },
  }
}

/** How a shaft's speed at an engine speed comes about. */
export function speedWorking(settled: SettledDrive, shaftId: string, engineRpm: number): Working | undefined {
  const speed = drivenShaft(settled, shaftId)
  if (speed === undefined) return undefined
  return {
    title: `Speed of ${wordingFor(settled.drive).shaft(shaftId)}`,
    formula: `n shaft = n · ${ratioFormula(speed)}`,
    lines: [
      { symbol: 'n', what: 'engine speed', from: [], value: rpm(engineRpm) },
      ...radiusLines(settled, speed),
      ratioLine(speed),
    ],
    result: { symbol: 'n shaft', what: 'its own speed', from: [], value: rpm(speed.ratio * engineRpm) },
  }
}

/** How fast a belt runs at an engine speed, from the first of its pulleys whose size and ratio are known. */
export function beltSpeedWorking(settled: SettledDrive, beltId: string, engineRpm: number): Working | undefined {
  const belt = settled.belts.find((each) => each.belt.id === beltId)
  const speeds = shaftSpeeds(settled)
  const v = belt === undefined ? null : speedOfBelt(belt, speeds, engineRpm)
  if (belt === undefined || v === null) return undefined
  const words = wordingFor(settled.drive)
  const at = belt.pulleys.findIndex(
    ({ shaft }, i) => speeds.reached.get(shaft)?.ratio != null && belt.rolls[i]?.r != null,
  )
  const pulley = belt.pulleys[at]
  if (pulley === undefined) return undefined
  const ratio = speeds.reached.get(pulley.shaft)?.ratio ?? 1
  return {
    title: `Speed of ${words.belt(belt.belt)}`,
    formula: 'v = 2π · r · ratio · n / 60 000',
    lines: [
      { symbol: 'n', what: 'engine speed', from: [], value: rpm(engineRpm) },
      {
        symbol: 'r',
        what: `cord radius on ${words.pulley(pulley)}, mm`,
        from: isSized(pulley) ? radiusFormula(pulley, belt.belt.section, belt.belt.route[at]?.contact ?? 'ribs') : [],
        value: mm(belt.rolls[at]?.r ?? 0),
      },
      {
        symbol: 'ratio',
        what: `turns of ${words.shaft(pulley.shaft)} for one of the crank`,
        from: [],
        value: { is: 'number', value: ratio },
      },
    ],
    result: { symbol: 'v', what: 'speed of the belt', from: [], value: { is: 'quantity', value: v, unit: 'm/s' } },
  }
}

/** How the time out of a shaft's useful range comes about, stretch by stretch of engine speed. */
export function timeWorking(settled: SettledDrive, shaftId: string, rules: ShopRules): Working | undefined {
  const { drive } = settled
  const speed = drivenShaft(settled, shaftId)
  const shaft = drive.shafts.find(({ id }) => id === shaftId)
  if (speed === undefined || shaft === undefined) return undefined
  const { min: least, max: most } = usefulRange(shaft, rules)
  if (least === null && most === null) return undefined
  const bins = engineTime(drive.use ?? USUAL_USE, drive.engine)
  const outside = timeOutside({ min: least, max: most }, speed.ratio, bins)
  const limit = (symbol: string, what: string, end: typeof least): WorkingLine[] =>
    end === null
      ? []
      : [
          {
            symbol,
            what: `engine speed at its ${what} (${end.restsOn === 'part' ? 'its own figure' : end.restsOn})`,
            from: [`${Math.round(end.rpm)} / ${speed.ratio.toFixed(3)}`],
            value: rpm(end.rpm / speed.ratio),
          },
        ]
  return {
    title: `Time out of range of ${wordingFor(drive).shaft(shaftId)}`,
    formula: 't = Σ share · part of its stretch below n least or above n most',
    lines: [
      ratioLine(speed),
      ...limit('n least', 'minimum useful speed', least),
      ...limit('n most', 'maximum speed', most),
      ...bins.map(({ from, to, share }, i): WorkingLine => ({
        symbol: `t${i + 1}`,
        what:
          from === to
            ? `share of the time at ${Math.round(from)} rpm`
            : `share of the time from ${Math.round(from)} to ${Math.round(to)} rpm`,
        from: [],
        value: percent(share),
      })),
      { symbol: 'below', what: 'of it too slow', from: [], value: percent(outside.below) },
      { symbol: 'above', what: 'of it too fast', from: [], value: percent(outside.above) },
    ],
    result: { symbol: 't', what: 'of the time out of range', from: [], value: percent(outside.below + outside.above) },
  }
}

function ratioLine({ ratio }: KnownSpeed): WorkingLine {
  return {
    symbol: 'ratio',
    what: 'turns of this shaft for one turn of the crank',
    from: [],
    value: { is: 'number', value: ratio },
  }
}

function ratioFormula({ through }: KnownSpeed): string {
  return through.length === 1
    ? 'r driving / r driven'
    : through.map((_, i) => `(r${i + 1} driving / r${i + 1} driven)`).join(' · ')
}

/** The cord radii a ratio is made of, each from what was read of its pulley. */
function radiusLines(settled: SettledDrive, { through }: KnownSpeed): readonly WorkingLine[] {
  const words = wordingFor(settled.drive)
  return through.flatMap(({ belt, driving, driven, drivingRadius, drivenRadius }, i): WorkingLine[] => {
    const n = through.length === 1 ? '' : String(i + 1)
    return (
      [
        ['driving', driving, drivingRadius],
        ['driven', driven, drivenRadius],
      ] as const
    ).map(([side, id, radius]) => {
      const pulley = settled.drive.pulleys.find((each) => each.id === id)
      return {
        symbol: `r${n} ${side}`,
        what: `cord radius on ${pulley === undefined ? id : words.pulley(pulley)}`,
        from: radiusFrom(settled, belt, id),
        value: mm(radius),
      }
    })
  })
}

/** What was read of a pulley, and the section's own figures, that make its cord radius. */
function radiusFrom({ belts }: SettledDrive, beltId: string, pulleyId: string): readonly WorkingPart[] {
  const belt = belts.find(({ belt: { id } }) => id === beltId)
  const at = belt?.pulleys.findIndex(({ id }) => id === pulleyId) ?? -1
  const pulley = belt?.pulleys[at]
  if (belt === undefined || pulley === undefined || !isSized(pulley)) return []
  return radiusFormula(pulley, belt.belt.section, belt.belt.route[at]?.contact ?? 'ribs')
}
