import vue from 'eslint-plugin-vue'
import accessibility from 'eslint-plugin-vuejs-accessibility'
import ts from 'typescript-eslint'

/** How lines are laid out is prettier's business (`npm run format`). */
const LAYOUT = [
  'first-attribute-linebreak',
  'html-closing-bracket-newline',
  'html-indent',
  'html-self-closing',
  'max-attributes-per-line',
  'multiline-html-element-content-newline',
  'singleline-html-element-content-newline',
]

export default ts.config(
  { ignores: ['src/api/schema.ts'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  ...accessibility.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    files: ['**/*.ts', '**/*.vue'],
    rules: {
      ...Object.fromEntries(LAYOUT.map((rule) => [`vue/${rule}`, 'off'])),
      'vue/multi-word-component-names': 'off',
      'vue/max-len': ['error', { code: 140, template: 140, ignoreUrls: true }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      // A label around its control is enough.
      'vuejs-accessibility/label-has-for': ['error', { required: { some: ['nesting', 'id'] } }],
      // A form that somebody has asked for takes the focus, or the keyboard would stay behind it.
      'vuejs-accessibility/no-autofocus': 'off',
    },
  },
  // What is not there in a test fails the test.
  { files: ['**/*.test.ts'], rules: { '@typescript-eslint/no-non-null-assertion': 'off' } },
)
