/** Drive documents out of text; apart from the check of what is parsed, since most pages never read a file. */
import { getLocation, parseTree, printParseErrorCode, type JSONPath, type Node, type ParseError } from 'jsonc-parser'
import type { DocumentProblem } from './document-problem.ts'
import { nestedDeeper } from '../schema/nesting.ts'
import { pathTo } from '../schema/problems.ts'
import { checkDrive, MAX_NESTING, refused, type DriveRead } from './read.ts'

/** Characters of a document's text; the largest drive the limits allow is well under half of it. */
export const MAX_TEXT = 1_000_000

/**
 * Reads the text of a drive document: JSON without extras, every key known and given once, every reference found.
 * What is wrong comes back as JSON paths with a sentence each; nothing is dropped or mended silently.
 */
export function readDriveText(text: string): DriveRead {
  if (text.length > MAX_TEXT) {
    return refused([
      { path: '$', message: `is ${text.length} characters long; a drive document has at most ${MAX_TEXT}` },
    ])
  }
  const deep = nestedDeeper(text, MAX_NESTING)
  if (deep !== undefined)
    return refused([{ path: '$', message: `is nested more than ${MAX_NESTING} deep at ${placeOf(text, deep)}` }])
  const errors: ParseError[] = []
  const tree = parseTree(text, errors, { disallowComments: true, allowTrailingComma: false })
  const [first] = errors
  if (first !== undefined) return refused([syntaxProblem(text, first)])
  // Without an error there is a tree; the parser's type leaves it open.
  if (tree === undefined) return refused([{ path: '$', message: 'is empty' }])
  const repeated = repeatedKeys(tree, [])
  if (repeated.length > 0) return refused(repeated)
  return checkDrive(JSON.parse(text))
}

function pathText(path: JSONPath): string {
  return path.reduce<string>(pathTo, '$')
}

function placeOf(text: string, offset: number): string {
  const before = text.slice(0, offset).split('\n')
  return `line ${before.length}, column ${(before.at(-1)?.length ?? 0) + 1}`
}

function syntaxProblem(text: string, { error, offset, length }: ParseError): DocumentProblem {
  const place = placeOf(text, offset)
  const given = text.slice(offset, offset + Math.min(length, 20))
  const path = pathText(getLocation(text, offset).path)
  if (/^-?(NaN|Infinity)$/i.test(given)) return { path, message: `is ${given} at ${place}; it must be a number` }
  const reason = printParseErrorCode(error)
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
  return { path, message: `is not JSON at ${place} (${reason}${given.trim() === '' ? '' : `, “${given}”`})` }
}

/** JSON.parse keeps the last of two equal keys and drops the first; a document that holds both is refused. */
function repeatedKeys(node: Node, path: JSONPath): DocumentProblem[] {
  if (node.type === 'array') return (node.children ?? []).flatMap((child, i) => repeatedKeys(child, [...path, i]))
  if (node.type !== 'object') return []
  const seen = new Set<string>()
  return (node.children ?? []).flatMap((property) => {
    const [keyNode, valueNode] = property.children ?? []
    const key = String(keyNode?.value)
    const here = [...path, key]
    const twice = seen.has(key) ? [{ path: pathText(here), message: 'is given twice' }] : []
    seen.add(key)
    return valueNode === undefined ? twice : [...twice, ...repeatedKeys(valueNode, here)]
  })
}
