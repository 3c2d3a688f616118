import js from '@eslint/js'
import globals from 'globals'
import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'

export default tseslint.config(
  { ignores: ['**/dist/', '**/node_modules/', 'data/', '.test-data/'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  ...vue.configs['flat/essential'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser }, globals: globals.browser },
  },
  {
    files: ['{scripts,simulators,server}/**/*.mjs', '*.js', '*.cjs'],
    languageOptions: { globals: globals.node },
  },
  { files: ['**/*.ts'], rules: { 'no-undef': 'off' } },
  {
    rules: {
      'no-console': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/no-explicit-any': 'off',
      'vue/multi-word-component-names': 'off',
    },
  },
  {
    // A promise that nobody waits for fails where nobody sees it.
    files: ['**/*.ts'],
    languageOptions: {
      parserOptions: {
        project: ['./{core,contracts,server,web,visitor}/tsconfig.json', './tsconfig.tools.json'],
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'Date.now', 'setTimeout', 'fetch', 'process'],
      'no-restricted-imports': ['error', { patterns: ['node:*', '@janua/*'] }],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
    },
  },
)
