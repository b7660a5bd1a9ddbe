import { defineConfig } from 'rolldown'

/** The server as plain JavaScript that Node runs by itself: Emery's own code put together, packages left to be found beside it. */
export default defineConfig({
  input: {
    main: 'src/main.ts',
    thread: 'src/workers/heavy-work.ts',
    'check-main': 'src/derived/check-main.ts',
  },
  platform: 'node',
  external: (id) => /^[a-z@]/i.test(id) && !id.startsWith('@emery/'),
  output: {
    dir: 'dist',
    format: 'esm',
    entryFileNames: '[name].mjs',
    chunkFileNames: '[name]-[hash].mjs',
    sourcemap: true,
    cleanDir: true,
  },
})
