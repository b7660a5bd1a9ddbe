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
  // jsdom's own keeps the test process alive for ever.
  MessageChannel: undefined,
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
