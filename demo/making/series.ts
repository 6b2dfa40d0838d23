import { blankPiece, untouched } from '../../core/piece/blank';
import { solidCoat } from '../../core/coats/schema';
import { plainPanel } from '../../core/passes/ink/panel/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutline, plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainWords } from '../../core/passes/words/schema';
import { readPiece } from '../../core/piece/read';
import type { Lettering, Piece } from '../../core/piece/schema';
import { face } from './common';

const cream = '#f6ecd6';
const dark = '#2a1c17';

interface Line {
  id: string;
  name: string;
  text: string;
  face: string;
  size: number;
  alignment: 'left' | 'right';
  at: [number, number];
}

const line = ({ id, name, text, face: file, size, alignment, at: [x, y] }: Line): Lettering => ({
  id,
  name,
  words: plainWords({ text, face: file, size, leading: 0.96, tracking: 0, alignment }),
  stance: plainStance({ x, y, rotation: 0, scale: 1 }),
  ink: plainInk([solidCoat({ colour: cream })]),
  ...untouched(),
  outlines: plainOutlines(),
});

/** The exhibitors' card: its photograph, name, craft and stall are another for each of them. */
export function seriesPiece(): Piece {
  const name: Lettering = {
    ...line({
      id: 'lettering-1',
      name: 'Name',
      text: 'Ada Penhallow',
      face: 'bowlby-one',
      size: 148,
      alignment: 'left',
      at: [84, 880],
    }),
    outlines: {
      ...plainOutlines(),
      list: [
        plainOutline({ id: 'outline-1', unit: 'px', width: 13, side: 'outside', gap: 0, colour: dark, opacity: 1 }),
      ],
    },
  };
  const craft: Lettering = {
    ...line({
      id: 'lettering-2',
      name: 'Craft',
      text: 'raku jars',
      face: 'archivo-black',
      size: 58,
      alignment: 'left',
      at: [96, 740],
    }),
  };
  craft.ink = {
    ...craft.ink,
    panel: plainPanel({ shape: { kind: 'box', round: 0.2 }, margin: [0.5, 0.45], colour: dark }),
  };
  const stall: Lettering = {
    ...line({
      id: 'lettering-3',
      name: 'Stall',
      text: 'Stall 1',
      face: 'shrikhand',
      size: 84,
      alignment: 'right',
      at: [1416, 120],
    }),
  };
  stall.ink = {
    ...stall.ink,
    panel: plainPanel({ shape: { kind: 'box', round: 0.3 }, margin: [0.4, 0.35], colour: '#9c3b22' }),
  };
  return readPiece({
    ...blankPiece('Series', { width: 1500, height: 1050, ppi: 300, paint: '#ffffff' }),
    assets: {
      'pots-1': { kind: 'plate', name: 'pots-1.jpg', path: 'series/pictures/pots-1.jpg' },
      ...Object.fromEntries(['bowlby-one', 'archivo-black', 'shrikhand'].map((file) => [file, face(file)])),
    },
    plates: [{ id: 'plate-1', name: 'Picture', asset: 'pots-1', scale: 0.965, x: -2.7, y: -10.5 }],
    letterings: [name, craft, stall],
    veils: [],
    depth: ['lettering-2', 'lettering-3', 'lettering-1'],
  });
}
