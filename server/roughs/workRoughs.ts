import { join } from 'node:path';
import { facesFor, settingsFor, type RoughFace } from '../../core/roughs/settings';
import { inksOf } from '../../core/roughs/inks';
import { shownPart, type Ground } from '../../core/roughs/ground';
import type { CutThing } from '../../core/roughs/make';
import type { RoughsOrder } from '../../core/roughs/order';
import { roughsOf, type Found, type LeftOut, type Rough } from '../../core/roughs/roughs';
import { sketchedThing, sketchOf } from '../../core/roughs/sketch';
import type { Library, Materials } from '../../core/graph/materials';
import { newAssetKey } from '../../core/piece/edits/items';
import type { Survey } from '../../core/survey';
import { Problem } from '../problem';
import { fileLibrary, type PictureShapes } from '../render/fileLibrary';
import { openPyramid, type PyramidShape } from '../store/pyramidFile';
import { measurePlate } from '../survey/measurePlate';
import { drawRough } from './drawRough';
import { ThingCutter, type KeptFile } from './thingCutter';

/** What roughs are made of. */
export interface RoughsWork {
  dataFolder: string;
  plate: { sha256: string; name: string; shape: PyramidShape };
  /** Null where the plate has not been measured yet. */
  survey: Survey | null;
  faces: { sha256: string; name: string }[];
  order: RoughsOrder;
}

/** A rough with its picture. */
export interface DrawnRough extends Rough {
  picture: Uint8Array;
}

/** What is told while roughs are made. */
export type RoughsNews =
  | { kind: 'rough'; rough: DrawnRough; files: KeptFile[] }
  | { kind: 'left out'; leftOut: LeftOut }
  /** The plate was measured. */
  | { kind: 'survey'; survey: Survey };

/** Longer side of a rough's picture, px. */
const pictureSide = 960;

/**
 * Makes roughs.
 * @param tell told of each as it comes @param stage told what is being done, with the part that is done, 0..1
 * @param isWhole things are cut as finely as the plate is; otherwise as a screen shows them
 * @throws Problem 422 where no face has the letters
 */
export async function workRoughs(
  { dataFolder, plate, survey: known, faces, order }: RoughsWork,
  tell: (news: RoughsNews) => void,
  stage: (done: number, stage: string) => void,
  isWhole = false,
): Promise<void> {
  const shapes: PictureShapes = { [plate.sha256]: plate.shape };
  const library = fileLibrary(dataFolder, shapes);
  const pyramid = join(dataFolder, 'pyramids', `${plate.sha256}.levels`);
  const picture = openPyramid(plate.sha256, pyramid, plate.shape);
  let files: KeptFile[] = [];
  let survey = known;
  const cutter = new ThingCutter(
    dataFolder,
    plate.sha256,
    plate.shape,
    (kept) => {
      const { sha256, width, height, channels } = kept.file;
      shapes[sha256] = { width, height, channels };
      files.push(kept);
    },
    () => survey !== null && survey.light.confidence > 0.2,
  );
  try {
    stage(0.02, 'Choosing faces');
    const settings = await settingsOf(faces, order, library);
    if (settings.length === 0)
      throw new Problem(422, 'No face of the type case has all letters of these words. Add one that has.');
    stage(0.08, 'Measuring the photograph');
    if (!survey) {
      survey = await measurePlate(pyramid, plate.shape);
      tell({ kind: 'survey', survey });
    }
    const part = shownPart(plate.shape, [0.5, 0.5]);
    const sketch = await sketchOf(picture, part);
    const ground: Ground = {
      plate: { sha256: plate.sha256, name: plate.name, ...plate.shape },
      part,
      survey,
      sketch,
      inks: inksOf(sketch),
      things: [],
      settings,
      order,
    };
    const withThings = async (): Promise<Ground> => {
      stage(0.5, 'Looking for what stands out');
      const masks = await cutter.masks;
      return { ...ground, things: masks.map((mask, i) => sketchedThing(sketch, mask, plate.shape, part, i)) };
    };
    const cut = async (index: number): Promise<CutThing | null> => {
      stage(0.6, 'Cutting what stands out');
      return cutter.cut(index, isWhole);
    };
    let count = 0;
    for await (const found of roughsOf(ground, { library, withThings, cut })) {
      if ('rough' in found) stage(Math.min(0.97, 0.3 + 0.11 * ++count), 'Drawing');
      await show(found, library, (news) => {
        tell(news.kind === 'rough' ? { ...news, files } : news);
        if (news.kind === 'rough') files = [];
      });
    }
  } finally {
    cutter.close();
  }
}

async function show(
  found: Found,
  library: Library,
  tell: (news: { kind: 'rough'; rough: DrawnRough } | { kind: 'left out'; leftOut: LeftOut }) => void,
): Promise<void> {
  if ('leftOut' in found) return tell({ kind: 'left out', leftOut: found.leftOut });
  const picture = await drawRough(found.rough.piece, library, pictureSide);
  tell({ kind: 'rough', rough: { ...found.rough, picture } });
}

async function settingsOf(
  faces: RoughsWork['faces'],
  { words, locks }: RoughsOrder,
  library: Library,
): Promise<ReturnType<typeof settingsFor>> {
  const opened: RoughFace[] = await Promise.all(
    faces.map(async ({ sha256, name }) => ({
      key: newAssetKey({ kind: 'face', sha256 }),
      sha256,
      name,
      face: await library.face(sha256),
    })),
  );
  const byKey = new Map(opened.map((one) => [one.key, one.face]));
  const materials: Materials = {
    face: (key) => byKey.get(key)!,
    picture: () => {
      throw new Error('Words need no picture.');
    },
  };
  return settingsFor(words, facesFor(words, opened, materials, locks.face), materials);
}
