import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'

export default defineConfig({
  // Compressed once here, so that the server need not do it for everyone who opens a page.
  plugins: [react(), compression({ include: /\.(js|css|svg)$/, algorithms: ['gzip'] })],
  build: {
    target: 'es2023',
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      output: {
        // What most screens share comes in a few files: sixty small ones, asked for six at a time, cost more than they save.
        codeSplitting: {
          groups: [
            { name: 'controls', test: /node_modules/, minShareCount: 12 },
            { name: 'core', test: /core[\\/]src/, minShareCount: 6 },
            { name: 'shared', test: /web[\\/]src/, minShareCount: 6 },
          ],
        },
      },
    },
  },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4680' } },
})
