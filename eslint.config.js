import { readdirSync, readFileSync } from 'node:fs';
import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/** Dependencies point one way: web, server, cli → demo → rig → core. */
const forbid = (files, patterns, message) => ({
  files,
  ignores: ['**/*.test.ts', '**/*.test.tsx', '**/testing/**'],
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group: patterns, message }] }] },
});
const outside = [
  'react',
  'react-*',
  'react/*',
  '@reduxjs/*',
  '@mui/*',
  'express',
  'idb',
  'echarts*',
  'comlink',
  'node:*',
  'fs',
  'path',
];

/** Kinds of fact, as the schema has them. */
const FACT_KINDS = [...readFileSync('core/src/workbook/schema.ts', 'utf8').matchAll(/\bfact\('(\w+)'/g)].map(
  (match) => match[1],
);

/** Which room may use which, in core and from the web; each imports only those before it, and words stand above all that they speak of. */
const MAY_USE = JSON.parse(readFileSync('rooms.json', 'utf8'));
const ROOMS = Object.keys(MAY_USE.core);
const roomRules = ROOMS.map((room) =>
  forbid(
    [`core/src/${room}/**`],
    [
      ...outside,
      '@hiraeth/*',
      ...ROOMS.filter((other) => other !== room && !MAY_USE.core[room].includes(other)).flatMap((above) => [
        `../${above}`,
        `../${above}/*`,
        `../../${above}`,
        `../../${above}/*`,
      ]),
    ],
    `core/${room} does not use this room: see rooms.json.`,
  ),
);

/** The web's layers, the lowest first; each imports only those before it, and storage, workers and devices not each other. */
const LAYERS = ['storage', 'workers', 'devices', 'state', 'parts', 'places', 'shell'];
const BESIDE = ['storage', 'workers', 'devices'];
const layerRules = LAYERS.map((layer, i) =>
  forbidAbove(
    `web/src/${layer}/**`,
    [...LAYERS.slice(i + 1), ...(BESIDE.includes(layer) ? BESIDE.filter((other) => other !== layer) : [])],
    MAY_USE.web[layer],
  ),
);
/** A place knows no other place: what two of them need is a part. */
const PLACES = readdirSync('web/src/places', { withFileTypes: true }).flatMap((entry) =>
  entry.isDirectory() ? [entry.name] : [],
);
const placeRules = PLACES.map((place) =>
  forbidAbove(
    `web/src/places/${place}/**`,
    ['shell', ...PLACES.filter((other) => other !== place)],
    MAY_USE.web.places,
  ),
);
function forbidAbove(files, above, rooms) {
  return forbid(
    [files],
    [...new Set(above)]
      .flatMap((folder) => ['../', '../../', '../../../'].map((up) => `${up}${folder}`))
      .flatMap((path) => [path, `${path}/*`])
      // This rule replaces the general one for its files: web reaches into neither server nor cli.
      .concat(['@hiraeth/server*', '@hiraeth/cli*', 'node:*', 'express'])
      .concat(ROOMS.filter((room) => !rooms.includes(room)).map((room) => `@hiraeth/core/${room}`)),
    'This layer of the web stands below, or beside, what it would import here.',
  );
}

export default tseslint.config(
  {
    ignores: [
      'reports/**',
      '.stryker-tmp/**',
      '**/dist/**',
      '**/node_modules/**',
      '.tsbuild/**',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.recommendedTypeChecked.map((c) => ({ ...c, files: ['**/*.ts', '**/*.tsx'] })),
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: {
      parserOptions: { project: './tsconfig.lint.json', tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      // Of its numbers between 0 and 1 nearly all are as good as 0: a law is tried on nothing.
      'no-restricted-properties': [
        'error',
        ...['double', 'float'].map((property) => ({
          object: 'fc',
          property,
          message: 'Take between(min, max) of core/testing.',
        })),
      ],
    },
  },
  {
    files: ['web/src/**/*.tsx', 'web/src/**/*.ts'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  // What is done becomes facts in core alone: places, the command line and simulated people call acts.
  {
    files: ['{web,cli,rig,demo,server}/src/**/*.ts', 'web/src/**/*.tsx'],
    ignores: ['**/*.test.ts', '**/*.test.tsx', '**/testing/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: `ObjectExpression > Property[key.name='kind'][value.value=/^(${FACT_KINDS.join('|')})$/], ObjectExpression > Property[key.name='kind'] > TSAsExpression[expression.value=/^(${FACT_KINDS.join('|')})$/]`,
          message: 'A fact is written by an act of core/acts.',
        },
      ],
    },
  },
  { files: ['**/*.mjs', '**/*.js'], languageOptions: { globals: globals.node } },
  { files: ['web/public/*.js'], languageOptions: { globals: globals.serviceworker } },
  forbid(
    ['core/src/**'],
    [...outside, '@hiraeth/*'],
    'core knows no interface, no Node, no storage and no other room.',
  ),
  ...roomRules,
  forbid(
    ['rig/src/**'],
    [...outside, '@hiraeth/web*', '@hiraeth/server*', '@hiraeth/cli*', '@hiraeth/demo*'],
    'rig builds on core alone.',
  ),
  forbid(
    ['demo/src/**'],
    [...outside, '@hiraeth/web*', '@hiraeth/server*', '@hiraeth/cli*'],
    'demo builds on rig and core.',
  ),
  forbid(
    ['web/src/**'],
    ['@hiraeth/server*', '@hiraeth/cli*', 'node:*', 'express'],
    'web does not reach into server or cli.',
  ),
  ...layerRules,
  ...placeRules,
  forbid(
    ['server/src/**'],
    ['@hiraeth/web*', '@hiraeth/cli*', 'react', 'react-*'],
    'server does not reach into web or cli.',
  ),
  forbid(
    ['cli/src/**'],
    ['@hiraeth/web*', '@hiraeth/server*', 'react', 'react-*'],
    'cli does not reach into web or server.',
  ),
  prettier,
);
