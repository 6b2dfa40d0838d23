// Style, and the direction of dependencies: web and server use core; core uses no DOM, no Node and no framework;
// imports go
// down the floors (scripts/lint/floors.mjs), so passes do not know each other and folders have no circles.
import { builtinModules } from 'node:module';
import { fileURLToPath } from 'node:url';
import { createNodeResolver, importX } from 'eslint-plugin-import-x';
import jsxA11y from 'eslint-plugin-jsx-a11y-x';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';
import { coreFloors, floors, webFloors } from './scripts/lint/floors.mjs';

const root = fileURLToPath(new URL('.', import.meta.url));
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
const tests = ['**/*.test.ts', '**/*.test.tsx', '**/testing/**', '**/testing.ts'];

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
  { plugins: { house: { rules: { floors } }, 'import-x': importX } },
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: root } },
    settings: {
      'import-x/resolver-next': [createNodeResolver({ extensions: ['.ts', '.tsx', '.mjs', '.js'] })],
      'import-x/extensions': ['.ts', '.tsx'],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts', '.tsx'] },
    },
    rules: {
      'no-nested-ternary': 'error',
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      'import-x/no-cycle': ['error', { ignoreExternal: true }],
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/await-thenable': 'error',
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: tests,
    rules: {
      'house/floors': ['error', { root, floors: coreFloors }],
      '@typescript-eslint/no-restricted-imports': ['error', { paths: noNode, patterns: [outsideCore] }],
      'no-restricted-globals': [
        'error',
        ...browserGlobals.map((name) => ({ name, message: 'The core uses neither DOM nor Node.' })),
      ],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    ignores: tests,
    rules: { 'house/floors': ['error', { root, floors: webFloors }] },
  },
  {
    files: ['web/**/*.tsx'],
    ignores: tests,
    plugins: { 'jsx-a11y-x': jsxA11y },
    rules: {
      ...jsxA11y.configs.recommended.rules,
      'jsx-a11y-x/label-has-associated-control': ['error', { controlComponents: ['KeptText', 'Quantity', 'Choice'] }],
      'max-lines-per-function': ['error', { max: 120, skipBlankLines: true, skipComments: true }],
    },
  },
);
