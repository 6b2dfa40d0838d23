import sharp from 'sharp';
import { oklabPlanes, type OklabPlanes } from '../../core/pixels/oklabPlanes';
import type { Level } from '../../core/pixels/level';

/** Looked up once: these loops are hot. */
const { abs, hypot, min, max } = Math;

/** A picture of 8 bits, three channels or one. */
export async function readPicture(file: string, channels: 1 | 3): Promise<Level> {
  const source = sharp(file);
  const { data, info } = await (channels === 1 ? source.extractChannel(0) : source.removeAlpha().toColourspace('srgb'))
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, channels, bytes: new Uint8Array(data) };
}

/** A rendering with a word in it beside its plate: where it is judged, and how far two grains alone are apart. */
export interface Truth {
  plate: Level;
  picture: Level;
  /** Coverage of the flat letters, 0..255. */
  flat: Level;
  lab: OklabPlanes;
  /** 1 around the letters and what they change. */
  region: Uint8Array;
  /** Mean dE far from the word. */
  floor: number;
  /** CSS colour: the median of what is seen of the letters. */
  colour: string;
  /** Mean and 95th percentile of a plain paste in that colour. */
  paste: Difference;
}

export interface Difference {
  mean: number;
  p95: number;
}

/** Changed by more than this (sum over Oklab) a px belongs to the word; and how far around it is looked, px. */
const [changedBy, around, farAround] = [0.12, 12, 42];

export async function readTruth(folder: string, name: string, plateFile: string): Promise<Truth> {
  const [plate, picture, flat] = [
    await readPicture(plateFile, 3),
    await readPicture(`${folder}/${name}.jpg`, 3),
    await readPicture(`${folder}/${name}.flat.png`, 1),
  ];
  const [lab, bare] = [oklabPlanes(picture), oklabPlanes(plate)];
  const { width, height } = plate;
  const changed = flat.bytes.map((_, i) =>
    Number([0, 1, 2].reduce((sum, c) => sum + abs(lab[c][i] - bare[c][i]), 0) > changedBy),
  );
  const region = spread(
    flat.bytes.map((value, i) => Number(value > 25 || changed[i] > 0)),
    width,
    height,
    around,
  );
  const far = spread(region, width, height, farAround - around).map((value) => 1 - value);
  const inside: number[] = [];
  for (let i = 0; i < flat.bytes.length; i++) if (flat.bytes[i] > 230 && changed[i]) inside.push(i);
  const ink = [0, 1, 2].map((c) => {
    const values = inside.map((i) => picture.bytes[3 * i + c]).sort((a, b) => a - b);
    return values[values.length >> 1];
  });
  const truth = {
    plate,
    picture,
    flat,
    lab,
    region,
    floor: differenceIn(lab, bare, far).mean,
    colour: `#${ink.map((value) => value.toString(16).padStart(2, '0')).join('')}`,
  };
  const pasted = plate.bytes.map((value, at) => {
    const share = flat.bytes[(at / 3) | 0] / 255;
    return value * (1 - share) + ink[at % 3] * share;
  });
  return { ...truth, paste: differenceIn(oklabPlanes({ ...plate, bytes: pasted }), lab, region) };
}

/** How far a picture is from the truth around the letters: dE (Oklab x 100). */
export const difference = (picture: Level, { lab, region }: Truth): Difference =>
  differenceIn(oklabPlanes(picture), lab, region);

function differenceIn(a: OklabPlanes, b: OklabPlanes, region: Uint8Array): Difference {
  const all: number[] = [];
  for (let i = 0; i < region.length; i++)
    if (region[i] > 0) all.push(100 * hypot(a[0][i] - b[0][i], a[1][i] - b[1][i], a[2][i] - b[2][i]));
  const mean = all.reduce((sum, value) => sum + value, 0) / max(1, all.length);
  all.sort((p, q) => p - q);
  return { mean, p95: all[min(all.length - 1, (all.length * 0.95) | 0)] };
}

/** Grown by a square of this half side. */
function spread(mask: Uint8Array, width: number, height: number, by: number): Uint8Array {
  const across = new Uint8Array(mask.length);
  const out = new Uint8Array(mask.length);
  const runs = (from: Uint8Array, to: Uint8Array, start: number, step: number, count: number): void => {
    let last = -Infinity;
    for (let i = 0; i < count; i++) {
      if (from[start + i * step]) last = i;
      if (i - last <= by) to[start + i * step] = 1;
    }
    last = Infinity;
    for (let i = count - 1; i >= 0; i--) {
      if (from[start + i * step]) last = i;
      if (last - i <= by) to[start + i * step] = 1;
    }
  };
  for (let y = 0; y < height; y++) runs(mask, across, y * width, 1, width);
  for (let x = 0; x < width; x++) runs(across, out, x, width, height);
  return out;
}
