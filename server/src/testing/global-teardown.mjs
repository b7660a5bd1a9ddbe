export default async function stopTestDatabase() {
  await globalThis.stopTestDatabase?.()
}
