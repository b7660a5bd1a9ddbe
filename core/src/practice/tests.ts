/**
 * What each test of a diagnosis shows on a practice car: measured on the running drive and its parts, never looked up among what causes usually
 * give. Readings are as a hand takes them. docs/mechanics/practice.md
 */
import { randomFrom, scatterFrom } from '../numerics/random.ts'
import { beltStiffness } from '../path/belt-stiffness.ts'
import { deflectionFor } from '../tension/hand-checks.ts'
import type { SoundKind } from '../running/listen.ts'
import { complaint, lines, named, tensionShare, worst, type Asked } from './asked.ts'
import { BURNS, HIGH, JUMPS_DEG, LEANS_DEG, LITTLE_LOUDER, LOW, OUT_MM, PLAY_MM, WOBBLES_DEG } from './nominal.ts'
import { AT_ONE, type AtOne } from './at-one.ts'
import type { PracticeCar, Run } from './car.ts'

/** What a test showed: which of the knowledge's outcomes a mechanic would call it, and what was seen, in words. */
export interface Shown {
  readonly outcome: string
  readonly words: string
}

export class PracticeTests {
  private readonly scatter: () => number

  constructor(
    private readonly car: PracticeCar,
    seed: number,
    /** Whether a belt was fitted lately. */
    private readonly newBelt: boolean,
  ) {
    this.scatter = scatterFrom(randomFrom(seed))
  }

  /** What a test shows; null where practice cannot do it. */
  show(test: string): Shown | null {
    const how = (SHOWS as Readonly<Record<string, Show | undefined>>)[test]
    return how?.(this.asked()) ?? null
  }

  /** What a test shows at one pulley, in words; null where it is not done pulley by pulley. */
  showAt(test: string, pulley: string): string | null {
    const at = (AT_ONE as Readonly<Record<string, AtOne | undefined>>)[test]
    const part = this.car.whole.drive.pulleys.find(({ id }) => id === pulley)
    return at === undefined || part === undefined ? null : at(this.asked(), { pulley, shaft: part.shaft })
  }

  /** mm by which a thumb presses a span in, the belt standing; null where there is no such span. */
  press(span: { readonly belt: number; readonly position: number }, newtons: number): number | null {
    const standing = this.car.standing()
    const settled = this.car.faulty.belts[span.belt]
    const run = standing?.plan.belts[span.belt]
    if (settled === undefined || run === undefined || !settled.path.ok) return null
    const length = settled.path.spans[span.position]
    if (length === undefined) return null
    const { mass, stiffness } = beltStiffness(settled.belt, settled.pulleys)
    const pressed = deflectionFor({ length, mass, stiffness, cordLength: settled.path.length }, run.rest, newtons)
    return this.asked().read(pressed, 0.05)
  }

  private asked(): Asked {
    const { car, newBelt } = this
    const idle = car.idle
    return {
      car,
      newBelt,
      idle: () => car.run({ rpm: idle, load: 0.25 }),
      loaded: () => car.run({ rpm: idle, load: 0.95 }),
      wet: () => car.run({ rpm: idle, load: 0.25, wet: true }),
      blip: () => car.run({ rpm: idle, load: 0.25, blip: true }),
      fast: () => car.run({ rpm: 3 * idle, load: 0.25 }),
      read: (value, share) => value * (1 + share * this.scatter()),
    }
  }
}

const WORDS: Readonly<Record<SoundKind, string>> = {
  chirp: 'short chirps',
  squeal: 'a squeal',
  whine: 'a whine',
  grind: 'a rough rumble',
  slap: 'a slapping belt',
  rattle: 'a rattle',
  knock: 'a knock at every turn',
}
/** What a mechanic calls each kind of sound. */
const CALLED: Readonly<Record<SoundKind, string>> = {
  chirp: 'chirp',
  squeal: 'squeal',
  whine: 'whine',
  grind: 'grind',
  slap: 'slap',
  rattle: 'rattle',
  knock: 'rattle',
}

const total = ({ loud }: Run) => Object.values(loud).reduce((sum, each) => sum + each, 0)
const yesNo = (yes: boolean, words: readonly [string, string]): Shown => ({
  outcome: yes ? 'yes' : 'no',
  words: words[yes ? 0 : 1],
})

const travelOf = ({ car }: Asked) =>
  car.faulty.belts.map(({ adjuster }) => adjuster).find((each) => each?.adjuster.kind === 'spring-arm') ?? null

type Show = (asked: Asked) => Shown | null

/** By the ids of the knowledge's tests. */
const SHOWS = {
  heard: (asked: Asked): Shown => {
    const sound = complaint(asked)
    if (sound === null) return { outcome: 'none', words: 'Nothing is heard beside the engine.' }
    return { outcome: CALLED[sound.kind], words: `Heard: ${WORDS[sound.kind]}.` }
  },
  where: (asked: Asked): Shown | null => {
    const sound = complaint(asked)
    if (sound === null || sound.at === null) return null
    if (sound.kind === 'slap') return { outcome: 'span', words: 'Along a span.' }
    if (sound.kind === 'squeal') return { outcome: 'everywhere', words: 'From the belt, hard to say where.' }
    const shaft = asked.car.standing()?.plan.positions[sound.at]?.shaft ?? ''
    return { outcome: 'one-part', words: `Loudest at ${named(asked, shaft)}.` }
  },
  damp: (asked: Asked) =>
    yesNo(total(asked.wet()) > total(asked.idle()) + LITTLE_LOUDER, ['Worse in rain.', 'Rain makes no difference.']),
  idle: (asked: Asked) =>
    yesNo(total(asked.idle()) > total(asked.fast()) + LITTLE_LOUDER, ['Worst at idle.', 'Not worst at idle.']),
  throttle: (asked: Asked) =>
    yesNo(total(asked.blip()) > total(asked.idle()) + LITTLE_LOUDER, [
      'Worse when the throttle is opened.',
      'Not worse on the throttle.',
    ]),
  load: (asked: Asked) =>
    yesNo(total(asked.loaded()) > total(asked.idle()) + LITTLE_LOUDER, [
      'Worse with everything on.',
      'Not worse with everything on.',
    ]),
  'new-belt': (asked: Asked) => yesNo(asked.newBelt, ['Since a belt was fitted.', 'No belt was fitted lately.']),
  'charge-light': (asked: Asked) => yesNo(asked.loaded().keepsUp < 0.85, ['The lamp has come on.', 'No lamp.']),
  thrown: (asked: Asked) => yesNo(asked.loaded().thrown, ['It came off.', 'It never came off.']),
  dust: (asked: Asked) =>
    yesNo(Math.max(...asked.idle().entry, 0) > 1.5 || asked.loaded().slipWatts > BURNS, ['Black dust.', 'No dust.']),
  burnt: (asked: Asked) => yesNo(asked.loaded().slipWatts > 3 * BURNS, ['It smells burnt.', 'No smell.']),
  repeats: (asked: Asked): Shown | null => {
    const sound = complaint(asked)
    if (sound === null) return null
    const outcome = { belt: 'belt', crank: 'crank', part: 'part', firing: 'none' }[sound.keepsTimeWith ?? 'firing']
    return {
      outcome,
      words:
        outcome === 'none'
          ? 'It keeps time with nothing.'
          : `It keeps time with ${outcome === 'belt' ? 'the belt passing' : outcome === 'crank' ? 'the crank' : 'one part'}.`,
    }
  },
  water: (asked: Asked): Shown => {
    const [dry, wet] = [asked.idle(), asked.wet()]
    if (wet.loud.squeal > dry.loud.squeal + LITTLE_LOUDER)
      return { outcome: 'louder', words: 'Wet, it squeals louder.' }
    if (dry.loud.chirp > LITTLE_LOUDER && wet.loud.chirp < 0.6 * dry.loud.chirp)
      return { outcome: 'quiet-then-back', words: 'Wet, the chirp fades; it comes back as the belt dries.' }
    return { outcome: 'no-change', words: 'Water changes nothing.' }
  },
  'load-on': (asked: Asked): Shown =>
    total(asked.loaded()) > total(asked.idle()) + LITTLE_LOUDER
      ? { outcome: 'louder', words: 'Louder at once with everything on.' }
      : { outcome: 'no-change', words: 'Loads change nothing.' },
  'cold-start': (asked: Asked): Shown => {
    if (asked.loaded().loud.squeal > asked.idle().loud.squeal + LITTLE_LOUDER)
      return { outcome: 'squeals', words: 'It squeals while the battery is charged, then stops.' }
    return { outcome: 'stays', words: 'The same cold as warm.' }
  },
  'throttle-blip': (asked: Asked): Shown => {
    const [blip, idle] = [asked.blip(), asked.idle()]
    if (blip.loud.squeal > idle.loud.squeal + LITTLE_LOUDER)
      return { outcome: 'squeals', words: 'It squeals while the engine speeds up.' }
    if (Math.max(idle.loud.grind, idle.loud.whine) > LITTLE_LOUDER)
      return { outcome: 'rises', words: 'The noise rises and falls with the speed.' }
    if (Math.abs(total(blip) - total(idle)) > 2 * LITTLE_LOUDER)
      return { outcome: 'moves', words: 'The noise comes and goes.' }
    return { outcome: 'no-change', words: 'The throttle changes nothing.' }
  },
  'press-span': (asked: Asked): Shown => {
    const arm = asked.car.standing()?.plan.belts.find((belt) => belt.arm !== null)?.arm
    if (arm?.frozen === true) return { outcome: 'stuck', words: 'The arm does not move when the span is pressed.' }
    const share = asked.read(tensionShare(asked).share, 0.1)
    if (share < LOW) return { outcome: 'slack', words: 'The span gives far too easily.' }
    if (share > HIGH) return { outcome: 'hard', words: 'The span hardly gives.' }
    return { outcome: 'springs', words: 'The span gives and springs back.' }
  },
  'watch-arm': (asked: Asked): Shown => {
    const [, leans] = worst(asked.car.trouble.leans)
    if (leans > LEANS_DEG)
      return { outcome: 'tilted', words: 'The arm runs tilted; the belt lies off the middle of its pulley.' }
    const { nod } = asked.idle()
    return nod > JUMPS_DEG
      ? { outcome: 'jumps', words: `The arm jumps: about ${nod.toFixed(0)}° to and fro.` }
      : { outcome: 'steady', words: 'The arm hardly moves.' }
  },
  wrench: (asked: Asked): Shown => {
    const { trouble } = asked.car
    if (Object.keys(trouble.frozen ?? {}).length > 0) return { outcome: 'stuck', words: 'The arm does not turn.' }
    const [, leans] = worst(trouble.leans)
    if (leans > LEANS_DEG) return { outcome: 'leans', words: 'The arm rocks on its bush as it turns.' }
    const share = asked.read(Math.min(1, ...Object.values(trouble.spring ?? {})), 0.08)
    if (share < LOW)
      return { outcome: 'weak', words: `About ${Math.round(100 * share)} % of the torque its spring should need.` }
    return { outcome: 'smooth', words: 'Smooth, with a firm spring.' }
  },
  'watch-damper': (asked: Asked): Shown =>
    worst(asked.car.trouble.wobble)[1] > WOBBLES_DEG
      ? { outcome: 'wobbles', words: 'The rim of the crank pulley wanders to and fro.' }
      : { outcome: 'true', words: 'The crank pulley runs true.' },
  straightedge: (asked: Asked): Shown => {
    const [off] = worst(asked.car.trouble.groovesOff)
    if (off !== '')
      return {
        outcome: 'groove',
        words: `Counted from the front, the belt lies in another groove at ${named(asked, asked.car.whole.drive.pulleys.find(({ id }) => id === off)?.shaft ?? '')}.`,
      }
    const { out, leans } = lines(asked)
    const read = asked.read(out?.out ?? 0, 0.05)
    if (Math.abs(read) > OUT_MM)
      return {
        outcome: 'one-out',
        words: `${named(asked, out?.shaft ?? '')} stands ${Math.abs(read).toFixed(1)} mm ${read > 0 ? 'in front of' : 'behind'} the others.`,
      }
    if (Math.abs(leans?.leans ?? 0) > LEANS_DEG)
      return {
        outcome: 'leans',
        words: `The face of ${named(asked, leans?.shaft ?? '')} leans by about ${Math.abs(leans?.leans ?? 0).toFixed(1)}°.`,
      }
    return { outcome: 'in-line', words: 'All pulleys lie within half a millimetre of one line.' }
  },
  spin: (asked: Asked): Shown => {
    const [rough, how] = worst(asked.car.trouble.rough)
    if (how > 0.3) return { outcome: 'rough', words: `${named(asked, rough)} grinds when it is spun.` }
    const [heavy, drag] = worst(asked.car.trouble.drag)
    if (drag > 5) return { outcome: 'heavy', words: `${named(asked, heavy)} can hardly be turned by hand.` }
    return { outcome: 'quiet', words: 'Every pulley runs quietly and stops in a turn or two.' }
  },
  rock: (asked: Asked): Shown => {
    const [at, play] = worst(asked.car.trouble.play)
    if (play > PLAY_MM)
      return { outcome: 'play', words: `${named(asked, at)} rocks by about ${asked.read(play, 0.1).toFixed(1)} mm.` }
    const [, leans] = worst(asked.car.trouble.leans)
    return leans > LEANS_DEG
      ? { outcome: 'arm', words: 'The tensioner’s arm rocks.' }
      : { outcome: 'firm', words: 'Everything is firm.' }
  },
  probe: (asked: Asked): Shown => {
    const { loudest, loud } = asked.idle()
    const [at] = worst(asked.car.trouble.rough)
    if (loud.grind > LITTLE_LOUDER) return { outcome: 'one', words: `${named(asked, at)} rumbles.` }
    if (loud.whine > LITTLE_LOUDER && loudest !== null) return { outcome: 'one', words: 'A bearing whines.' }
    return { outcome: 'none', words: 'No bearing stands out.' }
  },
  'belt-off-run': (): Shown => ({ outcome: 'gone', words: 'With the belt off the noise is gone.' }),
  'look-belt': (asked: Asked): Shown => {
    const { worn, glazed, oily } = asked.car.trouble
    if (worst(oily)[1] > 0.3) return { outcome: 'oily', words: 'The ribs are oily and soft.' }
    if (Math.max(worst(worn)[1], worst(glazed)[1]) > 0.4)
      return { outcome: 'glazed', words: 'The ribs are hard and shine, with fine cracks.' }
    if (asked.car.faults.some(({ kind }) => kind === 'wet')) return { outcome: 'wet', words: 'Only wet.' }
    if (Math.max(...asked.idle().entry, 0) > 2) return { outcome: 'edge', words: 'One edge is frayed.' }
    return asked.newBelt ? { outcome: 'new', words: 'Like new.' } : { outcome: 'sound', words: 'Sound and dull.' }
  },
  'dust-look': (asked: Asked): Shown => {
    if (asked.loaded().slipWatts > BURNS) return { outcome: 'all', words: 'Black dust everywhere.' }
    return Math.max(...asked.idle().entry, 0) > 1.5
      ? { outcome: 'at-one', words: 'Dust beside one pulley.' }
      : { outcome: 'none', words: 'No dust.' }
  },
  'grooves-look': (asked: Asked): Shown => {
    if (worst(asked.car.trouble.bump)[1] > 0.5) return { outcome: 'something', words: 'Something sits in a groove.' }
    return asked.loaded().slipWatts > BURNS
      ? { outcome: 'polished', words: 'The grooves are polished bright.' }
      : { outcome: 'clean', words: 'Clean and even.' }
  },
  'rim-feel': (asked: Asked): Shown => {
    const { groovesOff, worn } = asked.car.trouble
    if (Object.keys(groovesOff ?? {}).length > 0)
      return { outcome: 'over', words: 'A rib hangs over the edge of one pulley.' }
    return worst(worn)[1] > 0.7
      ? { outcome: 'low', words: 'The belt sits deep, below the rims.' }
      : { outcome: 'flush', words: 'Flush with every rim.' }
  },
  'tension-reading': (asked: Asked): Shown => {
    const { share, newtons, wanted } = tensionShare(asked)
    const read = asked.read(share, 0.05)
    const words = `${Math.round((newtons * read) / share || 0)} N; ${Math.round(wanted)} N is wanted.`
    return { outcome: read < LOW ? 'low' : read > HIGH ? 'high' : 'right', words }
  },
  pointer: (asked: Asked): Shown => {
    const adjuster = travelOf(asked)
    if (adjuster === null) return { outcome: 'none', words: 'There is no pointer.' }
    const seat = adjuster.seat
    const u = adjuster.u ?? (seat?.ok === false && seat.why === 'long' ? 1 : 0)
    const marks = adjuster.adjuster.kind === 'spring-arm' ? adjuster.adjuster.marks : undefined
    const [min, max] = [marks?.min ?? 0.15, marks?.max ?? 0.85]
    if (u > max) return { outcome: 'beyond', words: 'The pointer stands past its last mark.' }
    return u < min
      ? { outcome: 'short', words: 'The pointer stands before its first mark.' }
      : { outcome: 'between', words: 'The pointer stands between its marks.' }
  },
  number: (asked: Asked): Shown => {
    const { whole, faulty } = asked.car
    for (const [i, belt] of faulty.drive.belts.entries()) {
      const was = whole.drive.belts[i]
      if (was === undefined) continue
      if (belt.ribs !== was.ribs)
        return { outcome: 'other', words: `It has ${belt.ribs} ribs; the pulleys have room for ${was.ribs}.` }
      if (belt.length !== null && was.length !== null && belt.length - was.length > 4)
        return {
          outcome: 'long',
          words: `It is ${Math.round(belt.length)} mm long; the drive asks for about ${Math.round(was.length)} mm.`,
        }
    }
    return { outcome: 'right', words: 'The number is what the drive asks for.' }
  },
  'revving-line': (asked: Asked): Shown => {
    const [still, revving] = [asked.idle().entry, asked.loaded().entry]
    const moved = Math.max(0, ...revving.map((each, i) => Math.abs(each - (still[i] ?? 0))))
    return moved > 0.4
      ? { outcome: 'moves', words: 'Under load one pulley leaves the line.' }
      : { outcome: 'same', words: 'The line is the same under load.' }
  },
  'wrap-look': (): Shown => ({ outcome: 'enough', words: 'The belt goes round every pulley as far as it should.' }),
  'belt-run': (asked: Asked): Shown => {
    const { idle, car } = asked
    if (idle().swing > 5) return { outcome: 'flutters', words: 'A span swings.' }
    const standing = car.standing()
    const walks =
      standing?.plan.positions.some(({ grooved }, i) => !grooved && (idle().entry[i] ?? 0) > 1) === true ||
      Object.keys(car.trouble.wobble ?? {}).length > 0 ||
      worst(car.trouble.play)[1] > PLAY_MM
    return walks
      ? { outcome: 'walks', words: 'The belt walks to and fro on a pulley.' }
      : { outcome: 'steady', words: 'The belt runs steadily in the middle.' }
  },
  'decoupler-turn': (asked: Asked): Shown =>
    (asked.car.trouble.locked ?? []).length > 0
      ? { outcome: 'locked', words: 'The pulley carries the rotor along both ways.' }
      : { outcome: 'good', words: 'It drives one way and runs free the other.' },
  'switch-off': (asked: Asked): Shown =>
    (asked.car.trouble.locked ?? []).length > 0
      ? { outcome: 'stops', words: 'The rotor stops with the belt, with a chirp.' }
      : { outcome: 'runs-on', words: 'The rotor is heard to run on.' },
  'quarter-turn': (asked: Asked): Shown => {
    const share = asked.read(tensionShare(asked).share, 0.15)
    return share < LOW
      ? { outcome: 'loose', words: 'It twists far past a quarter turn.' }
      : share > HIGH
        ? { outcome: 'tight', words: 'It hardly twists.' }
        : { outcome: 'right', words: 'About a quarter turn.' }
  },
  'teeth-look': (): Shown => ({ outcome: 'sound', words: 'Sound, with even edges.' }),
} as const

/** Ids of the tests that can be done in practice. */
export const PRACTICE_TESTS = Object.keys(SHOWS)
