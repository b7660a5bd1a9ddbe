import { checkOf, type LimitMet, type InspectionSum, type WatchUntil } from '@emery/core/wear'
import type { Verdict } from '@emery/core/verdict'
import { unitsNow } from '../ui/use-units.ts'

/** What a verdict on wear asks for. */
export const WORD: Readonly<Record<Verdict, string>> = {
  fine: 'fine',
  watch: 'watch',
  act: 'replace',
  unknown: 'not known',
}

/** `141,500 km`, or miles where the person chose them. */
export function kmText(km: number): string {
  return unitsNow().distance.text(km)
}

const roughly = (km: number) => kmText(Math.round(km / 100) * 100)

/** Where a trend meets its limit, with its spread, as seen from a distance that was read. */
export function limitText({ at, from, to }: LimitMet, now: number | null): string {
  const spread = `${roughly(from)} to ${roughly(to)}, two times in three`
  if (now !== null && at <= now) return `limit reached, by its trend (${spread})`
  const left = now === null ? '' : `, ${roughly(at - now)} from here`
  return `about ${roughly(at)}${left} (${spread})`
}

export function untilText(until: WatchUntil, now: number | null): string {
  if (until.is === 'trend') return `until ${limitText(until.meets, now)}`
  return `check again after ${kmText(until.km)} or ${until.months} months (nominal)`
}

/** A walk’s sum as lines to be kept and printed. */
export function sumLines(sum: InspectionSum, now: number | null): readonly string[] {
  return [
    ...sum.replace.map(({ part, reasons }) => `Replace now: ${part.name}. ${reasons.join(' ')}`),
    ...sum.watch.map(
      ({ part, reasons, until }) => `Watch: ${part.name}, ${untilText(until, now)}. ${reasons.join(' ')}`,
    ),
    ...sum.together,
    ...notKnown(sum),
    ...(sum.untouched.length === 0 ? [] : [`Not checked: ${sum.untouched.map(({ name }) => name).join(', ')}.`]),
    ...(sum.fine.length === 0 ? [] : [`Fine: ${sum.fine.map(({ name }) => name).join(', ')}.`]),
  ]
}

function notKnown({ open }: InspectionSum): readonly string[] {
  const of = open.map(
    ({ part, missing }) => `${part.name} (${missing.map((id) => checkOf(id).name.toLowerCase()).join(', ')})`,
  )
  return of.length === 0 ? [] : [`Not known: ${of.join('; ')}.`]
}
