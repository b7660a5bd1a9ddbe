/** A drive's name as every file system takes it. */
export function fileName(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^\w\s.-]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .slice(0, 80)
  return plain === '' ? 'drive' : plain
}
