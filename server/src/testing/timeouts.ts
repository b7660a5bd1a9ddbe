import { jest } from '@jest/globals'

// A dozen migrations are written through to the disk before the first test: seconds where the other core is busy. No test waits
// for the clock, it only gives up later.
jest.setTimeout(60_000)
