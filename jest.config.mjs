const shared = {
  testEnvironment: 'node',
  modulePathIgnorePatterns: ['<rootDir>/.build/'],
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' } },
    ],
  },
  moduleNameMapper: { '^#core/(.*)$': '<rootDir>/core/$1' },
}

/** Three projects: the core on its own, how the page keeps edits, and the server's work against a real database (DATABASE_URL is set by bin/test). */
export default {
  // No test waits for the clock: this only ends one that hangs, on a machine at a fifth of the usual speed too.
  testTimeout: 600_000,
  projects: [
    {
      displayName: 'core',
      testMatch: ['<rootDir>/core/**/*.test.ts'],
      runner: '<rootDir>/bin/lib/coreRunner.mjs',
      moduleNameMapper: shared.moduleNameMapper,
      transform: {},
    },
    { ...shared, displayName: 'page', testMatch: ['<rootDir>/tests/page/**/*.test.ts'] },
    { ...shared, displayName: 'server', testMatch: ['<rootDir>/tests/server/**/*.test.ts'] },
  ],
}
