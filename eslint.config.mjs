import next from '@next/eslint-plugin-next';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import importX from 'eslint-plugin-import-x';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

// The arrows of the house point down only: app → features → store → core, and core to nothing.
const layers = [
  ...['app', 'features', 'store', 'devices', 'simulators', 'practice', 'demo', 'cli', 'e2e'],
];
const zone = (target, forbidden, why) =>
  forbidden.map((from) => ({ target: `./${target}`, from: `./${from}`, message: why }));
const zones = [
  ...zone('core', layers, 'core knows nothing of the rest'),
  ...zone(
    'store',
    layers.filter((layer) => layer !== 'store'),
    'store knows core alone',
  ),
  ...zone(
    'devices',
    layers.filter((layer) => layer !== 'devices'),
    'what talks to devices knows core alone',
  ),
  ...zone(
    'simulators',
    layers.filter((layer) => layer !== 'simulators'),
    'stand-ins know core alone',
  ),
  ...zone(
    'practice',
    layers.filter((layer) => !['practice', 'simulators', 'demo'].includes(layer)),
    'what is practised at is made of stand-ins and core, and of what the demo is',
  ),
  ...zone(
    'demo',
    ['app', 'features', 'practice', 'cli'],
    'the demo is made of stand-ins, core and store',
  ),
  ...zone(
    'features',
    ['app', 'simulators', 'demo', 'cli'],
    'features know store, devices and core alone',
  ),
  ...zone(
    'app',
    ['store', 'devices', 'core', 'simulators', 'practice', 'demo', 'cli'],
    'a route only calls a feature',
  ),
];

// Inside core too they point down only: each folder knows those before it in this list. What lies
// in core itself, days, curves, estimates, is below them all.
const folders = [
  'access',
  'battery',
  'drain',
  'stay',
  'site',
  'facts',
  'rules',
  'words',
  'inspect',
  'vehicle-tests',
  'logbook',
  'charging',
  'parasitic-draw',
  'fault-isolation',
  'meter',
  'reports',
  'estimation',
  'forecast',
  'record',
  'context',
  'procedures',
  'gate',
  'connections',
  'assessment',
  'hand-back',
  'plan',
  'schedule',
  'schedule-validation',
];
zones.push(
  { target: './core/*.ts', from: './core/*/**', message: 'below all folders of core' },
  ...folders.flatMap((folder, i) =>
    zone(
      `core/${folder}`,
      folders.slice(i + 1).map((above) => `core/${above}`),
      `${folder} knows what is below it in core alone`,
    ),
  ),
);

const pure = [
  { selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']" },
  { selector: "NewExpression[callee.name='Date'][arguments.length=0]" },
  { selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']" },
].map((rule) => ({ ...rule, message: 'core has no clock and no chance of its own: pass them in' }));

export default tseslint.config(
  { ignores: ['node_modules', '.next', 'dist', '.data', 'next-env.d.ts'] },
  ...tseslint.configs.recommended,
  {
    plugins: { 'import-x': importX },
    settings: {
      'import-x/resolver-next': [createTypeScriptImportResolver()],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts', '.tsx'] },
    },
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-explicit-any': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    // A test, or what it stands on, may look at its subject from above.
    files: ['**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts', '**/*.fixture.ts'],
    rules: { 'import-x/no-restricted-paths': ['error', { zones }] },
  },
  {
    files: ['app/**/*.{ts,tsx}', 'features/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks, '@next/next': next },
    rules: { ...hooks.configs.recommended.rules, ...next.configs.recommended.rules },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts', 'core/**/*.fixture.ts'],
    rules: {
      'max-lines-per-function': ['error', { max: 120 }],
      'no-restricted-syntax': ['error', ...pure],
      // A solver is handed in: its types may be named.
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: '^highs$', message: 'a solver is handed in', allowTypeImports: true },
            { regex: '^(?!\\.|zod$|highs$)', message: 'core depends on nothing but Zod' },
          ],
        },
      ],
    },
  },
  {
    // Nothing but store/ touches the database; what opens a whole file may name it.
    files: ['app/**', 'features/**', 'demo/**', 'simulators/**'],
    rules: { 'no-restricted-imports': ['error', { paths: ['better-sqlite3'] }] },
  },
  {
    // A control of Ant Design brings its theme with it, so that no other page loads either.
    files: ['app/**', 'features/**'],
    ignores: [
      ...['features/ui/controls/**', 'features/ui/link.tsx', 'features/theme/antd*'],
      '**/*.{test,fixture}.tsx',
    ],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            'better-sqlite3',
            ...['antd', 'next/link'].map((name) => ({ name, message: 'from features/ui instead' })),
          ],
        },
      ],
    },
  },
);
