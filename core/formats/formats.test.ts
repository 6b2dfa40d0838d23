import { nowhere, type Node } from '../graph/node';
import { emptyRaster, type Raster } from '../pixels/raster';
import { mirroredBeyond } from './bleed';
import { fileFormats, formatNames, formatOfName } from './formats';
import { pageOf, pxOf } from './paper';
import { grown } from './parted';
import { pdfPath } from './pdfPath';
import { fileSettingsSchema, fitted, tooLargeFor } from './settings';
import { piecesOf } from './svg';
import { xmlText } from './xml';
import { stackXml } from './openRaster/stack';

test('a file’s ending tells its format, in the ways people write it', () => {
  for (const format of formatNames) expect(formatOfName(`a.b.${fileFormats[format].ending}`)).toBe(format);
  expect([formatOfName('x.JPEG'), formatOfName('x.tiff'), formatOfName('x.psd'), formatOfName('png')]).toEqual([
    'jpeg',
    'tiff',
    null,
    null,
  ]);
});

test('settings that a format has no room for are refused by name, and fitted when the format changes', () => {
  const base = { format: 'png', ppi: 300, bits: 16 };
  expect(fileSettingsSchema.parse(base)).toMatchObject({ bits: 16, bleed: 0, marks: false });
  const refused = (settings: object): string[] =>
    fileSettingsSchema.safeParse({ ...base, ...settings }).error?.issues.map(({ message }) => message) ?? [];
  expect(refused({ format: 'webp' })).toEqual(['A WebP has 8 bits for each channel.']);
  expect(refused({ format: 'svg', bits: 8, bleed: 3 })).toEqual(['An SVG is saved without bleed.']);
  expect(refused({ marks: true })).toEqual(['Only a PDF has room for crop marks.']);
  expect(refused({ bleed: 51 })).toHaveLength(1);
  expect(refused({ ppi: 0 })).toHaveLength(1);
  const wide = fileSettingsSchema.parse({ format: 'pdf', ppi: 300, bleed: 3, marks: true });
  expect(fitted({ ...wide, format: 'svg' })).toMatchObject({ bleed: 0, marks: false });
  expect(fitted({ ...wide, format: 'tiff', bits: 16 })).toMatchObject({ bleed: 3, marks: false, bits: 16 });
  expect(tooLargeFor('webp', { width: 16383, height: 10 })).toBeNull();
  expect(tooLargeFor('webp', { width: 10, height: 16384 })).toMatch(/16,383 px a side.*16,384/);
});

test('a page has its true size: a sheet of 10 × 5 inches with 3 mm bleed and marks', () => {
  expect(pxOf(3, 300)).toBe(35);
  const plain = pageOf({ width: 3000, height: 1500 }, 300, 0, false);
  expect(plain).toEqual({
    media: { x: 0, y: 0, width: 720, height: 360 },
    trim: { x: 0, y: 0, width: 720, height: 360 },
    bleed: { x: 0, y: 0, width: 720, height: 360 },
    lines: [],
    rings: [],
  });
  const { media, trim, bleed, lines, rings } = pageOf({ width: 3000, height: 1500 }, 300, 35, true);
  const over = (35 / 300) * 72;
  expect(trim.width).toBeCloseTo(720, 6);
  expect(trim.x - bleed.x).toBeCloseTo(over, 6);
  expect(bleed.width).toBeCloseTo(720 + 2 * over, 6);
  expect(media.width - trim.width).toBeCloseTo(2 * trim.x, 6);
  // Eight crop marks, each in line with an edge of the trimmed sheet and outside of the bleed; four rings with crosses.
  expect([lines.length, rings.length]).toEqual([8 + 8, 4]);
  for (const { from, to } of lines.slice(0, 8)) {
    const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
    const isBeyondX = x < bleed.x || x > bleed.x + bleed.width;
    const isBeyondY = y < bleed.y || y > bleed.y + bleed.height;
    expect(isBeyondX !== isBeyondY).toBe(true);
    expect(Math.min(from[0], to[0], from[1], to[1])).toBeGreaterThan(0);
  }
});

/** Each px says where it is. */
const places: Node = {
  key: 'places',
  channels: 4,
  bounds: null,
  needs: () => ({}),
  compute: ({ region }): Raster => {
    const out = emptyRaster(region.width, region.height, 4);
    for (let i = 0; i < region.width * region.height; i++)
      out.data.set([region.x + (i % region.width), region.y + Math.floor(i / region.width), 0, 1], i * 4);
    return out;
  },
};

test('beyond its edges a sheet is seen as in a mirror', async () => {
  const node = mirroredBeyond(places, { width: 10, height: 6, ppi: 72, paint: null, coats: [] });
  const request = { region: { x: -3, y: -2, width: 16, height: 10 }, scale: 1 };
  const { picture } = node.needs(request);
  expect(picture.region).toEqual({ x: 0, y: 0, width: 10, height: 6 });
  const out = await node.compute(request, {
    picture: places.compute({ ...request, region: picture.region }, {}) as Raster,
  });
  const row = Array.from({ length: 16 }, (_, i) => out.data[i * 4]);
  expect(row).toEqual([2, 1, 0, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 9, 8, 7]);
  const column = Array.from({ length: 10 }, (_, i) => out.data[i * 16 * 4 + 1]);
  expect(column).toEqual([1, 0, 0, 1, 2, 3, 4, 5, 5, 4]);
});

test('marks grow within a square, and not around the end of a row', () => {
  const marks = new Uint8Array(7 * 5);
  marks[2 * 7 + 6] = 1;
  const out = grown(marks, 7, 1);
  expect([...out].filter(Boolean)).toHaveLength(6);
  expect([1, 2, 3].map((y) => [...out.subarray(y * 7, y * 7 + 7)].join(''))).toEqual(['0000011', '0000011', '0000011']);
});

test('a picture in pieces is covered by them, each overlapping the next and small enough for readers of XML', () => {
  const frame = { x: -5, y: 100, width: 6000, height: 4001 };
  for (const channels of [3, 4] as const) {
    const pieces = piecesOf(frame, channels);
    expect(pieces[0].y).toBe(100);
    const last = pieces.at(-1)!;
    expect(last.y + last.height).toBe(4101);
    pieces.slice(1).forEach(({ y }, i) => expect(pieces[i].y + pieces[i].height - y).toBe(2));
    // Base 64 takes four signs for three bytes; a reader takes ten million.
    for (const { width, height } of pieces) expect((width * height * channels * 4) / 3).toBeLessThan(9.9e6);
  }
  expect(piecesOf({ x: 0, y: 0, width: 10, height: 1 }, 3)).toEqual([{ x: 0, y: 0, width: 10, height: 1 }]);
});

test('a curve of one control becomes the cubic that runs where it does', () => {
  const text = pdfPath([
    { kind: 'move', to: [0, 0] },
    { kind: 'quadratic', control: [30, 60], to: [60, 0] },
    { kind: 'move', to: [1, 1] },
    { kind: 'line', to: [2, 2.00049] },
  ]);
  expect(text.split('\n')).toEqual(['0 0 m', '20 40 40 40 60 0 c', 'h', '1 1 m', '2 2 l', 'h']);
  expect(pdfPath([])).toBe('');
});

test('names in a list of layers can hold anything', () => {
  expect(xmlText('a<b> & "c" \u0001\uFFFF\u{1F600}')).toBe('a&lt;b&gt; &amp; &quot;c&quot; \u{1F600}');
  const layer = { part: 'x', mode: 'multiply' as const, isShown: false, frame: { ...nowhere, x: 7, y: 9 } };
  const xml = stackXml(
    [
      { ...layer, name: 'far' },
      { ...layer, name: 'near <&>' },
    ],
    { x: 5, y: 5, width: 100, height: 50 },
    299.6,
  );
  expect(xml).toMatch(/w="100" h="50" xres="300"/);
  expect(xml.indexOf('near &lt;&amp;&gt;')).toBeLessThan(xml.indexOf('far'));
  expect(xml).toMatch(/x="2" y="4" opacity="1.0" visibility="hidden" composite-op="svg:multiply"/);
});
