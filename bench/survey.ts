import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Survey } from '../core/survey';
import { between } from '../core/survey/light/harmonic';
import { reliefFromShading } from '../core/survey/relief';
import { correlation } from '../core/survey/testing/made';
import { lookAt } from '../core/survey/view';
import { pictureOf } from '../core/testing/pictures';
import { printValue } from './rows';

interface PlateTruth {
  /** Null where it is not known. */
  grain_sigma: number | null;
  /** Null where no one lamp lights it. */
  light: { image_plane_direction_deg: number; angle_toward_camera_deg: number } | null;
  wall_vanishing_point_px?: [number, number];
}

/** Where a photograph's gradients point on the whole: what is often taken for its light. The peer of the light. */
async function meanGradient(file: string): Promise<number> {
  const { data, info } = await sharp(file)
    .resize(900, 900, { fit: 'inside' })
    .greyscale()
    .blur(2)
    .raw()
    .toBuffer({ resolveWithObject: true });
  let [sx, sy] = [0, 0];
  for (let y = 1; y < info.height - 1; y++) {
    for (let x = 1; x < info.width - 1; x++) {
      const i = (y * info.width + x) * info.channels;
      sx += data[i + info.channels] - data[i - info.channels];
      sy += data[i + info.width * info.channels] - data[i - info.width * info.channels];
    }
  }
  return ((Math.atan2(-sy, sx) * 180) / Math.PI + 360) % 360;
}

function surveyOf(file: string): { survey: Survey; ms: number; peakBytes: number } {
  const out = execFileSync(process.execPath, ['build/server/survey.js', file, '--json'], { maxBuffer: 1e8 });
  return JSON.parse(out.toString()) as { survey: Survey; ms: number; peakBytes: number };
}

/** What is found on plates, as they are and mirrored, against what they were rendered with. */
export async function benchSurvey(): Promise<void> {
  const working = mkdtempSync(join(tmpdir(), 'inky-bench-'));
  try {
    for (const folder of ['demo/plates', 'bench/plates']) await benchPlates(folder, working);
    await benchRelief();
    const large = join(working, 'large.jpg');
    await sharp('demo/plates/kilnwall.jpg').resize(6000, 4000).jpeg({ quality: 92 }).toFile(large);
    for (let round = 0; round < 2; round++) {
      const { ms, peakBytes } = surveyOf(large);
      printValue('survey of 24 megapixels', ms, 'ms');
      printValue('the process that takes it, decoding included, at most', peakBytes / 1e6, 'MB');
    }
  } finally {
    rmSync(working, { recursive: true, force: true });
  }
}

async function benchPlates(folder: string, working: string): Promise<void> {
  const { plates } = JSON.parse(readFileSync(join(folder, 'truth.json'), 'utf8')) as {
    plates: Record<string, PlateTruth>;
  };
  let [sure, wrong, all] = [0, 0, 0];
  for (const [name, truth] of Object.entries(plates))
    for (const isMirrored of [false, true]) {
      const file = join(working, `${name}.png`);
      const plate = sharp(join(folder, `${name}.jpg`));
      await (isMirrored ? plate.flop() : plate).png({ compressionLevel: 1 }).toFile(file);
      const { survey } = surveyOf(file);
      const called = `${name}${isMirrored ? ', mirrored' : ''}`;
      const told = truth.light && (await tellLight(called, survey, truth.light, isMirrored, file));
      if (told) all++;
      if (told?.isSure) sure++;
      if (told?.isWrong) wrong++;
      if (truth.grain_sigma !== null)
        printValue(`grain of ${called}, of ${truth.grain_sigma}`, (100 * survey.grain.sigma) / truth.grain_sigma, '%');
      if (truth.wall_vanishing_point_px) {
        const [x, y] = truth.wall_vanishing_point_px;
        const place = survey.planes.vanishing[0]?.place;
        const miss = place ? Math.hypot(place[0] - (isMirrored ? 1799 - x : x), place[1] - y) : Infinity;
        printValue(`vanishing point of ${called}: off by, % of the width`, (100 * miss) / 1800, '%');
      }
    }
  printValue(`${folder}, as they are and mirrored, of ${all} lights told for sure`, sure, '');
  printValue('of these wrong', wrong, '');
}

/** Prints how far a light is off, beside the peer. */
async function tellLight(
  called: string,
  { light }: Survey,
  truth: NonNullable<PlateTruth['light']>,
  isMirrored: boolean,
  file: string,
): Promise<{ isSure: boolean; isWrong: boolean }> {
  const tilt = isMirrored ? 180 - truth.image_plane_direction_deg : truth.image_plane_direction_deg;
  const peer = between(await meanGradient(file), tilt);
  const [off, high] = [between(light.tilt, tilt), Math.abs(light.height - truth.angle_toward_camera_deg)];
  console.log(
    `${called.padEnd(26)} light off by ${off.toFixed(0)}°, height by ${high.toFixed(0)}°, ${Math.round(light.confidence * 100)} % sure; mean of gradients off by ${peer.toFixed(0)}°`,
  );
  console.log(
    JSON.stringify({
      name: `survey ${called}`,
      light_off: Math.round(off),
      height_off: Math.round(high),
      confidence: light.confidence,
      peer: 'mean of gradients',
      peer_off: Math.round(peer),
    }),
  );
  const isSure = light.confidence > 0.5;
  return { isSure, isWrong: isSure && (off > 25 || high > 20) };
}

/** Relief from shading beside brightness, which is often taken for it. */
async function benchRelief(): Promise<void> {
  const { plates } = JSON.parse(readFileSync('demo/plates/truth.json', 'utf8')) as {
    plates: Record<string, PlateTruth>;
  };
  const { light } = plates.linen;
  const { data, info } = await sharp('demo/plates/linen.jpg').raw().toBuffer({ resolveWithObject: true });
  const truth = await sharp('demo/plates/truth/linen.height.png').extractChannel(0).raw().toBuffer();
  const { coarse } = await lookAt(
    pictureOf('linen', { width: info.width, height: info.height, channels: 3, bytes: data }),
  );
  const found = reliefFromShading(coarse, {
    tilt: light!.image_plane_direction_deg,
    height: light!.angle_toward_camera_deg,
  });
  const wanted = found.heights.map(
    (_, i) =>
      truth[(Math.floor(i / found.width) * found.factor + 1) * info.width + (i % found.width) * found.factor + 1],
  );
  printValue(
    'relief of the linen from shading: correlation, %',
    100 * correlation(found.heights, wanted).correlation,
    '%',
  );
  printValue('its brightness: correlation, %', 100 * correlation(coarse.light.data, wanted).correlation, '%');
}
