// What the compiler cannot say: which way imports run, and what `core` must not touch.
import js from '@eslint/js';
import angular from 'angular-eslint';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/** Imports that a workspace may not make, each with the reason. */
const forbid = (...patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });

const ACROSS = {
  regex: String.raw`^(\.\./)+(core|contract|server|web|e2e|scripts)/`,
  message: 'Import another workspace by its name, through its index.',
};
const DEEP = { group: ['@nuvrah/*/**'], message: 'Import a workspace through its index.' };
const INTO_A_ROOM = {
  regex: String.raw`^\.\./[a-z-]+/(?!index\.js$)`,
  message: 'Import another room of core through its index.',
};
const notFrom = (names, message) => ({ regex: `^@nuvrah/(${names})(/|$)`, message });
const OUTSIDE_WORLD = {
  regex: String.raw`^(node:|@angular/|rxjs|express|typeorm|pg$)`,
  message: 'core has no framework and no I/O.',
};

const CLOCK_AND_CHANCE = 'core has no clock and no chance: pass the time or the generator in.';
const NO_CLOCK_NO_CHANCE = {
  'no-restricted-globals': [
    'error',
    ...['Date', 'performance', 'setTimeout', 'setInterval', 'fetch', 'console', 'process', 'crypto'].map(
      (name) => ({
        name,
        message: CLOCK_AND_CHANCE,
      }),
    ),
  ],
  'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: CLOCK_AND_CHANCE }],
};

export default tseslint.config(
  {
    ignores: [
      '**/node_modules',
      '**/dist',
      '**/.angular',
      '**/.data',
      '**/test-results',
      '**/playwright-report',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: { globals: globals.node },
  },
  // These hand functions to the browser.
  {
    files: ['bench/*.mjs', 'scripts/screenshots.mjs'],
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
  },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strict, ...tseslint.configs.stylistic],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/no-unnecessary-condition': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      '@typescript-eslint/consistent-type-definitions': 'off',
      '@typescript-eslint/consistent-indexed-object-style': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['core/**/*.ts'],
    rules: {
      ...NO_CLOCK_NO_CHANCE,
      ...forbid(ACROSS, INTO_A_ROOM, OUTSIDE_WORLD, notFrom('.*', 'core knows nobody who calls it.')),
    },
  },
  {
    files: ['contract/**/*.ts'],
    rules: forbid(
      ACROSS,
      DEEP,
      OUTSIDE_WORLD,
      notFrom('(server|web|contract)', 'contract imports core alone.'),
    ),
  },
  { files: ['server/**/*.ts'], rules: forbid(ACROSS, DEEP, notFrom('web', 'server does not know the web.')) },
  {
    files: ['web/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      ...forbid(ACROSS, DEEP, notFrom('server', 'web reaches the server through the contract alone.')),
      // Components are classes without members more often than not.
      '@typescript-eslint/no-extraneous-class': 'off',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'nv', style: 'kebab-case' }],
      '@angular-eslint/directive-selector': [
        'error',
        { type: 'attribute', prefix: 'nv', style: 'camelCase' },
      ],
    },
  },
  {
    files: ['web/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
);
