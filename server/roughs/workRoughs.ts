import { join } from 'node:path';
import { facesFor, settingsFor, type RoughFace } from '../../core/roughs/settings';
import { inksOf } from '../../core/roughs/inks';
import { isGoodInFront } from '../../core/roughs/kinds/common';
import { busiestPlace, isFree, placeOf, shownPart, standingThing, wantedBy, type Wanted } from '../../core/roughs/crop';
import { obstaclesOf, type Ground } from '../../core/roughs/ground';
import type { CutThing } from '../../core/roughs/make';
import type { RoughsOrder } from '../../core/roughs/order';
import { roughsOf, type Found, type LeftOut, type Rough } from '../../core/roughs/roughs';
import { sketchedThing, sketchOf } from '../../core/roughs/sketch';
import type { Library, Materials } from '../../core/graph/materials';
import type { Picture } from '../../core/pictures/pyramid';
import type { Region } from '../../core/pixels/region';
import { newAssetKey } from '../../core/piece/edits/items';
import type { Survey } from '../../core/survey';
import { Problem } from '../problem';
import { fileLibrary, type PictureShapes } from '../render/fileLibrary';
import { openPyramid, type PyramidShape } from '../store/pyramidFile';
import { measureLight, measureWithoutLight } from '../survey/measurePlate';
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

/** The light of a photograph before it is looked for. */
const unknownLight: Survey['light'] = {
  tilt: 0,
  height: 0,
  colour: [1, 1, 1],
  hard: 0,
  sun: null,
  ground: null,
  cues: [],
  confidence: 0,
};

/** So many things are cut before they are asked for. */
const cutAhead = 2;
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
    const early: Promise<Survey> = known
      ? Promise.resolve(known)
      : measureWithoutLight(pyramid, plate.shape).then((own) => ({ ...own, light: unknownLight }));
    early.catch(() => undefined);
    const wanted = wantedBy(order);
    const ground: Ground = {
      plate: { sha256: plate.sha256, name: plate.name, ...plate.shape },
      ...(await shownFirst(picture, wanted)),
      survey: null,
      things: [],
      obstacles: [],
      settings,
      order,
    };
    const showing = async (before: Ground, part: Region): Promise<Ground> => {
      const sketch = await sketchOf(picture, part);
      const things = (await cutter.masks).map((mask, i) => sketchedThing(sketch, mask, plate.shape, part, i));
      return { ...before, part, sketch, inks: inksOf(sketch), things, obstacles: obstaclesOf(things, sketch) };
    };
    const seen = showing(ground, ground.part).then(async (early) => {
      const thing = standingThing(early);
      if (!thing || !isFree(plate.shape, wanted, early.part)) return early;
      return showing(early, shownPart(plate.shape, placeOf(thing, plate.shape), wanted));
    });
    // Kinds that need nothing of this do not wait for it.
    seen.catch(() => undefined);
    const lit = cutter.masks.then(async (masks) => {
      if (survey) return survey;
      const things = masks.map(({ bytes }) => bytes.map((one) => one & 1));
      survey = { ...(await early), light: await measureLight(pyramid, plate.shape, things) };
      tell({ kind: 'survey', survey });
      return survey;
    });
    lit.catch(() => undefined);
    const knowing = async (what: 'things' | 'light'): Promise<Ground> => {
      stage(0.3, 'Looking for what stands out');
      const known = await seen;
      const measured = await early;
      if (what === 'light') {
        // What is likely to be wanted is cut while other things are worked out.
        for (const thing of known.obstacles.filter((one) => isGoodInFront(one, known)).slice(0, cutAhead))
          cutter.cut(thing.index, isWhole).catch(() => undefined);
        stage(0.4, 'Looking for the light');
        await lit;
      }
      return { ...known, survey: survey ?? measured };
    };
    const cut = async (index: number): Promise<CutThing | null> => {
      stage(0.6, 'Cutting what stands out');
      return cutter.cut(index, isWhole);
    };
    const withEdge = (index: number): Promise<CutThing | null> => cutter.withEdge(index, isWhole);
    let count = 0;
    for await (const found of roughsOf(ground, { library, knowing, showing, cut, withEdge })) {
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

/** What is shown before it is known what stands out: where most goes on. */
async function shownFirst(picture: Picture, wanted: Wanted): Promise<Pick<Ground, 'part' | 'sketch' | 'inks'>> {
  const middle = shownPart(picture, [0.5, 0.5], wanted);
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  const part = isFree(picture, wanted, middle)
    ? shownPart(picture, busiestPlace(await sketchOf(picture, whole)), wanted)
    : middle;
  const sketch = await sketchOf(picture, part);
  return { part, sketch, inks: inksOf(sketch) };
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
