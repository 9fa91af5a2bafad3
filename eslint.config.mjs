import withNuxt from './.nuxt/eslint.config.mjs';

export default withNuxt(
  { ignores: ['**/*.gen.ts', 'docs/**', 'bench/out/**'] },
  {
    rules: {
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      'no-restricted-syntax': [
        'error',
        { selector: 'ExportAllDeclaration', message: 'An index names each export.' },
        { selector: 'ImportExpression[source.value=/^http/]', message: 'No request leaves the origin.' },
      ],
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': ['error', { html: { void: 'never' } }],
      'vue/first-attribute-linebreak': 'off',
      'vue/multi-word-component-names': 'off',
    },
  },
  {
    files: ['{core,kinds}/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }] },
  },
  {
    files: ['{core,kinds,workers,app,server,cli}/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.config.ts'],
    rules: { 'no-restricted-exports': ['error', { restrictDefaultExports: { direct: true } }] },
  },
  { files: ['server/**/*.ts', 'app/plugins/*.ts'], rules: { 'no-restricted-exports': 'off' } },
);
