// Writes the demo pieces. Their veils are cut with the program's own trace, from the clicks listed here.
// Run by: npm run demo-pieces
import { readFileSync, writeFileSync } from 'node:fs';
import { plainStroke, plainVeil, tracedCut, type Contour, type Stroke, type TracePoint, type Veil } from '../core/passes/veils/schema';
import { plainStance, type Perspective } from '../core/passes/stance/schema';
import { setWords } from '../core/passes/words/render';
import { plainWords } from '../core/passes/words/schema';
import { aroundBorder } from '../core/passes/veils/trace/close';
import { Tracer } from '../core/passes/veils/trace/tracer';
import { blankPiece } from '../core/piece/blank';
import { readPiece } from '../core/piece/read';
import { pieceVersion, type Asset, type Lettering, type Piece } from '../core/piece/schema';
import type { Picture } from '../core/pixels/pyramid';
import { demoPlate } from '../core/testing/plates';
import { corners as cornersOf, type Point } from '../core/shape/affine';
import { roundedPoint } from '../core/shape/rounding';
import { shippedFace } from '../core/testing/faces';
import { faceNames } from './faces/names';

type Click = readonly [x: number, y: number, to?: 'edge' | 'straight'];

const rounded = (point: Point): [number, number] => roundedPoint(point, 2);

/** Follows the edge from click to click, as a person would on the bench. */
async function trace(picture: Picture, clicks: readonly Click[], closing: 'edge' | 'straight' | 'border'): Promise<Contour> {
  const tracer = new Tracer(picture);
  const placed: { at: Point; to: 'edge' | 'straight' }[] = [];
  for (const [x, y, to = 'edge'] of clicks) placed.push({ at: to === 'edge' ? await tracer.onEdge([x, y], 0) : [x, y], to });
  const points: TracePoint[] = [];
  for (let i = 0; i < placed.length; i++) {
    const { at, to } = placed[i];
    const last = i === placed.length - 1;
    const next = placed[(i + 1) % placed.length].at;
    const [x, y] = rounded(at);
    if (last && closing === 'border') {
      points.push({ x, y, to: 'border', via: aroundBorder(placed[0].at, at, { x: 0, y: 0, width: picture.width, height: picture.height }).map(rounded) });
    } else if ((last ? closing : to) === 'straight') {
      points.push({ x, y, to: 'straight', via: [] });
    } else {
      await tracer.start(at, 0);
      const path = await tracer.finish(at, next);
      points.push({ x, y, to: 'edge', via: path.slice(1, -1).map(rounded) });
    }
  }
  return { closed: true, points };
}

const face = (file: string): Asset => ({ kind: 'face', name: faceNames[file], path: `faces/${file}.ttf` });
const plate = (name: string): Asset => ({ kind: 'plate', name, path: `plates/${name}.jpg` });

function piece(name: string, plateName: string, faceFiles: string[], letterings: Lettering[], veils: Veil[], depth: string[]): Piece {
  return readPiece({
    format: 'inky-veil/piece',
    version: pieceVersion,
    name,
    sheet: { width: 1800, height: 1200, ppi: 200, paint: '#ffffff' },
    assets: Object.fromEntries([[plateName, plate(plateName)], ...faceFiles.map((file) => [file, face(file)])]),
    plates: [{ id: 'plate-1', name: plateName, asset: plateName, scale: 1, x: 0, y: 0 }],
    letterings,
    veils,
    depth,
  });
}

async function woven(): Promise<Piece> {
  const jar = await trace(await demoPlate('jar'), [
    [857, 584], [880, 645], [828, 705], [762, 780], [747, 860], [760, 940], [790, 1010], [832, 1066], [836, 1084, 'edge'],
    [945, 1092], [1056, 1080], [1062, 1060], [1108, 990], [1138, 910], [1140, 830], [1105, 745], [1050, 690], [1012, 640], [1036, 590, 'straight'], [1033, 580, 'straight'], [945, 576, 'straight'], [858, 579, 'straight'],
  ], 'straight');
  const lettering: Lettering = {
    id: 'lettering-1',
    name: 'RAKU',
    words: plainWords({ text: 'RAKU', face: 'bowlby-one', size: 520, leading: 0.9, tracking: 0.005, alignment: 'centre' }),
    stance: plainStance({ x: 900, y: 790, rotation: 0, scale: 1 }),
    ink: { coats: [{ kind: 'solid', colour: '#7a3b22', opacity: 1 }] },
  };
  const veil: Veil = plainVeil({ id: 'veil-1', name: 'jar', plate: 'plate-1', cuts: [tracedCut([jar])], feather: 1.6 });
  return piece('Woven', 'jar', ['bowlby-one'], [lettering], [veil], ['lettering-1', 'veil-1']);
}

async function lowSun(): Promise<Piece> {
  const dune = await demoPlate('dune');
  const ridge = await trace(dune, [
    [2, 856, 'straight'], [420, 846, 'straight'], [560, 844], [700, 848], [850, 856], [950, 866], [1080, 880], [1200, 892], [1330, 902], [1440, 920], [1560, 938], [1680, 948], [1797, 956],
  ], 'border');
  const kite = await trace(dune, [
    [1307, 183], [1345, 248], [1362, 282], [1397, 366, 'straight'], [1385, 379], [1347, 422], [1327, 443], [1290, 484], [1270, 504], [1229, 547, 'straight'],
    [1221, 556, 'straight'], [1218, 542], [1195, 457], [1175, 400], [1165, 370], [1144, 312, 'straight'], [1136, 295, 'straight'], [1152, 286], [1215, 247], [1247, 225], [1303, 185, 'straight'],
  ], 'straight');
  // The kite's line is too thin to trace; a fine touch-up brings it to the front.
  const line: Stroke = plainStroke({ side: 'front', radius: 0.55, softness: 0.3, points: [[1336, 432], [1373, 495], [1409, 553.5], [1430, 586]] });
  const lettering = (id: string, text: string, size: number, tracking: number, x: number, y: number): Lettering => ({
    id,
    name: text,
    words: plainWords({ text, face: 'big-shoulders-display-black', size, leading: 0.9, tracking, alignment: 'centre' }),
    stance: plainStance({ x, y, rotation: 0, scale: 1 }),
    ink: { coats: [{ kind: 'solid', colour: '#8c3f2b', opacity: 1 }] },
  });
  const letterings = [lettering('lettering-1', 'ALOFT', 430, 0.02, 1150, 365), lettering('lettering-2', 'AMBERSHAW', 70, 0.02, 700, 834)];
  const veils: Veil[] = [
    plainVeil({ id: 'veil-1', name: 'kite', plate: 'plate-1', cuts: [tracedCut([kite])], feather: 1.2, strokes: [line] }),
    plainVeil({ id: 'veil-2', name: 'dune', plate: 'plate-1', cuts: [tracedCut([ridge])], feather: 2 }),
  ];
  return piece('Low sun', 'dune', ['big-shoulders-display-black'], letterings, veils, ['lettering-1', 'lettering-2', 'veil-1', 'veil-2']);
}

/** Words painted on the wall, in its perspective; others stand behind the post. */
async function downTheWall(): Promise<Piece> {
  const post = await trace(await demoPlate('kilnwall'), [
    [489, 1197, 'straight'], [492, 960], [495, 720], [497, 512], [487, 494], [489, 465], [498, 456], [505, 254, 'straight'], [600, 272], [598, 456], [608, 478], [606, 505], [596, 515], [590, 760], [587, 960], [584, 1197, 'straight'],
  ], 'straight');
  const veil: Veil = plainVeil({ id: 'veil-1', name: 'post', plate: 'plate-1', cuts: [tracedCut([post])], feather: 1.4 });
  // The corners lie on lines to the point where the courses of bricks meet, near (594, 528).
  const stance = { x: 1342, y: 392, rotation: 0, scale: 1 };
  const corners: Point[] = [[960, 411], [1725, 165], [1725, 500], [960, 518]];
  const words = plainWords({ text: 'AMBERSHAW', face: 'big-shoulders-display-black', size: 250, leading: 0.9, tracking: 0.015, alignment: 'centre' });
  const box = setWords(words, { face: () => shippedFace('big-shoulders-display-black'), picture: () => { throw new Error('No pictures here.'); } }).ink!;
  const moves = cornersOf(box).map(([x, y], i) => rounded([corners[i][0] - stance.x - x, corners[i][1] - stance.y - y])) as Perspective['moves'];
  const wall: Lettering = { id: 'lettering-1', name: 'AMBERSHAW', words, stance: plainStance({ ...stance, perspective: { box, moves } }), ink: { coats: [{ kind: 'solid', colour: '#efe6d2', opacity: 0.92 }] } };
  const behind: Lettering = {
    id: 'lettering-2',
    name: 'KILN',
    words: plainWords({ text: 'KILN', face: 'bowlby-one', size: 236, leading: 0.9, tracking: 0.01, alignment: 'centre' }),
    stance: plainStance({ x: 392, y: 366, rotation: 0, scale: 1 }),
    ink: { coats: [{ kind: 'solid', colour: '#7a3b22', opacity: 1 }] },
  };
  return piece('Down the wall', 'kilnwall', ['big-shoulders-display-black', 'bowlby-one'], [wall, behind], [veil], ['lettering-1', 'lettering-2', 'veil-1']);
}

/** A stacked lockup at one width, on coloured stock, for a sheet of 13 x 19 in. */
function pictureLetters(): Piece {
  const lettering: Lettering = {
    id: 'lettering-1',
    name: 'Lockup',
    words: plainWords({ text: 'Kiln\n& Kite\nRaku\nAmbershaw\nfired aloft\nin one week', upperCase: true, face: 'bowlby-one', size: 800, leading: 0.9, tracking: 0, alignment: 'centre', lockup: { kind: 'one-width', width: 3300, gap: 0.025 } }),
    stance: plainStance({ x: 1950, y: 2850, rotation: 0, scale: 1 }),
    ink: { coats: [{ kind: 'solid', colour: '#8c3f2b', opacity: 1 }] },
  };
  return readPiece({
    ...blankPiece('Picture letters', { width: 3900, height: 5700, ppi: 300, paint: '#e3d3ad' }),
    assets: { 'bowlby-one': face('bowlby-one') },
    letterings: [lettering],
    depth: ['lettering-1'],
  });
}

for (const [file, made] of [['woven', await woven()], ['low-sun', await lowSun()], ['down-the-wall', await downTheWall()], ['picture-letters', pictureLetters()]] as const) {
  writeFileSync(`demo/pieces/${file}.json`, `${JSON.stringify(made)}\n`);
  console.log(file, readFileSync(`demo/pieces/${file}.json`).length, 'bytes');
}
