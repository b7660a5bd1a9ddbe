/** Requests made from the API's own description: sound, broken and raw. For tests and benchmarks. */
type Json = Readonly<Record<string, unknown>>
/** As much of an OpenAPI document as says what can be asked. */
export interface Described {
  readonly paths: Readonly<Record<string, Readonly<Record<string, DescribedOperation>>>>
}
export interface DescribedOperation {
  readonly parameters?: readonly { readonly name: string; readonly in: string }[]
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema?: Json }>> }
}
export interface Address {
  readonly method: string
  readonly template: string
  readonly operation: DescribedOperation
}

/** Every method of every address. */
export function addressesOf({ paths }: Described): readonly Address[] {
  return Object.entries(paths).flatMap(([template, methods]) =>
    Object.entries(methods)
      // A stream ends when whoever listens has gone: there is nothing to wait for.
      .filter(([, operation]) => !JSON.stringify(operation).includes('text/event-stream'))
      .map(([method, operation]) => ({ method: method.toUpperCase(), template, operation })),
  )
}

/** What stands where something else was meant. */
const ODD: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  0,
  -1,
  1e308,
  -1e-308,
  1.5,
  2 ** 53,
  'x'.repeat(5000),
  [],
  {},
  [[]],
  [null],
  { length: 1e9 },
  '\u0000',
  '\ud800',
  '1; DROP TABLE drives',
  '../../etc',
  '<script>',
  '2026-02-30',
  '__proto__',
  'NaN',
  '１２',
  'main',
]
const ODD_PARTS = [
  'x',
  '%00',
  '%2e%2e%2f',
  '%',
  'a'.repeat(3000),
  '-1',
  '00000000-0000-0000-0000-000000000000',
  "'",
  '%F0%9F%94%A7',
]

export class Fuzz {
  constructor(
    private readonly random: () => number,
    /** Ids of rows that are there. */
    private readonly known: readonly string[],
  ) {}

  chance = (of: number) => this.random() < of
  below = (n: number) => Math.floor(this.random() * n)
  oddPart = (): string => this.pick(ODD_PARTS)
  pick = <Value>(values: readonly Value[]): Value => values[this.below(values.length)] as Value

  /** Something a schema lets through, as far as a schema can be followed by hand. */
  of(schema: Json | undefined, depth = 0): unknown {
    if (schema === undefined) return this.pick(ODD)
    const { oneOf, type, properties, items, prefixItems, minimum, maximum, minItems } = schema as {
      oneOf?: readonly Json[]
      type?: unknown
      properties?: Readonly<Record<string, Json>>
      items?: Json
      prefixItems?: readonly Json[]
      minimum?: number
      maximum?: number
      minItems?: number
    }
    if ('const' in schema) return schema['const']
    if (Array.isArray(schema['enum'])) return this.pick(schema['enum'] as readonly unknown[])
    if (oneOf !== undefined) return this.of(this.pick(oneOf), depth + 1)
    switch (Array.isArray(type) ? this.pick(type as readonly unknown[]) : type) {
      case 'object':
        return Object.fromEntries(
          Object.entries(properties ?? {}).map(([key, each]) => [key, this.of(each, depth + 1)]),
        )
      case 'array':
        if (prefixItems !== undefined) return prefixItems.map((each) => this.of(each, depth + 1))
        return Array.from({ length: (minItems ?? 0) + this.below(depth > 4 ? 1 : 3) }, () => this.of(items, depth + 1))
      case 'string':
        return this.pick([...this.known, 'main', 'crank', '6PK1860', '2026-11-29T10:00:00.000Z', 'a word'])
      case 'integer':
      case 'number': {
        const [from, to] = [minimum ?? 0, Math.min(maximum ?? 100, 1e6)]
        const value = from + this.random() * (to - from)
        return type === 'integer' ? Math.round(value) : value
      }
      case 'boolean':
        return this.chance(0.5)
      case 'null':
        return null
      default:
        return this.pick(ODD)
    }
  }

  /** The same with something wrong in it, somewhere. */
  broken(value: unknown): unknown {
    if (Array.isArray(value)) {
      const whole = value as readonly unknown[]
      if (whole.length === 0 || this.chance(0.2))
        return this.chance(0.5) ? Array.from({ length: 1 + this.below(3000) }, () => this.pick(ODD)) : this.pick(ODD)
      const i = this.below(whole.length)
      return whole.with(i, this.broken(whole[i]))
    }
    if (typeof value !== 'object' || value === null) return this.pick(ODD)
    const keys = Object.keys(value)
    if (keys.length === 0 || this.chance(0.15)) return { ...value, [String(this.pick(ODD))]: this.pick(ODD) }
    const key = this.pick(keys)
    const rest = Object.fromEntries(Object.entries(value).filter(([each]) => each !== key))
    return this.chance(0.2) ? rest : { ...value, [key]: this.broken((value as Json)[key]) }
  }

  deep(): string {
    const depth = 200 + this.below(20_000)
    return '['.repeat(depth) + ']'.repeat(depth)
  }

  bodyOf({ operation: { requestBody } }: Address): { readonly type: string; readonly content: string } | undefined {
    if (requestBody === undefined) return this.chance(0.05) ? { type: 'application/json', content: '{}' } : undefined
    const [type, { schema }] = this.pick(Object.entries(requestBody.content))
    const kind = this.random()
    if (type !== 'application/json' || kind < 0.05) {
      const bytes = Array.from({ length: this.below(400) }, () => String.fromCharCode(this.below(256))).join('')
      return { type, content: this.pick(['PK\u0003\u0004', '\u00ff\u00d8\u00ff', 'name;length\n', '']) + bytes }
    }
    if (kind < 0.08) return { type, content: this.deep() }
    if (kind < 0.11)
      return { type: this.pick(['text/plain', 'application/json; charset=ebcdic', 'x', type]), content: '{"a":' }
    const sound = this.of(schema)
    return { type, content: JSON.stringify(kind < 0.4 ? sound : this.broken(sound)) }
  }

  addressOf({ template, operation: { parameters = [] } }: Address): string {
    const path = template.replace(/\{\w+\}/g, () => (this.chance(0.8) ? this.pick(this.known) : this.pick(ODD_PARTS)))
    const asked = parameters.filter((each) => each.in === 'query' && this.chance(0.7))
    const value = () => this.pick(['1', '2', 'all', '', 'ferry slip', '-1', '1e9', ...ODD_PARTS])
    const query = asked.map(({ name }) => `${name}=${value()}`).join('&')
    return query === '' ? path : `${path}?${query}`
  }
}
