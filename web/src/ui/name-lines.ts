/** Letters beyond which a name of several words is broken. */
const ONE_LINE = 12

/** A name as it is written, broken where its longer part is shortest. */
export function nameLines(name: string): readonly string[] {
  if (name.length <= ONE_LINE) return [name]
  const breaks = [...name.matchAll(/ /g)].map(({ index }) => index)
  const longer = (at: number) => Math.max(at, name.length - at - 1)
  const [best] = breaks.toSorted((a, b) => longer(a) - longer(b))
  return best === undefined ? [name] : [name.slice(0, best), name.slice(best + 1)]
}
