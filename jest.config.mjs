const shared = {
  // Test files run in a context of their own, where every look at a global is slow: the solver's are given to it.
  sandboxInjectedGlobals: ['Math', 'Float64Array', 'Number', 'Array', 'Object', 'Infinity'],
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
    { ...shared, displayName: 'core', testMatch: ['<rootDir>/core/**/*.test.ts'] },
    { ...shared, displayName: 'page', testMatch: ['<rootDir>/tests/page/**/*.test.ts'] },
    { ...shared, displayName: 'server', testMatch: ['<rootDir>/tests/server/**/*.test.ts'] },
  ],
}
