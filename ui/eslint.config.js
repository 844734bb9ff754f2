import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import globals from 'globals'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['dist', 'node_modules', 'src/api/schema.d.ts', 'src/api/words.ts'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { globals: globals.browser },
    rules: {
      eqeqeq: 'error',
      'no-console': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      'vue/block-lang': ['error', { script: { lang: 'ts' } }],
      'vue/no-v-html': 'error',
      'vue/require-default-prop': 'off', // an optional one may be undefined; types say so
      'vue/no-unused-refs': 'error',
      'vue/prefer-true-attribute-shorthand': 'error',
    },
  },
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  { files: ['**/*.test.ts'], rules: { 'vue/one-component-per-file': 'off' } },
  { files: ['scripts/**', '*.js'], languageOptions: { globals: globals.node } },
  prettier,
)
