import { join } from 'node:path'
import { TEST_BUNDLES } from './tools/lib/places.mjs'

const swc = (type) => ({
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          experimental: { keepImportAttributes: true },
        },
        module: { type, importInterop: 'node' },
      },
    ],
  },
  moduleFileExtensions: ['ts', 'tsx', 'js', 'mjs', 'json'],
})
const asModules = { ...swc('es6'), extensionsToTreatAsEsm: ['.ts', '.tsx'] }

/**
 * The core computes: as CommonJS its files can be handed Math as an argument, where a module reaches it through the test world's
 * door at every call, which makes it three to ten times as slow.
 */
const asScripts = {
  ...swc('commonjs'),
  sandboxInjectedGlobals: ['Math', 'Number', 'Array', 'Map', 'Set', 'Float64Array'],
}

const project = (name, more = {}) => ({
  ...asModules,
  displayName: name,
  rootDir: import.meta.dirname,
  roots: [`<rootDir>/${name}`],
  testMatch: [`<rootDir>/${name}/**/*.test.{ts,tsx,mjs}`],
  testEnvironment: 'node',
  ...more,
})

export default {
  projects: [
    project('core', { ...asScripts, extensionsToTreatAsEsm: [] }),
    project('cli'),
    project('tools'),
    project('demo'),
    project('server', {
      globalSetup: '<rootDir>/server/src/testing/global-setup.mjs',
      globalTeardown: '<rootDir>/server/src/testing/global-teardown.mjs',
      setupFilesAfterEnv: ['<rootDir>/server/src/testing/timeouts.ts'],
    }),
    project('web', {
      testEnvironment: 'jsdom',
      setupFiles: ['<rootDir>/web/src/testing/jsdom-stubs.ts'],
      setupFilesAfterEnv: ['<rootDir>/web/src/testing/timeouts.ts'],
      moduleNameMapper: {
        '\\.css$': '<rootDir>/web/src/testing/empty-style.ts',
        '^antd$': join(TEST_BUNDLES, 'antd.cjs'),
        '^@ant-design/icons$': join(TEST_BUNDLES, 'icons.cjs'),
      },
    }),
  ],
}
