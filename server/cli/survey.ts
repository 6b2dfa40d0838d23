import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import sharp from 'sharp';
import type { Survey } from '../../core/survey';
import type { FoundMap } from '../../core/survey/measure';
import { reliefFromShading } from '../../core/survey/relief';
import { partLight } from '../../core/survey/shading';
import { lookAt } from '../../core/survey/view';
import { decodePicture } from '../codecs/decodePicture';
import { openPyramid, writePyramid, type PyramidShape } from '../store/pyramidFile';
import { measurePlate } from '../survey/measurePlate';
import { surveySentences } from '../../core/survey/sentences';
import { endWith } from '../endWith';

const usage = `Measures a photograph, without a browser: light, relief, focus, grain, detail, calm places, shadows, planes.

  npm run survey -- PHOTO [--json] [--maps FOLDER] [--light TILT,HEIGHT]

--json    everything, as JSON
--maps    writes relief.png, shading.png, albedo.png, focus.png and unrest.png
--light   degrees, for the relief where the photograph does not tell: 0,30 is from the right, 30 above the surface`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    json: { type: 'boolean' },
    maps: { type: 'string' },
    light: { type: 'string' },
    help: { type: 'boolean' },
  },
});

async function main(): Promise<void> {
  if (values.help || positionals.length !== 1) throw new Error(usage);
  const given = values.light?.split(',').map(Number);
  if (given && (given.length !== 2 || given.some((value) => !Number.isFinite(value))))
    throw new Error('--light takes two numbers: TILT,HEIGHT in degrees.');
  const working = mkdtempSync(join(tmpdir(), 'inky-survey-'));
  try {
    const picture = await decodePicture(positionals[0], 'plate');
    const shape: PyramidShape = { width: picture.width, height: picture.height, channels: picture.channels };
    const pyramid = join(working, 'levels');
    writePyramid(pyramid, picture, () => undefined);
    const start = performance.now();
    const survey = await measurePlate(pyramid, shape);
    const ms = performance.now() - start;
    const peakBytes = process.resourceUsage().maxRSS * 1024;
    if (values.json) console.log(JSON.stringify({ ...shape, ms: Math.round(ms), peakBytes, survey }, null, 2));
    else {
      for (const [name, sentence] of surveySentences(survey)) console.log(`${name.padEnd(9)} ${sentence}`);
      console.log(
        `${'time'.padEnd(9)} ${(ms / 1000).toFixed(2)} s for ${((shape.width * shape.height) / 1e6).toFixed(1)} megapixels`,
      );
    }
    if (values.maps) await writeMaps(resolve(values.maps), pyramid, shape, survey, given);
  } finally {
    rmSync(working, { recursive: true, force: true });
  }
}

async function writeMaps(
  folder: string,
  pyramid: string,
  shape: PyramidShape,
  survey: Survey,
  given: number[] | undefined,
): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const { coarse } = await lookAt(openPyramid('surveyed', pyramid, shape));
  const [tilt, height] = given ?? [survey.light.tilt, survey.light.height];
  const relief = reliefFromShading(coarse, { tilt, height: Math.abs(height) });
  const parted = partLight(coarse);
  const most = relief.heights.reduce((a, b) => Math.max(a, b), 1e-6);
  const write = (name: string, width: number, rows: number, tones: ArrayLike<number>): Promise<unknown> =>
    sharp(
      Uint8Array.from(tones, (tone) => Math.max(0, Math.min(255, Math.round(tone * 255)))),
      {
        raw: { width, height: rows, channels: 1 },
      },
    )
      .png()
      .toFile(join(folder, `${name}.png`));
  const map = (name: string, { width, height: rows, values: own }: FoundMap): Promise<unknown> => {
    const largest = own.reduce((a, b) => Math.max(a, b), 1e-6);
    return write(
      name,
      width,
      rows,
      own.map((value) => value / largest),
    );
  };
  await Promise.all([
    write(
      'relief',
      relief.width,
      relief.height,
      relief.heights.map((value) => value / most),
    ),
    write(
      'shading',
      parted.width,
      parted.height,
      parted.shading.map((value) => value / 2),
    ),
    write(
      'albedo',
      parted.width,
      parted.height,
      parted.albedo.map((value) => value ** (1 / 2.2)),
    ),
    map('focus', survey.focus.map),
    map('unrest', survey.calm.unrest),
  ]);
  console.error(
    `relief: white is ${most.toFixed(1)} px high, for a light from ${tilt.toFixed(0)} degrees, ${Math.abs(height).toFixed(0)} high`,
  );
}

main().catch(endWith);
