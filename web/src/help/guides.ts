/** The guides of docs/guides, as they are written there. */
const files = import.meta.glob<string>('../../../docs/guides/*.md', { query: '?raw', import: 'default', eager: true })

export interface Guide {
  readonly id: string
  readonly title: string
  readonly text: string
}

/** What somebody new looks for first. */
const FIRST = ['which-belt', 'finding-a-noise', 'a-job', 'measuring-a-drive', 'reading-the-drawing']

export const GUIDES: readonly Guide[] = Object.entries(files)
  .map(([path, text]): Guide => ({
    id: path.slice(path.lastIndexOf('/') + 1, -'.md'.length),
    title: /^# (.*)$/m.exec(text)?.[1] ?? path,
    // Links lead to other files of the documentation, which are not here.
    text: text.replaceAll(/\[([^\]]+)\]\((?!https?:)[^)]*\)/g, '$1').replace(/^# .*$/m, ''),
  }))
  .toSorted((a, b) => placeOf(a.id) - placeOf(b.id) || a.title.localeCompare(b.title))

function placeOf(id: string): number {
  const place = FIRST.indexOf(id)
  return place < 0 ? FIRST.length : place
}
