/** No test depends on speed: what is given up on after this long hangs, on the slowest and busiest machine. */
const GIVEN_UP_AFTER_MS = 300_000;

/** Unit tests stand beside what they test; end-to-end tests drive the built app and stand in tests/. */
const transform = {
  '^.+\\.tsx?$': [
    '@swc/jest',
    {
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: true },
        experimental: { keepImportAttributes: true },
      },
    },
  ],
};
const shared = {
  transform,
  globalSetup: '<rootDir>/tests/globalSetup.mjs',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  testEnvironment: '<rootDir>/tests/realm.mjs',
  // Windows of the store's tests may still hear of each other when their file has ended.
  testEnvironmentOptions: { globalsCleanup: 'off' },
};
/** Tests of the real interface: a browser and a server for each worker. */
const inBrowser = {
  ...shared,
  testEnvironment: '<rootDir>/tests/environment.mjs',
  // Core in one piece: `scripts/bundle.mjs`.
  moduleNameMapper: {
    '^(?:\\.\\./)+src/core/([a-z]+)$': '<rootDir>/dist-node/core/src/core/$1/index.js',
    '^(?:\\.\\./)+src/core/device/linkReports$': '<rootDir>/dist-node/core/src/core/device/linkReports.js',
    '^(?:\\.\\./)+demo$': '<rootDir>/dist-node/core/demo/index.js',
  },
  globalTeardown: '<rootDir>/tests/globalTeardown.mjs',
  setupFilesAfterEnv: ['<rootDir>/tests/seed.ts'],
};
export default {
  testTimeout: GIVEN_UP_AFTER_MS,
  cacheDirectory: '<rootDir>/node_modules/.cache/jest',
  testSequencer: '<rootDir>/tests/sequencer.mjs',
  projects: [
    {
      ...shared,
      // The words of Zod in sixty languages, of which none but one is ever read, would be a quarter of all modules of a file.
      moduleNameMapper: { '^\\.\\./locales/index\\.js$': '<rootDir>/node_modules/zod/v4/locales/en.js' },
      displayName: 'unit',
      testMatch: ['<rootDir>/{src,demo,tests/mutants}/**/*.test.ts'],
      setupFilesAfterEnv: ['<rootDir>/tests/seed.ts'],
    },
    { ...inBrowser, displayName: 'end to end', testMatch: ['<rootDir>/tests/*.test.ts'] },
    // Fingers whose times are looked at: one test at a time.
    { ...inBrowser, displayName: 'by the clock', testMatch: ['<rootDir>/tests/clock/*.test.ts'] },
    // Run by the hunt alone.
    { ...inBrowser, displayName: 'another browser', testMatch: ['<rootDir>/tests/hunt/*.test.ts'] },
  ],
};
