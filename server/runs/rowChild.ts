import { fork, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import { childWays } from '../jobs/childWays';
import type { RowFilled, RowSolved, RunAnswer, RunDesign, RunOrder } from './orders';

/** A row that takes longer than this has hung, ms. */
const longestMs = 15 * 60 * 1000;

/** A process that does rows one after the other; one that has ended is started again. */
export class RowChild {
  private child: ChildProcess | null = null;
  private design: string | null = null;
  private isKilled = false;

  constructor(private readonly buildFolder: string) {}

  /** Tells the process what rows are made from, where it does not know it yet. */
  async give(design: RunDesign): Promise<void> {
    if (this.child?.connected && this.design === design.key) return;
    await this.ask({ kind: 'design', design });
    this.design = design.key;
  }

  /** @throws Error that says what is wrong with the row, or that the process ended over it */
  ask(order: RunOrder): Promise<RowSolved | RowFilled | null> {
    if (this.isKilled) return Promise.reject(new Error('This was cancelled.'));
    const child = this.running();
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => child.kill('SIGKILL'), longestMs);
      const end = (): void => {
        clearTimeout(timer);
        child.off('message', answered);
        child.off('close', ended);
      };
      const answered = (answer: RunAnswer): void => {
        end();
        if ('problem' in answer) reject(new Error(answer.problem));
        else resolve(answer.result);
      };
      const ended = (): void => {
        end();
        reject(new Error('The process that worked at this row ended early: it may need more memory than there is.'));
      };
      child.on('message', answered);
      // Not at `exit`: its answer may still be on its way then.
      child.on('close', ended);
      child.send(order, (error) => error && ended());
    });
  }

  kill(): void {
    this.isKilled = true;
    this.child?.kill('SIGKILL');
  }

  private running(): ChildProcess {
    if (this.child?.connected) return this.child;
    this.design = null;
    this.child = fork(join(this.buildFolder, 'runChild.js'), childWays);
    this.child.on('error', () => undefined);
    return this.child;
  }
}
