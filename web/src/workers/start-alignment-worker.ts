/** A worker for what Alignment has to search for. */
export const alignmentWorker = () => new Worker(new URL('./alignment.worker.ts', import.meta.url), { type: 'module' })
