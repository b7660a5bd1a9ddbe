import { MessageChannel, receiveMessageOnPort } from 'node:worker_threads'
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

/**
 * Whether an element is seen follows from its own style, its `hidden` and Ant Design's classes for what is put away. jsdom would
 * match every rule of every style sheet with every ancestor each time a test looks for a role: half of the time of such a test.
 */
function isPutAway(element: Element): boolean {
  return element.hasAttribute('hidden') || /-hidden(\s|$)/.test(element.getAttribute('class') ?? '')
}

function inheritedVisibility(element: Element): string {
  for (let each: Element | null = element; each !== null; each = each.parentElement) {
    const { visibility } = (each as HTMLElement).style
    if (visibility !== '') return visibility
  }
  return 'visible'
}

globalThis.getComputedStyle = (element, pseudo) => {
  if (pseudo != null && pseudo !== '') return document.createElement('i').style
  const { style } = element as HTMLElement
  const computed: Readonly<Record<string, () => string>> = {
    display: () => (isPutAway(element) ? 'none' : style.display || 'block'),
    visibility: () => inheritedVisibility(element),
  }
  return new Proxy(style, {
    get(_, key) {
      if (key === 'getPropertyValue') return (name: string) => computed[name]?.() ?? style.getPropertyValue(name)
      const known = computed[String(key)]
      if (known !== undefined) return known()
      const value: unknown = Reflect.get(style, key)
      return typeof value === 'function' ? (value.bind(style) as unknown) : value
    },
  })
}

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

// jsdom has none; the browser's storage copies what it keeps with it.
const cloning = new MessageChannel()
cloning.port2.unref()
Object.assign(globalThis, {
  structuredClone: (value: unknown) => {
    cloning.port1.postMessage(value)
    return receiveMessageOnPort(cloning.port2)?.message as unknown
  },
})
