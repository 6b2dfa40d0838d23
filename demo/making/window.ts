import { untouched } from '../../core/piece/blank';
import { coatSchema } from '../../core/coats/schema';
import { plainPanel } from '../../core/passes/ink/panel/schema';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutline, plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainWords } from '../../core/passes/words/schema';
import type { Lettering, Piece } from '../../core/piece/schema';
import { piece } from './common';

/**
 * Letters knocked out of a panel over a photograph, with a halftone on the panel and the shadow of its edge in the
 * openings.
 */
export function windowPiece(): Piece {
  const panel = {
    ...plainPanel({
      shape: { kind: 'box', round: 0.05 },
      margin: [0.16, 0.16],
      colour: '#27414a',
      knockout: 'below',
      shadow: { x: 7, y: 9, blur: 22, colour: '#0e1517', strength: 0.7 },
    }),
    coats: [
      coatSchema.parse({
        kind: 'gradient',
        shape: 'linear',
        stops: [
          { at: 0, colour: '#1d3a43' },
          { at: 1, colour: '#091316' },
        ],
        angle: 78,
        opacity: 1,
      }),
      coatSchema.parse({
        kind: 'halftone',
        motif: 'dots',
        colour: '#e9b872',
        pitch: 0.032,
        angle: 32,
        contrast: 0.75,
        opacity: 0.16,
      }),
    ],
  };
  const lettering: Lettering = {
    id: 'lettering-1',
    name: 'Kite Week',
    words: plainWords({
      text: 'KITE\nWEEK',
      face: 'bowlby-one',
      size: 400,
      leading: 0.9,
      tracking: 0,
      alignment: 'centre',
      lockup: { kind: 'one-width', width: 1330, gap: 0.045 },
    }),
    stance: plainStance({ x: 900, y: 590, rotation: 0, scale: 1 }),
    ink: { ...plainInk([]), panel },
    ...untouched(),
    outlines: {
      ...plainOutlines(),
      list: [
        plainOutline({
          id: 'outline-1',
          unit: 'em',
          width: 0.008,
          side: 'outside',
          gap: 0.022,
          colour: '#e9b872',
          opacity: 0.85,
        }),
      ],
    },
  };
  return piece('Window', 'dune', ['bowlby-one'], [lettering], [], ['lettering-1']);
}
