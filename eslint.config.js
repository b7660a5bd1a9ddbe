import tseslint from 'typescript-eslint'
import reactHooks from 'eslint-plugin-react-hooks'

export default tseslint.config(
  { ignores: ['**/dist/', '.data/', 'test-results/', '**/node_modules/'] },
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.strictTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      // `== null` asks for null and undefined at once, and nothing else.
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
      'no-restricted-syntax': [
        'error',
        {
          selector: 'ObjectExpression > SpreadElement > ObjectExpression',
          message:
            'Write the properties themselves: spreading a literal switches off the check for properties too many.',
        },
        {
          selector: 'ArrayExpression > SpreadElement > ArrayExpression',
          message: 'Write the entries themselves.',
        },
      ],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    // TypeORM declares the options of an EntitySchema as a class and takes plain objects.
    files: ['server/src/**/*.entity.ts'],
    rules: { '@typescript-eslint/no-unsafe-class-instance-assignment': 'off' },
  },
  {
    // A migration that may have run is never changed again.
    files: ['server/src/database/migrations/*.ts'],
    rules: { 'no-restricted-syntax': 'off' },
  },
  {
    // The core has no clock, no chance, no DOM and no Node: what it computes depends on what it is given.
    files: ['core/src/**/*.ts'],
    ignores: ['core/src/**/*.test.ts', 'core/src/testing/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...['window', 'document', 'navigator', 'process', 'Buffer', 'Date', 'performance', 'setTimeout', 'fetch'].map(
          (name) => ({
            name,
            message: 'The core computes from its arguments alone.',
          }),
        ),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Take a seeded source as an argument.' },
      ],
    },
  },
)
