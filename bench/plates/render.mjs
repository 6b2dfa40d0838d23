// Draws the plates of places.pov and their mattes, with a lens's softness and grain of known strength, by POV-Ray:
// node bench/plates/render.mjs [NAME ...]
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';

const here = dirname(fileURLToPath(import.meta.url));

/** Kind in the scene file: width, height, sigma of the grain in 255ths of sRGB. */
const places = {
  lighthouse: [1, 1500, 1000, 3],
  peaks: [2, 1600, 900, 2],
  lane: [3, 1000, 1500, 2.5],
  bowls: [4, 1500, 1000, 2],
  trunks: [5, 1500, 1000, 4],
  lanterns: [6, 1500, 1000, 5],
  snow: [7, 1500, 1000, 2],
  hall: [8, 1500, 1000, 3],
  blossom: [9, 1500, 1000, 2],
  pots: [10, 1500, 1000, 3],
};

function draw(kind, width, height, matte, out) {
  const fine = matte ? ['+A0.02', '+R3', 'File_Gamma=1.0'] : ['+A0.1', '+R2'];
  execFileSync(
    'povray',
    ['+Iplaces.pov', `Declare=KIND=${kind}`, `Declare=MATTE=${matte ? 1 : 0}`, `+W${width}`, `+H${height}`, '+AM2'].concat(fine, ['+WT1', '-D', `+O${out}`]), // prettier-ignore
    { cwd: here, stdio: 'ignore' },
  );
}

/** Numbers of a standard normal distribution from a seed: a linear congruential generator (Numerical Recipes), Box and Muller 1958. */
function normals(seed) {
  let state = seed;
  const next = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  return () => Math.sqrt(-2 * Math.log(next())) * Math.cos(2 * Math.PI * next());
}

async function photographed(path, grain, seed, out) {
  const { data, info } = await sharp(path).removeAlpha().blur(0.6).raw().toBuffer({ resolveWithObject: true });
  const normal = normals(seed);
  for (let i = 0; i < data.length; i += 3) {
    const common = normal() * grain * 0.8;
    for (let c = 0; c < 3; c++)
      data[i + c] = Math.min(255, Math.max(0, Math.round(data[i + c] + common + normal() * grain * 0.6)));
  }
  await sharp(data, { raw: info }).jpeg({ quality: 92 }).toFile(out);
}

const working = mkdtempSync(join(tmpdir(), 'inky-places-'));
const wanted = process.argv.slice(2);
for (const [name, [kind, width, height, grain]] of Object.entries(places)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const drawn = join(working, `${name}.png`);
  draw(kind, width, height, false, drawn);
  await photographed(drawn, grain, kind, join(here, `${name}.jpg`));
  draw(kind, width, height, true, drawn);
  await sharp(drawn)
    .removeAlpha()
    .extractChannel(0)
    .blur(0.6)
    .png()
    .toFile(join(here, 'truth', `${name}.${name}.png`));
  console.log(name);
}
rmSync(working, { recursive: true });
