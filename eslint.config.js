import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

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
      'eslint.types.js',
      '.kevro-*',
    ],
  },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'vue/multi-word-component-names': 'off',
      // How a template is laid out is Prettier's.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-indent': 'off',
      'vue/html-self-closing': 'off',
      'max-lines': ['error', { max: 320, skipBlankLines: true }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    files: ['core/**', 'contract/**', 'planner/**', 'solver/**', 'devices/**'],
    ignores: ['**/*.test.ts'],
    rules: { 'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }] },
  },
  // A component draws: what it works out stands in plain functions beside it.
  { files: ['**/*.vue'], rules: { 'max-lines': ['error', { max: 250 }] } },
  { files: ['demo/world.ts', 'demo/library.ts', '**/*.test.ts'], rules: { 'max-lines': 'off' } },
  { files: ['**/*.test.ts'], rules: { 'vue/one-component-per-file': 'off' } },
)
