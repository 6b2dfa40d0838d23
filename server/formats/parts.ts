import { readFileSync, rmSync } from 'node:fs';
import { letterItems, partsOrder } from '../../core/formats/parts/order';
import { mattesPicture } from '../../core/formats/parts/mattes';
import { svgText } from '../../core/formats/svg';
import { openMaterials } from '../../core/graph/materials';
import { nameOf } from '../../core/piece/names';
import { compile } from '../../core/render/compile';
import { distinctFileNames, fileNamePart } from '../../core/piece/fileNames';
import { fileLibrary } from '../render/fileLibrary';
import { printedArea, type SaveOrder, type Saved } from '../render/savePicture';
import type { TilePool } from '../render/tilePool';
import { drawPngParts, partPath } from './pngParts';
import { writeZip } from './zipFile';

const renderShare = 0.9;

/** Saves what a piece is made of: the mattes of its veils, its letters as outlines, and their order from far to near. */
export async function saveParts(
  order: SaveOrder,
  progress: (done: number, stage: string) => void,
  pool: TilePool,
): Promise<Saved> {
  const start = performance.now();
  const { piece, shapes, dataFolder, scale, settings } = order;
  const { ppi } = settings;
  const { frame } = printedArea(order);
  const materials = await openMaterials(piece.assets, fileLibrary(dataFolder, shapes));
  const compiled = compile(piece, materials);
  const { mattes, parts } = mattesPicture(compiled, frame);
  try {
    await drawPngParts(order, { kind: 'mattes', frame }, parts, pool, (done) =>
      progress(done * renderShare, 'Rendering the mattes'),
    );
    const rendered = performance.now();
    progress(renderShare, 'Writing the parts');
    const nameOfVeil = (id: string): string => piece.veils.find((veil) => veil.id === id)?.name ?? id;
    const matteFiles = filesIn(
      'mattes',
      mattes.map(({ veil }) => nameOfVeil(veil)),
      'png',
    );
    const letterFiles = filesIn(
      'letters',
      compiled.letterings.map(({ lettering }) => nameOf(lettering)),
      'svg',
    );
    const files = {
      mattes: new Map(mattes.map(({ veil }, i) => [veil, matteFiles[i]])),
      letters: new Map(compiled.letterings.map(({ id }, i) => [id, letterFiles[i]])),
    };
    const told = partsOrder(piece, compiled, files, { width: frame.width, height: frame.height, ppi });
    // Outlines are in sheet px: so is their drawing.
    const sheet = { x: frame.x / scale, y: frame.y / scale, width: frame.width / scale, height: frame.height / scale };
    const drawing = (one: (typeof compiled.letterings)[number]): string =>
      [
        ...svgText({
          title: nameOf(one.lettering),
          frame: sheet,
          ppi: ppi / scale,
          items: letterItems(one),
          ground: [],
          inner: [],
          patch: [],
        }),
      ].join('');
    await writeZip(order.out, [
      ['order.json', () => Buffer.from(JSON.stringify(told, null, 1))],
      ...mattes.map(({ part }, i) => [matteFiles[i], () => readFileSync(partPath(order, part))] as const),
      ...compiled.letterings.map((one, i) => [letterFiles[i], () => Buffer.from(drawing(one))] as const),
    ]);
    const empty = mattes.length + compiled.letterings.length === 0;
    return {
      renderMs: rendered - start,
      encodeMs: performance.now() - rendered,
      notes: empty ? ['There are no veils and no words: the file tells only of the photographs.'] : [],
    };
  } finally {
    for (const { name } of parts) rmSync(partPath(order, name), { force: true });
  }
}

/** A file for each name, in a folder; no two are alike on any system. */
const filesIn = (folder: string, names: readonly string[], ending: string): string[] =>
  distinctFileNames(names.map((name, i) => fileNamePart(name) || `${i + 1}`)).map(
    (name) => `${folder}/${name}.${ending}`,
  );
