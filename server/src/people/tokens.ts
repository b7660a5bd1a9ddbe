import { createHash, randomBytes } from 'node:crypto'

/** What a cookie or a link carries: nobody guesses it. */
export const newToken = (): string => randomBytes(32).toString('base64url')

/** As the database keeps it: who reads the table cannot use it. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex')
