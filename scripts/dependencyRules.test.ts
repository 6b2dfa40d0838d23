import { ESLint } from 'eslint';

const linter = new ESLint();

/** Messages of the rules about dependencies for a file with this text. */
async function complaints(filePath: string, text: string): Promise<string[]> {
  const [{ messages }] = await linter.lintText(text, { filePath });
  return messages.filter(({ ruleId }) => ruleId?.includes('restricted')).map(({ message }) => message);
}

test.each([
  ['core/pixels/probe.ts', "import { readFileSync } from 'node:fs'; readFileSync('x');"],
  ['core/pixels/probe.ts', "import { createElement } from 'react'; createElement('p');"],
  ['core/pixels/probe.ts', "import { Studio } from '../../server/studio'; new Studio();"],
  ['core/pixels/probe.ts', 'export const wide = window.innerWidth;'],
  ['core/pixels/probe.ts', 'export const here = process.cwd();'],
  ['core/passes/ink/probe.ts', "import { plateNode } from '../plate/render'; plateNode();"],
  ['core/passes/words/probe.ts', "import sharp from 'sharp'; sharp();"],
  ['web/bench/passes/ink/probe.ts', "import { usePlate } from '../plate/placing'; usePlate();"],
  ['web/bench/passes/words/probe.ts', "import { inkSchema } from '../../../../core/passes/ink/schema'; inkSchema;"],
])('%s may not: %s', async (path, text) => {
  expect(await complaints(path, text)).toHaveLength(1);
});

test.each([
  [
    'core/passes/ink/probe.ts',
    "import { coverage } from '../../shape/coverage'; coverage([], { x: 0, y: 0, width: 1, height: 1 });",
  ],
  ['core/passes/ink/probe.ts', "import type { Letters } from '../pass'; export type Mine = Letters;"],
  [
    'web/bench/passes/ink/probe.ts',
    "import { inkSchema } from '../../../../core/passes/ink/schema'; inkSchema.parse({});",
  ],
  [
    'server/probe.ts',
    "import { readFileSync } from 'node:fs'; import { coverage } from '../core/shape/coverage'; readFileSync('x'); coverage([], { x: 0, y: 0, width: 1, height: 1 });",
  ],
])('%s may: %s', async (path, text) => {
  expect(await complaints(path, text)).toEqual([]);
});
