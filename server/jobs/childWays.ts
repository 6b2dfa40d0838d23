import type { ForkOptions } from 'node:child_process';

/**
 * How children that compute are started. They make many large arrays and hardly any other objects: memory that is tidied up beside the
 * work, in threads of its own, takes the processors from the work itself (two threads that draw took 1.6 times as long).
 */
export const childWays: ForkOptions = {
  serialization: 'advanced',
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  execArgv: [...new Set([...process.execArgv, '--single-threaded-gc'])],
};
