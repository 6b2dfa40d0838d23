import { ESLint } from 'eslint';

/** The rules without those that need types: the probes are no files of the project. */
const linter = new ESLint({
  overrideConfig: {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: false, project: null } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'off',
      '@typescript-eslint/no-misused-promises': 'off',
      '@typescript-eslint/await-thenable': 'off',
    },
  },
});

/** Messages of the rules about dependencies for a file with this text. */
async function complaints(filePath: string, text: string): Promise<string[]> {
  const [{ messages }] = await linter.lintText(text, { filePath });
  const fatal = messages.find((message) => message.fatal);
  if (fatal) throw new Error(fatal.message);
  return messages
    .filter(({ ruleId }) => ruleId?.includes('restricted') || ruleId === 'house/floors')
    .map(({ message }) => message);
}

test.each([
  ['core/pixels/probe.ts', "import { readFileSync } from 'node:fs'; readFileSync('x');"],
  ['core/pixels/probe.ts', "import { createElement } from 'react'; createElement('p');"],
  ['core/pixels/probe.ts', "import { Studio } from '../../server/studio'; new Studio();"],
  ['core/pixels/probe.ts', 'export const wide = window.innerWidth;'],
  ['core/pixels/probe.ts', 'export const here = process.cwd();'],
  ['core/passes/words/probe.ts', "import sharp from 'sharp'; sharp();"],
])('the core knows no surroundings: %s may not: %s', async (path, text) => {
  expect(await complaints(path, text)).toHaveLength(1);
});

test.each([
  // A pass and its neighbour, in core and on the bench.
  ['core/passes/ink/probe.ts', '../plate/render', 'know nothing of each other'],
  ['web/bench/passes/ink/probe.ts', '../plate/placing', 'know nothing of each other'],
  // What passes are made of, and the passes; the document, and what draws it.
  ['core/graph/probe.ts', '../passes/pass', 'imports go down only'],
  ['core/coats/probe.ts', '../passes/ink/schema', 'imports go down only'],
  ['core/passes/ink/probe.ts', '..', 'imports go down only'],
  ['core/passes/ink/probe.ts', '../../piece/schema', 'imports go down only'],
  ['core/piece/probe.ts', '../render/compile', 'imports go down only'],
  ['core/pixels/probe.ts', '../kernels/blur', 'imports go down only'],
  // The page: small parts below, the bench above.
  ['web/ui/probe.ts', '../bench/benchState', 'imports go down only'],
  ['web/bench/keys/probe.ts', '../passes', 'imports go down only'],
  // A folder that nobody has given a floor.
  ['core/attic/probe.ts', '../pixels/raster', 'has no floor'],
])('%s may not import %s', async (path, from, why) => {
  expect(await complaints(path, `import { something } from '${from}'; something();`)).toEqual([
    expect.stringContaining(why),
  ]);
});

test.each([
  ['core/passes/ink/probe.ts', '../../shape/coverage'],
  ['core/passes/ink/probe.ts', '../pass'],
  ['core/passes/ink/probe.ts', './schema'],
  ['core/render/probe.ts', '../passes'],
  ['web/bench/passes/ink/probe.ts', '../../../../core/passes/ink/schema'],
  ['web/bench/strip/probe.ts', '../passes'],
])('%s may import %s', async (path, from) => {
  expect(await complaints(path, `import { something } from '${from}'; something();`)).toEqual([]);
});

test('the server may use Node and the core', async () => {
  const text =
    "import { readFileSync } from 'node:fs'; import { flatten } from '../core/shape/path'; flatten(readFileSync);";
  expect(await complaints('server/probe.ts', text)).toEqual([]);
});
