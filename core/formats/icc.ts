import { adaptation, d50, toXyz, type RgbSpace, type Vector } from '../press/rgbSpaces';

/** The curve of sRGB as ICC writes it (type 3): Y = (a X + b) ^ g above d, else c X. */
const curve = [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045];

/**
 * An ICC profile (ICC.1:2022, version 4.4) of a space: matrix and curve.
 * @returns the profile's bytes
 */
export function profileOf(space: RgbSpace): Uint8Array {
  const columns = toXyz(space);
  const shared = parametricCurve();
  const column = (k: number): Uint8Array => xyz([columns[0][k], columns[1][k], columns[2][k]]);
  return profile('mntrRGB XYZ ', [
    ['desc', words(space.name)],
    ['cprt', words('No copyright: numbers of a published standard.')],
    ['wtpt', xyz(d50)],
    ['chad', tagOf('sf32', adaptation().flat().map(fixed))],
    ['rXYZ', column(0)],
    ['gXYZ', column(1)],
    ['bXYZ', column(2)],
    ['rTRC', shared],
    ['gTRC', shared],
    ['bTRC', shared],
  ]);
}

const headerBytes = 128;

type Tag = readonly [name: string, content: Uint8Array];

/** @param kind device class, colour space and connection space: `mntrRGB XYZ `, `prtrCMYKLab ` */
export function profile(kind: string, tags: readonly Tag[]): Uint8Array {
  const table = 4 + tags.length * 12;
  const places = new Map<Uint8Array, number>();
  let end = headerBytes + table;
  for (const [, content] of tags) {
    if (places.has(content)) continue;
    places.set(content, end);
    end += content.length;
  }
  const out = new Uint8Array(end);
  const view = new DataView(out.buffer);
  const text = (at: number, value: string): void => out.set(new TextEncoder().encode(value), at);
  view.setUint32(0, end);
  view.setUint32(8, 0x04400000);
  text(12, kind);
  // 2026-01-01: the same bytes whenever it is made.
  [2026, 1, 1, 0, 0, 0].forEach((value, i) => view.setUint16(24 + i * 2, value));
  text(36, 'acsp');
  d50.forEach((value, i) => view.setInt32(68 + i * 4, fixed(value)));
  view.setUint32(headerBytes, tags.length);
  tags.forEach(([name, content], i) => {
    const at = headerBytes + 4 + i * 12;
    text(at, name);
    view.setUint32(at + 4, places.get(content)!);
    view.setUint32(at + 8, content.length);
    out.set(content, places.get(content)!);
  });
  return out;
}

/** A number as s15Fixed16. */
const fixed = (value: number): number => Math.round(value * 65536);

export const xyz = (value: Vector): Uint8Array => tagOf('XYZ ', value.map(fixed));

function tagOf(type: string, values: readonly number[]): Uint8Array {
  const out = new Uint8Array(8 + values.length * 4);
  out.set(new TextEncoder().encode(type));
  values.forEach((value, i) => new DataView(out.buffer).setInt32(8 + i * 4, value));
  return out;
}

function parametricCurve(): Uint8Array {
  const out = tagOf('para', [0, ...curve.map(fixed)]);
  new DataView(out.buffer).setUint16(8, 3);
  return out;
}

/** A text of one language (`mluc`), padded to whole words. */
export function words(text: string): Uint8Array {
  const out = new Uint8Array(28 + Math.ceil((text.length * 2) / 4) * 4);
  const view = new DataView(out.buffer);
  out.set(new TextEncoder().encode('mluc'));
  view.setUint32(8, 1);
  view.setUint32(12, 12);
  out.set(new TextEncoder().encode('enUS'), 16);
  view.setUint32(20, text.length * 2);
  view.setUint32(24, 28);
  [...text].forEach((sign, i) => view.setUint16(28 + i * 2, sign.charCodeAt(0)));
  return out;
}
