import { jest } from '@jest/globals'
import { configure } from '@testing-library/react'

// What a screen shows after an answer is there in milliseconds, but not while the other core runs a browser: no test waits for
// the clock, it only gives up later.
configure({ asyncUtilTimeout: 15_000 })

// A form filled in by userEvent takes seconds where a browser runs on the other core.
jest.setTimeout(60_000)
