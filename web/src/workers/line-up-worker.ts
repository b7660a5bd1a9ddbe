/** A worker for what Line-up has to search for. */
export const lineUpWorker = () => new Worker(new URL('./line-up.worker.ts', import.meta.url), { type: 'module' })
