import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/** Which rooms a room may not import: imports run one way. */
const closed = (files, rooms, more = []) => ({
  files,
  ignores: ['**/*.test.ts', 'core/testing/**'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          { regex: `^#(${rooms.join('|')})/`, message: 'Imports run one way; see docs/architecture.md.' },
          ...more,
        ],
      },
    ],
  },
})
const noPackages = { regex: '^[^.#]', message: 'The core imports nothing from outside.' }

export default tseslint.config(
  {
    ignores: [
      'dist',
      'node_modules',
      '.cache',
      'playwright-report',
      'test-results',
      'scripts/*.mjs',
      'eslint.config.js',
      '.kevro-*',
    ],
  },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/essential'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'vue/multi-word-component-names': 'off',
      'max-lines': ['error', { max: 320, skipBlankLines: true }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  { files: ['demo/world.ts', 'demo/library.ts', '**/*.test.ts'], rules: { 'max-lines': 'off' } },
  closed(['core/**'], ['contract', 'solver', 'server', 'devices', 'web', 'demo'], [noPackages]),
  closed(['contract/**'], ['solver', 'server', 'devices', 'web', 'demo']),
  closed(['solver/**'], ['contract', 'server', 'devices', 'web', 'demo']),
  closed(['server/**'], ['web', 'devices']),
  // What the simulated bench shows must not stand on the sums that it is there to check.
  closed(['devices/**'], ['core', 'solver', 'server', 'web', 'demo']),
  closed(['web/**'], ['server', 'devices', 'demo']),
)
