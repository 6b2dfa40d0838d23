import { emptyRaster, type Raster } from '../pixels/raster';
import { readColour } from '../pixels/colour';
import { decodeByte, decodeExact, encode } from '../pixels/transfer';
import type { Body } from './bodies/body';
import { drawBody } from './bodies/draw';
import { mug } from './bodies/mug';
import { poster } from './bodies/poster';
import { shirt } from './bodies/shirt';
import { seenFromFar } from './distance';
import { pixelsPerDegree } from './eye';
import { mmPerPixel } from './paper';
import type { PressName } from '../press/presses';
import { printed, tableOf, type Printed } from '../press/table';
import { onStock, stocks, type StockName } from './stock';
import { seeGrey, seeWith, type Deficiency } from './vision';

/** How a finished picture is looked at. */
export interface ProofLook {
  /** From how far, m; `thumbnail`: as a small picture; null: as it is on this screen. */
  distance: number | 'thumbnail' | null;
  eyes: 'colour' | 'grey' | Deficiency;
  /** Of a colour-vision deficiency, 0..1. */
  severity: number;
  stock: StockName | null;
  /** The press that it is printed on, with its paper in place of a stock; and whether is shown what that cannot print. */
  press: PressName | null;
  marks: boolean;
  /** What it is printed on, to be seen in space. */
  body: 'sheet' | 'mug' | 'poster' | 'shirt';
}

export const plainLook: ProofLook = {
  distance: null,
  eyes: 'colour',
  severity: 1,
  stock: null,
  press: null,
  marks: false,
  body: 'sheet',
};

/** 8-bit sRGB with straight alpha, as canvases have it. */
export interface Bytes {
  width: number;
  height: number;
  data: Uint8ClampedArray;
  /** What it asks of the press that it was printed on. */
  printed?: Printed;
}

/** Longer side of a thumbnail, px. */
export const thumbnailSide = 160;
/** Of a picture of a body, px. */
const bodyWidth = 900;

/**
 * A picture as it is looked at: printed on stock, on a body in space, from far, with other eyes - in this order.
 * @param ppi of the sheet, and @param scale px of the picture to a sheet px
 */
export function lookedAt(picture: Bytes, look: ProofLook, ppi: number, scale: number): Bytes {
  if (JSON.stringify(look) === JSON.stringify(plainLook)) return picture;
  const mmPerPx = mmPerPixel(ppi) / scale;
  let light = toPremultipliedLight(picture);
  const stock = look.stock === null || look.press !== null ? null : stocks[look.stock];
  let asked: Printed | undefined;
  if (look.press !== null) {
    onWhite(light);
    asked = printed(light.data, tableOf(look.press), look.marks);
  }
  if (stock) light = onStock(light, stock, mmPerPx);
  let perMm = 1 / mmPerPx;
  if (look.body !== 'sheet') {
    const size = { width: picture.width * mmPerPx, height: picture.height * mmPerPx };
    const bare = readColour(stock?.colour ?? (look.body === 'shirt' ? '#f1f0ec' : '#f6f5f2'))
      .slice(0, 3)
      .map(decodeExact);
    const body = bodies[look.body](size, bare as [number, number, number]);
    light = drawBody(body, { light, perMm }, bodyWidth);
    // The design is about so much of the picture's width.
    perMm = bodyWidth / (size.width * 1.6);
  } else if (!stock) onWhite(light);
  if (look.distance === 'thumbnail') light = smaller(light, thumbnailSide);
  else if (look.distance !== null) light = seenFromFar(light, pixelsPerDegree(1 / perMm, look.distance * 1000));
  if (look.eyes === 'grey') seeGrey(light);
  else if (look.eyes !== 'colour') seeWith(light, look.eyes, look.severity);
  return { ...toBytes(light), ...(asked && { printed: asked }) };
}

const bodies: Record<
  Exclude<ProofLook['body'], 'sheet'>,
  (size: { width: number; height: number }, colour: [number, number, number]) => Body
> = {
  mug: (size, colour) => ({ ...mug(size), colour }),
  poster: (size, colour) => ({ ...poster(size), colour }),
  shirt: (size, colour) => shirt(size, colour),
};

function toPremultipliedLight({ width, height, data }: Bytes): Raster {
  const light = emptyRaster(width, height, 4);
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3] / 255;
    for (let c = 0; c < 3; c++) light.data[at + c] = decodeByte[data[at + c]] * alpha;
    light.data[at + 3] = alpha;
  }
  return light;
}

/** What is clear shows white; in place. */
function onWhite({ data }: Raster): void {
  for (let at = 0; at < data.length; at += 4) {
    const clear = 1 - data[at + 3];
    if (clear > 0) for (let c = 0; c < 3; c++) data[at + c] += clear;
    data[at + 3] = 1;
  }
}

function toBytes({ width, height, data: light }: Raster): Bytes {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let at = 0; at < light.length; at += 4) {
    for (let c = 0; c < 3; c++) data[at + c] = Math.round(255 * encode(light[at + c]));
    data[at + 3] = 255;
  }
  return { width, height, data };
}

/** A picture with fewer px: each the mean of the light that falls on it. @param side the longer one */
export function smaller(light: Raster, side: number): Raster {
  const factor = side / Math.max(light.width, light.height);
  if (factor >= 1) return light;
  const [width, height] = [light.width, light.height].map((value) => Math.max(1, Math.round(value * factor)));
  const out = emptyRaster(width, height, 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [left, right] = [(x * light.width) / width, ((x + 1) * light.width) / width];
      const [top, bottom] = [(y * light.height) / height, ((y + 1) * light.height) / height];
      const sum = [0, 0, 0, 0];
      for (let row = Math.floor(top); row < bottom; row++)
        for (let column = Math.floor(left); column < right; column++) {
          const share =
            (Math.min(right, column + 1) - Math.max(left, column)) * (Math.min(bottom, row + 1) - Math.max(top, row));
          const at = (row * light.width + column) * 4;
          for (let c = 0; c < 4; c++) sum[c] += light.data[at + c] * share;
        }
      const area = (right - left) * (bottom - top);
      for (let c = 0; c < 4; c++) out.data[(y * width + x) * 4 + c] = sum[c] / area;
    }
  return out;
}
