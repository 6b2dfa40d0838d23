import { applyPatches, type Patch } from 'immer';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import '../core/piece/edits/edit';
import { readPiece } from '../core/piece/read';
import { faceNames } from '../demo/faces/names';
import { folderBundle, takeInBundle } from './bundles';
import type { Studio } from './studio';

/** Demo pieces, in the order in which the Shelf shows them last to first. */
const pieces = [
  'through-and-in-front',
  'window',
  'picture-letters',
  'down-the-wall',
  'on-linen',
  'drips',
  'on-the-table',
  'tucked-in',
  'low-sun',
  'woven',
];

/** Brings the shipped plates, faces and pieces into an empty store. What is there already stays as it is. */
export async function seed(studio: Studio, say: (line: string) => void): Promise<void> {
  const demo = join(studio.config.root, 'demo');
  await seedFaces(studio, demo);
  if (studio.database.prepare('select 1 from pieces limit 1').get() || studio.assets.list('plate').length > 0) return;
  say('Preparing the demo plates and pieces, once');
  for (const file of readdirSync(join(demo, 'plates'))
    .filter((name) => name.endsWith('.jpg'))
    .sort()) {
    await studio.intake.takeIn(
      await studio.intake.copy(join(demo, 'plates', file)),
      basename(file, '.jpg'),
      'plate',
      1,
    );
  }
  for (const name of pieces) {
    if (!existsSync(join(demo, 'pieces', `${name}.json`))) continue;
    const piece = await takeInBundle(folderBundle(demo, join('pieces', `${name}.json`)), studio.intake, 1);
    seedVersions(studio, demo, name, studio.pieces.create(piece, `demo-${name}`));
  }
}

/** A version of a demo piece, as what it has otherwise. */
interface DemoVersion {
  name: string;
  note: string;
  patches: Patch[];
}

function seedVersions(studio: Studio, demo: string, name: string, id: string): void {
  const path = join(demo, 'versions', `${name}.json`);
  if (!existsSync(path)) return;
  const { piece } = studio.pieces.get(id);
  for (const { name: own, note, patches } of JSON.parse(readFileSync(path, 'utf8')) as DemoVersion[])
    studio.versions.keep(id, readPiece(applyPatches(piece, patches)), own, note);
}

/** Brings the shipped faces that are not there yet. @param demo the folder of what ships */
export async function seedFaces(studio: Studio, demo: string): Promise<void> {
  const known = new Set(studio.assets.list('face').map((face) => face.name));
  for (const [file, name] of Object.entries(faceNames)) {
    if (!known.has(name))
      await studio.intake.takeIn(await studio.intake.copy(join(demo, 'faces', `${file}.ttf`)), name, 'face', 1);
  }
}
