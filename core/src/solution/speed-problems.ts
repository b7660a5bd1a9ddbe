import { engineRpmText } from '../speeds/engine-speeds.ts'
import { TURN_WORDS } from '../drive/engine.ts'
import type { Shaft } from '../drive/shaft.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { ruleKey, ruleValue, ruleWords } from '../rules/rules.ts'
import { speedOfBelt, type ShaftSpeed, type ShaftSpeeds } from '../speeds/shaft-speeds.ts'
import type { Judging } from './belt-problems.ts'
import type { Wording } from './part-names.ts'
import { problem, type Problem } from './problem.ts'

/** What is wrong with the way or the speed at which one shaft turns. */
export function shaftProblems(
  { drive }: SettledDrive,
  shaft: Shaft,
  speed: ShaftSpeed | undefined,
  words: Wording,
): Problem[] {
  const name = words.shaft(shaft.id)
  if (speed === undefined && drive.belts.some((belt) => belt.route.length < 2)) return []
  if (speed === undefined) return [problem('NOT_DRIVEN', [shaft.id], `No belt drives ${name}.`)]
  const problems: Problem[] = []
  if (shaft.mustTurn !== undefined && shaft.mustTurn !== 'any' && shaft.mustTurn !== speed.turns) {
    const message = `${name} turns ${TURN_WORDS[speed.turns]}, but must turn ${TURN_WORDS[shaft.mustTurn]}. Turn the belt over on this pulley.`
    problems.push(problem('TURNS_WRONG_WAY', [shaft.id], message))
  }
  const atMost = (speed.ratio ?? 0) * drive.engine.maxRpm
  if (shaft.maxRpm !== undefined && atMost > shaft.maxRpm) {
    const message = `${name} reaches ${Math.round(atMost)} rpm at ${engineRpmText(drive.engine, 'maxRpm')}; its limit is ${shaft.maxRpm}.`
    problems.push(problem('OVER_SPEED', [shaft.id], message))
  }
  return problems
}

/** What is wrong with the drive as a whole: shafts that two belts would turn differently. */
export function fightProblems({ drive }: SettledDrive, { fights }: ShaftSpeeds, words: Wording): Problem[] {
  const beltName = (id: string) => {
    const belt = drive.belts.find((each) => each.id === id)
    return belt === undefined ? id : words.belt(belt)
  }
  return fights.map(({ shaft, belts: [first, second], ratios, opposed }) => {
    const how = opposed
      ? 'in opposite ways'
      : `at ${ratios.map((ratio) => ratio?.toFixed(3)).join(' and ')} times the crank`
    const by = first === second ? beltName(first) : `${beltName(first)} and ${beltName(second)}`
    return problem('BELTS_FIGHT', [shaft], `${by} drive ${words.shaft(shaft)} ${how}. One of them must slip.`)
  })
}

/** A belt faster than its section's limit at the engine's highest speed. */
export function beltSpeedProblems(
  { drive }: SettledDrive,
  settled: SettledBelt,
  speeds: ShaftSpeeds,
  { words, rules }: Judging,
): Problem[] {
  const { belt } = settled
  const key = ruleKey.beltSpeed(belt.section)
  const limit = ruleValue(rules, key)
  const v = speedOfBelt(settled, speeds, drive.engine.maxRpm)
  if (limit === undefined || v === null) return []
  if (v <= limit) return []
  return [
    problem(
      'BELT_TOO_FAST',
      [belt.id],
      `${words.belt(belt)} runs at ${v.toFixed(1)} m/s at ${engineRpmText(drive.engine, 'maxRpm')}; the limit is ${limit} m/s (${ruleWords(rules, key)}).`,
    ),
  ]
}
