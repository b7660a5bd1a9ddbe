import argon2 from 'argon2'
import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common'
import { ApiError } from '../http/errors.ts'

/** Out of 4: from 2 on a guesser who knows what people choose needs more than a million tries. */
const MIN_SCORE = 2

/** What is looked at of a long passphrase; looking at all of it takes the square of its length. */
const MAX_LOOKED_AT = 64

const estimator = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs })

/** Refuses a passphrase that is common, or hardly more than the name it is for. */
export function mustBeHardToGuess(passphrase: string, name: string): void {
  const words = ['emery', 'workshop', 'garage', name, ...name.split(/\s+/)].map((word) => word.toLowerCase())
  const { score } = estimator.check(passphrase.slice(0, MAX_LOOKED_AT), words)
  if (score >= MIN_SCORE) return
  throw new ApiError('BAD_REQUEST', {
    problems: [
      {
        path: '$.passphrase',
        message: 'is easy to guess. Take several words that do not belong together, and no name',
      },
    ],
  })
}

/** How dear a guess is made: the library's own defaults, 64 MB and three passes, unless tests ask for less. */
export interface PassphraseCost {
  /** KiB. */
  readonly memoryCost?: number
  readonly timeCost?: number
  readonly parallelism?: number
}

export function hashOf(passphrase: string | Buffer, cost: PassphraseCost): Promise<string> {
  return argon2.hash(passphrase, cost)
}
