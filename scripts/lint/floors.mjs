// A lint rule: folders stand on floors, and imports go down only. As every folder has one floor, no circle of folders
// can be.
import { existsSync, statSync } from 'node:fs';
import { dirname, join, relative, resolve, sep } from 'node:path';

/**
 * The core's folders from low to high. What passes are made of lies below them, what is made of passes above; single
 * passes know
 * nothing of each other.
 */
export const coreFloors = [
  'core/pixels',
  'core/shape',
  'core/kernels',
  'core/pictures',
  'core/type',
  'core/graph',
  'core/coats',
  'core/light',
  'core/survey',
  'core/passes/pass.ts',
  'core/passes/*',
  'core/passes/index.ts',
  'core/scene',
  'core/piece',
  'core/sizes',
  'core/recipes',
  'core/versions',
  'core/render',
  'core/press',
  'core/formats',
  'core/arranging',
  'core/roughs',
  'core/proof',
  'core/runs',
];

/** The page's folders and files from low to high. */
export const webFloors = [
  'web/ui',
  'web/api',
  'web/bench/governs/governed.ts',
  'web/bench/benchState.ts',
  'web/store.ts',
  'web/bench/hand.ts',
  'web/bench/editing',
  'web/bench/keys',
  'web/bench/workers',
  'web/bench/benchContext.tsx',
  'web/bench/farthestPlate.ts',
  'web/bench/lampStood.ts',
  'web/bench/keepPoints.ts',
  'web/bench/view',
  'web/bench/governs',
  'web/bench/useMaterials.ts',
  'web/bench/useMeasures.ts',
  'web/bench/crossings.ts',
  'web/bench/inkColour.ts',
  'web/bench/outlines',
  'web/bench/saveFile.ts',
  'web/bench/EditedValue.tsx',
  'web/bench/Shown.tsx',
  'web/bench/OptionalPart.tsx',
  'web/bench/partEdits.ts',
  'web/plates',
  'web/bench/touch',
  'web/bench/charts',
  'web/bench/gauges',
  'web/bench/coats',
  'web/bench/recipes',
  'web/bench/exporting',
  'web/bench/sizes',
  'web/bench/passes/pass.ts',
  'web/bench/passes/*',
  'web/bench/passes/index.ts',
  'web/bench/depth',
  'web/bench/ticket',
  'web/bench/versions',
  'web/bench/strip',
  'web/bench',
  'web/faces',
  'web/proof',
  'web/roughs',
  'web/runs',
  'web/shelf',
  'web',
];

/**
 * The floor of a file: the longest of the names that it lies under; and with `*` the folder that stands for the star.
 */
function floorOf(path, floors) {
  const under = (floor) => path === floor || path.startsWith(`${floor}/`);
  const found = floors.flatMap((floor, height) => {
    if (!floor.endsWith('/*')) return under(floor) ? [{ height, length: floor.length, own: floor }] : [];
    const base = floor.slice(0, -2);
    const [name, ...rest] = path.startsWith(`${base}/`) ? path.slice(base.length + 1).split('/') : [];
    return rest.length > 0 ? [{ height, length: floor.length, own: `${base}/${name}` }] : [];
  });
  return found.sort((a, b) => b.length - a.length)[0] ?? null;
}

const endings = ['', '.ts', '.tsx', '/index.ts', '/index.tsx'];
const fileAt = (path) =>
  endings.map((ending) => path + ending).find((file) => existsSync(file) && statSync(file).isFile());

/** Options: `[{ root, floors }]`, the project's folder and its floors from low to high. */
export const floors = {
  meta: {
    type: 'problem',
    schema: [{ type: 'object' }],
    messages: {
      up: '{{from}} lies below {{to}}: imports go down only.',
      beside: '{{from}} and {{to}} stand on one floor and know nothing of each other.',
      nowhere: '{{from}} has no floor: name it in scripts/lint/floors.mjs.',
    },
  },
  create(context) {
    const [{ root, floors: all }] = context.options;
    const pathOf = (file) => relative(root, file).split(sep).join('/');
    const own = floorOf(pathOf(context.filename), all);
    const check = (node) => {
      const { source } = node;
      if (!source || !source.value.startsWith('.')) return;
      const base = resolve(dirname(context.filename), source.value);
      const target = pathOf(fileAt(base) ?? join(base));
      const floor = floorOf(target, all);
      if (!floor) return;
      const names = { from: own?.own ?? pathOf(context.filename), to: floor.own };
      if (!own) context.report({ node: source, messageId: 'nowhere', data: names });
      else if (floor.height > own.height) context.report({ node: source, messageId: 'up', data: names });
      else if (floor.height === own.height && floor.own !== own.own)
        context.report({ node: source, messageId: 'beside', data: names });
    };
    return { ImportDeclaration: check, ExportNamedDeclaration: check, ExportAllDeclaration: check };
  },
};
