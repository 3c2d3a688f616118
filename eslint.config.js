import js from '@eslint/js'
import globals from 'globals'
import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import vueI18n from '@intlify/eslint-plugin-vue-i18n'

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
    // Texts stand in catalogues, and catalogues hold no text that nobody shows.
    files: ['web/src/**/*.{vue,ts}'],
    ignores: ['**/*.test.ts', '**/testing/**'],
    plugins: { '@intlify/vue-i18n': vueI18n },
    settings: {
      'vue-i18n': {
        localeDir: {
          pattern: './locales/*/*.json',
          localePattern: /^.*\/(?<locale>[a-z]{2})\/[a-z]+\.json$/i,
          localeKey: 'path',
        },
        messageSyntaxVersion: '^11.0.0',
      },
    },
    rules: {
      '@intlify/vue-i18n/no-missing-keys': 'error',
      '@intlify/vue-i18n/no-raw-text': [
        'error',
        {
          ignorePattern: '^[^\\p{L}]*$',
          ignoreNodes: ['kbd', 'code'],
          attributes: {
            '/.+/': ['title', 'aria-label', 'placeholder', 'alt', 'label', 'header'],
          },
        },
      ],
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
