import { untouched } from '../../core/piece/blank';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { solidCoat } from '../../core/coats/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance, type Perspective } from '../../core/passes/stance/schema';
import { setWords } from '../../core/passes/words/render';
import { plainWords } from '../../core/passes/words/schema';
import { readPiece } from '../../core/piece/read';
import type { Lettering, Piece } from '../../core/piece/schema';
import { corners as cornersOf, type Point } from '../../core/shape/affine';
import { shippedFace } from '../../core/testing/faces';
import { unionOf, type Region } from '../../core/pixels/region';
import { piece, rounded } from '../../demo/making/common';

/** Renderings in which a word really is. */
export const wordsFolder = join('..', 'shared', 'words');

type Vector = readonly [number, number, number];

/** Where letters stand in a scene: the left end of the baseline, one em to the right and one up, scene units. */
interface Standing {
  text: string;
  /** Between letters, em. */
  tracking?: number;
  origin: Vector;
  right: Vector;
  up: Vector;
}

interface Camera {
  position: Vector;
  at: Vector;
  /** Across, degrees. */
  field: number;
}

export interface LookScene {
  name: string;
  plate: string;
  letters: Standing[] | null;
  camera: Camera;
  /** Where letters lie that were not laid flat: the box of the flat ones, px. */
  box: readonly [number, number, number, number];
}

const turned = (degrees: number, [x, y, z]: Vector): Vector => {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return [x * cos + z * sin, y, z * cos - x * sin];
};
const row = (text: string, left: number, z: number): Standing => ({
  text,
  origin: [left, 0.028, z],
  right: [0.52, 0, 0],
  up: [0, 1.75, 0],
});

/** As the scenes' own files place their letters. */
const standings: Record<string, Standing[] | null> = {
  'linen-kite': null,
  'wall-kiln': [{ text: 'KILN', origin: [0.28, 1.98, 2], right: [1.12, 0, 0], up: [0, 1.3, 0] }],
  'bricks-fired': [{ text: 'FIRED', origin: [1.35, 1.3, 4.36], right: [0, 0, -0.61], up: [0, 0.84, 0] }],
  'table-raku': [
    { text: 'RAKU', tracking: 0.1, origin: [-3.05, 0.039, 1.7], right: turned(28, [0.73, 0, 0]), up: [0, 1.25, 0] },
  ],
  'yard-row': [row('K', -0.794, 2.25), row('I', -0.594, 4.35), row('L', -0.005, 6.4), row('N', 0.765, 10.2)],
};

interface WordFacts {
  plate: string;
  word: string;
  box_px: [number, number, number, number];
  lens: { field_deg: number; position: Vector; look_at: Vector };
}

export function lookScenes(): LookScene[] {
  const { words } = JSON.parse(readFileSync(join(wordsFolder, 'words.json'), 'utf8')) as {
    words: Record<string, WordFacts>;
  };
  return Object.entries(words).map(([name, { plate, word, box_px: box, lens }]) => ({
    name,
    plate: plate.replace('.jpg', ''),
    letters:
      standings[name] ??
      (standings[name] === null ? [{ text: word, origin: [0, 0, 0], right: [0, 0, 0], up: [0, 0, 0] }] : null),
    camera: { position: lens.position, at: lens.look_at, field: lens.field_deg },
    box,
  }));
}

const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const times = (a: Vector, k: number): Vector => [a[0] * k, a[1] * k, a[2] * k];
const plus = (...all: Vector[]): Vector => all.reduce((a, b) => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]);
const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const unit = (a: Vector): Vector => times(a, 1 / Math.hypot(...a));
const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** Where a camera sees a point, px of the picture. */
export function seen(
  point: Vector,
  { position, at, field }: Camera,
  [width, height]: readonly [number, number],
): Point {
  const ahead = unit(minus(at, position));
  const right = unit(cross([0, 1, 0], ahead));
  const up = cross(ahead, right);
  const from = minus(point, position);
  const focal = width / 2 / Math.tan((field * Math.PI) / 360);
  const depth = dot(from, ahead);
  return [width / 2 + (focal * dot(from, right)) / depth, height / 2 - (focal * dot(from, up)) / depth];
}

/** The box of a word's ink, em, y down from the baseline; it begins at its first letter's ink, as the scenes' words do. */
function inkInEm(text: string, tracking: number): Region {
  const face = shippedFace('bowlby-one');
  let along = 0;
  const boxes = face.shape(text).map(({ glyph, advance }) => {
    const box = face.bounds(glyph)!;
    const placed = { ...box, x: box.x + along };
    along += advance + tracking;
    return placed;
  });
  return { ...unionOf(boxes)!, x: 0 };
}

const size: readonly [number, number] = [1800, 1200];

/** Demo pieces in which what stands before the wall has been cut. */
const cutIn: Record<string, string> = { jar: 'woven', kilnwall: 'down-the-wall' };

/** The scene's words behind what stands before them in the plate. */
export function veiledPiece(scene: LookScene, colour: string): Piece {
  const plain = plainPiece(scene, colour);
  const source = cutIn[scene.plate];
  if (!source) return plain;
  const { veils, assets } = readPiece(JSON.parse(readFileSync(`demo/pieces/${source}.json`, 'utf8')));
  const own = Object.fromEntries(Object.entries(assets).filter(([, { kind }]) => kind === 'matte' || kind === 'front'));
  return readPiece({
    ...plain,
    assets: { ...plain.assets, ...own },
    veils: veils.map((veil) => ({ ...veil, shadow: null })),
    depth: [...plain.depth, ...veils.map(({ id }) => id)],
  });
}

/** The scene's words as they would be set by hand: in the right place and perspective, in one colour. */
export function plainPiece(scene: LookScene, colour: string): Piece {
  const letterings = scene.letters!.map((standing, i): Lettering => {
    const words = plainWords({
      text: standing.text,
      face: 'bowlby-one',
      size: 200,
      leading: 0.9,
      tracking: standing.tracking ?? 0,
      alignment: 'left',
    });
    const { ink } = setWords(words, {
      face: () => shippedFace('bowlby-one'),
      picture: () => {
        throw new Error('No pictures here.');
      },
    });
    const box = ink!;
    const world = ([x, y]: Point): Vector => plus(standing.origin, times(standing.right, x), times(standing.up, -y));
    const [left, top, right, bottom] = scene.box;
    const wanted: Point[] =
      standing.right[0] === 0 && standing.right[2] === 0
        ? [
            [left, top],
            [right, top],
            [right, bottom],
            [left, bottom],
          ]
        : cornersOf(inkInEm(standing.text, standing.tracking ?? 0)).map((corner) =>
            seen(world(corner), scene.camera, size),
          );
    const middle: Point = [wanted.reduce((sum, [x]) => sum + x, 0) / 4, wanted.reduce((sum, [, y]) => sum + y, 0) / 4];
    const stance = { x: Math.round(middle[0]), y: Math.round(middle[1]), rotation: 0, scale: 1 };
    const moves = cornersOf(box).map(([x, y], k) =>
      rounded([wanted[k][0] - stance.x - x, wanted[k][1] - stance.y - y]),
    ) as Perspective['moves'];
    return {
      id: `lettering-${i + 1}`,
      name: standing.text,
      words,
      stance: plainStance({ ...stance, perspective: { box, moves } }),
      ink: plainInk([solidCoat({ colour })]),
      outlines: plainOutlines(),
      ...untouched(),
    };
  });
  // The farthest first.
  const depth = letterings.map(({ id }) => id).reverse();
  return piece(`Look: ${scene.name}`, scene.plate, ['bowlby-one'], letterings, [], depth);
}
