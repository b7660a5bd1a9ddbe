import type { QueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { useQueryClient } from '@tanstack/react-query'
import { tellNews } from '../api/news.ts'

/** What is asked again when something of a kind was written: the beginnings of the keys of what shows it. */
const SHOWN_BY: Readonly<Record<string, readonly string[]>> = {
  jobs: ['jobs', 'board', 'job history', 'fittings', 'inspections', 'shelf'],
  vehicles: ['vehicles', 'board'],
  drives: ['board'],
  fittings: ['fittings', 'board'],
  inspections: ['inspections', 'board'],
  diagnoses: ['diagnoses'],
  shelf: ['shelf'],
  rules: ['rules', 'board'],
  knowledge: ['knowledge'],
  // Somebody was signed out somewhere: perhaps here.
  people: ['session', 'people', 'sessions'],
}

const NAME = 'emery-live'

/** Keeps what is shown up to date with what others write, without asking over and over: one stream for all tabs of a browser. */
export function useLive(): void {
  const queries = useQueryClient()
  useEffect(
    () =>
      listen((subjects) => {
        refresh(queries, subjects)
        tellNews(subjects)
      }),
    [queries],
  )
}

function refresh(queries: QueryClient, subjects: readonly string[]): void {
  const keys = new Set(subjects.flatMap((subject) => SHOWN_BY[subject] ?? []))
  for (const key of keys) void queries.invalidateQueries({ queryKey: [key] })
}

/**
 * Hears the stream of whichever tab has it. Where browsers give no locks, over plain http from another machine, each tab has one of its own
 * while it is looked at. The answer ends it.
 */
function listen(hear: (subjects: readonly string[]) => void): () => void {
  if (typeof EventSource === 'undefined') return () => undefined
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(NAME)
  const left = new AbortController()
  const onSubjects = (subjects: readonly string[]) => {
    hear(subjects)
    channel?.postMessage(subjects)
  }
  if ('locks' in navigator && channel !== null) {
    channel.onmessage = ({ data }: MessageEvent<readonly string[]>) => hear(data)
    // Held until the tab is left: the next in the queue goes on.
    void navigator.locks
      .request(NAME, { signal: left.signal }, async () => {
        const close = open(onSubjects)
        await new Promise((resolve) => left.signal.addEventListener('abort', resolve))
        close()
      })
      .catch(() => undefined)
  } else whileSeen(hear, left.signal)
  return () => {
    left.abort()
    channel?.close()
  }
}

function whileSeen(hear: (subjects: readonly string[]) => void, left: AbortSignal): void {
  let close: (() => void) | undefined
  const look = () => {
    close?.()
    close = document.visibilityState === 'visible' ? open(hear) : undefined
  }
  document.addEventListener('visibilitychange', look, { signal: left })
  left.addEventListener('abort', () => close?.())
  look()
}

/** ms until a stream that was refused is asked for again: whoever was signed out has signed in by then, or not. */
const AGAIN_MS = 30_000

function open(hear: (subjects: readonly string[]) => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined
  let stream = begin()
  return () => {
    clearTimeout(timer)
    stream.close()
  }

  function begin(): EventSource {
    const begun = new EventSource('/api/live')
    begun.onmessage = ({ data }: MessageEvent<string>) => {
      const { subjects } = JSON.parse(data) as { readonly subjects: readonly string[] }
      hear(subjects)
    }
    // A connection that breaks is made again by the browser; one that was refused is not.
    begun.onerror = () => {
      if (begun.readyState !== EventSource.CLOSED) return
      timer = setTimeout(() => {
        stream = begin()
      }, AGAIN_MS)
    }
    return begun
  }
}
