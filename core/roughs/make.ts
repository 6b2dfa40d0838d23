import { solidCoat } from '../coats/schema';
import { plainMark } from '../passes/chalk/schema';
import { plainPanel } from '../passes/ink/panel/schema';
import { plainInk } from '../passes/ink/schema';
import { plainOutline, plainOutlines } from '../passes/outlines/schema';
import { plateSchema } from '../passes/plate/schema';
import { plainStance } from '../passes/stance/schema';
import type { Veil } from '../passes/veils/schema';
import { plainWords } from '../passes/words/schema';
import { blankPiece, untouched } from '../piece/blank';
import { newAssetKey } from '../piece/edits/items';
import { readPiece } from '../piece/read';
import type { Asset, Lettering, Piece } from '../piece/schema';
import { apply, corners, placed } from '../shape/affine';
import { rounded } from '../shape/rounding';
import { lampWhereTold } from '../survey/light/lamp';
import type { Ground } from './ground';
import type { RoughInk } from './inks';
import { keptOn } from './keep';
import { broughtBefore } from './kinds/woven';
import type { Layout } from './kinds/kind';
import { settingSize } from './settings';

/** A thing cut out, as pieces take it. */
export interface CutThing {
  veil: Omit<Veil, 'id' | 'plate'>;
  assets: Record<string, Asset>;
}

/** Pixels per inch that new pieces on a photograph have. */
const ppi = 300;
/** Outlines before a thing are so wide, and the line around openings; letter sizes. */
const [outlineWidth, openingLine] = [0.02, 0.008];
/** A panel leaves so much of the photograph to be guessed. */
const panelOpacity = 0.97;

/** Where a photograph lies on the sheet of a rough. */
const placing = ({ part }: Ground): { scale: number; x: number; y: number } => ({ scale: 1, x: -part.x, y: -part.y });

/** The words of a layout, at their size on the sheet. */
function wordsOf({ setting: { words, face }, scale }: Layout): Lettering['words'] {
  const size = rounded(settingSize * scale, 2);
  const { lockup } = words;
  return plainWords({
    ...words,
    face: newAssetKey({ kind: 'face', sha256: face.sha256 }),
    size,
    ...(lockup.kind === 'one-width' && { lockup: { ...lockup, width: rounded(lockup.width * scale, 2) } }),
  });
}

/** Where they stand: their ink lies as the layout has it. */
function stanceOf({ setting: { ink }, scale, middle, rotation, quad }: Layout): Lettering['stance'] {
  const [x, y] = [(ink.x + ink.width / 2) * scale, (ink.y + ink.height / 2) * scale];
  const [dx, dy] = apply(placed(1, rotation, 0, 0), [x, y]);
  const at = { x: rounded(middle[0] - dx, 2), y: rounded(middle[1] - dy, 2) };
  const stance = plainStance({ ...at, rotation: rounded(rotation, 2), scale: 1 });
  if (!quad) return stance;
  const box = { x: ink.x * scale, y: ink.y * scale, width: ink.width * scale, height: ink.height * scale };
  const moves = corners(box).map(([bx, by], i) => [
    rounded(quad[i][0] - at.x - bx, 2),
    rounded(quad[i][1] - at.y - by, 2),
  ]) as [[number, number], [number, number], [number, number], [number, number]];
  return plainStance({ ...stance, perspective: { box, moves } });
}

/** The ink that stands off another the most. */
const farthest = (inks: readonly RoughInk[], from: RoughInk): RoughInk =>
  inks.reduce((best, one) =>
    Math.abs(one.lightness - from.lightness) > Math.abs(best.lightness - from.lightness) ? one : best,
  );

/** A dark panel has a light line around its openings; on a light one it would close them. */
const darkPanel = 50;

/** Letters as openings in a panel over the whole sheet. */
function panelWith({ colour, lightness }: RoughInk, other: RoughInk): Pick<Lettering, 'ink' | 'outlines'> {
  const line = { id: 'outline-1', unit: 'em', width: openingLine, side: 'outside', gap: 0.02, opacity: 0.8 } as const;
  return {
    ink: {
      ...plainInk([]),
      panel: plainPanel({ shape: { kind: 'sheet' }, knockout: 'below', colour, opacity: panelOpacity }),
    },
    outlines: {
      ...plainOutlines(),
      list: lightness < darkPanel ? [plainOutline({ ...line, colour: other.colour })] : [],
    },
  };
}

/** What a kind makes of ink and edge. */
function inkAndEdge(ground: Ground, { kind, ink }: Layout): Pick<Lettering, 'ink' | 'outlines'> {
  const other = farthest(ground.inks, ink);
  if (kind === 'window') return panelWith(ink, other);
  const outlines = plainOutlines();
  if (kind === 'outline')
    outlines.list.push(
      plainOutline({
        id: 'outline-1',
        unit: 'em',
        width: outlineWidth,
        side: 'inside',
        front: true,
        colour: ink.colour,
      }),
    );
  return { ink: plainInk([solidCoat({ colour: ink.colour })]), outlines };
}

/** The lettering's name, as a person would call it. */
const nameOf = (text: string): string => text.replace(/\s+/g, ' ').slice(0, 40);

/**
 * The piece of a layout, before lines 6 to 8 are matched to the photograph.
 * @param cut what stands before the words; null where nothing does
 */
export function pieceOf(ground: Ground, layout: Layout, cut: CutThing | null): Piece {
  const { plate, part, survey, order } = ground;
  const { face } = layout.setting;
  const [plateKey, faceKey] = [
    newAssetKey({ kind: 'plate', sha256: plate.sha256 }),
    newAssetKey({ kind: 'face', sha256: face.sha256 }),
  ];
  const name = nameOf(order.words);
  const words: Lettering = {
    id: 'lettering-1',
    name,
    words: wordsOf(layout),
    stance: stanceOf(layout),
    ...inkAndEdge(ground, layout),
    ...untouched(),
  };
  const before = layout.kind === 'woven' ? broughtBefore(layout.seen.hidden) : [];
  const light = survey?.light;
  return readPiece({
    ...blankPiece(name, { width: part.width, height: part.height, ppi, paint: '#ffffff' }),
    assets: {
      [plateKey]: { kind: 'plate', name: plate.name, sha256: plate.sha256 },
      [faceKey]: { kind: 'face', name: face.name, sha256: face.sha256 },
      ...cut?.assets,
    },
    plates: [plateSchema.parse({ id: 'plate-1', name: plate.name, asset: plateKey, ...placing(ground) })],
    letterings: [words],
    veils: cut ? [{ ...structuredClone(cut.veil), id: 'veil-1', plate: 'plate-1' }] : [],
    depth: cut ? ['lettering-1', 'veil-1'] : ['lettering-1'],
    weave: before.map((letter) => ({
      veil: 'veil-1',
      lettering: 'lettering-1',
      at: layout.setting.starts[letter],
      over: false,
    })),
    // They are watched on the bench too.
    chalk: keptOn(order.keep, plate, part).map(({ x, y, radius }, i) =>
      plainMark({ id: `keep-${i + 1}`, kind: 'keep', points: [[x, y]], radius: Math.max(1, radius), plate: 'plate-1' }),
    ),
    lamp: lampWhereTold(light, placing(ground)),
  });
}
