import unit from './jest.config.mjs';

/** Browser tests: a person's whole task in headless Chromium against a built server. One at a time. */
export default {
  ...unit,
  testEnvironment: '<rootDir>/e2e/environment.mjs',
  roots: ['<rootDir>/e2e', '<rootDir>/torture'],
  globalSetup: '<rootDir>/e2e/setUp.mjs',
  globalTeardown: '<rootDir>/e2e/tearDown.mjs',
  maxWorkers: 2,
  testTimeout: 600000,
};
