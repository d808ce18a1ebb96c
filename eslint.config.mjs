// @ts-check
import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import typescript from 'typescript-eslint'

const counted = { skipBlankLines: true, skipComments: true }

export default typescript.config(
  { ignores: ['.nuxt/', '.output/', '.data*/', 'node_modules/', '.dependency-cruiser.cjs'] },
  js.configs.recommended,
  ...typescript.configs.recommended,
  ...vue.configs['flat/recommended'],
  prettier,
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: typescript.parser } } },
  {
    rules: {
      // Types are checked by the compiler, which knows what Nuxt brings in by itself.
      'no-undef': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-nested-ternary': 'error',
      'max-params': ['error', 4],
      'max-lines-per-function': ['error', { max: 60, ...counted }],
      'max-lines': ['error', { max: 300 }],
    },
  },
  {
    files: ['core/**/*.ts', 'server/**/*.ts', 'app/**/*.ts', 'demo/**/*.ts'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    },
  },
  // A composable and a store are modules in the form of one function: what is in them has the limit, they have another.
  {
    files: ['app/composables/*.ts', 'app/stores/*.ts'],
    rules: { 'max-lines-per-function': ['error', { max: 150, ...counted }] },
  },
  // What was done to the tables stays as it was done.
  { files: ['server/database/migrations/*.ts'], rules: { 'max-lines-per-function': 'off' } },
  {
    files: ['tests/**/*.ts', '**/*.test.ts'],
    rules: {
      // Answers of the server are looked at as they come.
      '@typescript-eslint/no-explicit-any': 'off',
      // A group of tests is no function; a row of a table of cases has as many parts as the table has columns.
      'max-lines-per-function': 'off',
      'max-params': 'off',
      'max-lines': ['error', { max: 400 }],
    },
  },
)
