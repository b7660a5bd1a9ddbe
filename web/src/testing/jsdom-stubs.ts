/** What Ant Design asks of a browser and jsdom does not have. */
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
