/** @type {import('jest').Config} */
export default {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/', '/.next/', '/dist/', '/e2e/'],
  modulePathIgnorePatterns: ['<rootDir>/.next', '<rootDir>/dist'],
  transform: {
    '^.+\\.(t|j)sx?$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' } },
    ],
  },
  // Packages that ship only as modules.
  transformIgnorePatterns: ['/node_modules/(?!(uuid|pure-rand|odex)/)'],
  testTimeout: 60_000,
};
