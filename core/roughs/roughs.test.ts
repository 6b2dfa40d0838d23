import { readFileSync } from 'node:fs';
import type { Library, Materials } from '../graph/materials';
import { contrastLimit } from '../passes/ink/contrast';
import { leftLimit } from '../passes/veils/gauge';
import { plainVeil } from '../passes/veils/schema';
import type { Region } from '../pixels/region';
import { newAssetKey } from '../piece/edits/items';
import type { Piece } from '../piece/schema';
import type { Picture } from '../pictures/pyramid';
import { Evaluator } from '../graph/evaluate';
import { measureKept } from '../passes/chalk/measure';
import { compile } from '../render/compile';
import { measureScene } from '../render/measure';
import { takeSurvey, type Survey } from '../survey';
import { coarseLevel } from '../survey/view';
import { photographed } from '../survey/testing/made';
import { levelSize, type Level } from '../pictures/pyramid';
import { pictureOf } from '../testing/pictures';
import { openFace } from '../type/faceBook';
import { standingBox } from '../type/standing';
import { shownPart, wantedBy } from './crop';
import { obstaclesOf, type Ground } from './ground';
import { inksOf } from './inks';
import { kinds } from './kinds';
import type { Layout } from './kinds/kind';
import { pieceOf, type CutThing } from './make';
import { roughsOrderSchema, type RoughsOrder } from './order';
import { inPerspective, standing } from './placement';
import { overlapOf } from './search';
import { roughsOf, type Found, type Rough } from './roughs';
import { seenAt } from './seen';
import { facesFor, settingsFor } from './settings';
import { sketchedThing, sketchOf } from './sketch';

const [width, height] = [960, 640];
/** A red ball before an even sky, on dark ground that ends in a level line. */
const ball = { x: 470, y: 330, radius: 120 };
const isBall = (x: number, y: number): boolean => Math.hypot(x + 0.5 - ball.x, y + 0.5 - ball.y) < ball.radius;
const horizon = 420;

const picture = photographed(width, height, (x, y) => {
  if (isBall(x, y)) {
    // Lit from the upper left.
    const light = 0.25 + 0.75 * Math.max(0, (ball.x - x + ball.y - y) / ball.radius / 2.4);
    return [0.62 * light, 0.09 * light, 0.05 * light];
  }
  return y > horizon ? [0.16, 0.12, 0.07] : [0.55 - y / 3000, 0.62 - y / 3000, 0.7];
});

const matte: Level = {
  width,
  height,
  channels: 1,
  bytes: Uint8Array.from({ length: width * height }, (_, i) => (isBall(i % width, Math.floor(i / width)) ? 255 : 0)),
};

const faceFiles = ['bowlby-one', 'commissioner-black', 'big-shoulders-display-black', 'lalezar'];
/** A made-up hash that tells files apart. */
const hashOf = (name: string): string =>
  [...name]
    .map((one) => one.charCodeAt(0).toString(16))
    .join('')
    .padEnd(64, '0')
    .slice(0, 64);
const faces = faceFiles.map((name) => ({
  key: newAssetKey({ kind: 'face', sha256: hashOf(name) }),
  sha256: hashOf(name),
  name: name[0].toUpperCase() + name.slice(1),
  face: openFace(name, readFileSync(`demo/faces/${name}.ttf`)),
}));
const bySha = new Map(faces.map((one) => [one.sha256, one.face]));
const words: Materials = {
  face: (key) => faces.find((one) => one.key === key)!.face,
  picture: () => {
    throw new Error('Words need no picture.');
  },
};
const [plateHash, matteHash] = [hashOf('plate'), hashOf('ball')];
const pictures: Record<string, Picture> = { [plateHash]: picture, [matteHash]: pictureOf('ball', matte) };
const library: Library = {
  picture: (sha256) => Promise.resolve(pictures[sha256]),
  face: (sha256) => Promise.resolve(bySha.get(sha256)!),
};
const cutBall: CutThing = {
  veil: plainVeil({
    id: '',
    name: 'ball',
    plate: '',
    cuts: [{ kind: 'picture', operation: 'add', matte: 'matte-ball' }],
    feather: 0,
  }),
  assets: { 'matte-ball': { kind: 'matte', name: 'ball', sha256: matteHash } },
};

const orderOf = (given: Partial<RoughsOrder> & { words: string }): RoughsOrder => roughsOrderSchema.parse(given);

async function groundOf(order: RoughsOrder): Promise<Ground> {
  const level = coarseLevel(picture);
  const size = levelSize(width, height, level);
  const things = [
    Uint8Array.from({ length: size.width * size.height }, (_, i) =>
      isBall((i % size.width) * 2 ** level, Math.floor(i / size.width) * 2 ** level) ? 1 : 0,
    ),
  ];
  const survey = (await takeSurvey(picture, { things })) as Survey;
  return {
    plate: { sha256: plateHash, name: 'ball', width, height },
    ...(await shownIn(shownPart({ width, height }, [0.5, 0.5], wantedBy(order)))),
    survey,
    settings: settingsFor(order.words, facesFor(order.words, faces, words, order.locks.face), words),
    order,
  };
}

/** What a part of the photograph shows. */
async function shownIn(part: Region): Promise<Pick<Ground, 'part' | 'sketch' | 'inks' | 'things' | 'obstacles'>> {
  const sketch = await sketchOf(picture, part);
  const things = [sketchedThing(sketch, matte, { width, height }, part, 0)];
  return { part, sketch, inks: inksOf(sketch), things, obstacles: obstaclesOf(things, sketch) };
}

async function made(order: RoughsOrder): Promise<{ ground: Ground; roughs: Rough[]; found: Found[] }> {
  const ground = await groundOf(order);
  const found: Found[] = [];
  const help = {
    library,
    knowing: () => Promise.resolve(ground),
    showing: async (before: Ground, part: Region) => ({ ...before, ...(await shownIn(part)) }),
    cut: () => Promise.resolve(cutBall),
    withEdge: () => Promise.resolve(cutBall),
  };
  for await (const one of roughsOf(ground, help)) found.push(one);
  return { ground, found, roughs: found.flatMap((one) => ('rough' in one ? [one.rough] : [])) };
}

/** What shows the same piece. */
const shownOf = ({ piece }: { piece: Piece }): string => JSON.stringify(piece);

const order0 = orderOf({ words: 'Red moon' });
let first: Awaited<ReturnType<typeof made>>;
beforeAll(async () => {
  first = await made(orderOf({ words: 'Red moon' }));
}, 120000);

test('six roughs of at least four kinds, each within the limits of all gauges, none where another lies', () => {
  const { roughs } = first;
  expect(roughs).toHaveLength(6);
  expect(new Set(roughs.map(({ kind }) => kind)).size).toBeGreaterThanOrEqual(4);
  for (const { kind, figures, says } of roughs) {
    expect(figures.contrast).toBeGreaterThanOrEqual(contrastLimit);
    expect(figures.left).toBeGreaterThanOrEqual(leftLimit);
    expect(figures.misread).toBe(0);
    if (kinds.find(({ name }) => name === kind)!.crosses) expect(figures.left).toBeLessThanOrEqual(0.92);
    expect(says.every((sentence) => /^[A-Z“].*\.$/.test(sentence))).toBe(true);
  }
  const boxes = roughs.map(({ kind, box: [x, y, wide, high] }) => ({ kind, x, y, width: wide, height: high }));
  for (const [i, a] of boxes.entries())
    for (const b of boxes.slice(0, i)) if (a.kind === b.kind) expect(overlapOf(a, b)).toBeLessThan(0.8);
});

test('words that stand behind have the thing before them on the depth line; what is woven has letters before it again', () => {
  const behind = first.roughs.find(({ kind }) => kind === 'behind')!;
  expect(behind.piece.depth).toEqual(['lettering-1', 'veil-1']);
  expect(behind.piece.weave).toEqual([]);
  const woven = first.roughs.find(({ kind }) => kind === 'woven');
  if (woven) expect(woven.piece.weave.length).toBeGreaterThan(0);
  const [leftOut] = first.found.flatMap((one) =>
    'leftOut' in one && one.leftOut.kind === 'woven' ? [one.leftOut] : [],
  );
  expect(woven !== undefined || leftOut !== undefined).toBe(true);
});

test('the same seed makes the same roughs, another one others', async () => {
  const again = await made(orderOf({ words: 'Red moon' }));
  expect(again.roughs.map(shownOf)).toEqual(first.roughs.map(shownOf));
  const other = await made(orderOf({ words: 'Red moon', seed: 2 }));
  expect(other.roughs.map(shownOf)).not.toEqual(first.roughs.map(shownOf));
}, 120000);

test('what is locked stays, only the kinds that are asked for come, and what was shown is not shown again', async () => {
  const before = first.roughs.find(({ kind }) => kind === 'calm')!;
  const order = orderOf({
    words: 'Red moon',
    seed: 3,
    kinds: ['calm'],
    locks: { face: hashOf('bowlby-one'), colour: before.locks.colour, place: null, front: null, crop: null },
    unlike: [before.box],
  });
  const { roughs } = await made(order);
  expect(roughs.length).toBeGreaterThan(0);
  const [bx, by, bw, bh] = before.box;
  for (const {
    kind,
    locks,
    box: [x, y, w, h],
  } of roughs.slice(0, 1)) {
    expect(kind).toBe('calm');
    expect(locks).toMatchObject({ face: hashOf('bowlby-one'), colour: before.locks.colour });
    expect(overlapOf({ x, y, width: w, height: h }, { x: bx, y: by, width: bw, height: bh })).toBeLessThan(0.5);
  }
}, 60000);

test('a sheet of another shape shows the part around what stands out, and the same part where that is locked', async () => {
  const tall = await made(orderOf({ words: 'Red moon', shape: [3, 4], kinds: ['behind', 'calm'] }));
  expect(tall.roughs.length).toBeGreaterThan(1);
  for (const { piece, locks, says } of tall.roughs) {
    // 640 high: 480 wide is three to four.
    expect(piece.sheet).toMatchObject({ width: 480, height: 640 });
    expect(locks.crop).toEqual([expect.closeTo(-piece.plates[0].x / width, 4), 0, 0.5, 1]);
    expect(says).toContain('Cropped: 50 % of the photograph is shown.');
  }
  const crop: [number, number, number, number] = [0.25, 0.25, 0.5, 0.5];
  const kept = await made(orderOf({ words: 'Moon', kinds: ['calm'], locks: { ...order0.locks, crop } }));
  expect(kept.roughs[0].piece.sheet).toMatchObject({ width: 480, height: 320 });
  expect(kept.roughs[0].piece.plates[0]).toMatchObject({ x: -240, y: -160 });
}, 120000);

test('what must stay free is covered by no letter, is shown in every crop, and is marked on each piece', async () => {
  // Where words without it lie: the middle of the first rough of each kind.
  const keep = first.roughs
    .slice(0, 2)
    .map(({ box: [x, y, w, h] }): [number, number, number] => [x + w / 2, y + h / 2, 0.03]);
  const { roughs } = await made(orderOf({ words: 'Red moon', keep }));
  expect(roughs.length).toBeGreaterThan(2);
  for (const { piece, kind } of roughs) {
    const marks = piece.chalk.filter((mark) => mark.kind === 'keep');
    expect(marks).toHaveLength(keep.length);
    const [plate] = piece.plates;
    marks.forEach(({ points: [[x, y]], radius }, k) => {
      expect([x - plate.x, y - plate.y, radius]).toEqual([
        expect.closeTo(keep[k][0] * width, 1),
        expect.closeTo(keep[k][1] * height, 1),
        expect.closeTo(0.03 * width, 1),
      ]);
      expect(x >= 0 && y >= 0 && x <= piece.sheet.width && y <= piece.sheet.height).toBe(true);
    });
    // The gauge of the bench, whatever the search thought.
    const materials = { ...words, picture: () => picture };
    if (kind === 'behind' || kind === 'woven' || kind === 'outline') continue;
    const compiled = compile(piece, materials);
    const letterings = compiled.letterings.map((one) => ({ ...one, part: null }));
    const scene = measureScene(piece, compiled, new Evaluator(1e8), 0.5);
    const measured = await measureKept(piece.chalk, letterings, scene);
    for (const { over } of measured) for (const { share } of over) expect(share).toBeLessThanOrEqual(0.1);
  }
}, 120000);

test('other scripts are set in faces that have them; where no face has the letters there is no setting', () => {
  const settingsOf = (text: string) => settingsFor(text, facesFor(text, faces, words, null), words);
  const arabic = settingsOf('قمر أحمر');
  expect(arabic.length).toBeGreaterThan(0);
  expect(new Set(arabic.map(({ face }) => face.name))).toEqual(new Set(['Lalezar']));
  expect(arabic.every((one) => !one.words.upperCase)).toBe(true);
  expect(settingsOf('🌕')).toEqual([]);
});

test('where a layout lies its piece has its letters, turned and in perspective too', async () => {
  const { ground } = first;
  const [setting] = ground.settings;
  const seen = seenAt(ground, standing(setting, { middle: [300, 200], scale: 1 }))!;
  const rest = { kind: 'calm' as const, seen, ink: ground.inks[0], contrast: 40, parts: {}, score: 1 };
  const quad = [
    [120, 80],
    [700, 40],
    [690, 260],
    [130, 210],
  ] as const;
  for (const placement of [
    standing(setting, { middle: [420, 300], scale: 1.37 }),
    standing(setting, { middle: [420, 300], scale: 0.8, rotation: -14 }),
    inPerspective(setting, quad),
  ]) {
    const layout: Layout = { ...placement, ...rest };
    const piece = pieceOf(ground, layout, null);
    const materials: Materials = {
      picture: () => picture,
      face: () => setting.face.face,
    };
    const box = standingBox(compile(piece, materials).letterings[0].letters)!;
    // In perspective the ink fills its quad; round letters reach no corner of it, so that only the sides are told.
    const tolerance = placement.quad ? 14 : 1.5;
    // A turned box is drawn around the letters themselves: it lies within that of the layout.
    expect(box.x).toBeGreaterThan(layout.box.x - tolerance);
    expect(box.y).toBeGreaterThan(layout.box.y - tolerance);
    expect(box.x + box.width).toBeLessThan(layout.box.x + layout.box.width + tolerance);
    expect(box.y + box.height).toBeLessThan(layout.box.y + layout.box.height + tolerance);
    if (placement.rotation === 0) expect(box.width).toBeGreaterThan(layout.box.width - 2 * tolerance);
  }
  await Promise.resolve();
});
