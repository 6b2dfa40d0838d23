import { legibleAt, type Legible } from '../arranging/propose';
import type { Evaluator } from '../graph/evaluate';
import type { Materials } from '../graph/materials';
import { measureKept } from '../passes/chalk/measure';
import { measureInkGauges } from '../passes/ink/measure';
import { effectivePpi } from '../passes/plate/gauge';
import { grow, intersect, isWithin, type Region } from '../pixels/region';
import { ppiLimits } from '../piece/print';
import type { Piece } from '../piece/schema';
import { arrange } from '../render/arrange';
import { compile } from '../render/compile';
import { measureScene } from '../render/measure';
import { seenPiece } from '../sizes/seen';
import { standingBox } from '../type/standing';
import type { Flag, Weight } from './flags';

/** What is measured of a design once, and of every row in the same way. */
export interface Standing extends Legible {
  /** Letterings whose ink lies within the sheet. */
  inside: string[];
  /** Share of the sheet that photographs leave bare, 0..1; null without photographs. */
  bare: number | null;
  /** Fewest px of a picture per inch of paper, by id of the photograph or lettering. */
  ppi: Record<string, number>;
  /** Share of letters that their pictures leave clear, by lettering, 0..1. */
  clear: Record<string, number>;
  /** Keep points: what of each is covered by letters or lies off the sheet, 0..1. */
  kept: { mark: string; says: string; hidden: number }[];
}

/** How a piece stands: what can be read of it, what lies off the sheet, how fine its pictures are. */
export async function standingOf(whole: Piece, materials: Materials, evaluator: Evaluator): Promise<Standing> {
  const piece = seenPiece(whole);
  const legible = await legibleAt(whole, null, materials, evaluator);
  const sheet = { x: 0, y: 0, width: piece.sheet.width, height: piece.sheet.height };
  const inside = piece.letterings.flatMap((lettering) => {
    const box = standingBox(arrange(lettering, materials));
    return box === null || isWithin(box, grow(sheet, 1)) ? [lettering.id] : [];
  });
  const ppi: Standing['ppi'] = {};
  for (const plate of piece.plates) ppi[plate.id] = effectivePpi(plate, piece.sheet.ppi);
  const compiled = compile(piece, materials);
  const scene = measureScene(piece, compiled, evaluator);
  const letterings = compiled.letterings.map(({ lettering, ...rest }) => ({ ...rest, part: lettering.ink }));
  const clear: Standing['clear'] = {};
  if (piece.letterings.some(({ ink }) => ink.coats.some(({ kind }) => kind === 'picture'))) {
    const { pictures } = await measureInkGauges(letterings, scene);
    for (const one of pictures) {
      clear[one.lettering] = Math.max(clear[one.lettering] ?? 0, one.uncovered);
      if (one.ppi !== null) ppi[one.lettering] = Math.min(ppi[one.lettering] ?? Infinity, one.ppi);
    }
  }
  const kept = (await measureKept(piece.chalk, letterings, scene)).map(({ mark, off, over }) => ({
    mark,
    says: piece.chalk.find(({ id }) => id === mark)?.text ?? '',
    hidden: Math.min(1, off + over.reduce((sum, { share }) => sum + share, 0)),
  }));
  return { ...legible, inside, bare: bareShare(piece, materials), ppi, clear, kept };
}

/** The share of the sheet that no photograph covers, by a grid of samples. */
function bareShare({ plates, sheet }: Piece, materials: Materials): number | null {
  if (plates.length === 0) return null;
  const boxes = plates.flatMap(({ asset, scale, x, y }): Region[] => {
    const { width, height } = materials.picture(asset);
    const box = intersect(
      { x, y, width: width * scale, height: height * scale },
      { x: 0, y: 0, width: sheet.width, height: sheet.height },
    );
    return box ? [box] : [];
  });
  const steps = 200;
  let bare = 0;
  for (let row = 0; row < steps; row++)
    for (let column = 0; column < steps; column++) {
      const [x, y] = [((column + 0.5) / steps) * sheet.width, ((row + 0.5) / steps) * sheet.height];
      const isCovered = boxes.some(
        (box) => x >= box.x && x < box.x + box.width && y >= box.y && y < box.y + box.height,
      );
      if (!isCovered) bare++;
    }
  return bare / (steps * steps);
}

/** A difference from the design that small is what rounding and other letters make. */
const slack = { left: 0.06, contrast: 6, bare: 0.002, clear: 0.004, hidden: 0.04 };
/** Lightness by which letters must stand off what lies beside them, L*. */
const leastContrast = 25;
const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** What flags speak of: what it is called, and the slot that its words or its picture come from. */
export interface Spoken {
  nameOf(id: string): string;
  slotOf(id: string, kind: 'words' | 'picture'): string | null;
}

/** What a person should know of a row, by how it stands beside the design. */
export function flagsOf(design: Standing, row: Standing, { nameOf, slotOf }: Spoken): Flag[] {
  const flags: Flag[] = [];
  const say = (weight: Weight, about: string, says: string, slot: string | null = null): void =>
    void flags.push({ weight, about, slot, says });
  if (row.left < Math.min(design.left, 1) - slack.left && row.left < 0.5)
    say('look', 'legibility', `Of one letter ${percent(row.left)} is left; of the design’s ${percent(design.left)}.`);
  if (row.misread > design.misread)
    say('look', 'misreading', `${row.misread} letters could be taken for others; in the design ${design.misread}.`);
  if (row.contrast !== null && row.contrast < leastContrast && row.contrast < (design.contrast ?? 100) - slack.contrast)
    say(
      'look',
      'contrast',
      `The letters stand off by ${row.contrast.toFixed(0)} L*; in the design by ${(design.contrast ?? 0).toFixed(0)}.`,
    );
  for (const id of design.inside)
    if (!row.inside.includes(id))
      say('stop', 'off the sheet', `"${nameOf(id)}" runs off the sheet.`, slotOf(id, 'words'));
  if (row.bare !== null && row.bare > (design.bare ?? 0) + slack.bare)
    say('stop', 'uncovered', `${(row.bare * 100).toFixed(1)} % of the sheet is left bare by the photographs.`);
  for (const [id, share] of Object.entries(row.clear))
    if (share > (design.clear[id] ?? 0) + slack.clear)
      say(
        'look',
        'uncovered',
        `${percent(share)} of "${nameOf(id)}" is left clear by its picture.`,
        slotOf(id, 'picture'),
      );
  for (const [id, ppi] of Object.entries(row.ppi)) {
    const least = Math.min(ppiLimits.accepted, design.ppi[id] ?? ppiLimits.accepted);
    if (ppi < least - 1)
      say(
        ppi < ppiLimits.floor && ppi < least * 0.8 ? 'stop' : 'look',
        'ppi',
        `The picture of "${nameOf(id)}" has ${Math.round(ppi)} px per inch.`,
        slotOf(id, 'picture'),
      );
  }
  row.kept.forEach(({ mark, says, hidden }) => {
    const before = design.kept.find((one) => one.mark === mark)?.hidden ?? 0;
    if (hidden > before + slack.hidden)
      say(
        'look',
        'keep point',
        `The keep point${says ? ` "${says}"` : ''} is covered or cut off by ${percent(hidden)}.`,
      );
  });
  return flags;
}
