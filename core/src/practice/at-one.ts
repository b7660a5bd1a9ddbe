/** What a test shows at one pulley, for whoever does it by hand. docs/mechanics/practice.md */
import { named, type Asked } from './asked.ts'
import { LEANS_DEG, PLAY_MM, WOBBLES_DEG } from './nominal.ts'

export type AtOne = (asked: Asked, at: { readonly pulley: string; readonly shaft: string }) => string

/** Tests that are done at one pulley after the other. */
export const AT_ONE = {
  straightedge: (asked, { pulley, shaft }) => {
    const name = named(asked, shaft)
    if ((asked.car.trouble.groovesOff?.[pulley] ?? 0) !== 0) return `${name}: flush, but the belt lies one groove over.`
    const i = asked.car.whole.drive.pulleys.findIndex(({ id }) => id === pulley)
    const [is, was] = [asked.car.faulty.drive.pulleys[i], asked.car.whole.drive.pulleys[i]]
    const read = asked.read((is?.z ?? 0) - (was?.z ?? 0), 0.05)
    const leans = Math.hypot(is?.tilt?.x ?? 0, is?.tilt?.y ?? 0)
    if (leans > LEANS_DEG)
      return `${name}: the edge touches at one side only; its face leans by about ${leans.toFixed(1)}°.`
    return Math.abs(read) < 0.3
      ? `${name}: flush.`
      : `${name}: ${Math.abs(read).toFixed(1)} mm ${read > 0 ? 'in front' : 'behind'}.`
  },
  spin: (asked, { shaft }) => {
    const { rough, drag } = asked.car.trouble
    const name = named(asked, shaft)
    if ((rough?.[shaft] ?? 0) > 0.3) return `${name}: grinds as it runs out.`
    return (drag?.[shaft] ?? 0) > 5 ? `${name}: can hardly be turned.` : `${name}: quiet, stops in a turn or two.`
  },
  rock: (asked, { pulley, shaft }) => {
    const name = named(asked, shaft)
    const play = asked.car.trouble.play?.[shaft] ?? 0
    if (play > PLAY_MM) return `${name}: rocks by about ${asked.read(play, 0.1).toFixed(1)} mm.`
    const arm = asked.car.whole.drive.adjusters.find((each) => 'shaft' in each && each.shaft === shaft)
    if (arm !== undefined && (asked.car.trouble.leans?.[arm.id] ?? 0) > LEANS_DEG)
      return `${name}: the whole arm rocks.`
    return (asked.car.trouble.wobble?.[pulley] ?? 0) > WOBBLES_DEG
      ? `${name}: its rim moves on its hub.`
      : `${name}: firm.`
  },
  probe: (asked, { shaft }) =>
    (asked.car.trouble.rough?.[shaft] ?? 0) > 0.3
      ? `${named(asked, shaft)}: rumbles.`
      : `${named(asked, shaft)}: an even hum.`,
  'grooves-look': (asked, { pulley, shaft }) =>
    (asked.car.trouble.bump?.[pulley] ?? 0) > 0.5
      ? `${named(asked, shaft)}: something sits in a groove.`
      : `${named(asked, shaft)}: clean.`,
} as const satisfies Readonly<Record<string, AtOne>>

/** Ids of the tests that are done at one pulley after the other. */
export const TESTS_AT_ONE: readonly string[] = Object.keys(AT_ONE)
