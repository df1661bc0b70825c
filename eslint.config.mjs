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

/** What every part of the web application may not import. */
const WEB = [ACROSS, DEEP, notFrom('server', 'web reaches the server through the contract alone.')];
/** Parts of the web application: features stand on shared, shared on ui, and none knows who stands on it. */
const webPart = (folder, regex, message) => ({
  files: [`web/src/app/${folder}/**/*.ts`],
  rules: forbid(...WEB, { regex, message }),
});

/** Browser controls that the kit in `ui/` stands for. */
const NATIVE = [
  ["Element[name='select']", 'Use nv-select.'],
  ["Element[name='details']", 'Use nv-fold.'],
  ["Element[name='dialog']", 'Use a dialog of Material.'],
  [
    "Element[name='input'] > TextAttribute[name='type'][value=/^(date|time|datetime-local)$/]",
    'Use nv-date-field or nv-time-field.',
  ],
  ["Element[name='input'] > TextAttribute[name='type'][value='file']", 'Use nv-file-button.'],
  ["Element[name='input'] > TextAttribute[name='type'][value='checkbox']", 'Use mat-checkbox.'],
  ["Element[name='input'] > TextAttribute[name='type'][value='radio']", 'Use nv-choice.'],
].map(([selector, message]) => ({ selector, message }));
const ASKING = ['confirm', 'alert', 'prompt'].map((name) => ({
  name,
  message: 'Use Questions or Notices of ui/.',
}));

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
      ...forbid(...WEB),
      'no-restricted-globals': ['error', ...ASKING],
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      // Components are classes without members more often than not.
      '@typescript-eslint/no-extraneous-class': 'off',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'nv', style: 'kebab-case' }],
      '@angular-eslint/directive-selector': [
        'error',
        { type: 'attribute', prefix: 'nv', style: 'camelCase' },
      ],
    },
  },
  webPart(
    'features',
    String.raw`^\.\./(?!\.\./)|/(features|frame)/`,
    'A feature knows no other: what two need is shared/.',
  ),
  webPart('shared', '/(features|frame)/', 'shared/ does not know the features that stand on it.'),
  webPart('api', '/(features|frame|ui)/', 'api/ shows nothing.'),
  webPart('ui', String.raw`^\.\./(?!words/|testing/)`, 'The kit knows nothing of what it is used for.'),
  webPart('words', String.raw`^\.\./`, 'Words are made of values alone.'),
  {
    files: ['web/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: { 'no-restricted-syntax': ['error', ...NATIVE] },
  },
);
