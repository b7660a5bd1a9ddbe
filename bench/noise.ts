import { noiseTrial } from '../core/src/testing/noise-trial.ts'

/** 200 made-up noises of four seconds at 6 dB, told by kind, repetition and part. */
const trial = noiseTrial(Number(process.env['EMERY_SEED'] ?? 20261125), 200)
process.stdout.write(
  [
    `| ${trial.trials} made-up noises, seed ${trial.seed} | |`,
    '| --- | ---: |',
    `| kind right | ${trial.kindRight} |`,
    `| repetition within 2 %, of ${trial.repeating} that come back | ${trial.repetitionRight} |`,
    `| the right part nearest, of ${trial.repeating} | ${trial.partRight} |`,
    `| median, ms | ${trial.medianMs.toFixed(0)} |`,
    '',
  ].join('\n'),
)
