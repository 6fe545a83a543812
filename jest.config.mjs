/** @type {import('jest').Config} */
export default {
  testEnvironment: 'node',
  globalSetup: '<rootDir>/scripts/demo-template.mjs',
  globalTeardown: '<rootDir>/scripts/drop-template.mjs',
  testMatch: ['<rootDir>/**/*.test.{ts,tsx}'],
  testPathIgnorePatterns: ['/node_modules/', '/.next/', '/dist/', '/e2e/'],
  modulePathIgnorePatterns: ['<rootDir>/.next', '<rootDir>/dist'],
  transform: {
    '^.+\\.(t|j)sx?$': [
      '<rootDir>/scripts/plain-exports.mjs',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  // Packages that ship only as modules.
  transformIgnorePatterns: [
    '/node_modules/(?!(uuid|pure-rand|odex|csv-parse|csv-stringify|intl-messageformat|@formatjs)/)',
  ],
  moduleNameMapper: {
    // What it would refuse in a browser is what the tests of the server's handlers need.
    '^server-only$': '<rootDir>/node_modules/server-only/empty.js',
    // A class is called what it is called: components are found by role and name, not by looks.
    '\\.module\\.css$': '<rootDir>/scripts/class-names.cjs',
  },
  // In the sandbox each look at a global costs a call: what arithmetic uses is handed to the modules.
  // No Boolean and no Set: packages have classes of their own by those names.
  sandboxInjectedGlobals: [
    ...['Math', 'Number', 'Infinity', 'String', 'Symbol', 'JSON', 'Date'],
    ...['Object', 'Array', 'Map', 'WeakMap', 'Float64Array', 'Int32Array', 'Uint8Array'],
  ],
  testTimeout: 60_000,
};
