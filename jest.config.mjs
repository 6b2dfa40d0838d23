/** Unit tests: TypeScript by swc, as native modules (the shaping library awaits at top level). */
export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/core', '<rootDir>/server', '<rootDir>/web', '<rootDir>/scripts'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '<rootDir>/scripts/jestTransform.mjs',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'es6' },
      },
    ],
  },
  // Both cores of a small machine; left to itself it would use one.
  maxWorkers: '100%',
  // Of a busy machine: nothing waits for it.
  testTimeout: 180000,
};
