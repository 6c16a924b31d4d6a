/** No test depends on speed: what is given up on after this long hangs, on the slowest and busiest machine. */
const GIVEN_UP_AFTER_MS = 300_000;

/** Unit tests stand beside what they test; end-to-end tests drive the built app and stand in tests/. */
const transform = {
  '^.+\\.tsx?$': ['@swc/jest', {
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: true },
        experimental: { keepImportAttributes: true },
      },
    }],
};
const shared = {
  transform,
  globalSetup: '<rootDir>/tests/globalSetup.mjs',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  testEnvironment: 'node',
  // Windows of the store's tests may still hear of each other when their file has ended.
  testEnvironmentOptions: { globalsCleanup: 'off' },
};
export default {
  testTimeout: GIVEN_UP_AFTER_MS,
  projects: [
    {
      ...shared,
      displayName: 'unit',
      testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/demo/**/*.test.ts'],
      setupFilesAfterEnv: ['<rootDir>/tests/seed.ts'],
    },
    {
      ...shared,
      displayName: 'end to end',
      testMatch: ['<rootDir>/tests/**/*.test.ts'],
      testEnvironment: '<rootDir>/tests/environment.mjs',
      globalTeardown: '<rootDir>/tests/globalTeardown.mjs',
      setupFilesAfterEnv: ['<rootDir>/tests/seed.ts'],
    },
  ],
};
