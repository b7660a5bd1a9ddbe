/** Rows under headings in columns as wide as they need; a column of numbers stands to the right. */
export function table(headings: readonly string[], rows: readonly (readonly string[])[]): string {
  const widths = headings.map((heading, i) => Math.max(heading.length, ...rows.map((row) => row[i]?.length ?? 0)))
  const toRight = headings.map((_, i) => rows.every((row) => /^[−–\d.]+$/.test(row[i] ?? '')))
  const line = (cells: readonly string[]) =>
    cells
      .map((cell, i) => (toRight[i] === true ? cell.padStart(widths[i] ?? 0) : cell.padEnd(widths[i] ?? 0)))
      .join('  ')
      .trimEnd()
  return [line(headings), ...rows.map(line)].join('\n')
}
