import { readRenderOrder } from './renderOrder';

const order = (...args: string[]): ReturnType<typeof readRenderOrder> => readRenderOrder(['piece.json', ...args]);

test('one file is what was asked for', () => {
  const { wanted, scale, tells } = order('--out', 'a.tif', '--bits', '16', '--bleed', '3', '--scale', '0.5');
  expect(wanted).toHaveLength(1);
  expect(wanted[0].settings).toMatchObject({ format: 'tiff', bits: 16, bleed: 3, press: null });
  expect([scale, tells]).toEqual([0.5, false]);
});

test('a format that is named goes before the ending', () => {
  expect(order('--out', 'a.download', '--format', 'webp').wanted[0].settings.format).toBe('webp');
});

test('of several each takes what it has room for', () => {
  const { wanted } = order(
    '--out',
    'a.png',
    '--out',
    'b.pdf',
    '--out',
    'c.svg',
    '--bits',
    '16',
    '--marks',
    '--bleed',
    '3',
  );
  expect(wanted.map(({ settings: { format, bits, marks, bleed } }) => [format, bits, marks, bleed])).toEqual([
    ['png', 16, false, 3],
    ['pdf', 8, true, 3],
    ['svg', 8, false, 0],
  ]);
});

test.each([
  [['--out', 'a.jpg', '--bits', '16'], /8 bits/],
  [['--out', 'a.doc'], /must end in one of/],
  [['--out', 'a.png', '--format', 'doc'], /formats: png/],
  [['--out', 'a.png', '--bits', '12'], /it is 8 or 16/],
  [['--out', 'a.png', '--underbase=-1'], /from 0 to 5/],
  [['--out', 'a.pdf', '--underbase', '1'], /PNG or a TIFF/],
  [['--out', 'a.tif', '--press', 'none'], /presses:/],
  [['--out', 'a.png', '--scale', 'x'], /--scale/],
  [[], /Saves a piece/],
])('%j is refused', (args, says) => {
  expect(() => order(...args)).toThrow(says);
});
