// Style, and the direction of dependencies: web and server use core; core uses no DOM, no Node and no framework;
// passes do not know each other.
import { readdirSync } from 'node:fs';
import { builtinModules } from 'node:module';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const nodeModules = [...builtinModules, ...builtinModules.map((name) => `node:${name}`)];
const frameworks = [
  'react',
  'react-dom',
  'react-*',
  'radix-ui',
  '@reduxjs/*',
  'hono',
  'hono/*',
  '@hono/*',
  'better-sqlite3',
  'sharp',
  'vite',
  'lucide-react',
  '@dnd-kit/*',
];
const outsideCore = {
  group: ['**/server/**', '**/web/**', '**/demo/**', ...frameworks],
  message: 'The core uses no interface, no server and no framework.',
};
const noNode = nodeModules.map((name) => ({ name, message: 'The core runs in a browser too: no Node modules.' }));
const browserGlobals = [
  'window',
  'document',
  'navigator',
  'localStorage',
  'fetch',
  'Worker',
  'OffscreenCanvas',
  'ImageData',
  'process',
  'Buffer',
  '__dirname',
  'require',
];

const passNames = readdirSync(new URL('./core/passes', import.meta.url), { withFileTypes: true })
  .filter((entry) => entry.isDirectory())
  .map((entry) => entry.name);

/** Each pass may use what lies beneath the passes, and nothing of its neighbours; in core and in web alike. */
function passRules(folder, own, more) {
  const others = passNames.filter((name) => name !== own);
  const group = others.flatMap((name) => [`**/passes/${name}`, `**/passes/${name}/**`, `../${name}`, `../${name}/**`]);
  return {
    files: [`${folder}/${own}/**/*.{ts,tsx}`],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          paths: more.paths,
          patterns: [...more.patterns, { group, message: 'A pass knows nothing of its neighbours.' }],
        },
      ],
    },
  };
}

export default tseslint.config(
  {
    ignores: [
      'build/',
      'data/',
      'node_modules/',
      'demo/plates/scenes/',
      'core/kernels/**/assembly.ts',
      'core/kernels/compiled.ts',
    ],
  },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['core/**/*.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': ['error', { paths: noNode, patterns: [outsideCore] }],
      'no-restricted-globals': [
        'error',
        ...browserGlobals.map((name) => ({ name, message: 'The core uses neither DOM nor Node.' })),
      ],
    },
  },
  ...passNames.map((name) => passRules('core/passes', name, { paths: noNode, patterns: [outsideCore] })),
  ...passNames.map((name) => passRules('web/bench/passes', name, { paths: [], patterns: [] })),
  // Tests may read files and codecs; they are not shipped.
  {
    files: ['core/**/*.test.ts', 'core/testing/**'],
    rules: { '@typescript-eslint/no-restricted-imports': 'off', 'no-restricted-globals': 'off' },
  },
);
