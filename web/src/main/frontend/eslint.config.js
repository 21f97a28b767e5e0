import globals from 'globals';

/** What scripts of pages are held to; how they are laid out is the formatter's. */
export default [
  {
    files: ['**/*.js'],
    languageOptions: { ecmaVersion: 2022, sourceType: 'module', globals: { ...globals.browser, htmx: 'readonly' } },
    linterOptions: { reportUnusedDisableDirectives: true },
    rules: {
      'constructor-super': 'error',
      eqeqeq: 'error',
      'no-cond-assign': 'error',
      'no-const-assign': 'error',
      'no-dupe-else-if': 'error',
      'no-dupe-keys': 'error',
      'no-empty': ['error', { allowEmptyCatch: true }],
      'no-eval': 'error',
      'no-fallthrough': 'error',
      'no-implicit-globals': 'error',
      'no-self-assign': 'error',
      'no-shadow': 'error',
      'no-undef': 'error',
      'no-unreachable': 'error',
      'no-unused-vars': 'error',
      'no-var': 'error',
      'prefer-const': ['error', { destructuring: 'all' }],
      'use-isnan': 'error',
      'max-len': ['error', { code: 140 }],
    },
  },
  { files: ['**/js-test/**/*.js'], languageOptions: { globals: { ...globals.node } } },
  { files: ['**/scheme.js', '**/early.js'], languageOptions: { sourceType: 'script' } },
];
