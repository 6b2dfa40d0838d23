// Writes core/type/shapingTruth.json: what `hb-shape` (Debian: libharfbuzz-bin) makes of the shipped faces. Run by hand
// when
// faces or texts change; the tests compare our shaping with it.
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './prepare.mjs';

const cases = [
  ['bowlby-one', 'AVATAR FIRED'],
  ['archivo-black', 'ÉLÈVE Ångström Žižkov'],
  ['fraunces-black', 'offen flüchtig Wave'],
  ['shrikhand', 'Windward ç ñ ő'],
  ['commissioner-black', 'ΚΑΜΙΝΙ Ωραίο'],
  ['commissioner-black', 'ГОНЧАР Печь'],
  ['dela-gothic-one', 'ЗМЕЙ KITE'],
  ['lalezar', 'طين ونار'],
  ['lalezar', 'لا إله'],
  ['yatra-one', 'मिट्टी का दीया'],
  ['yatra-one', 'क्षत्रिय श्री'],
  ['archivo-variable', 'ALOFT To', { wght: 900, wdth: 62 }],
  ['fraunces-variable', 'KILN', { wght: 350, opsz: 144 }],
  ['archivo-black', 'AVAVA', {}, { kern: 0 }],
  ['fraunces-black', 'office', {}, { liga: 0 }],
];
const list = (values) =>
  Object.entries(values)
    .map(([tag, value]) => `${tag}=${value}`)
    .join(',');
const version = execFileSync('hb-shape', ['--version']).toString().split('\n')[0];
const shaped = cases.map(([face, text, axes = {}, features = {}]) => {
  const glyphs = JSON.parse(
    execFileSync('hb-shape', [
      '--no-glyph-names',
      '--output-format=json',
      `--variations=${list(axes)}`,
      `--features=${list(features)}`,
      join(root, 'demo/faces', `${face}.ttf`),
      text,
    ]).toString(),
  );
  return {
    face,
    text,
    axes,
    features,
    glyphs: glyphs.map(({ g, cl, dx, dy, ax }) => ({ glyph: g, cluster: cl, offsetX: dx, offsetY: dy, advance: ax })),
  };
});
writeFileSync(join(root, 'core/type/shapingTruth.json'), `${JSON.stringify({ version, shaped }, null, 1)}\n`);
