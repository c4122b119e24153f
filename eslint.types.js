import tseslint from 'typescript-eslint'
import base from './eslint.config.js'

/** What only the types can tell: a promise that nobody waits for, something else than an error thrown. It takes minutes: npm run lint:types. */
export default [
  ...base,
  {
    files: ['**/*.ts'],
    ignores: ['scripts/**', '*.config.ts'],
    plugins: { '@typescript-eslint': tseslint.plugin },
    languageOptions: {
      parserOptions: {
        project: './tsconfig.json',
        extraFileExtensions: ['.vue'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/only-throw-error': 'error',
    },
  },
]
