import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  // A server and a database for each; tests within a file keep their order.
  workers: 2,
  // Twice what the slowest machine seen has needed: a journey that is right must not fail because its neighbours are busy.
  timeout: 180_000,
  expect: { timeout: 25_000 },
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: process.env['EMERY_E2E_REPORT'] ?? '../test-results/e2e.json' }]],
  globalSetup: './support/start-database.ts',
  use: {
    // What cannot be found is not waited for as long as a whole journey takes.
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    // Nothing to wait for while it slides in; first-visit.spec.ts runs with everything that moves.
    contextOptions: { reducedMotion: 'reduce' },
    trace: 'off',
    // Journeys meet the server itself; offline.spec.ts has what stands between.
    serviceWorkers: 'block',
    acceptDownloads: true,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-dev-shm-usage',
        '--font-render-hinting=none',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
