import { execFileSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import type { NoiseTrial } from '../core/src/testing/noise-trial.ts'

/** 200 made-up noises of four seconds at 6 dB, told by kind, repetition and part. */
const script = fileURLToPath(new URL('../core/src/testing/noise-trial.ts', import.meta.url))
const seed = process.env['EMERY_SEED'] ?? '20261125'
const trial = JSON.parse(
  execFileSync(process.execPath, ['--import', 'tsx', script, seed], { encoding: 'utf8' }),
) as NoiseTrial
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
