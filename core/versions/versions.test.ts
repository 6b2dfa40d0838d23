import { readFileSync, readdirSync } from 'node:fs';
import fc from 'fast-check';
import { solidCoat } from '../coats/schema';
import { applyEdit, problemWith } from '../piece/edits/edit';
import { removeItem, renameLettering } from '../piece/edits/items';
import { setSolid } from '../piece/edits/ink';
import { setText } from '../piece/edits/letterings';
import { readPiece } from '../piece/read';
import type { Piece } from '../piece/schema';
import { differencesBetween } from './differences';
import { takeAll, takeLines } from './takeLines';

/** The demo pieces: whole documents of every kind. */
const pieces = readdirSync('demo/pieces')
  .filter((file) => file.endsWith('.json'))
  .map((file) => readPiece(JSON.parse(readFileSync(`demo/pieces/${file}`, 'utf8'))));
const woven = pieces.find(({ name }) => name === 'Woven')!;

const pictureOf = (): { width: number; height: number } => ({ width: 1800, height: 1200 });
const changed = (...edits: Parameters<typeof applyEdit>[1][]): Piece =>
  edits.reduce((piece, edit) => applyEdit(piece, edit).piece, woven);
const [first, second] = woven.letterings;
const told = (piece: Piece, other: Piece): string[] =>
  differencesBetween(piece, other).map(({ line, says }) => `${line}: ${says.join('; ')}`);

describe('what differs, in words', () => {
  test('nothing between a piece and itself', () => {
    for (const piece of pieces) expect(differencesBetween(piece, structuredClone(piece))).toEqual([]);
  });

  test('nor where the same is said in another order, as a store gives it back', () => {
    const turned = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.map(turned);
      if (typeof value !== 'object' || value === null) return value;
      return Object.fromEntries(
        Object.entries(value)
          .reverse()
          .map(([key, one]) => [key, turned(one)]),
      );
    };
    for (const piece of pieces) expect(differencesBetween(piece, turned(piece) as Piece)).toEqual([]);
  });

  test('words, ink and place by their values', () => {
    const other = changed(setText(first.id, 'GLAZE'), setSolid(second.id, { colour: '#123456' }), (piece) => {
      piece.letterings[1].stance.x += 40;
      piece.letterings[1].stance.y -= 12;
      piece.letterings[1].stance.scale *= 2;
    });
    const [, moved, inked] = [0, 1, 2].map((i) => told(woven, other)[i]);
    expect(told(woven, other)[0]).toBe(`1: “${first.words.text}” reads “GLAZE”`);
    expect(moved).toBe(
      `2: “${second.words.text}” stands 40 px right, 12 px higher; “${second.words.text}” at 200 % of its size`,
    );
    expect(inked).toContain(`“${second.words.text}” is inked #123456`);
  });

  test('what came, went and changed on the picture’s lines', () => {
    const [veil] = woven.veils;
    const other = changed(removeItem(veil.id), (piece) => {
      piece.vignette = { stops: -1, from: 0.4, to: 1, round: 0.5, centre: [0.5, 0.5] };
      piece.sheet.paint = null;
    });
    const says = told(woven, other).join('\n');
    expect(says).toMatch(new RegExp(`3: .*${veil.name} removed`));
    expect(says).toContain('0: the sheet is transparent');
    expect(says).toContain('9: vignette added');
  });

  test('every line that differs between any two pieces is named once, with something to say', () => {
    for (const piece of pieces)
      for (const other of pieces) {
        const lines = differencesBetween(piece, other).map(({ line }) => line);
        expect(new Set(lines).size).toBe(lines.length);
        for (const { says, title } of differencesBetween(piece, other)) {
          expect(title).not.toBe('');
          expect(says.every((one) => one.length > 3)).toBe(true);
        }
      }
  });
});

describe('taking another state on', () => {
  test('whole: all of it but the piece’s own name', () => {
    const other = changed(setText(first.id, 'GLAZE'), removeItem(woven.veils[0].id));
    expect(applyEdit(woven, takeAll({ ...other, name: 'else' })).piece).toEqual(other);
  });

  test('this one’s words with that one’s ink', () => {
    const words = changed(setText(first.id, 'GLAZE'));
    const ink = changed((piece) => {
      piece.letterings[0].ink.coats = [solidCoat({ colour: '#00ff00' })];
    });
    const mixed = applyEdit(words, takeLines({ piece: ink, pictureOf }, [4])).piece;
    expect(mixed.letterings[0].words).toEqual(words.letterings[0].words);
    expect(mixed.letterings[0].ink.coats).toEqual(ink.letterings[0].ink.coats);
    expect(mixed.letterings[1]).toEqual(words.letterings[1]);
    expect(mixed.veils).toEqual(words.veils);
  });

  test('words that come or go are followed by the depth line and by crossings', () => {
    const fewer = changed(removeItem(first.id));
    const back = applyEdit(fewer, takeLines({ piece: woven, pictureOf }, [1])).piece;
    expect(problemWith(back)).toBeNull();
    expect(back.letterings.map(({ words }) => words.text).sort()).toEqual(
      woven.letterings.map(({ words }) => words.text).sort(),
    );
    expect(back.depth).toEqual(woven.depth);
    const gone = applyEdit(woven, takeLines({ piece: fewer, pictureOf }, [1])).piece;
    expect(problemWith(gone)).toBeNull();
    expect(gone.letterings.map(({ id }) => id)).toEqual([second.id]);
  });

  test('other words keep what was set by hand at letters that stay', () => {
    const at = first.words.text.length - 1;
    const flipped = { veil: woven.veils[0].id, lettering: first.id, at, over: true };
    const here = changed((piece) => void (piece.weave = [flipped]));
    const longer = changed(setText(first.id, `XX${first.words.text}`));
    const mixed = applyEdit(here, takeLines({ piece: longer, pictureOf }, [1])).piece;
    expect(mixed.weave).toEqual([{ ...flipped, at: at + 2 }]);
  });

  test('a state with another sheet is brought to this size, unless line 0 comes along', () => {
    const large = changed((piece) => {
      piece.sheet.width *= 2;
      piece.sheet.height *= 2;
      for (const { stance } of piece.letterings) {
        stance.x *= 2;
        stance.y *= 2;
        stance.scale *= 2;
      }
    });
    const here = applyEdit(woven, takeLines({ piece: large, pictureOf }, [2])).piece;
    expect(here.sheet.width).toBe(woven.sheet.width);
    expect(here.letterings[0].stance.x).toBeCloseTo(woven.letterings[0].stance.x, 6);
    const there = applyEdit(woven, takeLines({ piece: large, pictureOf }, [0])).piece;
    expect(there.sheet.width).toBe(large.sheet.width);
    expect(there.letterings[0].stance.x).toBeCloseTo(2 * woven.letterings[0].stance.x, 6);
  });

  test('any lines of any piece make a piece that can be read, and what was taken no longer differs', () => {
    const lines = fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { minLength: 1 });
    const one = fc.constantFrom(...pieces);
    fc.assert(
      fc.property(one, one, lines, (piece, other, some) => {
        const before = JSON.stringify([piece, other]);
        const mixed = applyEdit(piece, takeLines({ piece: other, pictureOf }, some)).piece;
        expect(problemWith(mixed)).toBeNull();
        expect(JSON.stringify([piece, other])).toBe(before);
      }),
      { numRuns: 120, seed: 20 },
    );
  });

  test('all lines of a state make that state', () => {
    const other = changed(
      setText(second.id, 'ALOFT'),
      renameLettering(second.id, 'aloft'),
      removeItem(woven.veils[1].id),
    );
    const all = applyEdit(woven, takeLines({ piece: other, pictureOf }, [0, 1, 2, 3, 4, 5, 6, 7, 8, 9])).piece;
    expect(differencesBetween(all, other)).toEqual([]);
  });
});
