import { evenLines } from '../arranging/lockings';
import type { Materials } from '../graph/materials';
import { plainStance } from '../passes/stance/schema';
import { plainWords, type Words } from '../passes/words/schema';
import { blankLettering } from '../piece/blank';
import type { Region } from '../pixels/region';
import { arrange } from '../render/arrange';
import { coverage } from '../shape/coverage';
import { flatten, transformPath } from '../shape/path';
import { moved } from '../shape/affine';
import type { OpenFace } from '../type/faceBook';
import type { Letters } from '../type/letters';

/** Looked up once: these loops are hot. */
const { ceil, max, min } = Math;

/** A face of the type case that could set the words. */
export interface RoughFace {
  /** Key in the pieces' assets. */
  key: string;
  sha256: string;
  name: string;
  face: OpenFace;
}

/** The words on lines in one face, in px of a letter size of 100. */
export interface Setting {
  face: RoughFace;
  words: Words;
  lines: number;
  letters: Letters;
  ink: Region;
  /** Height of a flat capital. */
  capHeight: number;
  /** How much of its letters' boxes is ink. */
  density: number;
  /** Index of each inked letter's first UTF-16 unit. */
  starts: number[];
  /** Places within the ink: x and y, and which letter. */
  points: { x: Float32Array; y: Float32Array; letter: Uint16Array };
}

/** The letter size that settings are laid out in. */
export const settingSize = 100;
/** Letters are looked at in cells of this side, px of that size. */
const cell = 11;
/** Of more letters than these each is looked at in fewer places. */
const lettersInFull = 7;
/** Thinner than this, as a part of its letters' boxes, a face does not hold against a photograph. */
const leastDensity = 0.3;
/** So many faces are tried. */
const mostFaces = 6;

/** Whether a face has every letter of the words. */
const sets = (face: OpenFace, words: string): boolean =>
  [...words].every((letter) => /\s/.test(letter) || face.has(letter.codePointAt(0)!));

/** Scripts that have capitals. */
const hasCase = (words: string): boolean => words.toUpperCase() !== words.toLowerCase();

/**
 * Faces that can set the words, heavy ones first, no two of one kind: those that differ most in how wide and how heavy
 * they set these words.
 * @param locked SHA-256 of the only one that may be taken; null leaves it open
 */
export function facesFor(
  words: string,
  faces: readonly RoughFace[],
  materials: Materials,
  locked: string | null,
): RoughFace[] {
  const able = faces.filter(({ face, sha256 }) => sets(face, words) && (locked === null || sha256 === locked));
  const seen = able.flatMap((face) => {
    const setting = settingOf(words.replace(/\s+/g, ' '), face, materials, hasCase(words), 'lines');
    return setting ? [{ face, density: setting.density, wide: setting.ink.width / setting.ink.height }] : [];
  });
  const heavy = seen.filter(({ density }) => density >= leastDensity);
  const pool = (heavy.length > 0 ? heavy : seen).sort((a, b) => b.density - a.density);
  const chosen = pool.slice(0, 1);
  while (chosen.length < min(mostFaces, pool.length)) {
    const apart = (one: (typeof pool)[number]): number =>
      min(
        ...chosen.map((other) => Math.abs(Math.log(one.wide / other.wide)) + 2 * Math.abs(one.density - other.density)),
      );
    const next = pool
      .filter((one) => !chosen.includes(one))
      .reduce((best, one) => (apart(one) > apart(best) ? one : best));
    chosen.push(next);
  }
  return chosen.map(({ face }) => face);
}

/** Ways to break the words into lines, each once: as they were typed, and evenly. */
export function breaksOf(words: string): string[] {
  const typed = words
    .trim()
    .split('\n')
    .map((line) => line.trim().replace(/\s+/g, ' '))
    .filter((line) => line !== '')
    .join('\n');
  const all = typed.split(/\s/);
  const ways = new Set([typed, all.join(' ')]);
  for (const count of [2, 3, 4]) {
    if (all.length < count) continue;
    let at = 0;
    ways.add(
      evenLines(all, count)
        .map((length) => all.slice(at, (at += length)).join(' '))
        .join('\n'),
    );
  }
  return [...ways];
}

/** Every setting that is tried: faces, lines, in capitals where the script has them, lines brought to one width. */
export function settingsFor(words: string, faces: readonly RoughFace[], materials: Materials): Setting[] {
  const out: Setting[] = [];
  for (const text of breaksOf(words))
    for (const face of faces) {
      const lockup = text.includes('\n') ? 'one-width' : 'lines';
      for (const upperCase of hasCase(text) ? [true, false] : [false]) {
        const setting = settingOf(text, face, materials, upperCase, upperCase ? lockup : 'lines');
        if (setting) out.push(setting);
      }
    }
  return out;
}

/** Lines of one width are so wide, in letter sizes for each letter of a middling line; and stand so far apart. */
const [widthPerLetter, lineGap] = [0.62, 0.045];

function settingOf(
  text: string,
  face: RoughFace,
  materials: Materials,
  upperCase: boolean,
  kind: 'lines' | 'one-width',
): Setting | null {
  const lines = text.split('\n');
  const middling = text.length / lines.length;
  const words = plainWords({
    text,
    upperCase,
    face: face.key,
    size: settingSize,
    leading: upperCase ? 0.92 : 1.02,
    tracking: 0,
    alignment: 'centre',
    ...(kind === 'one-width' && {
      lockup: { kind, width: Math.round(max(1.2, middling * widthPerLetter) * settingSize), gap: lineGap },
    }),
  });
  const sheet = { width: 1000, height: 1000 };
  const lettering = {
    ...blankLettering('lettering-1', 'words', text, sheet),
    words,
    stance: plainStance({ x: 0, y: 0, rotation: 0, scale: 1 }),
  };
  const letters = arrange(lettering, materials);
  const inked = letters.letters.filter(({ bounds }) => bounds && bounds.width > 0 && bounds.height > 0);
  if (!letters.ink || inked.length === 0) return null;
  // Of many letters each is looked at in fewer places.
  const every = max(1, Math.round(inked.length / lettersInFull));
  const [x, y, letter]: number[][] = [[], [], []];
  let [ink, boxes] = [0, 0];
  inked.forEach(({ path, bounds }, k) => {
    const { x: left, y: top, width, height } = bounds!;
    const [across, down] = [max(2, ceil(width / cell)), max(2, ceil(height / cell))];
    const cover = coverage(
      flatten(
        transformPath(path, {
          a: across / width,
          b: 0,
          c: 0,
          d: down / height,
          e: (-left * across) / width,
          f: (-top * down) / height,
        }),
      ),
      { x: 0, y: 0, width: across, height: down },
    );
    const place = (i: number): void => {
      x.push(left + (((i % across) + 0.5) * width) / across);
      y.push(top + ((Math.floor(i / across) + 0.5) * height) / down);
      letter.push(k);
    };
    let turn = 0;
    cover.data.forEach((value, i) => value > 0.5 && turn++ % every === 0 && place(i));
    // A letter of hairlines is looked at where it has the most ink.
    if (letter.at(-1) !== k) place(cover.data.indexOf(cover.data.reduce((a, b) => max(a, b), 0)));
    ink += (cover.data.reduce((sum, value) => sum + value, 0) / cover.data.length) * width * height;
    boxes += width * height;
  });
  return {
    face,
    words,
    lines: lines.length,
    letters,
    ink: letters.ink,
    capHeight: letters.capHeight,
    density: ink / boxes,
    starts: inked.map(({ start }) => start),
    points: { x: Float32Array.from(x), y: Float32Array.from(y), letter: Uint16Array.from(letter) },
  };
}

/** A setting moved so that its ink's middle lies at the origin. */
export const fromMiddle = ({ ink: { x, y, width, height } }: Setting) => moved(-(x + width / 2), -(y + height / 2));
