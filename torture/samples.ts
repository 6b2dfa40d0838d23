import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { convert } from 'fontverter';
import opentype from 'opentype.js';
import { PDFDocument, rgb } from 'pdf-lib';
import sharp, { type Sharp } from 'sharp';
import { spreadsheet, textCell } from '../server/testing/spreadsheet';
import { asJson, type Victim } from './victim';

/** A file that is well, and how it is given to the server. */
export interface Sample {
  name: string;
  bytes: Uint8Array;
  send: (victim: Victim, bytes: Uint8Array) => Promise<{ status: number; text: string }>;
}

const size = { width: 48, height: 36 };

/** Files of every kind that the server takes in. @param run into which tables and pictures go, and @param plate that is scribbled on */
export async function samples(victim: Victim, run: string, plate: string): Promise<Sample[]> {
  const face = new Uint8Array(readFileSync(join('demo', 'faces', 'bowlby-one.ttf')));
  const bundle = await victim.bytes('/pieces/demo-series/bundle');
  const { piece } = asJson((await victim.ask('/pieces/demo-series')).text) as { piece: object };
  const strokes = JSON.parse(readFileSync(join('demo', 'strokes', 'jar.json'), 'utf8')) as { strokes: Stroke[] };
  const asPlate: Sample['send'] = (to, bytes) => to.ask('/assets?kind=plate&name=some', bytes);
  const asFace: Sample['send'] = (to, bytes) => to.ask('/faces?name=some', bytes);
  const asTable =
    (name: string): Sample['send'] =>
    (to, bytes) =>
      to.ask(`/runs/${run}/table?name=${name}`, bytes);
  return [
    ...(await pictures()).map(([name, bytes]) => ({ name, bytes, send: asPlate })),
    { name: 'face ttf', bytes: face, send: asFace },
    { name: 'face cff', bytes: cffFace(), send: asFace },
    { name: 'face woff', bytes: await font(face, 'woff'), send: asFace },
    { name: 'face woff2', bytes: await font(face, 'woff2'), send: asFace },
    { name: 'csv', bytes: strToU8('Name;Stall\n"Zoë ""Z""";7\r\nأحمد;8\n'), send: asTable('names.csv') },
    {
      name: 'spreadsheet',
      bytes: spreadsheet(`<row r="1">${textCell('A1', 'Name')}</row><row r="2">${textCell('A2', 'Ada')}</row>`),
      send: asTable('names.xlsx'),
    },
    {
      name: 'pictures',
      bytes: zipSync({ 'a.png': await picture((one) => one.png()), 'b.jpg': await picture((one) => one.jpeg()) }),
      send: (to, bytes) => to.ask(`/runs/${run}/pictures?name=all.zip`, bytes),
    },
    { name: 'bundle', bytes: bundle!, send: (to, bytes) => to.ask('/pieces/bundle', bytes) },
    { name: 'piece', bytes: strToU8(JSON.stringify({ piece })), send: asText('/pieces/copy') },
    {
      name: 'strokes',
      bytes: strToU8(
        JSON.stringify({
          plate,
          quick: true,
          marks: strokes.strokes.filter(({ side }) => side !== 'edge').map(asMark),
          box: null,
        }),
      ),
      send: asText('/cuts/scribble'),
    },
  ];
}

interface Stroke {
  side: string;
  width: number;
  points: [number, number][];
}

const asMark = ({ side, width, points }: Stroke): object => ({ side, radius: width / 2, points });

/** Text is sent as it is, also where it is no JSON any more. */
const asText =
  (path: string): Sample['send'] =>
  (to, bytes) =>
    to.askText(path, bytes);

async function pictures(): Promise<[string, Uint8Array][]> {
  const kinds: [string, (one: Sharp) => Sharp][] = [
    ['png', (one) => one.png()],
    ['png, few colours', (one) => one.png({ palette: true })],
    ['png, 16 bits', (one) => one.toColourspace('rgb16').png()],
    ['jpeg', (one) => one.jpeg()],
    ['jpeg, in scans', (one) => one.jpeg({ progressive: true })],
    ['webp', (one) => one.webp()],
    ['tiff', (one) => one.tiff({ compression: 'lzw' })],
    ['avif', (one) => one.avif()],
  ];
  const drawn = await Promise.all(
    kinds.map(async ([name, as]): Promise<[string, Uint8Array]> => [`picture ${name}`, await picture(as)]),
  );
  return [...drawn, ['picture svg', strToU8(svg)], ['picture pdf', await page()]];
}

const svg = `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><defs><linearGradient id="a">
<stop offset="0" stop-color="red"/><stop offset="1" stop-color="#00f"/></linearGradient></defs><path fill="url(#a)" d="M2 2C30 2 40 20 58 38L2 38Z"/></svg>`;

async function page(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.addPage([60, 40]).drawSvgPath('M 2 2 C 30 2 40 20 58 38 L 2 38 Z', { y: 40, color: rgb(0.8, 0.2, 0.1) });
  return pdf.save();
}

async function picture(as: (one: Sharp) => Sharp): Promise<Uint8Array> {
  const bytes = Buffer.from(Array.from({ length: size.width * size.height * 3 }, (_, i) => (i * 37 + (i >> 5)) % 256));
  return new Uint8Array(await as(sharp(bytes, { raw: { ...size, channels: 3 } })).toBuffer());
}

async function font(bytes: Uint8Array, to: 'woff' | 'woff2'): Promise<Uint8Array> {
  return new Uint8Array(await convert(Buffer.from(bytes), to));
}

/** A face whose outlines are cubic (CFF): a box and a triangle. */
function cffFace(): Uint8Array {
  const glyph = (name: string, unicode: number | undefined, points: [number, number][]): opentype.Glyph => {
    const path = new opentype.Path();
    points.forEach(([x, y], k) => (k === 0 ? path.moveTo(x, y) : path.lineTo(x, y)));
    if (points.length > 0) path.close();
    return new opentype.Glyph({ name, unicode, advanceWidth: 600, path });
  };
  const made = new opentype.Font({
    familyName: 'Torture',
    styleName: 'Regular',
    unitsPerEm: 1000,
    ascender: 800,
    descender: -200,
    glyphs: [
      glyph('.notdef', undefined, []),
      glyph('A', 65, [
        [50, 0],
        [550, 0],
        [300, 700],
      ]),
      glyph('B', 66, [
        [50, 0],
        [550, 0],
        [550, 700],
        [50, 700],
      ]),
    ],
  });
  return new Uint8Array(made.toArrayBuffer());
}
