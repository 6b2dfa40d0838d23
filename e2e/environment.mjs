import { TestEnvironment } from 'jest-environment-node';

/** Lets a test file say what its page shows when a test fails, before the next one goes on. */
export default class BrowserTestEnvironment extends TestEnvironment {
  async handleTestEvent({ name, test }) {
    if (name === 'test_fn_failure') await this.global.atFailure?.(test.name);
  }
}
