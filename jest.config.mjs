export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/src', '<rootDir>/demo', '<rootDir>/library', '<rootDir>/scripts'],
  // So that a busy machine is no fault of what is tested.
  testTimeout: 20_000,
  setupFiles: ['<rootDir>/scripts/jest-setup.ts'],
  testMatch: ['**/*.test.ts', '**/*.test.mjs'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'es6' },
      },
    ],
  },
};
