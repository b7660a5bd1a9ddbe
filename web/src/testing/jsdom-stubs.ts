/** What Ant Design asks of a browser and jsdom does not have. */
import { TextDecoder, TextEncoder } from 'node:util'

class NothingToObserve {
  observe(): void {
    // Sizes never change in jsdom.
  }
  unobserve(): void {
    // See observe.
  }
  disconnect(): void {
    // See observe.
  }
}

/** jsdom's own channel keeps the test process alive for ever; this one only ever waits for a tick. */
class TimedChannel {
  readonly port1: { onmessage: ((event: { data: unknown }) => void) | null } = { onmessage: null }
  readonly port2 = { postMessage: (data: unknown) => setTimeout(() => this.port1.onmessage?.({ data })) }
}

Object.assign(globalThis, {
  TextEncoder,
  TextDecoder,
  ResizeObserver: NothingToObserve,
  matchMedia: (query: string) => ({
    matches: false,
    media: query,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    addListener: () => undefined,
    removeListener: () => undefined,
  }),
  MessageChannel: TimedChannel,
})

// jsdom computes no styles for pseudo-elements, which Ant Design asks for to measure a scroll bar.
const { getComputedStyle } = globalThis
globalThis.getComputedStyle = (element) => getComputedStyle(element)

Blob.prototype.text = function text(this: Blob) {
  return new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(reader.result as string)
    reader.onerror = () => reject(new Error('The file cannot be read.'))
    reader.readAsText(this)
  })
}

// jsdom lays nothing out, so there is nothing to bring into sight.
Element.prototype.scrollIntoView = () => undefined
