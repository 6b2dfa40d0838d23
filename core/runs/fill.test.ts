import { readFileSync, readdirSync } from 'node:fs';
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { keeping, openMaterials, type Materials } from '../graph/materials';
import type { Piece } from '../piece/schema';
import { arrange } from '../render/arrange';
import { demoPiece } from '../testing/demoPieces';
import { pictureOf } from '../testing/pictures';
import { openFace } from '../type/faceBook';
import { readFacts } from '../type/faceFacts';
import type { CaseFace } from '../type/fallback';
import { standingBox } from '../type/standing';
import type { Picture } from '../pictures/pyramid';
import { fillRow, type FillTools } from './fill';
import { possibleSlots, proposeSlots } from './propose';
import { slotProblem, slotSchema, type Slot } from './slots';

const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** The faces that ship, and pictures of one kind each, as a store would have them. */
const files = new Map<string, Uint8Array>();
const faces: CaseFace[] = readdirSync('demo/faces')
  .filter((name) => name.endsWith('.ttf'))
  .map((file) => {
    const bytes = readFileSync(`demo/faces/${file}`);
    const sha256 = hashOf(bytes);
    files.set(sha256, bytes);
    const facts = readFacts(bytes);
    return { name: facts.name, sha256, facts };
  });

/** A picture that is grey, with a lively patch at one end. */
const lively = (sha256: string, width: number, height: number, at: 'left' | 'right'): Picture => {
  const bytes = new Uint8Array(width * height * 3).fill(128);
  const from = at === 'left' ? 0 : Math.round(width * 0.8);
  for (let y = 0; y < height; y++)
    for (let x = from; x < from + width * 0.2; x++)
      bytes.fill((x >> 3) % 2 === (y >> 3) % 2 ? 255 : 0, (y * width + x) * 3, (y * width + x) * 3 + 3);
  return pictureOf(sha256, { width, height, channels: 3, bytes });
};
const made: Record<string, Picture> = {
  left: lively('1'.repeat(64), 900, 300, 'left'),
  right: lively('2'.repeat(64), 900, 300, 'right'),
};

/** A demo piece whose files are named by what they hold, as the store has it. */
async function stored(name: string): Promise<{ piece: Piece; tools: FillTools }> {
  const piece = structuredClone(demoPiece(name));
  const pictures = new Map<string, Picture>(Object.values(made).map((one) => [one.key, one]));
  for (const asset of Object.values(piece.assets)) {
    const bytes = readFileSync(`demo/${asset.path}`);
    asset.sha256 = hashOf(bytes);
    files.set(asset.sha256, bytes);
    if (asset.kind === 'face') continue;
    const raw = await sharp(bytes).removeAlpha().resize(300).raw().toBuffer({ resolveWithObject: true });
    const { width, height, channels } = raw.info;
    const picture = pictureOf(asset.sha256, { width, height, channels: channels as 3, bytes: raw.data });
    pictures.set(asset.sha256, picture);
  }
  const library = keeping({
    picture: (sha256) => Promise.resolve(pictures.get(sha256)!),
    face: (sha256) => Promise.resolve(openFace(sha256, files.get(sha256)!)),
  });
  const tools: FillTools = {
    faces,
    picture: (asked) =>
      made[asked]
        ? { name: asked, sha256: made[asked].key, width: 900, height: 300 }
        : `There is no picture "${asked}".`,
    recipe: () => null,
    open: (assets) => openMaterials(assets, library),
  };
  return { piece, tools };
}

const wordsSlot = (piece: Piece, change: object = {}): Slot =>
  slotSchema.parse({ kind: 'words', id: 'a', name: 'Name', lettering: piece.letterings[0].id, ...change });

const boxIn = (piece: Piece, materials: Materials) => standingBox(arrange(piece.letterings[0], materials))!;

test('longer words are made as small as they must be to keep the room of the design’s, and stand where those stand', async () => {
  const { piece, tools } = await stored('down-the-wall');
  const materials = await tools.open(piece.assets);
  const room = boxIn(piece, materials);
  const { piece: filled, flags } = await fillRow(piece, [wordsSlot(piece)], { a: 'MAXIMILIANE VON HOHENSTEIN' }, tools);
  const box = boxIn(filled, await tools.open(filled.assets));
  expect(box.width).toBeLessThanOrEqual(room.width * 1.02);
  expect(box.height).toBeLessThanOrEqual(room.height * 1.02);
  expect(flags.map(({ about }) => about)).toEqual(['fit']);
});

test.each(['low-sun', 'on-linen', 'picture-letters'])(
  'in %s every name stays within the room, about the same middle',
  async (name) => {
    const { piece, tools } = await stored(name);
    const materials = await tools.open(piece.assets);
    const room = boxIn(piece, materials);
    for (const text of ['Io', 'Ada', 'Bartholomew Featherstonehaugh', 'Ωρίων']) {
      const { piece: filled } = await fillRow(piece, [wordsSlot(piece)], { a: text }, tools);
      const box = boxIn(filled, await tools.open(filled.assets));
      expect({ text, fits: box.width <= room.width * 1.01 && box.height <= room.height * 1.01 }).toEqual({
        text,
        fits: true,
      });
      const shift = Math.abs(box.x + box.width / 2 - (room.x + room.width / 2));
      if (piece.letterings[0].words.alignment === 'centre') expect(shift).toBeLessThan(room.width * 0.02);
    }
  },
);

test('wrapped, a long name is larger than shrunk on one line', async () => {
  const { piece, tools } = await stored('low-sun');
  const sizes: number[] = [];
  for (const fit of ['shrink', 'wrap'] as const) {
    const { piece: filled } = await fillRow(
      piece,
      [wordsSlot(piece, { fit })],
      { a: 'Anna Maria Luise Charlotte' },
      tools,
    );
    const { stance, words } = filled.letterings[0];
    sizes.push(stance.scale * words.size);
    if (fit === 'wrap') expect(words.text.split('\n').length).toBeGreaterThan(1);
  }
  expect(sizes[1]).toBeGreaterThan(sizes[0] * 1.04);
});

test('letters that the face has not come from another face; those that no face has are told of', async () => {
  const { piece, tools } = await stored('low-sun');
  const arabic = await fillRow(piece, [wordsSlot(piece)], { a: 'سلام' }, tools);
  expect(arabic.flags.filter(({ weight }) => weight === 'stop')).toEqual([]);
  const helpers = arabic.piece.letterings[0].words.fallbacks.map((key) => arabic.piece.assets[key].name);
  expect(helpers.join()).toMatch(/Lalezar/i);
  const emoji = await fillRow(piece, [wordsSlot(piece)], { a: 'Ada 🪁' }, tools);
  expect(emoji.flags).toContainEqual(
    expect.objectContaining({
      weight: 'stop',
      about: 'letters',
      slot: 'a',
      says: 'No face of the type case has "🪁".',
    }),
  );
});

test('a picture covers the letters of the design and is slipped to where most goes on', async () => {
  const { piece, tools } = await stored('picture-letters');
  const slot = proposeSlots(piece).find(({ kind }) => kind === 'fill')!;
  const x: number[] = [];
  for (const name of ['left', 'right']) {
    const { piece: filled, flags } = await fillRow(piece, [slot], { [slot.id]: name }, tools);
    expect(flags).toEqual([]);
    const coat = filled.letterings[0].ink.coats.find(({ kind }) => kind === 'picture')!;
    expect(coat).toMatchObject({ fit: 'cover', scale: 1, y: 0, slips: [], keep: [] });
    x.push((coat as { x: number }).x);
  }
  // The lively part of a picture that is slipped to the right lies at its left end.
  expect(x[0]).toBeGreaterThan(0.05);
  expect(x[1]).toBeCloseTo(-x[0], 1);
});

test('what a row gives and cannot be used is told of, and the design’s own stays', async () => {
  const { piece, tools } = await stored('picture-letters');
  const id = piece.letterings[0].id;
  const slots = [
    wordsSlot(piece, { longest: 3, isNeeded: true }),
    slotSchema.parse({ kind: 'colour', id: 'b', name: 'Colour', lettering: id, allowed: ['#123456'] }),
    slotSchema.parse({ kind: 'face', id: 'c', name: 'Face', lettering: id }),
    slotSchema.parse({ kind: 'recipe', id: 'd', name: 'Recipe', lettering: id }),
    slotSchema.parse({ kind: 'size', id: 'e', name: 'Size' }),
    slotSchema.parse({ kind: 'colour', id: 'f', name: 'Ground', lettering: 'gone' }),
  ];
  const { flags, piece: filled } = await fillRow(
    piece,
    slots,
    { a: 'Adam', b: 'red', c: 'Nosuch', d: 'Nosuch', e: 'Nosuch', f: 'red' },
    tools,
  );
  expect(flags.map(({ slot, weight, about }) => `${slot} ${weight} ${about}`)).toEqual([
    'b stop colour',
    'c stop face',
    'd stop recipe',
    'e stop size',
    'f stop slot',
    'a look length',
  ]);
  expect(filled.letterings[0].ink).toEqual(piece.letterings[0].ink);
  const empty = await fillRow(piece, slots.slice(0, 2), {}, tools);
  expect(empty.flags.map(({ weight, about }) => `${weight} ${about}`)).toEqual(['note empty', 'stop empty']);
  expect(empty.piece).toEqual(piece);
});

test('a size is chosen by its name, and the row is as that size shows it', async () => {
  const { piece, tools } = await stored('picture-letters');
  const [size] = piece.sizes;
  const slot = slotSchema.parse({ kind: 'size', id: 'e', name: 'Size' });
  const { piece: filled } = await fillRow(piece, [slot], { e: size.name.toUpperCase() }, tools);
  expect(filled.sheet).toMatchObject({ width: size.width, height: size.height });
});

test('words and pictures are proposed; photographs that veils are cut from are not', async () => {
  const { piece } = await stored('woven');
  expect(proposeSlots(piece).map(({ kind }) => kind)).not.toContain('plate');
  expect(possibleSlots(piece).length).toBeGreaterThan(proposeSlots(piece).length);
  for (const slot of possibleSlots(piece)) expect(slotProblem(piece, slot)).toBeNull();
  const plate = slotSchema.parse({ kind: 'plate', id: 'p', name: 'Photo', plate: piece.plates[0].id });
  expect(slotProblem(piece, plate)).toMatch(/veils/);
});
