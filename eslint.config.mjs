import prettier from 'eslint-config-prettier';
import withNuxt from './.nuxt/eslint.config.mjs';

const counted = { skipBlankLines: true, skipComments: true };

export default withNuxt(
  // loops/ is AssemblyScript: its compiler checks it.
  { ignores: ['**/*.gen.ts', 'docs/**', 'bench/out/**', 'loops/**'] },
  {
    rules: {
      'one-var': ['error', 'never'],
      'no-nested-ternary': 'error',
      'max-lines': ['error', { max: 300, ...counted }],
      'no-restricted-syntax': [
        'error',
        { selector: 'ExportAllDeclaration', message: 'An index names each export.' },
        { selector: 'ImportExpression[source.value=/^http/]', message: 'No request leaves the origin.' },
      ],
      'vue/multi-word-component-names': 'off',
    },
  },
  {
    files: ['{core,kinds,networks,workers,app,server,cli,scripts}/**/*.{ts,vue}'],
    ignores: ['**/*.test.ts'],
    rules: {
      'max-params': ['error', 4],
      'max-lines-per-function': ['error', { max: 60, ...counted }],
    },
  },
  { files: ['**/*.vue'], rules: { 'max-lines': ['error', { max: 220, ...counted }] } },
  // A store and a composable are a list of functions: each is counted for itself.
  {
    files: ['app/{stores,composables}/*.ts', 'app/**/*.vue'],
    rules: { 'max-lines-per-function': 'off' },
  },
  {
    files: ['{core,kinds,workers,app,server,cli}/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.config.ts'],
    rules: { 'no-restricted-exports': ['error', { restrictDefaultExports: { direct: true } }] },
  },
  { files: ['server/**/*.ts', 'app/plugins/*.ts'], rules: { 'no-restricted-exports': 'off' } },
  // What Prettier decides is not decided twice.
  prettier,
);
