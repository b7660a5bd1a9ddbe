/**
 * The choices, one a variable, with the least sum of costs, where costs hang on single variables and on pairs of them: variable elimination
 * (Bertelè and Brioschi, 1972). Exact; quick where few variables hang together, as the shafts along a belt do.
 */

/** What two variables cost together, by the number of each one’s choice; infinite where they do not go together. */
export interface PairCost {
  readonly of: readonly [number, number]
  readonly cost: (x: number, y: number) => number
}

/** Costs over some variables, a number for every combination, the last variable changing fastest. */
interface Table {
  readonly over: readonly number[]
  readonly costs: Float64Array
}

/** Choices by variable; null where nothing goes together. `own` holds the cost of every choice of every variable. */
export function minCost(own: readonly (readonly number[])[], pairs: readonly PairCost[]): readonly number[] | null {
  const sizes = own.map(({ length }) => length)
  let tables: Table[] = own.map((costs, i) => ({ over: [i], costs: Float64Array.from(costs) }))
  for (const { of, cost } of pairs) tables.push(pairTable(of, cost, sizes))
  const eliminated: { readonly variable: number; readonly over: readonly number[]; readonly best: Int32Array }[] = []
  const left = new Set(own.keys())
  while (left.size > 0) {
    const variable = fewestNeighbours(left, tables)
    left.delete(variable)
    const mine = tables.filter(({ over }) => over.includes(variable))
    const over = [...new Set(mine.flatMap((table) => table.over))].filter((each) => each !== variable)
    const { costs, best } = eliminate(variable, over, mine, sizes)
    tables = [...tables.filter((table) => !mine.includes(table)), { over, costs }]
    eliminated.push({ variable, over, best })
  }
  const total = tables.reduce((sum, { costs }) => sum + (costs[0] ?? 0), 0)
  if (total === Infinity) return null
  const chosen = new Array<number>(own.length).fill(0)
  for (const { variable, over, best } of eliminated.toReversed())
    chosen[variable] = best[indexOf(over, chosen, sizes)] ?? 0
  return chosen
}

function pairTable([i, k]: readonly [number, number], cost: PairCost['cost'], sizes: readonly number[]): Table {
  const [n, m] = [sizes[i] ?? 0, sizes[k] ?? 0]
  if (i === k) return { over: [i], costs: Float64Array.from({ length: n }, (_, x) => cost(x, x)) }
  return { over: [i, k], costs: Float64Array.from({ length: n * m }, (_, at) => cost(Math.floor(at / m), at % m)) }
}

function fewestNeighbours(left: ReadonlySet<number>, tables: readonly Table[]): number {
  const neighbours = (variable: number) =>
    new Set(tables.flatMap(({ over }) => (over.includes(variable) ? over : []))).size
  return [...left].reduce((least, each) => (neighbours(each) < neighbours(least) ? each : least))
}

/** The least over one variable of the sum of its tables, for every combination of the others, and which choice gives it. */
function eliminate(
  variable: number,
  over: readonly number[],
  mine: readonly Table[],
  sizes: readonly number[],
): { readonly costs: Float64Array; readonly best: Int32Array } {
  const combinations = over.reduce((product, each) => product * (sizes[each] ?? 1), 1)
  const costs = new Float64Array(combinations).fill(Infinity)
  const best = new Int32Array(combinations)
  const at = new Array<number>(sizes.length).fill(0)
  // How far apart the variable’s choices lie in each table.
  const strides = mine.map(({ over: each }) =>
    each.slice(each.indexOf(variable) + 1).reduce((product, other) => product * (sizes[other] ?? 1), 1),
  )
  for (let i = 0; i < combinations; i++) {
    let rest = i
    for (const each of over.toReversed()) {
      const size = sizes[each] ?? 1
      at[each] = rest % size
      rest = Math.floor(rest / size)
    }
    at[variable] = 0
    const from = mine.map(({ over: each }) => indexOf(each, at, sizes))
    for (let choice = 0; choice < (sizes[variable] ?? 0); choice++) {
      let sum = 0
      for (let t = 0; t < mine.length; t++)
        sum += mine[t]?.costs[(from[t] ?? 0) + choice * (strides[t] ?? 0)] ?? Infinity
      if (sum < (costs[i] ?? Infinity)) {
        costs[i] = sum
        best[i] = choice
      }
    }
  }
  return { costs, best }
}

function indexOf(over: readonly number[], at: readonly number[], sizes: readonly number[]): number {
  return over.reduce((index, each) => index * (sizes[each] ?? 1) + (at[each] ?? 0), 0)
}
