import { hearNoise } from '@emery/core/sound'
import { noiseTrial } from '../core/src/testing/noise-trial.ts'
import { OTHER_KINDS, otherNoise } from '../core/src/testing/other-noises.ts'
import { randomFrom } from '../core/src/testing/random.ts'

/** 200 made-up noises of four seconds at 6 dB, told by kind, repetition and part; and 402 made by something else, by kind. */
const SEED = Number(process.env['EMERY_SEED'] ?? 20261125)
const OTHERS = 134
const trial = noiseTrial(SEED, 200)
const random = randomFrom(SEED)
const TOLD = ['chirp', 'squeal', 'whine', 'either', 'other'] as const
const others = OTHER_KINDS.map((kind) => {
  const told = Array.from({ length: OTHERS }, () => {
    const heard = hearNoise(otherNoise({ kind, seed: Math.floor(1e9 * random()) }))
    return heard.ok ? heard.kind : 'other'
  })
  return `| ${kind} | ${TOLD.map((each) => told.filter((is) => is === each).length).join(' | ')} |`
})
process.stdout.write(
  [
    `| ${trial.trials} made-up noises, seed ${trial.seed} | |`,
    '| --- | ---: |',
    `| kind right | ${trial.kindRight} |`,
    `| repetition within 2 %, of ${trial.repeating} that come back | ${trial.repetitionRight} |`,
    `| the right part nearest, of ${trial.repeating} | ${trial.partRight} |`,
    `| median, ms | ${trial.medianMs.toFixed(0)} |`,
    '',
    `| made by something else, ${OTHERS} of each, told as | ${TOLD.join(' | ')} |`,
    `| --- | ${TOLD.map(() => '---:').join(' | ')} |`,
    ...others,
    '',
  ].join('\n'),
)
