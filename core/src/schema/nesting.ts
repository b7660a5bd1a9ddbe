/**
 * Offset of the first bracket of a JSON text that opens more than `max` levels; undefined where none does. Looked at before the
 * text is read, since whatever walks a value goes as deep as the value is.
 */
export function nestedDeeper(text: string, max: number): number | undefined {
  let depth = 0
  let inString = false
  for (let i = 0; i < text.length; i++) {
    const sign = text[i]
    if (inString) {
      if (sign === '\\') i++
      else if (sign === '"') inString = false
    } else if (sign === '"') inString = true
    else if (sign === '{' || sign === '[') {
      depth++
      if (depth > max) return i
    } else if (sign === '}' || sign === ']') depth--
  }
  return undefined
}
