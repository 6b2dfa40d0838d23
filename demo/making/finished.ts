import { demoMaterials } from '../../bench/look/draw';
import { plainCasts } from '../../core/light/casting/schema';
import { plainLamp, type Lamp } from '../../core/light/lamp';
import { focusAlong, focusAtPlace, proposeBlur } from '../../core/passes/focus/propose';
import { recedingLine } from '../../core/passes/focus/receding';
import { plainBlur, plainFocus } from '../../core/passes/focus/schema';
import type { Lettering, Piece } from '../../core/piece/schema';
import { compile } from '../../core/render/compile';
import { matchedPiece } from '../../core/render/matched';
import { planesOf } from '../../core/render/planesOf';
import type { Survey } from '../../core/survey';
import { standingBox } from '../../core/type/standing';
import { jarLamp } from './common';
import { surveyed } from './surveyed';

type Finish = (piece: Piece, survey: Survey) => Piece | Promise<Piece>;

const changed = (piece: Piece, id: string, change: (lettering: Lettering) => Partial<Lettering>): Piece => ({
  ...piece,
  letterings: piece.letterings.map((one) => (one.id === id ? { ...one, ...change(one) } : one)),
});
const throwing = (piece: Piece, id: string, casts: Parameters<typeof plainCasts>[0]): Piece =>
  changed(piece, id, () => ({ casts: plainCasts(casts) }));

/** What veils throw on letters obeys the lamp of the piece. */
const obeying = (piece: Piece, lamp: Lamp): Piece => ({
  ...piece,
  lamp,
  veils: piece.veils.map((veil) => ({
    ...veil,
    shadow: veil.shadow && { ...veil.shadow, obeys: true },
    graft: veil.graft && { ...veil.graft, shadow: veil.graft.shadow && { ...veil.graft.shadow, obeys: true } },
  })),
});

/** Line 8, pressed once for each lettering. */
async function matched(piece: Piece, survey: Survey): Promise<Piece> {
  const bare = {
    ...piece,
    letterings: piece.letterings.map((one) => ({ ...one, focus: plainFocus() })),
  };
  return matchedPiece(bare, await demoMaterials(bare), survey);
}

/** As sharp along the wall as the photograph is: at both ends, where the plane that the words lie in recedes. */
async function sharpAlong(piece: Piece, id: string, plane: string, { focus }: Survey): Promise<Piece> {
  const materials = await demoMaterials(piece);
  const { letters } = compile(piece, materials).letterings.find((one) => one.id === id)!;
  const line = recedingLine(planesOf(piece)(plane)!, standingBox(letters)!)!;
  const [plate] = piece.plates;
  const placed = { ...plate, ...materials.picture(plate.asset) };
  const { first, last, through } = focusAlong(focus, line.from, line.to, placed)!;
  return changed(piece, id, (one) => ({
    focus: { ...one.focus, blur: plainBlur({ sigma: first, along: { ...line, sigma: last, through } }) },
  }));
}

/** What each demo piece gets of lines 7 and 8 when its words stand, by its file. */
export const finishes: Readonly<Record<string, Finish>> = {
  woven: async (piece, survey) => {
    const lit = obeying(piece, jarLamp);
    // RAKU stands on the table's far edge, close before the wall; KILN is painted on the plaster.
    const cast = throwing(lit, 'lettering-1', {
      contact: { strength: 0.55, offset: 2.5, blur: 4 },
      ambient: { strength: 0.4, blur: 24 },
      colour: '#5f554c',
    });
    return matched(cast, survey);
  },
  'low-sun': (piece, survey) => matched(piece, survey),
  'down-the-wall': async (piece, survey) => {
    const planes = [
      {
        id: 'plane-1',
        name: 'Brick wall',
        // Along two courses, and along the joints at either end.
        lines: [
          [
            [960, 411],
            [1725, 165],
          ],
          [
            [960, 518],
            [1725, 500],
          ],
          [
            [960, 411],
            [960, 518],
          ],
          [
            [1725, 165],
            [1725, 500],
          ],
        ],
      },
    ] as Piece['planes'];
    // The sun stands to the upper left, behind the viewer: shown by the post and its shadow.
    const lit = obeying({ ...piece, planes }, { ...plainLamp(), tilt: 130, height: 26, size: 0.08 });
    const lying = changed(lit, 'lettering-1', ({ drape }) => ({ drape: { ...drape, plane: 'plane-1' } }));
    const sharp = await sharpAlong(await matched(lying, survey), 'lettering-1', 'plane-1', survey);
    // KILN stands as far off as the trees: as soft as their border against the sky.
    const [plate] = piece.plates;
    const placed = { ...plate, ...(await demoMaterials(piece)).picture(plate.asset) };
    return changed(sharp, 'lettering-2', ({ focus }) => ({
      focus: { ...focus, blur: proposeBlur(focusAtPlace(survey.focus, [700, 480], placed)) },
    }));
  },
  'on-linen': (piece, survey) => matched(piece, survey),
  'tucked-in': (piece, survey) => {
    // Paper in light from the upper left: the word lies a finger's breadth above the lowest sheets.
    const lit = obeying(piece, { ...plainLamp(), tilt: 122, height: 48, size: 0.3 });
    const cast = throwing(lit, 'lettering-1', {
      contact: { offset: 2, blur: 3 },
      ambient: { strength: 0.3, blur: 24 },
      thrown: { onto: 'wall', lift: 13, strength: 0.85 },
      colour: '#585a60',
    });
    return matched(cast, survey);
  },
  window: async (piece, survey) => {
    const found = await matched(piece, survey);
    // It is printed before the photograph, not in it: as sharp as the sharpest there.
    return changed(found, 'lettering-1', ({ focus }) => ({
      focus: { ...focus, blur: proposeBlur(survey.focus.sharpest) },
    }));
  },
  'through-and-in-front': (piece, survey) => matched(piece, survey),
};

/** A piece with the light, the focus and the grain of its photograph. */
export async function finished(file: string, piece: Piece): Promise<Piece> {
  return Object.hasOwn(finishes, file) ? finishes[file](piece, surveyed(piece.plates[0].asset)) : piece;
}
