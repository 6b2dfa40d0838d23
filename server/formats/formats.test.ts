import { copyFileSync, readFileSync } from 'node:fs';
import { inflateSync } from 'node:zlib';
import { unzipSync } from 'fflate';
import { PDFArray, PDFDict, PDFDocument, PDFName, PDFRawStream, decodePDFRawStream } from 'pdf-lib';
import sharp, { type Sharp } from 'sharp';
import { solidCoat, type Coat } from '../../core/coats/schema';
import type { FormatName } from '../../core/formats/formats';
import type { PartsOrder } from '../../core/formats/parts/order';
import { plainFocus } from '../../core/passes/focus/schema';
import { plainInk, type Ink } from '../../core/passes/ink/schema';
import { plainOutline, plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainVeil } from '../../core/passes/veils/schema';
import { plainWords } from '../../core/passes/words/schema';
import { blankPiece, untouched } from '../../core/piece/blank';
import type { Lettering, Piece } from '../../core/piece/schema';
import { testStudio } from '../testing/studio';

const { ask, studio } = testStudio();
const [width, height] = [420, 300];

function lettering(id: string, text: string, x: number, y: number, ink: Ink, more: Partial<Lettering> = {}): Lettering {
  const words = plainWords({ text, face: 'face', size: 120, leading: 1, tracking: 0, alignment: 'centre' });
  const stance = plainStance({ x, y, rotation: 0, scale: 1 });
  return { id, name: text, words, stance, ink, ...untouched(), outlines: plainOutlines(), ...more };
}

const gradient: Coat = {
  kind: 'gradient',
  shape: 'linear',
  stops: [
    { at: 0, colour: '#ffffff' },
    { at: 1, colour: '#20508a' },
  ],
  angle: 90,
  centre: [0.5, 0.5],
  spread: 1,
  span: 'word',
  space: 'oklab',
  opacity: 1,
  mode: 'normal',
  reach: { kind: 'all' },
};

/** A photograph with a flat word with an outline, a word with a gradient laid on by multiplying, and a blurred word. */
async function pieceWith(paint: string | null, hasPlate = true): Promise<Piece> {
  const pixels = Buffer.alloc(width * height * 3);
  for (let i = 0; i < width * height; i++)
    pixels.set([120 + ((i % width) % 90), 110 + (Math.floor(i / width) % 80), 140], i * 3);
  const picture = studio.files.working();
  await sharp(pixels, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(picture);
  const plate = await studio.intake.takeIn(await studio.intake.copy(picture), 'wall.png', 'plate');
  const ownFace = studio.files.working();
  copyFileSync('demo/faces/bowlby-one.ttf', ownFace);
  const face = await studio.intake.takeIn(await studio.intake.copy(ownFace), 'face.ttf', 'face');
  return {
    ...blankPiece('Four < & "things"', { width, height, ppi: 150, paint }),
    assets: {
      ...(hasPlate && { plate: { kind: 'plate', name: 'wall', sha256: plate.sha256 } }),
      face: { kind: 'face', name: 'face', sha256: face.sha256 },
    },
    plates: hasPlate ? [{ id: 'plate-1', name: 'wall', asset: 'plate', scale: 1, x: 0, y: 0 }] : [],
    letterings: [
      lettering('flat', 'OK', 110, 90, plainInk([solidCoat({ colour: '#7a1f10' })]), {
        outlines: {
          ...plainOutlines(),
          list: [plainOutline({ id: 'rim', unit: 'px', width: 6, side: 'outside', colour: '#f5e8c0' })],
        },
      }),
      lettering('graded', 'GO', 310, 90, { ...plainInk([gradient]), mode: 'multiply' }),
      lettering('soft', 'IN', 210, 220, plainInk([solidCoat({ colour: '#101820' })]), {
        focus: plainFocus({ blur: { sigma: 4 } }),
      }),
    ],
    depth: ['flat', 'graded', 'soft'],
  } as Piece;
}

let id: string;
beforeAll(async () => {
  id = studio.pieces.create(await pieceWith('#ffffff'));
});

interface Made {
  bytes: Buffer;
  notes: string[];
  type: string | null;
}

async function exported(order: { format: FormatName } & Record<string, unknown>, piece = id): Promise<Made> {
  const answer = await ask(`/pieces/${piece}/exports`, {
    method: 'POST',
    body: JSON.stringify({ ppi: 150, ...order }),
  });
  const job = (await answer.json()) as { id: string; message?: string };
  expect([answer.status, job.message]).toEqual([202, undefined]);
  await studio.jobs.get(job.id).finished;
  const state = studio.jobs.get(job.id).state;
  expect([state.state, state.message]).toEqual(['done', undefined]);
  const file = await ask(`/jobs/${job.id}/file`);
  const bytes = Buffer.from(await file.arrayBuffer());
  return { bytes, notes: (state.result as { notes: string[] }).notes, type: file.headers.get('content-type') };
}

const rgb = async (file: Buffer | Sharp): Promise<Buffer> =>
  (Buffer.isBuffer(file) ? sharp(file, { unlimited: true }) : file).removeAlpha().raw().toBuffer();

/** The part of px that are off by more than so much, and the peak signal-to-noise ratio, dB. */
function compared(a: Buffer, b: Buffer, by: number): { share: number; decibel: number } {
  expect(a.length).toBe(b.length);
  let [off, squares] = [0, 0];
  for (let i = 0; i < a.length; i += 3) {
    const far = [0, 1, 2].map((c) => Math.abs(a[i + c] - b[i + c]));
    if (Math.max(...far) > by) off++;
    for (const one of far) squares += one * one;
  }
  return { share: off / (a.length / 3), decibel: 10 * Math.log10((255 * 255) / (squares / a.length || 1e-9)) };
}

test('each kind of picture holds the px, the pixels per inch and the profile', async () => {
  const png = await exported({ format: 'png' });
  const exact = await rgb(png.bytes);
  for (const [format, least, type] of [
    ['tiff', Infinity, 'image/tiff'],
    ['jpeg', 40, 'image/jpeg'],
    ['webp', 38, 'image/webp'],
    ['avif', 40, 'image/avif'],
  ] as const) {
    const made = await exported({ format, quality: 95 });
    const info = await sharp(made.bytes).metadata();
    expect([info.width, info.height, made.type]).toEqual([width, height, type]);
    expect(info.density ?? densityIn(info.exif!)).toBe(150);
    expect(info.icc!.toString('utf16le', 0, 4000) + info.icc!.toString('latin1')).toContain('s\0R\0G\0B');
    const { share, decibel } = compared(exact, await rgb(made.bytes), 0);
    if (least === Infinity) expect(share).toBe(0);
    else expect(decibel).toBeGreaterThan(least);
  }
  const deep = await sharp((await exported({ format: 'tiff', bits: 16 })).bytes).metadata();
  const deepPng = await exported({ format: 'png', bits: 16 });
  expect([deep.depth, (await sharp(deepPng.bytes).metadata()).depth]).toEqual(['ushort', 'ushort']);
  const raw16 = async (file: Buffer): Promise<Buffer> =>
    sharp(file, { ignoreIcc: true }).toColourspace('rgb16').removeAlpha().raw({ depth: 'ushort' }).toBuffer();
  const tiff16 = (await exported({ format: 'tiff', bits: 16 })).bytes;
  expect((await raw16(tiff16)).equals(await raw16(deepPng.bytes))).toBe(true);
});

/** XResolution of Exif (3.0, 4.6.5.1.8): tag 282, a rational whose place is told, in either order of bytes. */
function densityIn(exif: Buffer): number {
  const start = exif.toString('latin1', 0, 4) === 'Exif' ? 6 : 0;
  const isLittle = exif.toString('latin1', start, start + 2) === 'II';
  const short = (at: number): number => (isLittle ? exif.readUInt16LE(start + at) : exif.readUInt16BE(start + at));
  const long = (at: number): number => (isLittle ? exif.readUInt32LE(start + at) : exif.readUInt32BE(start + at));
  const entries = Array.from({ length: short(long(4)) }, (_, i) => long(4) + 2 + i * 12);
  const place = long(entries.find((at) => short(at) === 282)! + 8);
  return long(place) / long(place + 4);
}

test('a TIFF in the inks of a press is near the picture when another reader goes by its profile', async () => {
  const exact = await rgb((await exported({ format: 'png' })).bytes);
  const { bytes } = await exported({ format: 'tiff', press: 'gloss' });
  const info = await sharp(bytes).metadata();
  expect([info.space, info.channels, info.density, info.width]).toEqual(['cmyk', 4, 150, width]);
  const seen = await rgb(sharp(bytes).toColourspace('srgb'));
  expect(compared(exact, seen, 0).decibel).toBeGreaterThan(32);
  const inks = await sharp(bytes, { ignoreIcc: true })
    .pipelineColourspace('cmyk')
    .toColourspace('cmyk')
    .raw()
    .toBuffer();
  expect(inks.length).toBe(width * height * 4);
  let most = 0;
  for (let i = 0; i < inks.length; i += 4) most = Math.max(most, inks[i] + inks[i + 1] + inks[i + 2] + inks[i + 3]);
  expect(most / 255).toBeLessThanOrEqual(3.3 + 0.02);
});

test('an SVG drawn by another program is the picture; flat letters are filled, others as they are', async () => {
  const exact = await rgb((await exported({ format: 'png' })).bytes);
  const { bytes, notes, type } = await exported({ format: 'svg' });
  const text = bytes.toString('utf8');
  expect(type).toBe('image/svg+xml');
  expect(text).toContain('<title>Four &lt; &amp; &quot;things&quot;</title>');
  // 420 px at 150 ppi: 71.12 mm.
  expect(text).toContain('width="71.12mm" height="50.8mm" viewBox="0 0 420 300"');
  expect([...text.matchAll(/<path fill="(#\w+)"/g)].map(([, colour]) => colour)).toEqual(['#f5e8c0', '#7a1f10']);
  expect(text.match(/<clipPath/g)).toHaveLength(1);
  expect(notes.join('\n')).toMatch(/"OK" leaves as outlines of one colour.*\n.*"GO".*with its picture in them/);
  expect(notes.join('\n')).toMatch(/"IN" has edges softer/);
  const drawn = await rgb(sharp(bytes, { unlimited: true, density: 150 }).resize(width, height, { fit: 'fill' }));
  expect(compared(exact, drawn, 3).share).toBeLessThan(0.01);
});

test('a PDF has its true size, its boxes, outlines as paths, and pictures that hold the px', async () => {
  const { bytes, type } = await exported({ format: 'pdf', bleed: 3, marks: true });
  expect([type, bytes.toString('latin1', 0, 8)]).toEqual(['application/pdf', '%PDF-1.7']);
  const pdf = await PDFDocument.load(bytes);
  expect(pdf.getTitle()).toBe('Four < & "things"');
  const [page] = pdf.getPages();
  const mm = (points: number): number => (points / 72) * 25.4;
  const [trim, bleed] = [page.getTrimBox(), page.getBleedBox()];
  expect(Math.abs(mm(trim.width) - 71.12)).toBeLessThan(0.1);
  expect(Math.abs(mm(trim.height) - 50.8)).toBeLessThan(0.1);
  expect(Math.abs(mm(trim.x - bleed.x) - 3)).toBeLessThan(0.1);
  const text = Buffer.from(
    decodePDFRawStream(pdf.context.lookup(page.node.get(PDFName.of('Contents'))) as PDFRawStream).decode(),
  ).toString('latin1');
  expect(text.match(/ f$/gm) ?? []).toHaveLength(2);
  expect(text).toContain(`/Own cs ${[0x7a, 0x1f, 0x10].map((value) => Number((value / 255).toFixed(5))).join(' ')} sc`);
  // What is not flat lies in the picture, and the picture is the one that a PNG holds, around the letters at least.
  const over = Math.round((3 / 25.4) * 150);
  const png = await rgb((await exported({ format: 'png', bleed: 3 })).bytes);
  const objects = page.node.Resources()!.lookup(PDFName.of('XObject'), PDFDict);
  const ground = objects.lookup(PDFName.of('ground')) as PDFRawStream;
  const rows = unfiltered(inflateSync(Buffer.from(ground.contents)), (width + 2 * over) * 3, 3);
  expect(rows.length).toBe(png.length);
  const sheetWidth = width + 2 * over;
  let alike = 0;
  for (let i = 0; i < png.length; i += 3) if ([0, 1, 2].every((c) => png[i + c] === rows[i + c])) alike++;
  expect(alike / (sheetWidth * (height + 2 * over))).toBeGreaterThan(0.6);
  const corner = (3 * sheetWidth + 3) * 3;
  expect([...rows.subarray(corner, corner + 3)]).toEqual([...png.subarray(corner, corner + 3)]);
});

test('a PDF for a press has its inks, its profile and its intent', async () => {
  const { bytes } = await exported({ format: 'pdf', press: 'matt', bleed: 3 });
  const pdf = await PDFDocument.load(bytes, { updateMetadata: false });
  const intents = pdf.catalog.lookup(PDFName.of('OutputIntents'), PDFArray);
  const intent = intents.lookup(0, PDFDict);
  expect(String(intent.get(PDFName.of('S')))).toBe('/GTS_PDFX');
  const profile = decodePDFRawStream(intent.lookup(PDFName.of('DestOutputProfile')) as PDFRawStream).decode();
  expect(Buffer.from(profile).toString('latin1', 12, 24)).toBe('prtrCMYKLab ');
  const [page] = pdf.getPages();
  const pictures = page.node.Resources()!.lookup(PDFName.of('XObject'), PDFDict);
  const { dict, contents } = pictures.lookup(PDFName.of('ground')) as PDFRawStream;
  expect(String(dict.get(PDFName.of('ColorSpace')))).toMatch(/^\[ \/ICCBased/);
  const over = Math.round((3 / 25.4) * 150);
  // The very inks that a TIFF for the same press has, around the letters.
  const inks = unfiltered(inflateSync(Buffer.from(contents)), (width + 2 * over) * 4, 4);
  const tiff = await sharp((await exported({ format: 'tiff', press: 'matt', bleed: 3 })).bytes, { ignoreIcc: true })
    .pipelineColourspace('cmyk')
    .toColourspace('cmyk')
    .raw()
    .toBuffer();
  expect(inks.length).toBe(tiff.length);
  for (const at of [0, 4000, tiff.length - 400])
    expect([...inks.subarray(at, at + 40)]).toEqual([...tiff.subarray(at, at + 40)]);
});

/** Rows of a PNG without their filters: sub and up (PNG, third edition, 9.2). */
function unfiltered(data: Buffer, stride: number, pixelBytes: number): Buffer {
  const count = data.length / (stride + 1);
  const out = Buffer.alloc(count * stride);
  for (let row = 0; row < count; row++) {
    const filter = data[row * (stride + 1)];
    for (let i = 0; i < stride; i++) {
      const at = row * stride + i;
      const left = i >= pixelBytes ? out[at - pixelBytes] : 0;
      const above = row > 0 ? out[at - stride] : 0;
      out[at] = data[row * (stride + 1) + 1 + i] + [0, left, above][filter];
    }
  }
  return out;
}

test('layers laid on each other by the rules of the standard are the picture', async () => {
  const exact = await rgb((await exported({ format: 'png' })).bytes);
  const { bytes, type } = await exported({ format: 'openraster' });
  expect(type).toBe('image/openraster');
  // The first entry is the kind of the file, stored as it is.
  expect(bytes.toString('latin1', 30, 54)).toBe('mimetypeimage/openraster');
  const files = unzipSync(bytes);
  const xml = Buffer.from(files['stack.xml']).toString('utf8');
  const layers = [
    ...xml.matchAll(
      /<layer name="([^"]*)" src="([^"]*)" x="(-?\d+)" y="(-?\d+)"[^>]*visibility="(\w+)" composite-op="([^"]*)"/g,
    ),
  ];
  expect(layers.map(([, name]) => name).reverse()).toEqual([
    'Sheet',
    'wall',
    'OK, ink',
    'GO, ink',
    'IN, ink',
    'Finish: what layers cannot tell',
  ]);
  expect(layers.find(([, name]) => name === 'GO, ink')![6]).toBe('svg:multiply');
  const canvas = new Float64Array(width * height * 4);
  for (const [, , source, left, top, seen, mode] of [...layers].reverse()) {
    if (seen !== 'visible') continue;
    const { data, info } = await sharp(Buffer.from(files[source]))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    for (let i = 0; i < info.width * info.height; i++) {
      const [x, y] = [Number(left) + (i % info.width), Number(top) + Math.floor(i / info.width)];
      composite(canvas, (y * width + x) * 4, [...data.subarray(i * 4, i * 4 + 4)], mode);
    }
  }
  const composed = Buffer.alloc(width * height * 3);
  for (let i = 0; i < width * height; i++)
    for (let c = 0; c < 3; c++) composed[i * 3 + c] = Math.round((canvas[i * 4 + c] / canvas[i * 4 + 3]) * 255);
  expect(compared(exact, composed, 1).share).toBe(0);
  expect((await rgb(Buffer.from(files['mergedimage.png']))).equals(exact)).toBe(true);
  // The layers themselves tell all but the soft word, which is mixed in linear light.
  const last = await sharp(Buffer.from(files[layers[0][2]])).extractChannel(3).raw().toBuffer();
  const marked = [...last].flatMap((alpha, i) => (alpha > 0 ? [Math.floor(i / width)] : []));
  expect(marked.length / last.length).toBeLessThan(0.12);
  expect(Math.min(...marked)).toBeGreaterThan(150);
});

/** W3C Compositing and Blending Level 1: source over, and multiply; premultiplied, in place. */
function composite(canvas: Float64Array, at: number, [r, g, b, a]: number[], mode: string): void {
  const [alpha, below] = [a / 255, canvas[at + 3]];
  [r, g, b].forEach((value, c) => {
    const [source, backdrop] = [value / 255, below > 0 ? canvas[at + c] / below : 0];
    const mixed = mode === 'svg:multiply' ? source * backdrop : source;
    const colour = (1 - below) * source + below * mixed;
    canvas[at + c] = alpha * colour + (1 - alpha) * canvas[at + c];
  });
  canvas[at + 3] = alpha + below * (1 - alpha);
}

test('without a ground it stays clear in every format that can, and white in the one that cannot', async () => {
  const clear = studio.pieces.create(await pieceWith(null, false));
  for (const format of ['png', 'webp', 'avif', 'tiff'] as const) {
    const info = await sharp((await exported({ format }, clear)).bytes)
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([format, info.info.channels, info.data[3]]).toEqual([format, 4, 0]);
  }
  const jpeg = await rgb((await exported({ format: 'jpeg' }, clear)).bytes);
  expect([...jpeg.subarray(0, 3)].every((value) => value >= 253)).toBe(true);
  const svg = await exported({ format: 'svg' }, clear);
  const drawn = await sharp(svg.bytes).resize(width, height, { fit: 'fill' }).raw().toBuffer();
  expect(drawn[3]).toBe(0);
});

test('a bleed shows what lies beyond the sheet; where nothing does, the sheet mirrored', async () => {
  const plain = await rgb((await exported({ format: 'png' })).bytes);
  const bled = await exported({ format: 'png', bleed: 2 });
  const over = Math.round((2 / 25.4) * 150);
  const info = await sharp(bled.bytes).metadata();
  expect([info.width, info.height]).toEqual([width + 2 * over, height + 2 * over]);
  const px = await rgb(bled.bytes);
  const at = (x: number, y: number): number[] => [
    ...px.subarray(((y + over) * info.width! + x + over) * 3, ((y + over) * info.width! + x + over) * 3 + 3),
  ];
  const sheet = (x: number, y: number): number[] => [...plain.subarray((y * width + x) * 3, (y * width + x) * 3 + 3)];
  for (const [x, y] of [
    [0, 0],
    [5, 200],
    [419, 299],
  ])
    expect(at(x, y)).toEqual(sheet(x, y));
  expect(at(-1, 50)).toEqual(sheet(0, 50));
  expect(at(-3, 250)).toEqual(sheet(2, 250));
  expect(at(100, 302)).toEqual(sheet(100, 297));
  // A photograph that is larger than the sheet goes on.
  const piece = await pieceWith('#ffffff');
  const wide = {
    ...piece,
    sheet: { ...piece.sheet, width: 300, height: 200 },
    plates: [{ ...piece.plates[0], x: -60, y: -50 }],
  };
  const going = await rgb((await exported({ format: 'png', bleed: 2 }, studio.pieces.create(wide))).bytes);
  const beyond = ((over - 4) * (300 + 2 * over) + over - 5) * 3;
  const [x, y] = [60 - 5, 50 - 4];
  expect([...going.subarray(beyond, beyond + 3)]).toEqual([120 + (x % 90), 110 + (y % 80), 140]);
});

test('what a format cannot hold is refused before anything is drawn', async () => {
  const refused = async (order: object, piece = id): Promise<[number, string]> => {
    const answer = await ask(`/pieces/${piece}/exports`, {
      method: 'POST',
      body: JSON.stringify({ ppi: 150, ...order }),
    });
    return [answer.status, ((await answer.json()) as { message: string }).message];
  };
  expect(await refused({ format: 'avif', bits: 16 })).toEqual([400, 'An AVIF has 8 bits for each channel (bits).']);
  expect(await refused({ format: 'svg', bleed: 3 })).toEqual([400, 'An SVG is saved without bleed (bleed).']);
  expect(await refused({ format: 'png', press: 'gloss' })).toEqual([
    400,
    'Only a TIFF or a PDF is separated for a press (press).',
  ]);
  expect(await refused({ format: 'tiff', press: 'gloss', bits: 16 })).toEqual([
    400,
    'Inks of a press have 8 bits (bits).',
  ]);
  expect((await refused({ format: 'tiff', press: 'other' }))[0]).toBe(400);
  expect((await refused({ format: 'gif' }))[0]).toBe(400);
  const long = studio.pieces.create(blankPiece('long', { width: 17000, height: 20, ppi: 72, paint: '#ffffff' }));
  expect(await refused({ format: 'webp' }, long)).toEqual([
    422,
    'A WebP holds 16,383 px a side at most; this sheet has 17,000. Choose PNG or TIFF.',
  ]);
  expect((await refused({ format: 'png', size: 'gone' }))[0]).toBe(404);
  expect(readFileSync(studio.files.asset(studio.assets.list('plate')[0].sha256)).length).toBeGreaterThan(0);
});

describe('parts', () => {
  /** A veil over a rectangle of the photograph, in front of the first word. */
  const box = { left: 60.5, top: 40, right: 140, bottom: 130 };
  const withVeil = async (): Promise<string> => {
    const piece = await pieceWith('#ffffff');
    const corners = [
      [box.left, box.top],
      [box.right, box.top],
      [box.right, box.bottom],
      [box.left, box.bottom],
    ];
    const points = corners.map(([x, y]) => ({ x, y, to: 'straight' as const, via: [] }));
    const veil = {
      ...plainVeil({ id: 'post', name: 'post: / near', plate: 'plate-1' }),
      feather: 0,
      cuts: [{ kind: 'trace' as const, operation: 'add' as const, contours: [{ closed: true, points }] }],
    };
    return studio.pieces.create({ ...piece, veils: [veil], depth: ['flat', 'post', 'graded', 'soft'] });
  };

  test('a matte is white where its veil is, to the part of a px; the order says what stands before which letter', async () => {
    const { bytes, type } = await exported({ format: 'parts' }, await withVeil());
    expect(type).toBe('application/zip');
    const files = unzipSync(bytes);
    const told = JSON.parse(Buffer.from(files['order.json']).toString('utf8')) as PartsOrder;
    expect(told).toMatchObject({ width, height, ppi: 150, title: 'Four < & "things"' });
    expect(told.order.map(({ kind, id: of }) => `${kind} ${of}`)).toEqual([
      'photograph plate-1',
      'lettering flat',
      'veil post',
      'lettering graded',
      'lettering soft',
    ]);
    const [, flat, veil, graded] = told.order as [unknown, ...Extract<PartsOrder['order'][number], { name: string }>[]];
    expect(flat).toMatchObject({ name: 'OK', behind: [{ letter: 'O', veils: ['post'] }, { letter: 'K' }] });
    expect(graded).toMatchObject({ behind: [] });
    const { matte } = veil as unknown as { matte: string };
    expect(matte).toMatch(/^mattes\/post- - near\.png$/);
    const { data, info } = await sharp(Buffer.from(files[matte])).raw().toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([width, height]);
    const at = (x: number, y: number): number => data[(y * width + x) * info.channels];
    expect([at(100, 80), at(61, 80), at(139, 129)]).toEqual([255, 255, 255]);
    expect([at(59, 80), at(140, 80), at(100, 39), at(100, 130)]).toEqual([0, 0, 0, 0]);
    // Half a px is covered, as coverage and not as light.
    expect(Math.abs(at(60, 80) - 127.5)).toBeLessThan(2);
  });

  test('letters drawn by another program from their outlines are the letters', async () => {
    const piece = await pieceWith('#ffffff', false);
    const black = plainInk([solidCoat({ colour: '#000000' })]);
    const plain = { ...piece, letterings: [lettering('one', 'GO', 210, 150, black)], depth: ['one'] } as Piece;
    const own = studio.pieces.create(plain);
    const files = unzipSync((await exported({ format: 'parts' }, own)).bytes);
    expect(Object.keys(files)).toEqual(['order.json', 'letters/GO.svg']);
    const drawing = Buffer.from(files['letters/GO.svg']).toString('utf8');
    // 420 px at 150 in an inch.
    expect(drawing).toContain('width="71.12mm"');
    const inPx = drawing.replace(/width="[^"]*mm" height="[^"]*mm"/, `width="${width}" height="${height}"`);
    const theirs = await rgb(sharp(Buffer.from(inPx)).flatten({ background: '#ffffff' }));
    const ours = await rgb((await exported({ format: 'png' }, own)).bytes);
    const { share } = compared(ours, theirs, 40);
    expect(share).toBeLessThan(0.01);
    // And it is no empty sheet.
    expect(compared(ours, Buffer.alloc(ours.length, 255), 40).share).toBeGreaterThan(0.05);
  });
});
