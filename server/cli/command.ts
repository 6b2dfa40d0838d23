import { parseArgs } from 'node:util';
import type { Tell } from '../backup/archive';
import { endWith } from '../endWith';

/** Runs a command that takes some words; what goes wrong is said in a sentence, and ends it with 1. */
export function runCommand(usage: string, words: number, work: (words: string[]) => Promise<void>): void {
  const run = async (): Promise<void> => {
    const { values, positionals } = parseArgs({ allowPositionals: true, options: { help: { type: 'boolean' } } });
    if (values.help) return console.log(usage);
    if (positionals.length !== words) throw new Error(usage);
    await work(positionals);
  };
  run().catch(endWith);
}

/** Tells each stage once, and each tenth of it, on the error output. */
export function teller(): Tell {
  let last = '';
  return (stage, done) => {
    const line = `${stage.padEnd(22)} ${Math.floor(done * 10) * 10} %`;
    if (line !== last) console.error(line);
    last = line;
  };
}

export const sizeInWords = (bytes: number): string =>
  bytes < 1e9 ? `${(bytes / 1e6).toFixed(0)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;
