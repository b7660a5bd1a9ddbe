import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { act, cleanup, renderHook } from '@testing-library/react'
import type { RouteProgress, RouteSearch } from '@emery/core/route'
import { demoDrive } from '../testing/drives.ts'

/** One search that a test leads by the hand: its progress, its end, its failure. */
interface Led {
  readonly progress: (progress: RouteProgress) => void
  readonly finish: (result: RouteSearch) => void
  readonly fail: () => void
}

let searches: Led[]
let ended: number

jest.unstable_mockModule('comlink', () => ({
  proxy: <Value,>(value: Value) => value,
  wrap: () => ({
    search: (_drive: unknown, _belt: string, _options: unknown, progress: Led['progress']) =>
      new Promise<RouteSearch>((resolve, reject) => {
        searches.push({ progress, finish: resolve, fail: () => reject(new Error('the worker fell over')) })
      }),
  }),
}))
const { useRouteSearch } = await import('./use-route-search.ts')

beforeEach(() => {
  searches = []
  ended = 0
  Object.assign(globalThis, {
    Worker: class {
      onerror: (() => void) | null = null
      terminate() {
        ended++
      }
    },
  })
})
afterEach(cleanup)

/** Does something that a promise waits for, and lets it be heard. */
async function settle(what: () => void): Promise<void> {
  await act(() => {
    what()
    return Promise.resolve()
  })
}

const haulm = demoDrive('haulm-main')
const nothing: RouteSearch = { routes: [], found: 0, rejected: {}, searched: 9, impossible: ['None.'] }

function begun() {
  const { result, unmount } = renderHook(() => useRouteSearch())
  act(() => result.current.search(haulm, 'main', ['crank.1']))
  return { now: () => result.current, last: () => searches.at(-1) as Led, unmount }
}

describe('a search in a worker of its own', () => {
  test('tells how far it is, and what it found; then the worker is let go', async () => {
    const { now, last } = begun()
    expect(now().state).toEqual({ is: 'running', progress: { done: 0, found: 0 } })
    act(() => last().progress({ done: 0.4, found: 2 }))
    expect(now().state).toEqual({ is: 'running', progress: { done: 0.4, found: 2 } })
    await settle(() => last().finish(nothing))
    expect(now().state).toEqual({
      is: 'done',
      result: { routes: nothing, of: haulm, pulleys: ['crank.1'] },
    })
    expect(ended).toBe(1)
  })

  test('stopped, its worker ends and nothing of it is heard any more', async () => {
    const { now, last } = begun()
    act(() => now().stop())
    expect([now().state.is, ended]).toEqual(['idle', 1])
    act(() => last().progress({ done: 0.9, found: 5 }))
    await settle(() => last().finish(nothing))
    expect(now().state).toEqual({ is: 'idle' })
  })

  test('a new search ends the one before, whose answer comes too late', async () => {
    const { now, last } = begun()
    const first = last()
    act(() => now().search(haulm, 'main', ['alt.1']))
    await settle(() => first.finish(nothing))
    expect([now().state.is, ended]).toEqual(['running', 1])
    await settle(() => last().finish(nothing))
    expect(now().state).toMatchObject({ is: 'done', result: { pulleys: ['alt.1'] } })
  })

  test('a worker that falls over is said to have', async () => {
    const { now, last } = begun()
    await settle(() => last().fail())
    expect(now().state).toEqual({ is: 'failed' })
  })

  test('leaving the step ends it', () => {
    const { unmount } = begun()
    unmount()
    expect(ended).toBe(1)
  })
})
