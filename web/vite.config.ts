import { join } from 'node:path'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'
import { VitePWA } from 'vite-plugin-pwa'

const DAY_S = 86_400

/**
 * What keeps the application's own files of this version, and what was asked for lately, for when the network is away. Writes never go through it:
 * they wait in the outbox. A new version is offered, never forced.
 */
const offline = VitePWA({
  registerType: 'prompt',
  injectRegister: null,
  manifest: {
    name: 'Emery',
    short_name: 'Emery',
    description: 'Belt length, speeds, tension and alignment of accessory drives',
    start_url: '/board',
    display: 'standalone',
    background_color: '#f5f4ef',
    theme_color: '#22282b',
    icons: [
      { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  },
  workbox: {
    globPatterns: ['**/*.{js,css,html,woff2,svg}'],
    maximumFileSizeToCacheInBytes: 4_000_000,
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/api\//],
    runtimeCaching: [
      {
        // A picture never changes under its name.
        urlPattern: /\/api\/photos\/[^/]+\/screen$/,
        handler: 'CacheFirst',
        options: {
          cacheName: 'emery-pictures',
          expiration: { maxEntries: 200, maxAgeSeconds: 30 * DAY_S, purgeOnQuotaError: true },
          cacheableResponse: { statuses: [200] },
        },
      },
      {
        // The stream of news is no answer that could be kept; who a code signs in is asked of the server alone.
        urlPattern:
          /\/api\/(?!live|handovers|authority|openapi|drives\/[^/]+\/newer|photos\/[^/]+\/original|vehicles\/[^/]+\/export)/,
        handler: 'NetworkFirst',
        method: 'GET',
        options: {
          cacheName: 'emery-read-lately',
          networkTimeoutSeconds: 8,
          expiration: { maxEntries: 600, maxAgeSeconds: 7 * DAY_S, purgeOnQuotaError: true },
          cacheableResponse: { statuses: [200] },
        },
      },
    ],
  },
})

interface Modules {
  readonly getModuleInfo: (id: string) => { readonly importedIds: readonly string[] } | null
}

/** What the modules of `from` import, directly or by way of others; what is imported later is none of it. */
function importedBy(from: readonly string[], modules: Modules): ReadonlySet<string> {
  const found = new Set<string>()
  const open = [...from]
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (found.has(id)) continue
    found.add(id)
    open.push(...(modules.getModuleInfo(id)?.importedIds ?? []))
  }
  return found
}

const FIRST = ['src/main.tsx', 'src/jobs/board/board-screen.tsx'].map((path) => join(import.meta.dirname, path))
let firstSight: ReadonlySet<string> | undefined
/** Whether the frame and the Board need a module. */
function isForFirstSight(id: string, modules: Modules): boolean {
  return (firstSight ??= importedBy(FIRST, modules)).has(id)
}

function needsControls(id: string, modules: Modules): boolean {
  return [...importedBy([id], modules)].some((each) => /node_modules[\\/]antd[\\/]/.test(each))
}

export default defineConfig({
  plugins: [
    react(),
    offline,
    // Compressed once here, so that the server need not do it for everyone who opens a page.
    compression({ include: /\.(js|css|svg|html|webmanifest)$/, algorithms: ['gzip', 'brotliCompress'] }),
  ],
  build: {
    target: 'es2023',
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      output: {
        // What most screens share comes in a few files: sixty small ones, asked for six at a time, cost more than they save.
        codeSplitting: {
          // A group holds what it names and no more.
          includeDependenciesRecursively: false,
          groups: [
            // Each by itself, since not every screen has lists to choose from, files to read, or documents to check.
            {
              name: 'react',
              test: /node_modules[\\/](react|react-dom|scheduler|react-router|@tanstack|zustand)[\\/]/,
              priority: 9,
            },
            {
              name: 'choose',
              test: /@rc-component[\\/](select|virtual-list|overflow)|antd[\\/]es[\\/]select[\\/]/,
              priority: 8,
            },
            { name: 'check', test: /node_modules[\\/](yup|property-expr|tiny-case|toposort)[\\/]/, priority: 8 },
            { name: 'files', test: /node_modules[\\/](papaparse|file-saver)[\\/]/, priority: 8 },
            // What a phone needs before it shows the day's jobs, and nothing that comes with the control library.
            {
              name: (id, modules) => (isForFirstSight(id, modules) ? 'first' : null),
              test: /node_modules|web[\\/]src/,
              priority: 7,
            },
            { name: 'controls', test: /node_modules/, minShareCount: 12 },
            {
              name: 'core',
              test: /core[\\/]src[\\/](drive|path|sections|units|numerics|schema|adjusters|rules)[\\/](?!read-text)/,
              minShareCount: 6,
            },
            // Apart from those that need the control library: a screen without it is not to wait for it.
            {
              name: (id, modules) => (needsControls(id, modules) ? 'shared' : 'common'),
              test: /web[\\/]src[\\/](?!ui[\\/]save-csv)/,
              minShareCount: 6,
            },
          ],
        },
      },
    },
  },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4680' } },
})
