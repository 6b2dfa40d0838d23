import { applyPatches, type Patch } from 'immer';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import '../core/piece/edits/edit';
import { readPiece } from '../core/piece/read';
import { proposeSlots } from '../core/runs/propose';
import { runSchema } from '../core/runs/settings';
import type { Slot } from '../core/runs/slots';
import { matchColumns } from '../core/runs/table/matchColumns';
import { faceNames } from '../demo/faces/names';
import { folderBundle, takeInBundle } from './bundles';
import { readTableFile } from './runs/files';
import { takePictureFile } from './runs/intake';
import type { Studio } from './studio';

/** Demo pieces, in the order in which the Shelf shows them last to first. */
const pieces = [
  'series',
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

/**
 * Brings the shipped plates, faces and pieces into an empty store. What is there already stays as it is. Where this broke
 * off before, it goes on.
 */
export async function seed(studio: Studio, say: (line: string) => void): Promise<void> {
  const demo = join(studio.config.root, 'demo');
  await seedFaces(studio, demo);
  const isEmpty =
    !studio.database.prepare('select 1 from pieces limit 1').get() && studio.assets.list('plate').length === 0;
  const underWay = join(studio.config.data, 'seeding');
  if (!isEmpty && !existsSync(underWay)) return;
  writeFileSync(underWay, '');
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
    if (!existsSync(join(demo, 'pieces', `${name}.json`)) || studio.pieces.has(`demo-${name}`)) continue;
    const piece = await takeInBundle(folderBundle(demo, join('pieces', `${name}.json`)), studio.intake, 1);
    seedVersions(studio, demo, name, studio.pieces.create(piece, `demo-${name}`));
  }
  await seedSeries(studio, join(demo, 'series'));
  rmSync(underWay, { force: true });
}

/** The exhibitors' run: its table of forty, and their pictures. */
async function seedSeries(studio: Studio, folder: string): Promise<void> {
  const { piece } = studio.pieces.get('demo-series');
  // What there is room for on the card, whatever the names are.
  const rooms: Record<string, [number, number]> = { Name: [1330, 170], Craft: [900, 60], Stall: [330, 80] };
  const slots = proposeSlots(piece).map((slot): Slot => {
    if (slot.kind !== 'words') return slot;
    return { ...slot, isNeeded: slot.name === 'Name', room: rooms[slot.name] ?? null };
  });
  const table = await readTableFile(readFileSync(join(folder, 'exhibitors.csv')), 'exhibitors.csv');
  const settings = runSchema.parse({
    slots,
    columns: table.columns,
    matched: matchColumns(slots, table.columns),
    output: { pattern: '{number} {Name}' },
  });
  // One that broke off is made anew.
  if (studio.runs.list().some(({ id }) => id === 'demo-exhibitors')) studio.runs.remove('demo-exhibitors');
  const run = studio.runs.create('demo-series', 'Exhibitors', settings, 'demo-exhibitors');
  studio.runs.fill(run, table, false);
  for (const name of readdirSync(join(folder, 'pictures')).sort()) {
    studio.runs.addPicture(run, await takePictureFile(studio, join(folder, 'pictures', name), name, 1));
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
