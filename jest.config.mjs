const swc = {
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
        module: { type: 'es6' },
      },
    ],
  },
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  moduleFileExtensions: ['ts', 'tsx', 'js', 'mjs', 'json'],
}

const project = (name, more = {}) => ({
  ...swc,
  displayName: name,
  rootDir: import.meta.dirname,
  roots: [`<rootDir>/${name}`],
  testMatch: [`<rootDir>/${name}/**/*.test.{ts,tsx,mjs}`],
  testEnvironment: 'node',
  ...more,
})

export default {
  projects: [
    project('core'),
    project('cli'),
    project('tools'),
    project('demo'),
    project('server', {
      globalSetup: '<rootDir>/server/src/testing/global-setup.mjs',
      globalTeardown: '<rootDir>/server/src/testing/global-teardown.mjs',
      setupFilesAfterEnv: ['<rootDir>/server/src/testing/patience.ts'],
    }),
    project('web', {
      testEnvironment: 'jsdom',
      setupFiles: ['<rootDir>/web/src/testing/jsdom-stubs.ts'],
      setupFilesAfterEnv: ['<rootDir>/web/src/testing/patience.ts'],
      moduleNameMapper: { '\\.css$': '<rootDir>/web/src/testing/empty-style.ts' },
    }),
  ],
}
