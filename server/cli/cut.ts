import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import sharp, { type Sharp } from 'sharp';
import { bandToSolve } from '../../core/passes/veils/fine/needed';
import { drawMarks } from '../../core/passes/veils/scribble/marks';
import { ScribbleCutter } from '../../core/passes/veils/scribble/scribbleCut';
import { readStrokes } from '../../core/passes/veils/strokesFile';
import type { Level } from '../../core/pictures/pyramid';
import { solveEdgeTogether } from '../cutting/solveEdgeTogether';
import { decodePicture } from '../codecs/decodePicture';
import { endWith } from '../endWith';

const usage = `Cuts a picture by rough strokes, without a browser.

  npm run cut -- IMAGE --strokes STROKES.json [--fine] --out MATTE.png [--front FRONT.png]

--strokes  polylines with width and side, px of the picture; docs/strokes-format.md describes them
--fine     solves the edge: in the strokes of side "edge", and along hair, grass and blur, which are found, or, where the
           file has a "reach", in a strip of that width along the whole border
--front    the front's own colours with the matte as alpha`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    strokes: { type: 'string' },
    out: { type: 'string' },
    front: { type: 'string' },
    fine: { type: 'boolean' },
    help: { type: 'boolean' },
  },
});

/** Times of the stages, ms, as they are printed. */
const stages: [string, number][] = [];

async function timed<Value>(stage: string, work: () => Value | Promise<Value>): Promise<Value> {
  const start = performance.now();
  const value = await work();
  stages.push([stage, performance.now() - start]);
  return value;
}

function readJson(path: string): unknown {
  try {
    return JSON.parse(readFileSync(path, 'utf8'));
  } catch (error) {
    throw new Error(`${path} cannot be read: ${error instanceof Error ? error.message : String(error)}`);
  }
}

async function main(): Promise<void> {
  if (values.help || positionals.length !== 1 || !values.strokes || !values.out) throw new Error(usage);
  const { marks, box, band, reach, needed } = readStrokes(readJson(values.strokes));
  const picture = await timed('read the picture', () => decodePicture(positionals[0], 'plate'));
  const cutter = await timed('find patches', () => new ScribbleCutter(picture).prepare());
  const cut = await timed('cut', () => cutter.cut(marks, box));
  if (!cut)
    throw new Error('No stroke says what stands in front. Draw one of side "front" over it, or a box around it.');
  let matte: Level = cut;
  let front: Level = picture;
  if (values.fine) {
    const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
    const solved = await timed('solve the edge', () =>
      solveEdgeTogether({
        picture,
        cut: cut.bytes,
        band: bandToSolve({ band, reach, needed }, picture, cut.bytes),
        marked: drawMarks(marks, 1, whole),
      }),
    );
    ({ matte, front } = solved);
  }
  await timed('write', async () => {
    await png(matte).toFile(resolve(values.out!));
    if (values.front) await png(cutOut(picture, matte, front)).toFile(resolve(values.front));
  });
  for (const [stage, ms] of stages) console.log(`${stage.padEnd(18)} ${ms.toFixed(0).padStart(7)} ms`);
}

const png = ({ width, height, channels, bytes }: Level): Sharp =>
  sharp(bytes, { raw: { width, height, channels }, limitInputPixels: false })
    .toColourspace(channels === 1 ? 'b-w' : 'srgb')
    .png();

/** The front's colours, the solved ones where there are some, with the matte as alpha. */
function cutOut(picture: Level, matte: Level, front: Level): Level {
  const count = picture.width * picture.height;
  const bytes = new Uint8Array(count * 4);
  for (let i = 0; i < count; i++) {
    const isSolved = front.channels === 4 && front !== picture && front.bytes[i * 4 + 3] > 0;
    const from = isSolved ? front : picture;
    for (let c = 0; c < 3; c++) bytes[i * 4 + c] = from.bytes[i * from.channels + (from.channels === 1 ? 0 : c)];
    bytes[i * 4 + 3] = matte.bytes[i];
  }
  return { width: picture.width, height: picture.height, channels: 4, bytes };
}

main().then(() => process.exit(0), endWith);
