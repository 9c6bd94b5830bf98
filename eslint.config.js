import js from '@eslint/js';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import importX from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';
import { LONG_FILES, LONG_FUNCTIONS } from './lint/listed.js';
import { longFunction } from './lint/long-function.js';
import { testBesideModule } from './lint/test-beside-module.js';

/** What each floor of the house may import, besides itself. */
const FLOORS = {
  core: [],
  formats: ['core'],
  charts: ['core'],
  store: ['core'],
  service: ['core', 'formats', 'charts', 'store'],
  api: ['core', 'service'],
  kit: ['charts', 'core'],
  views: ['api', 'core', 'charts', 'kit'],
  layouts: ['kit'],
  pages: ['service', 'api', 'core', 'layouts', 'views'],
  cli: ['service', 'api', 'core'],
};

const ALL = Object.keys(FLOORS);

const SCREENS = ['binder', 'codebook', 'intake', 'ledger', 'paper', 'peek', 'reading', 'roster', 'tables', 'workings'];

/** Imports go one way: a file may reach its own floor and those listed above, and no other. */
const floors = ALL.map((floor) => {
  const forbidden = ALL.filter((other) => other !== floor && !FLOORS[floor].includes(other));
  const outside =
    floor === 'core'
      ? [
          {
            group: ['node:*', 'react', 'react-dom', 'astro', 'astro:*', 'better-sqlite3', 'd3-*'],
            message: 'core is pure: no I/O, no framework.',
          },
        ]
      : [];
  // What several screens look like is in the kit.
  const ownStyles =
    floor === 'views'
      ? [
          {
            regex: `^(\\.\\./)+(${SCREENS.join('|')})/.*\\.css$`,
            message: 'no screen takes the styles of another: put them into the kit.',
          },
        ]
      : [];
  // A value would bring the work of the operations, and the store with it, into the browser.
  const typesOnly =
    floor === 'views'
      ? [{ regex: '^(\\.\\./)+api/', allowTypeImports: true, message: 'views take from api its types alone.' }]
      : [];
  const noSql =
    floor === 'store' || floor === 'service'
      ? []
      : [{ group: ['better-sqlite3'], message: 'only the store writes SQL.' }];
  return {
    files: [`src/${floor}/**/*.{ts,tsx}`],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            ...outside,
            ...noSql,
            ...typesOnly,
            ...ownStyles,
            ...forbidden.map((other) => ({
              regex: `^(\\.\\./)+${other}/`,
              message: `${floor} does not import ${other} (docs/architecture.md).`,
            })),
          ],
        },
      ],
    },
  };
});

export default tseslint.config(
  { ignores: ['src/core/count/kernel/assembly/', 'dist/', '.astro/', 'node_modules/', 'coverage/'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.strictTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      // A cell of an array that was just measured is there; the hot loops say so.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': [
        'error',
        { ignoreArrowShorthand: true, ignoreVoidOperator: true },
      ],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
    },
  },
  {
    files: ['src/**/*.tsx', 'src/views/**/*.ts', 'src/kit/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  ...floors,
  {
    files: ['**/*.{ts,tsx,mjs,js}'],
    plugins: {
      'import-x': importX,
      house: { rules: { 'long-function': longFunction, 'test-beside-module': testBesideModule } },
    },
    settings: { 'import-x/resolver-next': [createTypeScriptImportResolver()] },
    rules: {
      'import-x/no-cycle': 'error',
      'import-x/no-duplicates': ['error', { 'prefer-inline': true }],
      'house/long-function': ['error', { max: 80, listed: LONG_FUNCTIONS }],
      'max-lines': ['error', { max: 450 }],
      'no-useless-rename': 'error',
      'object-shorthand': ['error', 'properties'],
      'max-len': ['error', { code: 120 }],
      'no-warning-comments': ['error', { terms: ['prettier-ignore'], location: 'anywhere' }],
    },
  },
  { files: ['{src,demo,scripts}/**/*.test.{ts,tsx}'], rules: { 'house/test-beside-module': 'error' } },
  { files: Object.keys(LONG_FILES), rules: { 'max-lines': 'off' } },
  // A migration that was once run stands as it is.
  { files: ['src/store/migrations/*.ts'], rules: { 'max-len': 'off' } },
  {
    files: ['**/*.mjs', '**/*.js'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        fetch: 'readonly',
        performance: 'readonly',
        Buffer: 'readonly',
      },
    },
  },
);
