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
  grain_sigma: number;
  light: { image_plane_direction_deg: number; angle_toward_camera_deg: number };
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

/** What is found on the demo plates, as they are and mirrored, against what they were rendered with. */
export async function benchSurvey(): Promise<void> {
  const { plates } = JSON.parse(readFileSync('demo/plates/truth.json', 'utf8')) as {
    plates: Record<string, PlateTruth>;
  };
  const working = mkdtempSync(join(tmpdir(), 'inky-bench-'));
  let [sure, wrong] = [0, 0];
  try {
    for (const [name, truth] of Object.entries(plates)) {
      for (const isMirrored of [false, true]) {
        const file = join(working, `${name}.png`);
        const plate = sharp(`demo/plates/${name}.jpg`);
        await (isMirrored ? plate.flop() : plate).png({ compressionLevel: 1 }).toFile(file);
        const { survey } = surveyOf(file);
        const { light, grain, planes } = survey;
        const tilt = isMirrored ? 180 - truth.light.image_plane_direction_deg : truth.light.image_plane_direction_deg;
        const peer = await meanGradient(file);
        const [off, high] = [between(light.tilt, tilt), Math.abs(light.height - truth.light.angle_toward_camera_deg)];
        const isSure = light.confidence > 0.5;
        if (isSure) sure++;
        if (isSure && (off > 25 || high > 20)) wrong++;
        const called = `${name}${isMirrored ? ', mirrored' : ''}`;
        console.log(
          `${called.padEnd(26)} light off by ${off.toFixed(0)}°, height by ${high.toFixed(0)}°, ${Math.round(light.confidence * 100)} % sure; mean of gradients off by ${between(peer, tilt).toFixed(0)}°; grain ${grain.sigma.toFixed(2)} of ${truth.grain_sigma}`,
        );
        console.log(
          JSON.stringify({
            name: `survey ${called}`,
            light_off: Math.round(off),
            height_off: Math.round(high),
            confidence: light.confidence,
            peer: 'mean of gradients',
            peer_off: Math.round(between(peer, tilt)),
            grain_ratio: grain.sigma / truth.grain_sigma,
          }),
        );
        if (truth.wall_vanishing_point_px) {
          const [x, y] = truth.wall_vanishing_point_px;
          const place = planes.vanishing[0]?.place;
          const miss = place ? Math.hypot(place[0] - (isMirrored ? 1799 - x : x), place[1] - y) : Infinity;
          printValue(`vanishing point of ${called}: off by, % of the width`, (100 * miss) / 1800, '%');
        }
      }
    }
    printValue('plates, as they are and mirrored, whose light is told for sure, of 12', sure, '');
    printValue('of these wrong', wrong, '');
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
    tilt: light.image_plane_direction_deg,
    height: light.angle_toward_camera_deg,
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
