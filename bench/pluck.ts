import { pluckTrial } from '../core/src/testing/pluck-trial.ts'

/** The pitch of 300 made-up plucks of three seconds each, a third of them at 6 dB. */
const { trials, missed, octaves, took } = pluckTrial(20261123, 300)
const at = (share: number) => (took[Math.floor(share * (took.length - 1))] ?? 0).toFixed(0)
process.stdout.write(
  [
    '| 300 made-up plucks, three seconds each | |',
    '| --- | ---: |',
    `| within 0.5 % | ${trials - missed.length} |`,
    `| further off, or refused | ${missed.length} |`,
    `| an octave off | ${octaves.length} |`,
    `| median, ms | ${at(0.5)} |`,
    `| 95th percentile, ms | ${at(0.95)} |`,
    '',
  ].join('\n'),
)
