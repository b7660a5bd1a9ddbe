import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render } from '@testing-library/react'
import type { ReactElement } from 'react'
import { MemoryRouter, Route, Routes } from 'react-router'
import { writesAreOf } from '../api/write.ts'
import { Messages } from '../ui/messages.tsx'

let testers = 0

interface Answer {
  readonly status: number
  readonly json: unknown
}

/** Stands in for the server: answers by `METHOD /path`, without the query; what it was asked is kept. */
export class FakeServer {
  readonly asked: string[] = []
  /** What was sent along, as JSON, with what it was sent to. */
  readonly sent: { readonly to: string; readonly body: unknown }[] = []
  answers: Record<string, Answer | 'away' | 'unanswered'> = {}
  /** Whose writes are made. */
  readonly person = `tester ${++testers}`

  install(): void {
    // Each test is somebody's of its own: nothing that another wrote is theirs.
    writesAreOf(this.person)
    Object.assign(globalThis, {
      fetch: (url: string, { method = 'GET', body }: RequestInit = {}) => {
        const key = `${method} ${url.replace(/^\/api/, '').replace(/\?.*$/, '')}`
        this.asked.push(key)
        if (typeof body === 'string') this.sent.push({ to: key, body: JSON.parse(body) })
        const answer = this.answers[key] ?? { status: 404, json: {} }
        if (answer === 'away') return Promise.reject(new TypeError('network'))
        if (answer === 'unanswered') return new Promise(() => undefined)
        return Promise.resolve({
          ok: answer.status < 400,
          status: answer.status,
          json: () => Promise.resolve(answer.json),
        })
      },
    })
  }
}

/** Shows one element at an address, with what every screen has around it; every other address is elsewhere. */
export function show(element: ReactElement, { path = '/', at = '/' } = {}): void {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  render(
    <>
      <Messages />
      <QueryClientProvider client={queries}>
        <MemoryRouter initialEntries={[at]}>
          <Routes>
            <Route path={path} element={element} />
            <Route path="*" element={<p>elsewhere</p>} />
          </Routes>
        </MemoryRouter>
      </QueryClientProvider>
    </>,
  )
}
