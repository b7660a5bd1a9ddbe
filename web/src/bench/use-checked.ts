import { isSprung } from '@emery/core/adjusters'
import type { SettledBelt } from '@emery/core/path'
import { checkedSpans, FINGER_FORCE, settingFor, type BeltAge, type NamedSpan } from '@emery/core/tension'
import { usePreferences } from '../ui/preferences.ts'
import { useBenchState } from './bench-context.ts'

export interface Checked {
  readonly age: BeltAge
  /** N at rest of one belt of the set. */
  readonly wanted: number
  readonly spans: readonly NamedSpan[]
  readonly longest: NamedSpan
  /** The span that is pressed or plucked. */
  readonly span: NamedSpan
  /** N of whoever works here, or the nominal finger. */
  readonly finger: { readonly force: number; readonly tried: boolean }
}

/** The span a belt is checked on by hand, and what it should be set to; undefined for what a spring sets, or without a path. */
export function useChecked(belt: SettledBelt | undefined): Checked | undefined {
  const { age, span: picked } = useBenchState((state) => state.tension)
  const finger = usePreferences(({ fingers, person }) => fingers[person])
  if (belt === undefined || (belt.adjuster !== null && isSprung(belt.adjuster.adjuster))) return undefined
  const spans = checkedSpans(belt)
  const [first] = spans
  if (first === undefined) return undefined
  // The longest is offered first: a millimetre says most there.
  const longest = spans.reduce((most, each) => (each.length > most.length ? each : most), first)
  return {
    age,
    wanted: settingFor(belt.belt, age),
    spans,
    longest,
    span: spans.find((each) => spanKey(each) === picked) ?? longest,
    finger: finger === undefined ? { force: FINGER_FORCE, tried: false } : { force: finger.force, tried: true },
  }
}

/** A span by the pulleys it runs between. */
export function spanKey({ from, to }: Pick<NamedSpan, 'from' | 'to'>): string {
  return `${from} ${to}`
}
